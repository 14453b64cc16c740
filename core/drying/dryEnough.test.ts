import { describe, expect, it } from 'vitest';
import { dryEnough, type DryEvidence, type DryKind } from './dryEnough.ts';

// Source: by hand from moisture in balance with air (equilibrium.test.ts) and conservation of dry matter; the limits of
// each closing are common practice, as the docstrings say.
const told = ({ steps }: { steps: readonly { label: string; result: string }[] }) =>
  steps.map((one) => `${one.label}: ${one.result}`);

describe('dry enough to close?', () => {
  const cereal: DryKind = { desiccation: 'orthodox', oilFraction: 0.02 };
  const ask = (evidence: Partial<DryEvidence>, closing: 'paper' | 'airtight' | 'freezer' = 'airtight', kind = cereal) =>
    dryEnough(kind, closing, { temperatureC: 20, ...evidence });

  it('brings every sign to the air that the seed is in balance with', () => {
    // 11.46 % is in balance with 50 % (worked above): too damp for a jar, good for paper.
    expect(ask({ moisturePercent: 11.46 }).answer).toBe('not-yet');
    expect(ask({ moisturePercent: 11.46 }, 'paper').answer).toBe('yes');
    expect(ask({ shutAirPercent: 38 }).answer).toBe('yes');
    expect(ask({ shutAirPercent: 38 }, 'freezer').answer).toBe('not-yet');
    // Oily seed of the same moisture stands in damper air: 6.77 % with oil 0.45 is in balance with 50 %.
    expect(ask({ moisturePercent: 6.77 }, 'airtight', { desiccation: 'orthodox', oilFraction: 0.45 }).answer).toBe(
      'not-yet',
    );
    expect(ask({ moisturePercent: 6.77 }).answer).toBe('yes');
  });
  it('follows the weight: dry matter stays, rest is balance with the room, touch is nothing', () => {
    // 100 g of 20 % hold 80 g of dry matter; at 90 g that is 100 − 8000/90 = 11.11 %.
    const lost = ask({
      firstMoisturePercent: 20,
      weighings: [
        { hours: 0, massG: 100 },
        { hours: 48, massG: 90 },
      ],
    });
    expect(lost.steps.find((one) => one.label === 'moisture by the weight lost')?.result).toBe('11.1');
    expect(lost.answer).toBe('not-yet');
    // Weight when dry: 80 g of dry matter at the target moisture.
    expect(lost.massWhenDryG).toBeCloseTo(80 / (1 - (lost.targetMoisturePercent ?? NaN) / 100), 9);
    const rest = [
      { hours: 0, massG: 50 },
      { hours: 24, massG: 49.99 },
    ];
    expect(ask({ weighings: rest, roomAirPercent: 35 }).answer).toBe('yes');
    expect(ask({ weighings: rest, roomAirPercent: 55 }).answer).toBe('not-yet');
    expect(ask({ weighings: rest })).toMatchObject({ answer: 'unknown' });
    expect(
      ask({
        weighings: [
          { hours: 0, massG: 50 },
          { hours: 24, massG: 48 },
        ],
        roomAirPercent: 35,
      }).answer,
    ).toBe('not-yet');
    expect(ask({}).reasons).toEqual([{ is: 'touch-says-nothing' }]);
  });
  it('takes the dampest sign, and says when signs disagree', () => {
    const both = ask({ moisturePercent: 8, shutAirPercent: 55 });
    expect(both.answer).toBe('not-yet');
    expect(both.reasons).toContainEqual({ is: 'signs-disagree' });
    // Nor is a weight named to wait for, when another sign is damper than the moisture that it rests on.
    const tray = [
      { hours: 0, massG: 100 },
      { hours: 48, massG: 90 },
    ];
    expect(ask({ firstMoisturePercent: 20, weighings: tray }).massWhenDryG).not.toBeNull();
    expect(ask({ firstMoisturePercent: 20, weighings: tray, shutAirPercent: 80 }).massWhenDryG).toBeNull();
  });
  it('knows kinds that die of it, and does not guess the oil', () => {
    expect(ask({ shutAirPercent: 20 }, 'freezer', { desiccation: 'sensitive', oilFraction: 0.1 }).answer).toBe('never');
    const unknown: DryKind = { desiccation: 'orthodox', oilFraction: null };
    expect(ask({ moisturePercent: 8 }, 'airtight', unknown).answer).toBe('unknown');
    expect(ask({ moisturePercent: 3 }, 'airtight', unknown).answer).toBe('yes');
    expect(ask({ moisturePercent: 16 }, 'airtight', unknown).answer).toBe('not-yet');
  });
  it.each([
    [{ shutAirPercent: 101 }, 'shutAirPercent'],
    [{ moisturePercent: 0 }, 'moisturePercent'],
    [{ temperatureC: 200 }, 'temperatureC'],
    [
      {
        weighings: [
          { hours: 1, massG: 5 },
          { hours: 1, massG: 5 },
        ],
      },
      'weighings.1.hours',
    ],
    [
      {
        weighings: [
          { hours: 0, massG: 100 },
          { hours: 9, massG: 70 },
        ],
        firstMoisturePercent: 20,
      },
      'weighings',
    ],
  ])('refuses %j by name', (evidence, name) => {
    expect(() => ask(evidence)).toThrow(new RegExp(`^${name.replaceAll('.', '[.]')}: argument`));
  });
});

