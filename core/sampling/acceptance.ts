import { betaQuantile, binomialAtMost } from '../statistics/betaDistribution.ts';
import { gammaQuantile, poissonAtMost } from '../statistics/gammaDistribution.ts';
import { hypergeometricCdf } from '../statistics/hypergeometric.ts';
import { aboveUpTo, ArgumentFault, between, numberIn, wholeIn } from '../units/argument.ts';
import type { WorkingStep } from '../verdict/verdict.ts';

/** How the number of marked seeds in a sample varies; counts in a mass are Poisson. */
export type Spread = 'binomial' | 'poisson';

/**
 * Chance that a lot is accepted: at most c marked seeds among n, when the true share is p.
 *
 * @param n  seeds examined, integer 1..1e7
 * @param c  most marked seeds that are still accepted, integer 0..n (binomial), 0..1e7 (Poisson)
 * @param p  true share, 0..1
 * @throws {RangeError} if an argument leaves its range
 *
 * Source: the distributions themselves; check values from R 4.2.2 pbinom, ppois.
 */
export function acceptProbability(spread: Spread, n: number, c: number, p: number): number {
  checkPlan(spread, n, c);
  numberIn('p', p, 0, 1);
  if (p === 0) return 1;
  return spread === 'binomial' ? binomialAtMost(c, n, p) : poissonAtMost(c, n * p);
}

/** As `acceptProbability`, for a finite lot of which so many seeds are marked; drawn without putting back. */
export function acceptFromLot(n: number, c: number, lotSize: number, defectivesInLot: number): number {
  return hypergeometricCdf(c, lotSize, defectivesInLot, n);
}

/**
 * The true share at which a plan accepts with a given chance.
 * @param pAccept  0 < pAccept < 1
 * @throws {RangeError} if an argument leaves its range; a binomial plan with c = n accepts everything
 *
 * Source: the beta and gamma quantiles that belong to the two distributions (R 4.2.2 qbeta, qgamma).
 */
export function acceptancePoint(spread: Spread, n: number, c: number, pAccept: number): number {
  checkPlan(spread, n, c);
  if (spread === 'binomial' && c === n) throw new ArgumentFault('c', { is: 'argument.accepts-every-lot', c, n });
  between('pAccept', pAccept, 0, 1);
  return spread === 'binomial'
    ? betaQuantile({ upper: pAccept }, c + 1, n - c)
    : gammaQuantile({ upper: pAccept }, c + 1) / n;
}

export interface AcceptancePlan {
  readonly n: number;
  readonly c: number;
  readonly pAcceptAtAql: number;
  readonly pAcceptAtLql: number;
}

const LARGEST_C = 2000;
const LARGEST_N = 1e7;

/**
 * The smallest sample that tells two qualities apart: accepts the good one (aql) at least with 1 − alpha,
 * the bad one (lql) at most with beta.
 *
 * For each c the smallest n that is strict enough is the best one for the good lot; the first c that serves
 * both is the answer.
 *
 * @param aql, lql    shares, 0 ≤ aql < lql ≤ 1
 * @param alpha, beta  risks, 0 < … < 1
 * @throws {RangeError} if an argument leaves its range, or no plan of up to 1e7 seeds does it
 */
export function designPlan(spread: Spread, aql: number, alpha: number, lql: number, beta: number): AcceptancePlan {
  if (!(aql >= 0 && aql < 1)) throw new ArgumentFault('aql', { is: 'argument.zero-to-below-one', got: aql });
  aboveUpTo('lql', lql, aql, 1);
  between('alpha', alpha, 0, 1);
  between('beta', beta, 0, 1);
  let from = 1;
  for (let c = 0; c <= LARGEST_C; c += 1) {
    const n = smallestSample(Math.max(from, c + 1), (size) => acceptProbability(spread, size, c, lql) <= beta);
    if (n === null) break;
    const pAcceptAtAql = acceptProbability(spread, n, c, aql);
    if (pAcceptAtAql >= 1 - alpha) return { n, c, pAcceptAtAql, pAcceptAtLql: acceptProbability(spread, n, c, lql) };
    from = n;
  }
  throw new ArgumentFault('lql', { is: 'argument.too-near', aql, lql, most: LARGEST_C });
}

/** The smallest n from `low` up that is strict enough; acceptance falls with n, so halving finds it. */
function smallestSample(low: number, strict: (n: number) => boolean): number | null {
  let high = low;
  while (!strict(high)) {
    if (high >= LARGEST_N) return null;
    high = Math.min(LARGEST_N, high * 2);
  }
  let below = low - 1;
  while (high - below > 1) {
    const middle = Math.floor((below + high) / 2);
    if (strict(middle)) high = middle;
    else below = middle;
  }
  return high;
}

function checkPlan(spread: Spread, n: number, c: number): void {
  wholeIn('n', n, 1, LARGEST_N);
  const most = spread === 'binomial' ? n : LARGEST_N;
  wholeIn('c', c, 0, most);
}

/** A plan and what it does at one true share, as a slip shows it. */
export function acceptanceSteps(
  spread: Spread | 'hypergeometric',
  n: number,
  c: number,
  p: number,
  pAccept: number,
): readonly WorkingStep[] {
  return [
    { label: 'seeds examined', result: String(n) },
    { label: 'marked seeds accepted', result: `0 to ${c}` },
    {
      label: `at a true share of ${Number((p * 100).toPrecision(5))} %`,
      expression: `${spread} P(X ≤ ${c})`,
      result: `${Number((pAccept * 100).toPrecision(5))} %`,
    },
  ];
}
