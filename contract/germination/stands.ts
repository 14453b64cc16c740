import type { CountDaysVerdict } from '@mercato/core/germination/judgeCountDays';
import type { Early } from '../register/early.ts';

/** Which count lay on a day that its rule book does not permit. */
export type CountedOn = Pick<CountDaysVerdict, 'measured' | 'outcome' | 'final' | 'prescribed'>;

/** How far apart dishes of one test or two tests lie, percent, and what is allowed. */
interface Apart {
  measured: number | null;
  limit: number | null;
}

/** Why a finished test is not reported. */
export type Unreported =
  | ({ is: 'retest' } & Apart)
  | { is: 'no-full-test' }
  /** Fewer than four hundreds, which agree. */
  | { is: 'fewer'; seeds: number }
  | { is: 'all-spoiled'; test: number | null }
  | ({ is: 'third-test' } & Apart)
  | { is: 'no-two-agree' }
  | { is: 'unfinished' };

/** What holds a lot though its dishes agree: days, sleeping seed, air or substrate. */
export type GerminationHold = Extract<
  GerminationBlock,
  { readonly is: 'misdated' | 'fresh' | 'substrate' | 'deviation' }
>;
export type GerminationBlock =
  | { is: 'misdated'; test: number | null; days: CountedOn }
  /** Fresh seed, percent: alive, and nobody has shown it or decided. */
  | { is: 'fresh'; percent: number; limit: number }
  /** The substrate lay outside what the book asks. */
  | { is: 'substrate'; test: number | null }
  /** The air around its dishes did, for so long; the worst in °C. */
  | { is: 'deviation'; test: number | null; minutes: number; worstC: number }
  | Unreported;

/** How germination stands: a code with its figures; `normal` in percent. */
export type GerminationStands =
  | Early
  /** `test` is named where there are several; `open` are the dishes that are left, none = all. */
  | { is: 'counting'; day: number; final: boolean; test: number | null; open: number[] }
  /** A treatment before the test ends. */
  | { is: 'to-warmth'; test: number | null }
  | { is: 'asleep'; normal: number; fresh: number; limit: number }
  | { is: 'substrate'; normal: number; test: number | null }
  | { is: 'deviated'; normal: number; test: number | null; minutes: number; worstC: number }
  | { is: 'misdated'; normal: number | null; test: number | null; days: CountedOn }
  | ({ is: 'reported'; normal: number; hard: number; of: 'dishes' | 'tests' } & Apart)
  | ({ is: 'accepted'; normal: number | null } & Apart)
  | { is: 'unreported'; normal: number | null; why: Unreported };
