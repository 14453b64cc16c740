import { binomialAtMost } from '../statistics/betaDistribution.ts';
import { normalChance } from '../statistics/normalDistribution.ts';
import { ArgumentFault, wholeIn } from '../units/argument.ts';

export interface PairedAgreement {
  readonly mcnemarExactP: number;
  readonly mcnemarChi2: number | null;
  readonly mcnemarChi2P: number | null;
  readonly mcnemarChi2CorrectedP: number | null;
  /** Share of yes by the first less that by the second. */
  readonly difference: number;
  readonly observedAgreement: number;
  readonly expectedAgreement: number;
  readonly kappa: number | null;
  readonly seKappa: number | null;
  /** Standard error if there were no agreement beyond chance. */
  readonly seKappa0: number | null;
}

/**
 * The same seeds judged twice, yes or no: sank and then sprouted, sprouted and then came up.
 *
 * @param bothYes, firstOnly, secondOnly, bothNo  seeds, integers ≥ 0, together 1..1e6
 * @returns null where a figure is 0/0: nothing differs, or all are judged alike
 * @throws {RangeError} if a count is none
 *
 * Source: McNemar Q. (1947), exact by the binomial; Cohen's kappa with the standard errors of Fleiss J.L., Cohen J.
 * & Everitt B.S. (1969) Psychological Bulletin 72:323–327.
 */
export function pairedAgreement(
  bothYes: number,
  firstOnly: number,
  secondOnly: number,
  bothNo: number,
): PairedAgreement {
  for (const [name, value] of Object.entries({ bothYes, firstOnly, secondOnly, bothNo })) wholeIn(name, value, 0, 1e6);
  const n = bothYes + firstOnly + secondOnly + bothNo;
  if (n < 1) throw new ArgumentFault('bothYes', { is: 'argument.no-seed-judged' });
  const apart = firstOnly + secondOnly;
  const chi2P = (chi2: number) => 2 * normalChance(-Math.sqrt(chi2));
  const chi2 = apart === 0 ? null : (firstOnly - secondOnly) ** 2 / apart;
  const corrected = apart === 0 ? null : Math.max(0, Math.abs(firstOnly - secondOnly) - 1) ** 2 / apart;
  return {
    mcnemarExactP: apart === 0 ? 1 : Math.min(1, 2 * binomialAtMost(Math.min(firstOnly, secondOnly), apart, 0.5)),
    mcnemarChi2: chi2,
    mcnemarChi2P: chi2 === null ? null : chi2P(chi2),
    mcnemarChi2CorrectedP: corrected === null ? null : chi2P(corrected),
    difference: (firstOnly - secondOnly) / n,
    ...kappa(bothYes / n, firstOnly / n, secondOnly / n, bothNo / n, n),
  };
}

function kappa(a: number, b: number, c: number, d: number, n: number) {
  const observed = a + d;
  const first = [a + b, c + d] as const;
  const second = [a + c, b + d] as const;
  const expected = first[0] * second[0] + first[1] * second[1];
  const shares = { observedAgreement: observed, expectedAgreement: expected };
  if (expected >= 1) return { ...shares, kappa: null, seKappa: null, seKappa0: null };
  const free = 1 - expected;
  const diagonal =
    a * (free - (first[0] + second[0]) * (1 - observed)) ** 2 +
    d * (free - (first[1] + second[1]) * (1 - observed)) ** 2;
  const aside = (1 - observed) ** 2 * (b * (second[0] + first[1]) ** 2 + c * (second[1] + first[0]) ** 2);
  const middle = (observed * expected - 2 * expected + observed) ** 2;
  const marginal = first[0] * second[0] * (first[0] + second[0]) + first[1] * second[1] * (first[1] + second[1]);
  return {
    ...shares,
    kappa: (observed - expected) / free,
    seKappa: Math.sqrt(less(diagonal + aside, middle) / n) / free ** 2,
    seKappa0: Math.sqrt(less(expected + expected ** 2, marginal) / n) / free,
  };
}

/** A difference that is nothing but rounding is nothing: its root would be a thousand million times larger. */
function less(a: number, b: number): number {
  return a - b <= 16 * Number.EPSILON * a ? 0 : a - b;
}
