import type { ScanAnswer } from '@mercato/contract/register/lots';
import type { EndCause } from '@mercato/core/germination/judgeCountDays';
import { calledAt, type Counts, type SeedClass } from '@mercato/core/units/seedCounts';
import { type Divided, type Parts, partsOf, type SeedPart } from '@mercato/core/units/seedParts';

/** One seed by a key, ten, or all that are left. */
export type Mode = 'one' | 'ten' | 'rest';

/** What stands at the count station beside the counts themselves. */
export interface Counting {
  /** Key of the count that is made: the day of the plan that it belongs to. */
  readonly day: number;
  /** Whether this count ends the test, as somebody said; null = as the plan has it. */
  readonly ends: boolean | null;
  readonly cause: EndCause | '';
  readonly lateReason: string;
  /** Which dish is open, by its place in the row. */
  readonly at: number;
  readonly mode: Mode;
  /** The figures are typed. */
  readonly typing: boolean;
  readonly message: string | null;
  /** A code of something that is no dish of this test. */
  readonly scanned: ScanAnswer | null;
}

export type Act =
  | { readonly do: 'open'; readonly at: number }
  | { readonly do: 'step'; readonly by: number; readonly dishes: number }
  /** Turns to another count; `at` is the first dish that is open there, null where none is. */
  | { readonly do: 'turn'; readonly day: number; readonly at: number | null }
  | { readonly do: 'mode'; readonly mode: Mode }
  | { readonly do: 'called' }
  | { readonly do: 'typing'; readonly on: boolean }
  | { readonly do: 'ends'; readonly ends: boolean }
  | { readonly do: 'cause'; readonly cause: EndCause | '' }
  | { readonly do: 'late'; readonly reason: string }
  | { readonly do: 'say'; readonly message: string | null }
  | { readonly do: 'scanned'; readonly answer: ScanAnswer | null };

export const beginCounting = (day: number, at: number): Counting => ({
  day,
  ends: null,
  cause: '',
  lateReason: '',
  at,
  mode: 'one',
  typing: false,
  message: null,
  scanned: null,
});

/** Another dish begins with single seeds, and with nothing that was said of the one before. */
const AFRESH = { mode: 'one', typing: false, message: null } as const;

/** What an act makes of the station; whatever is neither open nor typed stays as it is. */
export function counting(state: Counting, act: Act): Counting {
  switch (act.do) {
    case 'open':
      return { ...state, ...AFRESH, at: act.at };
    case 'step':
      return { ...state, ...AFRESH, at: (state.at + act.by + act.dishes) % act.dishes };
    case 'turn':
      return { ...state, ...AFRESH, day: act.day, ends: null, at: act.at ?? state.at };
    case 'mode':
      return { ...state, mode: state.mode === act.mode ? 'one' : act.mode };
    case 'called':
      return { ...state, mode: 'one', message: null };
    case 'typing':
      return { ...state, typing: act.on };
    case 'ends':
      return { ...state, ends: act.ends };
    case 'cause':
      return { ...state, cause: act.cause };
    case 'late':
      return { ...state, lateReason: act.reason };
    case 'say':
      return { ...state, message: act.message };
    case 'scanned':
      return { ...state, scanned: act.answer };
  }
}

/** The dish at hand, as far as a key has to know it. */
export interface DishAtHand {
  readonly number: number;
  readonly seeds: number;
  /** Not called yet, at this count or before. */
  readonly left: number;
}

/** What the key of a class, or of a kind within it, does: so many seeds are called, or why none is. */
export function seedsCalled(
  mode: Mode,
  seedClass: SeedClass,
  final: boolean,
  { number, seeds: all, left }: DishAtHand,
  /** Kinds of the class that the laboratory tells apart, and which of them was pressed. */
  kinds: { readonly told: readonly SeedPart[]; readonly part?: SeedPart } = { told: [] },
): { readonly seeds: number } | { readonly refused: string } {
  if (kinds.told.length > 0 && kinds.part === undefined)
    return {
      refused: `Which kind of ${seedClass}? ${kinds.told.map((one) => `${PART_KEYS[one]} ${PART_NAMES[one]}`).join(', ')}.`,
    };
  if (!calledAt(final).includes(seedClass)) return { refused: 'Record hard and fresh seeds at the final count.' };
  if (left === 0) return { refused: `All ${all} seeds of dish ${number} are called.` };
  const seeds = mode === 'one' ? 1 : mode === 'ten' ? 10 : left;
  return seeds > left
    ? { refused: `Only ${left} ${left === 1 ? 'seed' : 'seeds'} of dish ${number} ${left === 1 ? 'is' : 'are'} left.` }
    : { seeds };
}

/** Why the dish cannot be closed now; null when it can. */
export function whyNotClosed(busy: boolean, final: boolean, { number, left }: DishAtHand): string | null {
  // Not put in line: a key that bounces would close the next dish too.
  if (busy) return 'The count before is still being saved; close this one after it.';
  return final && left > 0 ? `${left} ${left === 1 ? 'seed' : 'seeds'} of dish ${number} still to call.` : null;
}

/** The key under which a kind is called. */
export const PART_KEYS: Readonly<Record<SeedPart, string>> = {
  damaged: '6',
  deformed: '7',
  decayed: '8',
  empty: '9',
  embryoless: '0',
  insect: 'i',
};
export const PART_NAMES: Readonly<Record<SeedPart, string>> = {
  damaged: 'damaged',
  deformed: 'deformed',
  decayed: 'decayed',
  empty: 'empty',
  embryoless: 'embryoless',
  insect: 'insect-damaged',
};

/** Kinds as a count sends them: of a class that is told apart all of them, where each of its seeds was told; else none. */
export const partsToSend = (counts: Counts, parts: Parts, divided: readonly Divided[]): Parts =>
  Object.fromEntries(
    divided.flatMap((one) => {
      const own = partsOf(one);
      const told = own.reduce((sum, part) => sum + (parts[part] ?? 0), 0);
      return told === counts[one] ? own.map((part) => [part, parts[part] ?? 0] as const) : [];
    }),
  );
