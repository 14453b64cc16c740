import { aboveZero, ArgumentFault, wholeIn } from '../units/argument.ts';

/** Counts of one test over time: what was new at the end of each interval; the first begins at 0. */
export interface Course {
  /** Days, growing, above 0. */
  readonly times: readonly number[];
  readonly newlyGerminated: readonly number[];
  readonly seedsSown: number;
}

/** Indices of germination; null where they are not defined (nothing germinated; variance and synchrony of one seed). */
export interface Indices {
  readonly germinated: number;
  readonly finalPercent: number;
  readonly meanGerminationTime: number | null;
  readonly variance: number | null;
  readonly sd: number | null;
  readonly cvPercent: number | null;
  readonly t50Coolbear: number | null;
  readonly t50Farooq: number | null;
  /** Seeds a day, and percent of those sown a day. */
  readonly maguireCounts: number;
  readonly maguirePercent: number;
  readonly kotowski: number | null;
  /** Chance that two seeds were found on one day. */
  readonly synchronyZ: number | null;
  /** Bits; 0 = all on one day. */
  readonly uncertaintyU: number | null;
}

const MOST_DAYS = 1000;

/** @throws {RangeError} naming the argument */
export function checkCourse({ times, newlyGerminated, seedsSown }: Course): void {
  wholeIn('seedsSown', seedsSown, 1, 1e6);
  if (times.length < 1 || times.length > MOST_DAYS)
    throw new ArgumentFault('times', { is: 'argument.so-many', least: 1, most: MOST_DAYS, got: times.length });
  if (newlyGerminated.length !== times.length)
    throw new ArgumentFault('newlyGerminated', {
      is: 'argument.so-many',
      least: times.length,
      most: times.length,
      got: newlyGerminated.length,
    });
  times.forEach((time, i) => {
    aboveZero(`times.${i}`, time);
    const before = times[i - 1];
    if (before !== undefined && !(time > before))
      throw new ArgumentFault(`times.${i}`, { is: 'argument.above', low: before, got: time });
  });
  newlyGerminated.forEach((one, i) => wholeIn(`newlyGerminated.${i}`, one, 0, seedsSown));
  const total = newlyGerminated.reduce((a, b) => a + b, 0);
  if (total > seedsSown)
    throw new ArgumentFault('newlyGerminated', { is: 'argument.more-than-set', total, seeds: seedsSown });
}

/** When a part of the germinated was reached, by straight lines between the counts. */
function reached({ times, newlyGerminated }: Course, part: number): number | null {
  let [time, count] = [0, 0];
  for (const [i, now] of times.entries()) {
    const next = count + (newlyGerminated[i] ?? 0);
    if (next >= part) return time + ((part - count) * (now - time)) / (next - count);
    [time, count] = [now, next];
  }
  return null;
}

/**
 * Indices of a germination test's course.
 * @throws {RangeError} for times that do not grow, or more germinated than sown
 * Source: definitions and worked examples as collected from Ranal & Santana (2006), Coolbear and others (1984), Farooq
 * and others (2005), Maguire (1962), Kotowski (1926), Primack (1980), Labouriau & Valadares (1976); recomputed in R 4.2.2.
 */
export function germinationIndices(course: Course): Indices {
  checkCourse(course);
  const { times, newlyGerminated, seedsSown } = course;
  const each = times.map((time, i) => ({ time, found: newlyGerminated[i] ?? 0 }));
  const sum = (of: (one: { time: number; found: number }) => number) => each.reduce((all, one) => all + of(one), 0);
  const germinated = sum(({ found }) => found);
  const maguireCounts = sum(({ time, found }) => found / time);
  const speed = {
    germinated,
    finalPercent: (100 * germinated) / seedsSown,
    maguireCounts,
    maguirePercent: (100 * maguireCounts) / seedsSown,
  };
  if (germinated === 0)
    return {
      ...speed,
      meanGerminationTime: null,
      variance: null,
      sd: null,
      cvPercent: null,
      t50Coolbear: null,
      t50Farooq: null,
      kotowski: null,
      synchronyZ: null,
      uncertaintyU: null,
    };
  const mean = sum(({ time, found }) => found * time) / germinated;
  const several = germinated > 1;
  const variance = several ? sum(({ time, found }) => found * (time - mean) ** 2) / (germinated - 1) : null;
  const pairs = (of: number) => (of * (of - 1)) / 2;
  return {
    ...speed,
    meanGerminationTime: mean,
    variance,
    sd: variance === null ? null : Math.sqrt(variance),
    cvPercent: variance === null ? null : (100 * Math.sqrt(variance)) / mean,
    t50Coolbear: reached(course, (germinated + 1) / 2),
    t50Farooq: reached(course, germinated / 2),
    kotowski: 100 / mean,
    synchronyZ: several ? sum(({ found }) => pairs(found)) / pairs(germinated) : null,
    // Of a day without any nothing is added; what binary leaves of nought is nought.
    uncertaintyU: Math.max(
      0,
      -sum(({ found }) => (found > 0 ? (found / germinated) * Math.log2(found / germinated) : 0)),
    ),
  };
}
