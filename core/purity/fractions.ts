import { clopperPearson } from '../statistics/binomialInterval.ts';
import type { ProportionInterval } from '../statistics/wilsonInterval.ts';
import { ArgumentFault } from '../units/argument.ts';

/** What pure seed may be like without being anything but pure seed: for the cleaning shed, never for a label. */
export const FRACTIONS = ['light', 'stained', 'bored', 'off-type'] as const;
export type Fraction = (typeof FRACTIONS)[number];

export interface FractionShare {
  readonly fraction: Fraction;
  readonly seeds: number;
  readonly percent: number;
  /** Exact 95 % interval, fractions 0..1. */
  readonly interval: ProportionInterval;
}

/**
 * Share of pure seed that is light, stained, bored or off type, each seed called once, under its worst fault.
 *
 * @param examined  pure seeds looked at, integer 1..1e6
 * @param seeds     seeds of each fraction, integers ≥ 0 that add to `examined` at most
 * @throws {RangeError} if they do not
 *
 * Source: Clopper & Pearson (1934), see `clopperPearson`.
 */
export function shareFractions(
  examined: number,
  seeds: Readonly<Partial<Record<Fraction, number>>>,
): readonly FractionShare[] {
  const total = FRACTIONS.reduce((sum, one) => sum + (seeds[one] ?? 0), 0);
  if (total > examined) throw new ArgumentFault('seeds', { is: 'argument.more-than-looked-at', total, examined });
  return FRACTIONS.flatMap((fraction) => {
    const found = seeds[fraction];
    return found === undefined
      ? []
      : [
          {
            fraction,
            seeds: found,
            percent: (100 * found) / examined,
            interval: clopperPearson(found, examined, 0.95),
          },
        ];
  });
}
