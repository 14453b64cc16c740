import { describe, expect, it } from 'vitest';
import { passBalance } from '@mercato/core/cleaning/balance';
import { readBook } from '@mercato/core/cleaning/batchBook';
import type { EntryOf, QuickSample, ShedEntry, Weighing } from '@mercato/core/cleaning/entries';
import { lookedOf, payOrMissing } from './pay.ts';
import type { OpenBatch } from './useBatch.ts';

const NOTHING: QuickSample = {
  pure: null,
  hundredSeedsG: null,
  testWeightKgHl: null,
  cut: null,
  defects: null,
  towel: null,
};
const kg = (text: string): Weighing => ({
  amount: { by: 'mass', text, unit: 'kg' },
  moisturePercent: null,
  scale: null,
});
const made = (id: string) => ({ made: { id, name: id, kind: 'bin' as const } });
const looked = (vessel: string, sample: Partial<QuickSample>): ShedEntry => ({
  what: 'looked',
  vessel,
  sample: { ...NOTHING, ...sample },
  note: '',
});
const PRICED: EntryOf<'priced'> = {
  what: 'priced',
  pass: 'a',
  by: 'pure',
  prices: [
    { fromPercent: 0, perKg: 0.5 },
    { fromPercent: 97, perKg: 1 },
  ],
  rejectedPerKg: 0.1,
  wagePerHour: 12,
  feePerKg: 0.02,
};

/** A batch of one pass: 46 kg in, 39.9 kg clean, 5.6 kg light. */
function batchOf(...more: readonly ShedEntry[]): OpenBatch {
  const entries: ShedEntry[] = [
    {
      what: 'picked',
      into: made('heap'),
      weighed: kg('46'),
      by: [],
      ripe: [],
      unripe: [],
      keptUnripe: false,
      dries: 'plant',
      plants: null,
      note: '',
    },
    {
      what: 'pass',
      pass: 'a',
      method: 'winnow',
      machine: null,
      goal: 'purity',
      settings: {},
      from: [{ vessel: 'heap', part: false, weighed: null }],
      treatment: null,
    },
    { what: 'came-off', pass: 'a', outlet: 'clean', into: made('bin'), weighed: kg('39.9') },
    { what: 'came-off', pass: 'a', outlet: 'light', into: made('sack'), weighed: kg('5.6') },
    { what: 'ended', pass: 'a', minutes: 15, people: 2, good: null, note: '' },
    ...more,
  ];
  const book = readBook(
    entries.map((entry, at) => ({ entry, at })),
    { poundsPerBushel: null },
  );
  const rule = { book: 'shed', edition: 't', section: '', provenance: { origin: 'own', verification: '' } };
  const balances = new Map([...book.passes.values()].map((one) => [one.id, passBalance(one, { value: 3, rule })]));
  return { book, balances, view: { thousandSeedWeightG: { low: 30, high: 40 } } } as unknown as OpenBatch;
}
const answer = (...more: readonly ShedEntry[]) => {
  const batch = batchOf(...more);
  const pass = batch.book.passes.get('a');
  if (!pass) throw new Error('no pass');
  return payOrMissing(batch, pass);
};
const pure = (part: number, of: number) => ({ pure: { part, of, by: 'number' as const } });

describe('whether a pass paid', () => {
  it('is asked for what is missing, one thing after the other', () => {
    expect(answer()).toEqual({ missing: 'prices' });
    expect(answer(PRICED)).toEqual({ missing: 'sample-after' });
    expect(answer(PRICED, looked('bin', pure(998, 1000)))).toEqual({ missing: 'sample-before' });
  });

  it('goes by what went in, also where that was looked at days later', () => {
    const found = answer(PRICED, looked('bin', pure(998, 1000)), looked('heap', pure(877, 1000)));
    // As core/cleaning/pay.test.ts, by hand: 40.46 − 23 − 6.92.
    expect('pay' in found && found.pay.gain).toBeCloseTo(10.54, 2);
  });

  it('goes by both streams that came off, where nobody looked at what went in', () => {
    const found = answer(PRICED, looked('bin', pure(998, 1000)), looked('sack', pure(15, 500)));
    // Of 45.5 kg: 0.998 × 39.9 and 0.03 × 5.6 are pure, 87.9 %: below the better grade before.
    expect('pay' in found && [found.pay.answer, found.pay.worthBefore]).toEqual(['paid', 23]);
  });
});

it('counts what was weighed by the weight of a hundred, else by that of the kind', () => {
  const sample = { ...NOTHING, pure: { part: 9.5, of: 10, by: 'mass' as const } };
  expect(lookedOf(sample, 'pure', null)).toBeNull();
  // 35 g a thousand: 10 g hold 286 seeds.
  expect(lookedOf(sample, 'pure', 35)?.of).toBeCloseTo(285.7, 1);
  expect(lookedOf({ ...sample, hundredSeedsG: 4 }, 'pure', 35)).toEqual({ good: 237.5, of: 250 });
  expect(lookedOf({ ...NOTHING, defects: { spotted: 30, bored: 10, of: 400 } }, 'defects', null)).toEqual({
    good: 360,
    of: 400,
  });
  expect(lookedOf({ ...NOTHING, cut: { filled: 18, of: 20 } }, 'cut', null)).toEqual({ good: 18, of: 20 });
  expect(lookedOf({ ...NOTHING, towel: { sprouted: 17, of: 20 } }, 'towel', null)).toEqual({ good: 17, of: 20 });
  expect(lookedOf(NOTHING, 'towel', null)).toBeNull();
});
