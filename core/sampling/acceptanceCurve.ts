import { wholeIn } from '../units/argument.ts';
import { acceptancePoint, acceptProbability, type Spread } from './acceptance.ts';
import { poolAcceptance, seedShare } from './pools.ts';

/** A sample with the most marked seeds (or positive pools) that still let the lot pass. */
export type CurvePlan =
  | { readonly kind: Spread; readonly n: number; readonly c: number }
  | { readonly kind: 'pools'; readonly pools: number; readonly poolSize: number; readonly c: number };

export interface AcceptanceCurve {
  /** True share of marked seeds, 0..1, and the chance that the lot passes; from left to right. */
  readonly points: readonly { readonly share: number; readonly accepted: number }[];
  /** Shares that pass with these chances; a chance that no share passes with is left out. */
  readonly marks: readonly { readonly accepted: number; readonly share: number }[];
}

const MARKED = [0.95, 0.5, 0.1] as const;
/** The curve ends where one lot in five hundred passes. */
const END = 0.002;

/**
 * How sure a sample makes: the chance to pass against the true quality.
 * @param count  points of the curve, integer 2..2000
 * @throws {RangeError} naming the figure that cannot be; a plan that accepts everything has no curve
 *
 * Source: the distributions themselves, by `acceptProbability` and `poolAcceptance`.
 */
export function acceptanceCurve(plan: CurvePlan, count: number): AcceptanceCurve {
  wholeIn('count', count, 2, 2000);
  const end = Math.min(1, pointOf(plan, END));
  return {
    points: Array.from({ length: count }, (_, i) => {
      const share = (end * i) / (count - 1);
      return { share, accepted: heightOf(plan, share) };
    }),
    // A small sample that allows much lets even a lot of nothing else pass more often than that.
    marks: MARKED.map((accepted) => ({ accepted, share: pointOf(plan, accepted) })).filter((one) => one.share <= 1),
  };
}

function heightOf(plan: CurvePlan, share: number): number {
  return plan.kind === 'pools'
    ? poolAcceptance(plan.pools, plan.poolSize, plan.c, share).pAccept
    : acceptProbability(plan.kind, plan.n, plan.c, share);
}

function pointOf(plan: CurvePlan, accepted: number): number {
  if (plan.kind !== 'pools') return acceptancePoint(plan.kind, plan.n, plan.c, accepted);
  wholeIn('poolSize', plan.poolSize, 1, 1e6);
  return seedShare(acceptancePoint('binomial', plan.pools, plan.c, accepted), plan.poolSize);
}