describe('dry enough: what is said beside the answer', () => {
  const cereal: DryKind = { desiccation: 'orthodox', oilFraction: 0.02 };
  const ask = (evidence: Partial<DryEvidence>, kind: DryKind = cereal, closing: 'paper' | 'airtight' = 'airtight') =>
    dryEnough(kind, closing, { temperatureC: 20, ...evidence });
  const tray = (...masses: readonly [number, number][]) => masses.map(([hours, massG]) => ({ hours, massG }));

  it('at the limit itself it is dry enough, a hair above it is not', () => {
    expect(ask({ shutAirPercent: 40 }).answer).toBe('yes');
    expect(ask({ shutAirPercent: 40.01 }).answer).toBe('not-yet');
    for (const percent of [0, 100])
      expect(ask({ shutAirPercent: percent }).answer).toBe(percent === 0 ? 'yes' : 'not-yet');
    expect(() => ask({ shutAirPercent: -1 })).toThrow(/^shutAirPercent/);
    expect(() => ask({ roomAirPercent: 101 })).toThrow(/^roomAirPercent/);
    expect(() => ask({ firstMoisturePercent: 100 })).toThrow(/^firstMoisturePercent/);
    expect(() => ask({ weighings: tray([0, 0]) })).toThrow(/^weighings\.0\.massG/);
    for (const t of [-50, 80.1]) expect(() => ask({ temperatureC: t })).toThrow(/^temperatureC/);
  });
  it('tells the trend of the last half day and more', () => {
    const reasons = (...masses: readonly [number, number][]) =>
      ask({ weighings: tray(...masses), shutAirPercent: 55 }).reasons.map((one) => one.is);
    expect(reasons([0, 50], [12, 49])).toContain('falling');
    expect(reasons([0, 50], [12, 51])).toContain('rising');
    // Less than a thousandth a day is rest; half a day apart at least.
    expect(reasons([0, 50], [24, 49.96])).toEqual(['too-damp']);
    expect(reasons([0, 50], [24, 49.94])).toContain('falling');
    expect(reasons([0, 50], [11.9, 40])).toEqual(['too-damp']);
    // The last pair that lies far enough apart speaks, not the first of all.
    expect(reasons([0, 60], [24, 50], [48, 49.99])).toEqual(['too-damp']);
  });
  it('says what is missing where nothing is known', () => {
    expect(ask({}).next).toBe('shut-up-or-weigh');
    expect(ask({ weighings: tray([0, 50], [24, 50]) }).next).toBe('air-is-missing');
    expect(ask({ weighings: tray([0, 50], [24, 45]) })).toMatchObject({ answer: 'not-yet' });
    expect(ask({}, { desiccation: 'unknown', oilFraction: 0.02 }).reasons[0]?.is).toBe('may-die-dry');
    const why = (evidence: Partial<DryEvidence>) => ask(evidence).reasons.map((one) => one.is);
    expect(why({ shutAirPercent: 30 })).toEqual(['dry-enough']);
    expect(why({ shutAirPercent: 30, moisturePercent: 5 })).not.toContain('signs-disagree');
    expect(why({ shutAirPercent: 60, moisturePercent: 15 })).not.toContain('signs-disagree');
    expect(why({ shutAirPercent: 40, moisturePercent: 15 })).toContain('signs-disagree');
  });
  it('names the weight to wait for only where moisture, target and weight are known, and it is not dry yet', () => {
    const weighed = { weighings: tray([0, 100], [48, 90]) };
    expect(ask({ ...weighed, moisturePercent: 14 }).massWhenDryG).toBeCloseTo(
      (90 * 86) / (100 - (ask({}).targetMoisturePercent ?? NaN)),
      9,
    );
    expect(ask({ ...weighed }).massWhenDryG).toBeNull();
    expect(ask({ moisturePercent: 14 }).massWhenDryG).toBeNull();
    expect(ask({ ...weighed, moisturePercent: 4 }).massWhenDryG).toBeNull();
    expect(ask({ ...weighed, moisturePercent: 14 }, { desiccation: 'orthodox', oilFraction: null })).toMatchObject({
      massWhenDryG: null,
      targetMoisturePercent: null,
    });
    // One weighing alone has lost nothing.
    expect(ask({ weighings: tray([0, 100]), firstMoisturePercent: 20 }).signs).toEqual([]);
    expect(() => ask({ weighings: tray([0, 100], [9, 80]), firstMoisturePercent: 20 })).toThrow(/^weighings: argument/);
  });
  it('shows its working: the limit, the moisture that it is, each sign, and a range where the oil is not known', () => {
    // Source: by hand: 0.98 √(440 × 0.5108) / (1.1 + 20/90) = 11.11 dry, 10.0 wet; 90 × 88.54 / 90.0 = 88.54.
    expect(told(ask({ moisturePercent: 11.46, weighings: tray([0, 100], [48, 90]) }))).toEqual([
      'may be in balance with air of: 40',
      'which is a moisture of: 10.0',
      'in balance with, by moisture reading: 50',
      'dry enough at: 88.54',
    ]);
    const range = told(ask({ moisturePercent: 8 }, { desiccation: 'orthodox', oilFraction: null }));
    expect(range).toHaveLength(2);
    expect(range[1]).toMatch(/^in balance with, by moisture reading: \d+ to \d+$/);
    expect(ask({}).steps.find((one) => one.label.startsWith('which'))?.expression).toBe('by its oil, 2 %, at 20 °C');
  });
});
