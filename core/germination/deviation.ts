/** What a plan's temperature allows, °C. */
export interface Allowed {
  readonly leastC: number;
  readonly mostC: number;
}

/**
 * Between which temperatures dishes may stand: within the band of the constant temperature, or from the lower of two
 * alternating ones to the higher. While they alternate, everything between the two is on the way from one to the other.
 *
 * @param temperature  "20" or "20<=>30", °C
 * @param bandC        the book's, either way, °C
 * @returns null where the words are no temperatures
 * Source: ISTA, germination, conditions: ± 2 °C; 7 CFR 201.56: ± 1 °C (from memory).
 */
export function allowedC(temperature: string, bandC: number): Allowed | null {
  const degrees = temperature.split('<=>').map((one) => (one.trim() === '' ? Number.NaN : Number(one)));
  if (degrees.length > 2 || degrees.some((one) => Number.isNaN(one))) return null;
  return { leastC: Math.min(...degrees) - bandC, mostC: Math.max(...degrees) + bandC };
}

/** A door that was opened: so long outside is no deviation. Common practice, no source. */
export const GRACE_MINUTES = 60;

/** A stretch of readings outside, as a logger saw it. */
export interface OutsideStretch {
  /** Instants of the first and the last reading outside, ms. */
  readonly from: number;
  readonly to: number;
  readonly coldestC: number;
  readonly warmestC: number;
}
export interface Deviation extends OutsideStretch {
  readonly minutes: number;
  readonly side: 'cold' | 'warm';
  /** The temperature furthest outside, °C. */
  readonly worstC: number;
}

/** Stretches that last longer than a door stands open, with how far outside they went. */
export function deviationsOf(stretches: readonly OutsideStretch[], { leastC, mostC }: Allowed): Deviation[] {
  return stretches.flatMap((one) => {
    const minutes = Math.round((one.to - one.from) / 60_000);
    if (minutes <= GRACE_MINUTES) return [];
    const warm = one.warmestC - mostC >= leastC - one.coldestC;
    return [
      {
        ...one,
        minutes,
        side: warm ? ('warm' as const) : ('cold' as const),
        worstC: warm ? one.warmestC : one.coldestC,
      },
    ];
  });
}
