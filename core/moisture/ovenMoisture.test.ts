import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ISTA } from '../testing/books.ts';
import { Exact } from '../units/mass.ts';
import { moistureMethodFor } from './methodFor.ts';
import { judgeOvenDuplicate, lossStep, ovenMoisture } from './ovenMoisture.ts';

const weighing = (container: string, withSeed: string, dried: string) => ({
  containerG: new Exact(container),
  withSeedG: new Exact(withSeed),
  driedG: new Exact(dried),
});
const limit = () => ISTA.parameter('moisture_duplicate_limit_percent');

describe('oven moisture', () => {
  // Source: ISTA, moisture, (M2 − M3) / (M2 − M1) × 100 (from memory); 5 g of seed that lose 0.5 g hold 10 %.
  it('is water lost of wet mass, and of dry mass beside it', () => {
    const { wetBasis, dryBasis } = ovenMoisture(weighing('20', '25', '24.5'));
    expect([wetBasis.toString(), dryBasis?.toDecimalPlaces(6).toString()]).toEqual(['10', '11.111111']);
  });
  // Source: wet = dry / (1 + dry), the two bases of one water content (arithmetic).
  it('keeps both bases consistent, and does not care for the container', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 5000 }),
        fc.integer({ min: 1, max: 5000 }),
        fc.integer({ min: 0, max: 90_000 }),
        (water, dry, tin) => {
          const mg = (value: number) => new Exact(value).div(1000);
          const { wetBasis, dryBasis } = ovenMoisture({
            containerG: mg(tin),
            withSeedG: mg(tin + water + dry),
            driedG: mg(tin + dry),
          });
          expect(wetBasis.toNumber()).toBeCloseTo((100 * water) / (water + dry), 10);
          expect(dryBasis?.times(100).div(dryBasis.plus(100)).toNumber()).toBeCloseTo(wetBasis.toNumber(), 8);
        },
      ),
    );
  });
  it('judges duplicates at the limit itself', () => {
    // Source: ISTA, duplicates may differ by 0.2 % (from memory).
    const first = weighing('0', '10.000', '9.000');
    expect(judgeOvenDuplicate(first, weighing('0', '10.000', '9.020'), limit)).toMatchObject({
      differencePercent: 0.2,
      meanPercent: 9.9,
      verdict: { outcome: 'near', next: 'containers-agree' },
    });
    expect(judgeOvenDuplicate(first, weighing('0', '10.000', '9.021'), limit).verdict).toMatchObject({
      outcome: 'outside',
      next: 'repeat-both-containers',
    });
  });
  // Source: the digits of a weighing are part of it: 25.000 g is no 25 g (common practice, no source).
  it('shows in its working the digits that were weighed: as many for all three as for the finest of them', () => {
    const shown = (decimals?: number) =>
      lossStep('first', { ...weighing('20', '25.10', '24.6015'), ...(decimals === undefined ? {} : { decimals }) })
        .expression;
    expect(shown()).toBe('(25.1000 − 24.6015) / (25.1000 − 20.0000) × 100');
    expect(shown(3)).toBe(shown());
    expect(shown(5)).toBe('(25.10000 − 24.60150) / (25.10000 − 20.00000) × 100');
  });
  it.each([
    ['20', '20', '20', 'withSeedG'],
    ['20', '25', '25.1', 'driedG'],
    ['20', '25', '19', 'driedG'],
    ['-1', '25', '24', 'containerG'],
  ])('refuses %s, %s, %s by naming %s', (container, withSeed, dried, name) => {
    expect(() => ovenMoisture(weighing(container, withSeed, dried))).toThrow(new RegExp(`^${name}: argument`));
  });
  // By hand, the other side of those borders: nothing lost is 0 %, all lost is 100 % of the wet mass and has no dry one.
  it('takes seed that loses nothing, and all, down to its container', () => {
    expect(ovenMoisture(weighing('20', '25', '25')).wetBasis.toNumber()).toBe(0);
    const { wetBasis, dryBasis } = ovenMoisture(weighing('0', '25', '0'));
    expect([wetBasis.toNumber(), dryBasis]).toEqual([100, null]);
  });
  it('finds the method of a kind by its own row, else by its genus', () => {
    // Source: ISTA, moisture methods by kind (from memory).
    expect(moistureMethodFor(ISTA.moistureMethods, 'Trifolium pratense')).toMatchObject({
      temperatureC: 'high 130',
      hours: 1,
    });
    expect(moistureMethodFor(ISTA.moistureMethods, 'Zea mays')).toMatchObject({ grinding: 'fine', hours: 4 });
    expect(moistureMethodFor(ISTA.moistureMethods, 'Phacelia tanacetifolia')).toBeNull();
  });
});
