import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { AOSA, ISTA } from '../testing/books.ts';
import { COMPONENTS } from '../units/components.ts';
import { Exact } from '../units/mass.ts';
import { analysePurity, shareSteps } from './analysePurity.ts';

const grams = fc.integer({ min: 0, max: 2_000_000 });
const four = fc.tuple(grams, grams, grams, grams).filter((parts) => parts.some((part) => part > 0));
const masses = (parts: readonly number[], factor = 1) =>
  Object.fromEntries(
    COMPONENTS.aosa.map((component, i) => [component, new Exact(parts[i] ?? 0).div(1000).times(factor)]),
  );

describe('purity analysis', () => {
  it('percents total 100 whatever the parts weigh, and only the largest part is adjusted', () => {
    fc.assert(
      fc.property(four, (parts) => {
        const analysis = analysePurity(AOSA, new Exact(10), masses(parts));
        const total = analysis.shares.reduce((sum, share) => sum.plus(share.percent), new Exact(0));
        expect(total.toString()).toBe('100');
        for (const share of analysis.shares)
          if (share.component !== analysis.adjusted)
            expect(Math.abs(share.percent - share.exactPercent)).toBeLessThanOrEqual(0.005 + 1e-9);
        const largest = Math.max(...analysis.shares.map((share) => Number(share.massG)));
        expect(Number(analysis.shares.find((share) => share.component === analysis.adjusted)?.massG)).toBe(largest);
      }),
    );
  });
  it('does not change with the unit: the same parts in another unit give the same percents', () => {
    fc.assert(
      fc.property(four, fc.integer({ min: 2, max: 5000 }), (parts, factor) => {
        const percents = (f: number) =>
          analysePurity(AOSA, new Exact(10), masses(parts, f)).shares.map((share) => share.percent);
        expect(percents(factor)).toEqual(percents(1));
      }),
    );
  });

  it('does not change with the order: parts that change places take their percents along', () => {
    fc.assert(
      fc.property(four, fc.shuffledSubarray([0, 1, 2, 3], { minLength: 4 }), (parts, order) => {
        const exact = (list: readonly number[]) =>
          analysePurity(AOSA, new Exact(10), masses(list)).shares.map((share) => share.exactPercent);
        const turned = order.map((i) => parts[i] ?? 0);
        const before = exact(parts);
        expect(exact(turned)).toEqual(order.map((i) => before[i]));
      }),
    );
  });

  it('gives the worked example of alfalfa, 5.102 g', () => {
    // Source: worked example to 7 CFR 201.47 (figures computed by hand from the rule, from memory).
    const analysis = analysePurity(AOSA, new Exact('5.102'), {
      pureSeed: new Exact('4.951'),
      otherCropSeed: new Exact('0.021'),
      inertMatter: new Exact('0.103'),
      weedSeed: new Exact('0.009'),
    });
    expect(analysis.shares.map((share) => share.percent)).toEqual([97.38, 0.41, 0.18, 2.03]);
    expect(analysis.changePercent).toBeCloseTo(-0.3528, 4);
    expect(analysis.retest).toBe(false);
  });

  it('judges gain and loss at the limit itself: five percent stands, a hair more is outside', () => {
    // Source: ISTA, purity, gain or loss over 5 % of the first weighing (from memory).
    const at = (pure: string) =>
      analysePurity(ISTA, new Exact('100.0'), {
        pureSeed: new Exact(pure),
        otherSeeds: new Exact(0),
        inertMatter: new Exact(0),
      });
    expect(['95.0', '105.0', '94.9', '105.1'].map((pure) => at(pure).verdict.outcome)).toEqual([
      'near',
      'near',
      'outside',
      'outside',
    ]);
  });

  it('a component below 0.05 % is a trace and reads 0.0', () => {
    const analysis = analysePurity(ISTA, new Exact('50.12'), {
      pureSeed: new Exact('49.31'),
      otherSeeds: new Exact('0.02'),
      inertMatter: new Exact('0.79'),
    });
    expect(analysis.shares.map((share) => [share.percent, share.trace])).toEqual([
      [98.4, false],
      [0, true],
      [1.6, false],
    ]);
    expect(shareSteps(analysis, 'otherSeeds').at(-1)?.result).toBe('trace');
  });

  // Source: the decimals by weight above: a sample of 5 to 10 g is weighed to 0.001 g, and 8.100 g is no 8.1 g.
  it('shows in its working the digits that were weighed, and more where more were written', () => {
    const parts = { pureSeed: new Exact('4.9'), otherSeeds: new Exact('0.0985'), inertMatter: new Exact('0.1') };
    const analysis = analysePurity(ISTA, new Exact('5.1'), parts);
    const told = (steps: readonly { label: string; result?: string; expression?: string }[]) =>
      Object.fromEntries(steps.map((one) => [one.label, one.expression ?? one.result]));
    expect(told(analysis.verdict.steps)).toMatchObject({
      'pure seed': '4.900',
      'other seeds': '0.0985',
      'inert matter': '0.100',
      'sum of parts': '5.0985',
      'first weighing': '5.100',
      'gain or loss': '(5.0985 − 5.100) / 5.100 × 100',
    });
    expect(told(shareSteps(analysis, 'pureSeed'))).toMatchObject({
      part: '4.900',
      'sum of parts': '5.0985',
      '4.900 / 5.0985 × 100': '96.1067',
    });
  });

  // Source: ISTA, reporting (from memory): below 0.05 % is a trace, 0.05 % is reported as 0.1.
  it('0.05 % is reported, a hair below is a trace, and nothing is none', () => {
    const at = (other: string) => {
      const otherSeeds = new Exact(other);
      const [, share] = analysePurity(ISTA, new Exact(100), {
        pureSeed: new Exact(100).minus(otherSeeds),
        otherSeeds,
        inertMatter: new Exact(0),
      }).shares;
      return [share?.percent, share?.trace];
    };
    expect([at('0.05'), at('0.04999'), at('0')]).toEqual([
      [0.1, false],
      [0, true],
      [0, false],
    ]);
  });

  it('a part that weighs as much as its whole is all of it; what follows is told by a code', () => {
    const all = { pureSeed: new Exact(5), otherSeeds: new Exact(0), inertMatter: new Exact(0) };
    const whole = analysePurity(ISTA, new Exact(5), all);
    expect(whole.shares.map((one) => one.percent)).toEqual([100, 0, 0]);
    expect(whole.verdict).toMatchObject({ measured: 0, outcome: 'within', next: 'gain-or-loss-allowed' });
    expect(analysePurity(ISTA, new Exact(6), all).verdict.next).toBe('take-another-working-sample');
  });

  // Source: plain arithmetic: three thirds are 33.3 each, the first takes the tenth; 33.35, 33.35 and 33.3 go up to 100.1.
  it('the largest part takes what is missing or too much, and only its slip says so', () => {
    const of = (pure: number, other: number, inert: number) =>
      analysePurity(ISTA, new Exact(10), {
        pureSeed: new Exact(pure),
        otherSeeds: new Exact(other),
        inertMatter: new Exact(inert),
      });
    const took = (analysis: ReturnType<typeof of>, component: 'pureSeed' | 'otherSeeds' | 'inertMatter') =>
      shareSteps(analysis, component).find((one) => one.label.startsWith('largest'))?.result;
    const thirds = of(1, 1, 1);
    expect(thirds.shares.map((one) => one.percent)).toEqual([33.4, 33.3, 33.3]);
    expect([took(thirds, 'pureSeed'), took(thirds, 'otherSeeds')]).toEqual(['+0.1', undefined]);
    const over = of(3335, 3335, 3330);
    expect(over.shares.map((one) => one.percent)).toEqual([33.3, 33.4, 33.3]);
    expect([took(over, 'pureSeed'), took(over, 'inertMatter')]).toEqual(['−0.1', undefined]);
    expect(took(of(98, 1, 1), 'pureSeed')).toBeUndefined();
    expect(shareSteps(thirds, 'weedSeed')).toEqual([]);
    expect(shareSteps(thirds, 'otherSeeds').at(-1)).toMatchObject({ label: 'to one decimal', result: '33.3' });
    const two = analysePurity(AOSA, new Exact(3), masses([1000, 1000, 1000, 0]));
    expect(shareSteps(two, 'pureSeed').at(-1)).toMatchObject({ label: 'to two decimals', result: '33.34' });
  });

  it('refuses a part that weighs less than nothing', () => {
    const parts = { pureSeed: new Exact(5), otherSeeds: new Exact(-1), inertMatter: new Exact(0) };
    expect(() => analysePurity(ISTA, new Exact(5), parts)).toThrow(/^otherSeedsG/);
  });

  it('refuses parts that add to nothing, a missing part and a sample of nothing', () => {
    const none = new Exact(0);
    expect(() => analysePurity(ISTA, new Exact(5), { pureSeed: none, otherSeeds: none, inertMatter: none })).toThrow(
      /^pureSeedG/,
    );
    expect(() => analysePurity(ISTA, new Exact(5), { pureSeed: new Exact(5) })).toThrow(/^otherSeedsG/);
    expect(() => analysePurity(ISTA, none, {})).toThrow(/^workingSampleG/);
  });
});
