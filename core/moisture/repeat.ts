import type { Rule } from '../rule-books/edition.ts';
import { Exact, type ExactNumber } from '../units/mass.ts';
import { outcomeUpTo } from '../verdict/verdict.ts';
import type { OvenResult } from './ovenCourse.ts';

/**
 * A test that repeats one whose containers lay too far apart. Where its own agree, it stands alone. Where they do not,
 * the means of both tests are compared: within the limit their mean is reported, otherwise it is begun anew.
 *
 * @param limitAt  how far two means may lie apart at their own mean
 * Source: ISTA, moisture, repeat of the determination (from memory, confidence medium).
 */
export function judgeRepeat(
  earlier: OvenResult,
  result: OvenResult,
  limitAt: (mean: ExactNumber) => { readonly value: number; readonly rule: Rule },
): OvenResult {
  if (result.verdict.next !== 'repeat-both-containers') return result;
  const [first, second] = [new Exact(earlier.meanPercent), new Exact(result.meanPercent)];
  const mean = first.plus(second).div(2);
  const apart = first.minus(second).abs();
  const limit = limitAt(mean);
  const outcome = outcomeUpTo(apart.toNumber(), limit.value);
  const agree = apart.lte(limit.value);
  const otherwise = earlier.deviations.length + result.deviations.length > 0;
  return {
    ...result,
    repeat: { earlierPercent: earlier.meanPercent, thisPercent: result.meanPercent, apart: apart.toNumber() },
    ...(agree ? { reportedPercent: mean.toDecimalPlaces(1).toNumber() } : {}),
    deviations: [...earlier.deviations, ...result.deviations],
    verdict: {
      ...result.verdict,
      measured: apart.toNumber(),
      limit: limit.value,
      rule: limit.rule,
      steps: [
        ...result.verdict.steps,
        { label: 'mean of the test before', result: first.toDecimalPlaces(4).toString(), unit: '%' },
        { label: 'mean of this one', result: second.toDecimalPlaces(4).toString(), unit: '%' },
        { label: 'means apart', result: apart.toDecimalPlaces(4).toString(), unit: '%' },
        { label: 'largest allowed', result: String(limit.value), unit: '%' },
        ...(agree
          ? [{ label: 'mean of both, to one decimal', result: mean.toDecimalPlaces(1).toFixed(1), unit: '%' }]
          : []),
      ],
      outcome: !agree || otherwise ? 'outside' : outcome,
      next: !agree ? 'begin-anew' : otherwise ? 'made-otherwise' : 'means-agree',
    },
  };
}

/**
 * The tests of a lot judged one after the other, as they repeat each other: a test whose containers lay too far apart is
 * repeated by the next one, and what is begun anew by none.
 */
export function judgeInOrder<T extends { readonly result: OvenResult | null }>(
  tests: readonly T[],
  limitAt: (test: T, mean: ExactNumber) => { readonly value: number; readonly rule: Rule },
): T[] {
  let before: OvenResult | null = null;
  return tests.map((test) => {
    if (!test.result) return test;
    const result = before ? judgeRepeat(before, test.result, (mean) => limitAt(test, mean)) : test.result;
    before = result.verdict.next === 'repeat-both-containers' ? result : null;
    return { ...test, result };
  });
}
