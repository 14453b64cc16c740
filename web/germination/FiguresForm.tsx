import { type ReactNode, useState } from 'react';
import { Button, Form, Stack } from 'react-bootstrap';
import type { Book } from '@mercato/core/rule-books/edition';
import { classWord } from '@mercato/core/rule-books/methodWords';
import type { CountView, DishView } from '@mercato/contract/germination/germination';
import type { EndCause } from '@mercato/core/germination/judgeCountDays';
import { daysBetween } from '@mercato/core/units/days';
import { calledAt, CLASSES, type SeedClass, totalOf } from '@mercato/core/units/seedCounts';
import { type Divided, DIVIDED, partsOf, SEED_PARTS, type SeedPart } from '@mercato/core/units/seedParts';
import { isLate } from '../register/seen.tsx';
import { Quiet } from '../ui/Buttons.tsx';
import { TextField, Trouble } from '../ui/fields.tsx';
import { unlessEmpty } from '../ui/typedBody.ts';
import { CauseField } from './CountDay.tsx';
import { PART_NAMES } from './counting.ts';
import type { Called } from './useTally.ts';

/** Kinds that were written; what is left empty is not known. */
const partsTyped = (kinds: Readonly<Partial<Record<SeedPart, string>>>): Called['parts'] =>
  Object.fromEntries(
    SEED_PARTS.flatMap((part) => {
      const text = kinds[part]?.trim() ?? '';
      return /^\d{1,3}$/.test(text) ? [[part, Number(text)]] : [];
    }),
  );

/** Classes whose kinds are shown: those told apart here, and those that were before. */
const toldApart = ({ parts }: Called, divided: readonly Divided[]): Divided[] =>
  DIVIDED.filter((one) => divided.includes(one) || partsOf(one).some((part) => part in parts));

const ISO = /^\d{4}-\d{2}-\d{2}$/;

/** What a closed count is corrected for, and the day on which it was really seen. */
export interface Correction {
  readonly reason: string;
  /** Why the test ended on another day than the planned one; left out, it stays as it was said. */
  readonly cause?: EndCause | null;
  readonly seenOn?: string;
  readonly lateReason?: string;
}

