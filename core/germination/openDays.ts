import type { Edition } from '../rule-books/edition.ts';
import { type ClosedDays, isClosed } from '../units/closedDays.ts';
import { addDays } from '../units/days.ts';
import { knowsDays } from './judgeCountDays.ts';

/** By how many days a count may be made before its day, and after it. */
interface Move {
  readonly earlier: number;
  readonly later: number;
}
/** What an edition lets counts be moved by, whatever the test. */
export interface MoveRules {
  readonly first: Move;
  readonly finalLater: number;
  /** Share of the prescribed time, where that is longer; null = none. */
  readonly finalShare: number | null;
}

/** The first count of the book that calls it approximate may be put back so far. Source: ISTA, germination, duration (from memory, medium). */
const PUT_BACK = 3;
/** Counts between are the laboratory's own, about weekly. */
const INTERIM: Move = { earlier: 2, later: 2 };

/**
 * What an edition lets counts be moved by without a cause that has to be seen in the dish: the final count where its
 * extension asks for none, the first one by the days that it names.
 *
 * Source: ISTA and AOSA/FSA, days of the counts, as `judgeCountDays` (from memory). An edition of before these rows moves none.
 */
export function moveRulesOf(edition: Edition): MoveRules {
  if (!knowsDays(edition)) return { first: { earlier: 0, later: 0 }, finalLater: 0, finalShare: null };
  const either = edition.parameterIfAny('germination_first_count_deviation_days')?.value;
  const share = edition.parameterIfAny('germination_final_extension_share')?.value ?? null;
  return {
    first: either === undefined ? { earlier: 0, later: PUT_BACK } : { earlier: either, later: either },
    finalLater: share === null ? 0 : (edition.parameterIfAny('germination_final_extension_days')?.value ?? 0),
    finalShare: share,
  };
}

/** By how much each count of a test may be moved. */
export const movesOf = (
  { first, finalLater, finalShare }: MoveRules,
  finalCountDay: number,
): Readonly<Record<'first-count' | 'interim-count' | 'final-count', Move>> => ({
  'first-count': first,
  'interim-count': INTERIM,
  'final-count': { earlier: 0, later: Math.max(finalLater, Math.floor((finalShare ?? 0) * finalCountDay)) },
});

/** The open day that lies nearest to a date within what it may be moved by, the later of two; null = there is none. */
export function openDayNear(date: string, closed: ClosedDays, { earlier, later }: Move): string | null {
  for (let away = 0; away <= Math.max(earlier, later); away += 1) {
    const [after, before] = [addDays(date, away), addDays(date, -away)];
    if (away <= later && !isClosed(after, closed)) return after;
    if (away <= earlier && !isClosed(before, closed)) return before;
  }
  return null;
}
