import type { Rule } from '../verdict/verdict.ts';

/** Air that seed of so much moisture may be dried in, closed at both ends, to a tenth of a percent. */
export interface DryingAir {
  readonly moistureFrom: number;
  readonly moistureTo: number | null;
  readonly mostC: number;
  readonly rule: Rule;
}

/** Warmest air for seed of this moisture, which is read to a tenth of a percent. */
export function warmestAir(rows: readonly DryingAir[], moisturePercent: number): DryingAir | null {
  const tenths = Math.round(moisturePercent * 10) / 10;
  return (
    rows.find((one) => tenths >= one.moistureFrom && (one.moistureTo === null || tenths <= one.moistureTo)) ?? null
  );
}
