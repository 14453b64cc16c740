import type { Reader } from '@mercato/core/units/typed';
import { shedDueWords } from '../cleaning/dueWords.ts';
import { standingWords } from '../lot-sheet/words.ts';
import { sowingNextWords } from '../sowing/words.ts';
import { careCallWords, kindsWords } from '../store/words.ts';
import type { DueThing } from './today.ts';

const DOES = { drying: 'has dried', freezing: 'has been in the cold', warming: 'is warm' } as const;

/** What dishes ask for: "final count, dishes 2, 3". */
export function dishActWords({ act, dishes: open, of, test }: Extract<DueThing, { what: 'dishes' }>): string {
  const does =
    act.is === 'to-warmth'
      ? 'into warmth, its treatment ends'
      : act.is === 'moisten'
        ? 'moisten'
        : act.final
          ? 'final count'
          : `count of day ${act.day}`;
  const dishes = open.length === of ? `${of} ${of === 1 ? 'dish' : 'dishes'}` : `dish ${open.join(', ')}`;
  return `${does}, ${dishes}${test > 1 ? `, test ${test}` : ''}`;
}

/** What a lot or the store asks of somebody. */
export function dueThingWords(due: DueThing, reader?: Pick<Reader, 'order' | 'degrees'>): string {
  switch (due.what) {
    case 'lot':
      return `${due.reference}, ${due.commonName || due.species}: ${standingWords(due.standing, reader?.order)}`;
    case 'dishes':
      return `${due.reference}, ${due.commonName || due.species}: ${dishActWords(due)}`;
    case 'request':
      return `${due.reference}: results promised to ${due.client}`;
    case 'shed':
      return `${shedDueWords(due.act)}: ${due.seed}, batch ${due.number}`;
    case 'oven':
      return due.act === 'take-out'
        ? `Take ${due.reference} out of the oven`
        : `Weigh ${due.reference}: its containers have cooled`;
    case 'load':
      return `${due.seed} from ${due.supplier} comes${due.time === '' ? '' : ` at ${due.time}`}`;
    case 'look':
      return `check ${due.bags} ${due.bags === 1 ? 'bag' : 'bags'} of round ${due.round}, ${due.name}`;
    case 'end':
      return `last day of ${due.seed}, ${due.sprouted} of ${due.seeds} so far`;
    case 'batch':
      return `${kindsWords(due.kinds)} ${DOES[due.batch]} for its time, ${due.place.join(' › ')}`;
    case 'alarm':
    case 'desiccant': {
      const call = careCallWords(due.call, reader);
      const often = due.times > 1 ? `too warm, cold or damp ${due.times} times, last: ` : '';
      return `${due.place.join(' › ')}: ${often}${call}`;
    }
    case 'sowing':
      return sowingNextWords(due.next, due.kind);
  }
}
