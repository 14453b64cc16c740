import type { DishView } from '@mercato/contract/germination/germination';
import type { Book } from '@mercato/core/rule-books/edition';
import { classWord } from '@mercato/core/rule-books/methodWords';
import { CLASSES, type Counts, NO_COUNTS, perClass, type SeedClass } from '@mercato/core/units/seedCounts';
import { type Divided, type Parts, partsOf, type SeedPart } from '@mercato/core/units/seedParts';
import { otherHand } from '../hands/useHold.ts';
import { SeedHead } from '../ui/SeedHead.tsx';
import { Key } from '../ui/keys.tsx';
import { SeedMark } from '../ui/shapes.tsx';
import { PART_KEYS, PART_NAMES } from './counting.ts';

/** The digit under which a class is called: its place in the order of reporting. */
export const CLASS_KEYS: Readonly<Record<SeedClass, string>> = perClass((one) => String(CLASSES.indexOf(one) + 1));
interface DishesProps {
  dishes: readonly DishView[];
  shown: readonly Counts[];
  at: number;
  isClosed: (dish: DishView) => boolean;
  open: (index: number) => void;
}

/** The dishes of a test, each with what was called of it. */
export function Dishes({ dishes, shown, at, isClosed, open }: DishesProps) {
  return (
    <div className="dishes" role="group" aria-label="dishes">
      {dishes.map((one, i) => (
        <button
          key={one.id}
          type="button"
          className={`dish${i === at ? ' open' : ''}`}
          aria-pressed={i === at}
          onClick={() => open(i)}
        >
          <SeedHead
            counts={shown[i] ?? NO_COUNTS}
            seeds={one.seeds}
            size={dishes.length > 4 ? 84 : 158}
            label={`Dish ${one.number}: ${CLASSES.map((kind) => `${shown[i]?.[kind] ?? 0} ${kind}`).join(', ')}`}
          />
          <small>
            dish {one.number} ·{' '}
            {one.spoiled ? 'spoiled' : isClosed(one) ? 'closed' : (otherHand(one.held)?.name ?? 'open')}
          </small>
          <b>{shown[i]?.normal ?? 0}</b> normal
        </button>
      ))}
    </div>
  );
}

interface ClassKeysProps {
  book: Book;
  classes: readonly SeedClass[];
  counts: Counts;
  disabled: boolean;
  call: (seedClass: SeedClass) => void;
}

/** One target a class: the same as its key. */
export function ClassKeys({ book, classes, counts, disabled, call }: ClassKeysProps) {
  return (
    <div className="tally">
      {classes.map((one) => (
        <button
          key={one}
          type="button"
          className="cat"
          style={{ borderLeftColor: `var(--${one})` }}
          disabled={disabled}
          onClick={() => call(one)}
        >
          <span className="n" data-class={one}>
            {counts[one]}
          </span>
          <span className="name">
            <SeedMark kind={one} /> {classWord(book, one)} <Key>{CLASS_KEYS[one]}</Key>
          </span>
        </button>
      ))}
    </div>
  );
}

interface KindKeysProps {
  divided: readonly Divided[];
  parts: Parts;
  disabled: boolean;
  call: (part: SeedPart) => void;
}

/** One smaller target for each kind within a class, where the laboratory tells them apart. */
export function KindKeys({ divided, parts, disabled, call }: KindKeysProps) {
  if (divided.length === 0) return null;
  return (
    <div className="d-flex flex-wrap gap-3 mt-2">
      {divided.map((seedClass) => (
        <div key={seedClass} className="kinds" role="group" aria-label={`kinds of ${seedClass}`}>
          <span className="soft">
            <SeedMark kind={seedClass} /> {seedClass}
          </span>
          {partsOf(seedClass).map((part) => (
            <button key={part} type="button" className="cat kind" disabled={disabled} onClick={() => call(part)}>
              <span className="n" data-class={seedClass}>
                {parts[part] ?? 0}
              </span>
              <span className="name">
                {PART_NAMES[part]} <Key>{PART_KEYS[part]}</Key>
              </span>
            </button>
          ))}
        </div>
      ))}
    </div>
  );
}
