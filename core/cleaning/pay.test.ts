import { describe, expect, it } from 'vitest';
import {
  didItPay,
  gainPerKg,
  germinationBefore,
  highestGermination,
  type PayTask,
  type PriceStep,
  seedsToSee,
} from './pay.ts';

const STEPS: readonly PriceStep[] = [
  { fromPercent: 0, perKg: 0.5 },
  { fromPercent: 97, perKg: 1 },
];
const TASK: PayTask = {
  inKg: 46,
  cleanKg: 39.9,
  rejectedKg: 5.6,
  rejectedPerKg: 0.1,
  before: { good: 877, of: 1000 },
  after: { good: 998, of: 1000 },
  prices: STEPS,
  hours: 0.5,
  wagePerHour: 12,
  feePerKg: 0.02,
};

describe('did the pass pay?', () => {
  it('sets what seed is worth before and after against work and fee', () => {
    // By hand: 46 × 0.5 = 23; 39.9 × 1 + 5.6 × 0.1 = 40.46; 0.5 × 12 + 46 × 0.02 = 6.92; the grades are certain.
    const { answer, gain, low, high, worthBefore, worthAfter, cost, seedsToTell } = didItPay(TASK);
    expect([worthBefore, worthAfter, cost, gain].map((one) => Number(one.toFixed(3)))).toEqual([
      23, 40.46, 6.92, 10.54,
    ]);
    expect([low, high].map((one) => Number(one.toFixed(3)))).toEqual([10.54, 10.54]);
    expect([answer, seedsToTell]).toEqual(['paid', null]);
  });

  it('knows a grade as well as the sample does', () => {
    // 97 of 100 seeds: above 97 % about as likely as below. R 4.2.2 pbeta(0.97, 97.5, 3.5, lower.tail = FALSE).
    const { chancePaid, answer, seedsToTell } = didItPay({ ...TASK, after: { good: 97, of: 100 } });
    expect(chancePaid).toBeGreaterThan(0.4);
    expect(chancePaid).toBeLessThan(0.6);
    expect([answer, seedsToTell]).toEqual(['cannot-tell', null]);
    // 98 of 100 leave it open; more seeds with the same share would tell.
    const open = didItPay({ ...TASK, after: { good: 98, of: 100 } });
    expect(open.answer).toBe('cannot-tell');
    const enough = open.seedsToTell ?? 0;
    expect(enough).toBeGreaterThan(100);
    const again = (seeds: number) =>
      didItPay({
        ...TASK,
        before: { good: 0.877 * seeds, of: seeds },
        after: { good: 0.98 * seeds, of: seeds },
      }).answer;
    expect([again(enough), again(enough * 0.7)]).toEqual(['paid', 'cannot-tell']);
  });

  it('says that it did not, where good seed went for a better price that does not make up for it', () => {
    const { answer, gain } = didItPay({ ...TASK, cleanKg: 20, rejectedKg: 26, after: { good: 998, of: 1000 } });
    // 20 + 2.6 − 23 − 6.92.
    expect(answer).toBe('did-not');
    expect(gain).toBeCloseTo(-7.32, 2);
    // Waste that costs something to be rid of.
    expect(didItPay({ ...TASK, rejectedPerKg: -2 }).gain).toBeCloseTo(10.54 - 5.6 * 2.1, 2);
  });

  it('refuses what cannot be, by its name', () => {
    for (const [change, field] of [
      [{ inKg: 0 }, 'inKg'],
      [{ cleanKg: -1 }, 'cleanKg'],
      [{ rejectedKg: -1 }, 'rejectedKg'],
      [{ hours: -1 }, 'hours'],
      [{ wagePerHour: -1 }, 'wagePerHour'],
      [{ feePerKg: -1 }, 'feePerKg'],
      [{ before: { good: 1, of: 0 } }, 'before.of'],
      [{ after: { good: 11, of: 10 } }, 'after.good'],
      [{ prices: [] }, 'prices'],
      [{ prices: [{ fromPercent: 1, perKg: 1 }] }, 'prices'],
      [{ prices: [...STEPS, { fromPercent: 97, perKg: 2 }] }, 'prices.2.fromPercent'],
      [{ prices: [...STEPS, { fromPercent: 101, perKg: 2 }] }, 'prices.2.fromPercent'],
    ] as const)
      expect(() => didItPay({ ...TASK, ...change }), field).toThrow(new RegExp(`^${field}:`));
  });
});

it('breaks even where the better price just carries what is lost', () => {
  // (1 − 0.1) × 1 + 0.1 × 0.2 − 0.02 = 0.9: at that price before, nothing is gained.
  expect(gainPerKg(0.1, 0.9, 1, 0.2, 0.02)).toBeCloseTo(0, 12);
  expect(gainPerKg(0.1, 0.89, 1, 0.2, 0.02)).toBeGreaterThan(0);
  expect(() => gainPerKg(1.1, 1, 1, 1, 0)).toThrow('lostShare');
});

it('gains no good seed: what went in germinated as both streams together, by number', () => {
  // 90 % of the mass kept, seeds of 42 g out of 40 g: 6/7 of the number; 6/7 × 95 + 1/7 × 46.
  expect(germinationBefore(0.9, 40, 42, 95, 46)).toBeCloseTo(88, 10);
  expect(highestGermination(88, 0.1)).toBeCloseTo(97.7778, 4);
  expect(highestGermination(95, 0.1)).toBe(100);
  expect(() => germinationBefore(0.9, 50, 42, 95, 46)).toThrow('yieldShare');
  expect(() => germinationBefore(0.9, 0, 42, 95, 46)).toThrow('tswInG');
});

it('knows how many seeds it takes to see a difference', () => {
  // Source: R 4.2.2, the example of ?power.prop.test: p1 0.50, p2 0.75, power 0.90 gives n = 76.7.
  expect(seedsToSee(50, 75, 0.9)).toBe(77);
  expect(seedsToSee(75, 50, 0.9)).toBe(77);
  // A towel of twenty does not see 92 beside 95 %.
  expect(seedsToSee(92, 95)).toBeGreaterThan(1000);
  for (const [one, other] of [
    [0, 50],
    [50, 100],
    [50, 50],
  ] as const)
    expect(() => seedsToSee(one, other)).toThrow(/Percent/);
});
