// Source: by hand, as pay.test.ts and its R values have it; here what the lines of a pass hand on to it.
import { describe, expect, it } from 'vitest';
import { book, cameOff, ended, kg, looked, pass, picked, SHARE } from '../testing/shedBook.ts';
import { passBalance } from './balance.ts';
import type { EntryOf, ShedEntry } from './entries.ts';
import { lookedOf, payOrMissing, sproutedBefore } from './passPay.ts';
import { NOTHING_LOOKED_AT as NOTHING } from './vessels.ts';

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

/** A pass with its balance: 46 kg in, 39.9 kg clean, 5.6 kg light; `during` and `ends` are written of it, `more` after. */
const passBy = (
  method: 'winnow' | 'hand-sort',
  during: readonly ShedEntry[],
  ends: Partial<EntryOf<'ended'>>,
  more: readonly ShedEntry[],
) => {
  const read = book(
    picked('heap', kg('46')),
    pass('a', ['heap'], { method }),
    cameOff('a', 'clean', 'bin', kg('39.9')),
    cameOff('a', 'light', 'sack', kg('5.6')),
    ...during,
    { ...ended('a'), ...ends },
    ...more,
  );
  const of = read.passes.get('a');
  if (!of) throw new Error('no pass');
  return [of, passBalance(of, SHARE)] as const;
};
/** Winnowed in half an hour of one person. */
const passOf = (...more: readonly ShedEntry[]) => passBy('winnow', [], { minutes: 15, people: 2 }, more);
/** Of seed of 35 g a thousand. */
const answer = (...more: readonly ShedEntry[]) => payOrMissing(...passOf(...more), 35);
const pure = (part: number, of: number) => ({ pure: { part, of, by: 'number' as const } });

describe('whether a pass paid', () => {
  it('is asked for what is missing, one thing after the other', () => {
    expect(answer()).toEqual({ missing: 'prices' });
    expect(answer(PRICED)).toEqual({ missing: 'sample-after' });
    expect(answer(PRICED, looked('bin', pure(998, 1000)))).toEqual({ missing: 'sample-before' });
  });

  it('goes by what went in, also where that was looked at days later', () => {
    const found = answer(PRICED, looked('bin', pure(998, 1000)), looked('heap', pure(877, 1000)));
    // By hand, as pay.test.ts: 40.46 − 23 − 6.92.
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

describe('what sprouted of what went in', () => {
  const towel = (sprouted: number, of: number) => ({ towel: { sprouted, of } });
  const before = (...more: readonly ShedEntry[]) => sproutedBefore(...passOf(...more));

  it('is told by number from both towels and both weights, with the most that a pass can reach', () => {
    const all = [
      looked('bin', { ...towel(95, 100), hundredSeedsG: 4.2 }),
      looked('sack', towel(46, 100)),
      looked('heap', { hundredSeedsG: 4 }),
    ];
    // By hand: 39.9 / 46 × 4 / 4.2 = 0.82609 of the seeds are clean; × 95 + 0.17391 × 46.
    expect(before(...all)?.beforePercent).toBeCloseTo(86.478, 3);
    // 5.6 of 46 kg were lost: 86.478 / 0.87826.
    expect(before(...all)?.highestPercent).toBeCloseTo(98.465, 3);
    for (const left of [0, 1, 2]) expect(before(...all.filter((_, i) => i !== left))).toBeNull();
  });

  it('is not told where the weights contradict each other', () => {
    const heavy = (hundredSeedsG: number) =>
      before(
        looked('bin', { ...towel(95, 100), hundredSeedsG: 3.99 }),
        looked('sack', towel(46, 100)),
        looked('heap', { hundredSeedsG }),
      );
    // 39.9 / 46 × 4.6 / 3.99 is just all of it.
    expect(heavy(4.6)?.beforePercent).toBeCloseTo(95, 9);
    expect(heavy(4.61)).toBeNull();
  });
});

it('goes by the sittings of those who sorted by hand, where there were any', () => {
  const sorted = (minutes: number) => ({ what: 'sorted', pass: 'a', by: 'A', minutes, massG: 100 }) as const;
  const worth = (...sittings: readonly ShedEntry[]) => {
    const after = [PRICED, looked('bin', pure(998, 1000)), looked('heap', pure(877, 1000))];
    const found = payOrMissing(...passBy('hand-sort', sittings, { minutes: 600, people: 1 }, after), 35);
    return 'pay' in found ? found.pay.cost : null;
  };
  // A fee of 0.02 on 46 kg, and 12 an hour: of ten hours, or of the one and a half that were written down.
  expect(worth()).toBeCloseTo(120.92, 9);
  expect(worth(sorted(60), sorted(30))).toBeCloseTo(18.92, 9);
});
