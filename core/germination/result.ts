import type { Edition } from '../rule-books/edition.ts';
import { addCounts, CLASSES, type Counts, totalOf } from '../units/seedCounts.ts';
import type { Verdict } from '../verdict/verdict.ts';
import { judgeTwoTests, type TwoTestsVerdict } from './combineTests.ts';
import { judgeReplicates, type ReplicateVerdict } from './judgeReplicates.ts';
import type { GerminationNext } from './next.ts';
import { type RoundedResult, roundTo100 } from './roundTo100.ts';

/** One dish, tray or towel roll: seeds set and what became of them. */
export interface DishCounts {
  readonly seeds: number;
  readonly counts: Counts;
  readonly closed: boolean;
}

export interface TestResult {
  /** All dishes closed. */
  readonly complete: boolean;
  readonly seeds: number;
  readonly counts: Counts;
  readonly rounded: RoundedResult | null;
  /** Null until all dishes are closed. Not judged where the table does not fit the replicates. */
  readonly verdict: Verdict<GerminationNext> | null;
  /** Whole percent of normal seedlings in each replicate of 100, dishes of 50 and 25 joined in the order they stood. */
  readonly hundreds: readonly number[];
}

/**
 * Result of one test: totals, rounded averages and the verdict on its replicates. Dishes of 50 or
 * 25 are joined to hundreds in the order they stood, because the table judges hundreds.
 */
export function testResult(edition: Edition, dishes: readonly DishCounts[]): TestResult {
  const complete = dishes.length > 0 && dishes.every((dish) => dish.closed);
  const counts = addCounts(dishes.map((dish) => dish.counts));
  const seeds = dishes.reduce((sum, dish) => sum + dish.seeds, 0);
  const hundreds = joinToHundreds(dishes);
  if (!complete) return { complete, seeds, counts, rounded: null, verdict: null, hundreds: hundreds ?? [] };
  const verdict: Verdict<GerminationNext> =
    hundreds?.length === 4 ? judgeReplicates(edition, hundreds) : notFourHundreds(dishes.length, seeds);
  return { complete, seeds, counts, rounded: roundTo100(counts, seeds), verdict, hundreds: hundreds ?? [] };
}

function joinToHundreds(dishes: readonly DishCounts[]): number[] | null {
  const hundreds: number[] = [];
  let seeds = 0;
  let normal = 0;
  for (const dish of dishes) {
    seeds += dish.seeds;
    normal += dish.counts.normal;
    if (seeds > 100) return null;
    if (seeds === 100) {
      hundreds.push(normal);
      seeds = 0;
      normal = 0;
    }
  }
  return seeds === 0 ? hundreds : null;
}

function notFourHundreds(dishes: number, seeds: number): Verdict<GerminationNext> {
  return {
    measured: null,
    limit: null,
    unit: '%',
    outcome: 'not-judged',
    rule: null,
    steps: [{ label: 'seeds set', expression: `${dishes} dishes`, result: String(seeds) }],
    next: 'feeds-no-label',
  };
}

/** How the tests of a lot come together. */
export interface GerminationResult {
  /** Whole percents that total 100, or null while nothing may be reported. */
  readonly reported: Counts | null;
  readonly seeds: number;
  /** Positions (from 0) of the tests that are averaged. */
  readonly from: readonly number[];
  readonly outcome: Verdict['outcome'];
  readonly comparison: TwoTestsVerdict | null;
  readonly rounding: RoundedResult | null;
  readonly next: 'count' | 'report' | 'retest' | 'third-test' | 'look-for-the-cause';
}

/**
 * Brings together all tests of one lot that were not set aside, in the order they were made. One
 * test in range is reported. One out of range asks for a second by the same method; two that
 * agree are averaged; else a third is made and the closest pair that agrees is averaged.
 *
 * Source: ISTA, germination, retesting; the mean of compatible tests (from memory).
 */
export function combine(edition: Edition, tests: readonly TestResult[]): GerminationResult {
  const open: GerminationResult = {
    reported: null,
    seeds: 0,
    from: [],
    outcome: 'not-judged',
    comparison: null,
    rounding: null,
    next: 'count',
  };
  const done = tests.map((test, position) => ({ test, position })).filter(({ test }) => test.complete);
  const only = done[0];
  if (!only || done.length < tests.length) return open;
  if (done.length === 1) {
    const outcome = only.test.verdict?.outcome ?? 'not-judged';
    const reported = outcome === 'within' || outcome === 'near';
    return {
      ...open,
      outcome,
      seeds: only.test.seeds,
      rounding: only.test.rounded,
      reported: reported ? (only.test.rounded?.rounded ?? null) : null,
      from: reported ? [only.position] : [],
      next: reported ? 'report' : 'retest',
    };
  }
  const pairs = done
    .flatMap((a, i) =>
      done
        .slice(i + 1)
        .map((b) => ({ a, b, verdict: judgeTwoTests(edition, wholeNormal(a.test), wholeNormal(b.test)) })),
    )
    .sort((x, y) => x.verdict.differencePercent - y.verdict.differencePercent);
  const pair = pairs.find((one) => one.verdict.compatible);
  if (!pair)
    return {
      ...open,
      outcome: 'outside',
      comparison: pairs[0]?.verdict ?? null,
      next: done.length === 2 ? 'third-test' : 'look-for-the-cause',
    };
  const counts = addCounts([pair.a.test.counts, pair.b.test.counts]);
  const rounding = roundTo100(counts, totalOf(counts));
  return {
    reported: rounding.rounded,
    seeds: totalOf(counts),
    from: [pair.a.position, pair.b.position],
    outcome: pair.verdict.outcome,
    comparison: pair.verdict,
    rounding,
    next: 'report',
  };
}

const wholeNormal = (test: TestResult) => test.rounded?.rounded.normal ?? 0;

export { CLASSES, type Counts, type ReplicateVerdict };
