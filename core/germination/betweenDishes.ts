import { gammaTails } from '../statistics/gammaDistribution.ts';
import { ArgumentFault, wholeIn } from '../units/argument.ts';

/** Germinated of so many, dish by dish. */
export interface Dishes {
  readonly x: readonly number[];
  readonly n: readonly number[];
}

/** @throws {RangeError} naming the argument */
export function checkDishes({ x, n }: Dishes): void {
  if (x.length < 2) throw new ArgumentFault('x', { is: 'argument.so-many', least: 2, most: null, got: x.length });
  if (n.length !== x.length)
    throw new ArgumentFault('n', { is: 'argument.so-many', least: x.length, most: x.length, got: n.length });
  n.forEach((seeds, i) => wholeIn(`n.${i}`, seeds, 1, 1e6));
  x.forEach((one, i) => wholeIn(`x.${i}`, one, 0, n[i] ?? 0));
}

/** Whether dishes differ more than chance alone explains. */
export interface DishSpread {
  /** Share of all seeds together. */
  readonly pooled: number;
  /** Chi-square of homogeneity, and its chance; null where all seeds or none germinated. */
  readonly statistic: number | null;
  readonly df: number;
  readonly pValue: number | null;
  readonly dispersionRatio: number | null;
  /** Variance of the counts over their mean, by Poisson: coarser, as it takes no account of the seeds that were laid. */
  readonly poissonIndex: {
    readonly varianceOverMean: number | null;
    readonly statistic: number | null;
    readonly pValue: number | null;
  };
}

/**
 * Chi-square of homogeneity of dishes, with its dispersion ratio, and the index of dispersion of their counts.
 *
 * @throws {RangeError} for fewer than two dishes, or counts that cannot be
 * Source: as R 4.2.2 prop.test(x, n, correct = FALSE) and pchisq.
 */
export function dishSpread({ x, n }: Dishes): DishSpread {
  checkDishes({ x, n });
  const sum = (of: readonly number[]) => of.reduce((a, b) => a + b, 0);
  const [found, seeds, df] = [sum(x), sum(n), x.length - 1];
  const pooled = found / seeds;
  const none = found === 0 || found === seeds;
  const statistic = none
    ? null
    : sum(x.map((one, i) => (one - (n[i] ?? 0) * pooled) ** 2 / ((n[i] ?? 0) * pooled * (1 - pooled))));
  const mean = found / x.length;
  const variance = sum(x.map((one) => (one - mean) ** 2)) / df;
  const index = mean > 0 ? variance / mean : null;
  const upper = (of: number) => gammaTails(of / 2, df / 2).upper;
  return {
    pooled,
    statistic,
    df,
    pValue: statistic === null ? null : upper(statistic),
    dispersionRatio: statistic === null ? null : statistic / df,
    poissonIndex: {
      varianceOverMean: index,
      statistic: index === null ? null : df * index,
      pValue: index === null ? null : upper(df * index),
    },
  };
}
