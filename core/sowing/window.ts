import { ArgumentFault, wholeIn } from '../units/argument.ts';
import { addDays } from '../units/days.ts';
import type { WorkingStep } from '../verdict/verdict.ts';

/** When a kind is sown, and what has to be over before. */
export interface SowingWindow {
  /** First and last day on which it can be sown, yyyy-mm-dd. */
  readonly from: string;
  readonly to: string;
  /** Days that its test takes to its last day, 1..400. */
  readonly testDays: number;
  /** Days from the order until other seed is here, 0..400. */
  readonly buyDays: number;
  /** Sowings one after another, 1..60, so many days apart (0..400; not looked at for one). */
  readonly sowings: number;
  readonly everyDays: number;
  /** Whether it has one chance a season: sown later, it gives nothing. */
  readonly oneChance: boolean;
}

export interface SowingCalendar {
  /** The days of sowing that fall into the window, oldest first. */
  readonly sowings: readonly string[];
  /** Sowings that were wanted and fall behind the window's end. */
  readonly tooLate: number;
  /** Last day on which a test can start, so that other seed is here for the first sowing. */
  readonly testBy: string;
  /** The same with room for a second test, should the first be none. */
  readonly testBySafe: string;
  /** Last day on which a test can start that still helps a later sowing of this season; null where there is none. */
  readonly testByLast: string | null;
  readonly steps: readonly WorkingStep[];
}

/** What frost leaves of a year for a kind. */
export interface FrostYear {
  /** Last frost of spring and first of autumn, yyyy-mm-dd; null = it does not matter. */
  readonly lastFrost: string | null;
  readonly firstFrost: string | null;
  /** First day of sowing, days after the last frost; below 0 before it. */
  readonly afterFrostDays: number;
  /** Days from sowing to harvest, all before the first frost; 0 = frost does not hurt it. */
  readonly growDays: number;
}

/**
 * What the frosts say of a window: it begins so many days after the last of spring, and ends on the last day that leaves
 * the kind its time before the first of autumn. null on a side whose frost is not given.
 *
 * Source: counting days; common practice, no source, in what is counted.
 */
export function windowOfFrost({ lastFrost, firstFrost, afterFrostDays, growDays }: FrostYear): {
  from: string | null;
  to: string | null;
} {
  return {
    from: lastFrost === null ? null : addDays(lastFrost, afterFrostDays),
    to: firstFrost === null ? null : addDays(firstFrost, -growDays),
  };
}

/**
 * Counts back from the days of sowing to the day on which a test has to start: test, then order other seed, then sow.
 * Kinds with one chance a season are counted from the first day and nothing later helps them.
 *
 * @throws {RangeError} if a number leaves its range or the window ends before it begins
 * Source: counting days.
 */
export function sowingCalendar(window: SowingWindow): SowingCalendar {
  const { from, to, testDays, buyDays, sowings: wanted, everyDays, oneChance } = window;
  for (const [name, value, least, most] of [
    ['testDays', testDays, 1, 400],
    ['buyDays', buyDays, 0, 400],
    ['sowings', wanted, 1, 60],
    ['everyDays', everyDays, wanted > 1 ? 1 : 0, 400],
  ] as const)
    wholeIn(name, value, least, most);
  if (!(from <= to)) throw new ArgumentFault('to', { is: 'argument.not-before', from, got: to });
  const all = Array.from({ length: wanted }, (_, i) => addDays(from, i * everyDays));
  const sowings = all.filter((day) => day <= to);
  const ahead = testDays + buyDays;
  const testBy = addDays(from, -ahead);
  const last = sowings.at(-1) ?? from;
  return {
    sowings,
    tooLate: all.length - sowings.length,
    testBy,
    testBySafe: addDays(testBy, -testDays),
    testByLast: oneChance || last === from ? null : addDays(last, -ahead),
    steps: [
      { label: 'first sowing', result: from },
      { label: 'other seed ordered', expression: `${from} − ${buyDays} days`, result: addDays(from, -buyDays) },
      { label: 'test starts', expression: `that − ${testDays} days`, result: testBy },
      {
        label: 'with room for a second test',
        expression: `that − ${testDays} days`,
        result: addDays(testBy, -testDays),
      },
    ],
  };
}