/** The five figures of a dish, typed: from a paper sheet, or to correct a closed count with a reason. */
export function FiguresForm({
  dish,
  start,
  divided,
  book,
  closed,
  there,
  dayZero,
  planned,
  today,
  final,
  room,
  onTake,
  onCorrect,
  onLeave,
}: {
  dish: DishView;
  start: Called;
  /** Classes whose kinds are told apart here. */
  divided: readonly Divided[];
  book: Book;
  closed: boolean;
  /** The count that is there. */
  there: CountView | null;
  /** The day on which the seed came into germination conditions. */
  dayZero: string;
  /** Day of the final count by the plan. */
  planned: number;
  today: string;
  final: boolean;
  /** Seeds that this count may hold. */
  room: number;
  onTake: (called: Called) => void;
  onCorrect: (called: Called, correction: Correction) => Promise<string | null>;
  onLeave: () => void;
}) {
  const [texts, setTexts] = useState<Record<SeedClass, string>>(
    () => Object.fromEntries(CLASSES.map((one) => [one, String(start.counts[one])])) as Record<SeedClass, string>,
  );
  const [kinds, setKinds] = useState<Readonly<Partial<Record<SeedPart, string>>>>(() =>
    Object.fromEntries(
      SEED_PARTS.flatMap((one) => (start.parts[one] === undefined ? [] : [[one, String(start.parts[one])]])),
    ),
  );
  const told = toldApart(start, divided);
  const [reason, setReason] = useState('');
  const [day, setDay] = useState(there?.seenOn ?? today);
  const [lateReason, setLateReason] = useState('');
  const [cause, setCause] = useState<EndCause | ''>(there?.cause ?? '');
  const redated = there !== null && day !== there.seenOn;
  const ends = there?.closed && there.final;
  const [trouble, setTrouble] = useState<string>();
  const classes = calledAt(final);
  const bad = classes.find((one) => !/^\d{1,3}$/.test(texts[one].trim()));
  const counts = Object.fromEntries(CLASSES.map((one) => [one, Number(texts[one].trim() || 0)])) as Record<
    SeedClass,
    number
  >;
  const sum = bad ? null : totalOf(counts);
  const submit = async () => {
    if (bad) {
      setTrouble(`${bad} must be a whole number of seeds`);
      return;
    }
    if (sum !== null && sum > room) {
      setTrouble(`adds to ${sum}, but only ${room} seeds of dish ${dish.number} can be called here`);
      return;
    }
    const parts = partsTyped(kinds);
    const odd = told.find((one) => {
      const written = partsOf(one).filter((part) => parts[part] !== undefined);
      return written.length > 0 && written.reduce((all, part) => all + (parts[part] ?? 0), 0) !== counts[one];
    });
    if (odd) {
      setTrouble(`the kinds of ${odd} must add to ${counts[odd]}; leave them all empty where they were not told apart`);
      return;
    }
    if (!closed) {
      onTake({ counts, parts });
      return;
    }
    if (!reason.trim()) {
      setTrouble('Say why the closed count is corrected.');
      return;
    }
    const correction = {
      reason: reason.trim(),
      ...(ends && cause !== (there.cause ?? '') ? { cause: cause === '' ? null : cause } : {}),
      ...(redated ? { seenOn: day, ...unlessEmpty('lateReason', lateReason) } : {}),
    };
    setTrouble((await onCorrect({ counts, parts }, correction)) ?? undefined);
  };
  return (
    <form
      className="figures"
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
    >
      <ClassFields
        book={book}
        classes={classes}
        texts={texts}
        write={(one, text) => setTexts((before) => ({ ...before, [one]: text }))}
      >
        {sum === null ? '' : `adds to ${sum} of ${room}`}
      </ClassFields>
      <KindFields
        told={told}
        kinds={kinds}
        write={(part, text) => setKinds((before) => ({ ...before, [part]: text }))}
      />
      {closed && (
        <TextField label="counted on" type="date" value={day} onChange={setDay} hint="the day on which it was seen" />
      )}
      {ends && (
        <CauseField
          day={ISO.test(day) ? daysBetween(dayZero, day) : there.day}
          planned={planned}
          cause={cause}
          onChange={setCause}
        />
      )}
      {closed && redated && isLate(day, today) && (
        <TextField label="why it is entered so late" value={lateReason} onChange={setLateReason} />
      )}
      {closed && (
        <TextField
          label="why it is corrected"
          value={reason}
          onChange={setReason}
          hint="the old figures stay visible"
        />
      )}
      <Trouble text={trouble} />
      <Stack direction="horizontal" gap={2} className="actions">
        <Button type="submit">{closed ? `Correct dish ${dish.number}` : 'Take these figures'}</Button>
        <Quiet onClick={onLeave}>Cancel</Quiet>
        {!closed && <span className="soft">the dish stays open until it is closed</span>}
      </Stack>
    </form>
  );
}

interface KindFieldsProps {
  told: readonly Divided[];
  kinds: Readonly<Partial<Record<SeedPart, string>>>;
  write: (part: SeedPart, text: string) => void;
}

/** A line for each kind within a class that is told apart. */
function KindFields({ told, kinds, write }: KindFieldsProps) {
  return told.map((one) => (
    <div key={one} className="row-figures soft small d-flex flex-wrap align-items-end gap-3 my-2">
      <span>{one}:</span>
      {partsOf(one).map((part) => (
        <label key={part}>
          {PART_NAMES[part]}
          <Form.Control
            className="num"
            inputMode="numeric"
            value={kinds[part] ?? ''}
            onFocus={(event) => event.target.select()}
            onChange={(event) => write(part, event.target.value)}
          />
        </label>
      ))}
    </div>
  ));
}

interface ClassFieldsProps {
  book: Book;
  classes: readonly SeedClass[];
  texts: Readonly<Record<SeedClass, string>>;
  write: (one: SeedClass, text: string) => void;
  /** What they add to. */
  children: ReactNode;
}

/** A line for each class that can be called. */
function ClassFields({ book, classes, texts, write, children }: ClassFieldsProps) {
  return (
    <div className="row-figures soft small d-flex flex-wrap align-items-end gap-3 my-2">
      {classes.map((one, i) => (
        <label key={one}>
          {classWord(book, one)}
          <Form.Control
            className="num"
            inputMode="numeric"
            autoFocus={i === 0}
            value={texts[one]}
            onFocus={(event) => event.target.select()}
            onChange={(event) => write(one, event.target.value)}
          />
        </label>
      ))}
      <span className="soft">{children}</span>
    </div>
  );
}
