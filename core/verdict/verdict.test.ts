import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Exact } from '../units/mass.ts';
import { judgeAtLeast } from './atLeast.ts';
import { numberSlip, verdictSlip } from './numberSlip.ts';
import { outcomeUpTo, type Rule, worst } from './verdict.ts';

describe('a figure up to a limit', () => {
  // Source: the definition (inside by less than a tenth of the limit), in whole hundredths, where nothing is rounded.
  it('is outside past its limit, near with less than a tenth of it left, and at the tenth itself still within', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 20_000 }), fc.integer({ min: 0, max: 22_000 }), (limit, measured) => {
        const left = limit - measured;
        const wanted = left < 0 ? 'outside' : 10 * left < limit ? 'near' : 'within';
        expect(outcomeUpTo(measured / 100, limit / 100)).toBe(wanted);
      }),
    );
    expect(outcomeUpTo(0.9, 1)).toBe('within');
    expect(outcomeUpTo(0.18, 0.2)).toBe('within');
    expect(outcomeUpTo(0.181, 0.2)).toBe('near');
    expect(outcomeUpTo(1.503, 1.67)).toBe('within');
  });
  it('of several the worst counts: outside, then what was not evaluated, then near', () => {
    expect(worst(['within', 'near', 'not-judged', 'outside'])).toBe('outside');
    expect(worst(['near', 'within', 'not-judged'])).toBe('not-judged');
    expect(worst(['within', 'near'])).toBe('near');
    expect(worst(['within', 'within'])).toBe('within');
    expect(worst([])).toBe('not-judged');
  });
});

const rule: Rule = {
  book: 'own',
  edition: 'E',
  section: 'S',
  provenance: { origin: 'own', verification: 'from memory' },
};

it('a figure that must reach a least value is within at that value, and outside a hair below', () => {
  const at = (measured: string) =>
    judgeAtLeast('weighed', 'g', new Exact(measured), 5, rule, { enough: 'enough', short: 'short' });
  expect(at('5')).toMatchObject({ outcome: 'within', next: 'enough', measured: 5, limit: 5 });
  expect(at('4.9999999999999999999')).toMatchObject({ outcome: 'outside', next: 'short' });
});

it('a slip keeps steps, outcome and rule as a document freezes them', () => {
  const steps = [{ label: 'a', result: '1' }];
  expect(numberSlip('T', steps, null)).toEqual({ title: 'T', steps, rule: null });
  expect(numberSlip('T', steps, { ...rule, row: '5' }).rule).toEqual({
    text: 'E: S, 5',
    provenance: 'own, from memory',
  });
  expect(
    verdictSlip('T', { measured: 1, limit: 2, unit: 'g', outcome: 'within', rule, steps, next: 'enough' }),
  ).toMatchObject({ outcome: 'within', next: 'enough', rule: { text: 'E: S' } });
});
