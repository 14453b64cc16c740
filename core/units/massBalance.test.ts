import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type EnteredMass, Exact, toGrams } from './mass.ts';
import { balanceMasses } from './massBalance.ts';

describe('the balance of masses', () => {
  const mass = fc.record({
    text: fc
      .tuple(fc.integer({ min: 0, max: 9999 }), fc.integer({ min: 0, max: 99 }))
      .map(([a, b]) => `${a}.${String(b).padStart(2, '0')}`),
    unit: fc.constantFrom('g' as const, 'kg' as const, 'lb' as const, 'oz' as const),
  });
  const asGrams = (one: EnteredMass) => toGrams(one);
  // Source: conservation of mass: parts that add up to the whole balance with no loss, in any units and any order.
  it('holds for parts that add up, and breaks when a part goes astray or is doubled', () => {
    fc.assert(
      fc.property(fc.array(mass, { minLength: 1, maxLength: 8 }), (parts) => {
        const sum = parts.reduce((total, one) => total.plus(asGrams(one)), new Exact(0));
        if (!/^\d{1,9}(\.\d{1,9})?$/.test(sum.toString())) return;
        const whole: EnteredMass = { text: sum.toString(), unit: 'g' };
        expect(balanceMasses(whole, parts, new Exact(0)).outcome).toBe('balanced');
        expect(balanceMasses(whole, [...parts].reverse(), new Exact(0)).differenceG.toString()).toBe('0');
        const [first] = parts;
        const { roundingG } = balanceMasses(whole, parts, new Exact(0));
        if (!first || asGrams(first).lte(roundingG.times(2))) return;
        expect(balanceMasses(whole, parts.slice(1), new Exact(0)).outcome).toBe('missing');
        expect(balanceMasses(whole, parts.slice(1), asGrams(first)).outcome).toBe('balanced');
        expect(balanceMasses(whole, [...parts, first], asGrams(first)).outcome).toBe('gained');
      }),
    );
  });
  it('forgives what the last digits leave open, and no more', () => {
    const grams = (text: string): EnteredMass => ({ text, unit: 'g' });
    // Source: plain arithmetic, by hand: three figures to 0.1 g leave 3 × 0.05 = 0.15 g open.
    expect(balanceMasses(grams('100.0'), [grams('50.0'), grams('50.1')], new Exact(0)).outcome).toBe('balanced');
    expect(balanceMasses(grams('100.0'), [grams('50.0'), grams('50.2')], new Exact(0)).outcome).toBe('gained');
    expect(balanceMasses(grams('100.0'), [grams('50.0'), grams('49.8')], new Exact(0)).outcome).toBe('missing');
    expect(balanceMasses(grams('100.0'), [grams('50.0'), grams('49.8')], new Exact('0.1')).outcome).toBe('balanced');
    expect(() => balanceMasses(grams('1'), [], new Exact(-1))).toThrow('statedLossG: argument.zero-or-more');
  });
});
