import type { Edition } from '../rule-books/edition.ts';
import { addCounts, CLASSES, type Counts, totalOf } from '../units/seedCounts.ts';
import type { Verdict } from '../verdict/verdict.ts';
import { judgeTwoTests, type TwoTestsVerdict } from './combineTests.ts';
import { judgeFewer, judgeReplicates, type ReplicateVerdict } from './judgeReplicates.ts';
import type { GerminationNext } from './next.ts';
import { type RoundedResult, roundTo100 } from './roundTo100.ts';

/** One dish, tray or towel roll: seeds set and what became of them. */
export interface DishCounts {
  readonly seeds: number;
  readonly counts: Counts;
  readonly closed: boolean;
  /** It was dropped, dried out or overrun: what is in it says nothing of the seed. */
  readonly spoiled?: boolean;
}

export interface TestResult {
  /** All dishes closed that are not spoiled, and at least one is left to speak. */
  readonly complete: boolean;
  /** Seeds of the dishes that speak. */
  readonly seeds: number;
  /** Seeds that say nothing, because their dish is spoiled, or another of their hundred. */
  readonly lostSeeds: number;
  readonly counts: Counts;
  readonly rounded: RoundedResult | null;
  /** Null until all dishes are closed. Not judged where the table does not fit the replicates. */
  readonly verdict: Verdict<GerminationNext> | null;
  /** Whole percent of normal seedlings in each replicate of 100, dishes of 50 and 25 joined in the order they stood. */
  readonly hundreds: readonly number[];
}

/**
 * Result of one test: totals, rounded averages and the verdict on its replicates. Dishes of 50 or
 * 25 are joined to hundreds in the order they stood, because the table judges hundreds; with a dish that is spoiled
 * its whole hundred is left out.
 */
export function testResult(edition: Edition, dishes: readonly DishCounts[]): TestResult {
  const groups = inHundreds(dishes);
  const speaks = (dish: DishCounts) => dish.spoiled !== true;
  const whole = groups?.filter((group) => group.every(speaks));
  const left = whole?.flat() ?? dishes.filter(speaks);
  const complete = left.length > 0 && dishes.every((dish) => dish.closed || !speaks(dish));
  const counts = addCounts(left.map((dish) => dish.counts));
  const seeds = seedsOf(left);
  const hundreds = (whole ?? []).map((group) => group.reduce((sum, dish) => sum + dish.counts.normal, 0));
  const base = { complete, seeds, lostSeeds: seedsOf(dishes) - seeds, counts, hundreds };
  if (!complete) return { ...base, rounded: null, verdict: null };
  const verdict: Verdict<GerminationNext> =
    hundreds.length === 4
      ? judgeReplicates(edition, hundreds)
      : hundreds.length === 2 || hundreds.length === 3
        ? judgeFewer(edition, hundreds)
        : notFourHundreds(left.length, seeds);
  return { ...base, rounded: roundTo100(counts, seeds), verdict };
}

const seedsOf = (dishes: readonly DishCounts[]) => dishes.reduce((sum, dish) => sum + dish.seeds, 0);

/** Dishes by the hundred that they make, in the order in which they stood; null where they make no whole ones. */
function inHundreds(dishes: readonly DishCounts[]): DishCounts[][] | null {
  const hundreds: DishCounts[][] = [];
  let open: DishCounts[] = [];
  for (const dish of dishes) {
    open.push(dish);
    const seeds = seedsOf(open);
    if (seeds > 100) return null;
    if (seeds < 100) continue;
    hundreds.push(open);
    open = [];
  }
  return open.length === 0 ? hundreds : null;
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

/** Tests that were made in the same way, and what they come to together. */
export interface MethodGroup {
  readonly method: string;
  /** Positions (from 0) of its tests. */
  readonly tests: readonly number[];
  readonly result: GerminationResult;
}
export interface MethodsResult extends GerminationResult {
  /** In the order in which the methods were first tried. */
  readonly groups: readonly MethodGroup[];
  /** The group that is reported, or that asks for something; its position. */
  readonly chosen: number;
}

/**
 * Brings together tests of one lot that were made by several methods, such as before and after a treatment against
 * dormancy. Only tests of one method are compared and averaged; of the methods whose tests may be reported that with
 * the most normal seedlings is, the one tried first where they tie.
 *
 * Source: ISTA, germination, retesting for dormancy, toxicity or seedlings that are hard to evaluate: the best result is
 * reported with its method (from memory, high).
 */
export function combineMethods(
  edition: Edition,
  tests: readonly { readonly method: string; readonly result: TestResult }[],
): MethodsResult {
  const methods = [...new Set(tests.map((one) => one.method))];
  const groups = methods.map((method): MethodGroup => {
    const own = tests.flatMap((one, i) => (one.method === method ? [i] : []));
    const result = combine(
      edition,
      own.flatMap((i) => tests[i]?.result ?? []),
    );
    return { method, tests: own, result: { ...result, from: result.from.flatMap((i) => own[i] ?? []) } };
  });
  const none = combine(edition, []);
  const open = groups.findIndex(({ result }) => result.next === 'count');
  // Nothing is chosen while another method is still being counted.
  if (groups.length === 0 || open >= 0)
    return { ...(groups.length === 1 ? (groups[0]?.result ?? none) : none), groups, chosen: Math.max(0, open) };
  const normal = ({ result }: MethodGroup) => result.reported?.normal ?? -1;
  const best = groups.reduce((chosen, one, i) => (normal(one) > normal(groups[chosen] ?? one) ? i : chosen), 0);
  const chosen = groups.some(({ result }) => result.reported !== null) ? best : groups.length - 1;
  return { ...(groups[chosen]?.result ?? none), groups, chosen };
}

const wholeNormal = (test: TestResult) => test.rounded?.rounded.normal ?? 0;

export { CLASSES, type Counts, type ReplicateVerdict };
