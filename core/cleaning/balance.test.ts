import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { book, cameOff, ended, kg, pass, picked, SHARE } from '../testing/shedBook.ts';
import { batchBalance, passBalance, recovery } from './balance.ts';
import type { BatchBook } from './bookState.ts';
import type { ShedEntry, Weighing } from './entries.ts';

// Every figure below is reckoned by hand: conservation of dry matter, and readings that leave open their step over √12
// each (JCGM 100:2008, 4.3.7 and 5.1.2, from memory).
const balances = (read: BatchBook) =>
  new Map([...read.passes.values()].map((one) => [one.id, passBalance(one, SHARE)]));
const balanceOf = (id: string, ...entries: ShedEntry[]) => {
  const found = balances(book(...entries)).get(id);
  if (!found) throw new Error(id);
  return found;
};

describe('a pass', () => {
  const heap = picked('heap', kg('64.2'));
  const run = (clean: string, small: string) =>
    balanceOf(
      'a',
      heap,
      pass('a', ['heap']),
      cameOff('a', 'clean', 'bin', kg(clean)),
      cameOff('a', 'small', 'tray', kg(small)),
      ended('a'),
    );

  it('says what is not accounted for, at each border of the set share', () => {
    // 3 % of 64.2 kg are 1 926 g; a tenth of it below the border is near.
    const missing = (clean: string) => {
      const { unaccountedG, verdict } = run(clean, '4');
      return [unaccountedG?.toNumber(), verdict.outcome, verdict.next];
    };
    expect(missing('60.2')).toEqual([0, 'within', 'balances']);
    expect(missing('58.4')).toEqual([1800, 'near', 'balances']);
    expect(missing('58.4666')).toEqual([1733.4, 'within', 'balances']);
    expect(missing('58.274')).toEqual([1926, 'near', 'balances']);
    expect(missing('58.273')).toEqual([1927, 'outside', 'look-for-missing']);
  });

  it('forgives what the scales leave open, and asks for a look at what came from elsewhere', () => {
    // Three readings to 100 g: √3 × 100 / √12 = 50 g, twice that is 100 g.
    const more = (clean: string) => run(clean, '4.0').verdict;
    expect(more('60.2').outcome).toBe('within');
    expect(more('60.3')).toMatchObject({ outcome: 'within', next: 'balances' });
    expect(more('60.4')).toMatchObject({ outcome: 'outside', next: 'look-for-gained' });
    // A scale that shows steps of half a kilogram leaves more open.
    const coarse = { scale: { name: 'platform', stepG: 500 } };
    expect(
      balanceOf(
        'a',
        picked('heap', kg('64.2', coarse)),
        pass('a', ['heap']),
        cameOff('a', 'clean', 'bin', kg('64.6', coarse)),
        ended('a'),
      ).verdict.outcome,
    ).toBe('within');
  });

  it('takes what was blown off and not kept as what is missing, without asking', () => {
    const blown = balanceOf(
      'a',
      heap,
      pass('a', ['heap']),
      cameOff('a', 'clean', 'bin', kg('40')),
      cameOff('a', 'blown', null, null),
      ended('a'),
    );
    expect(blown.verdict).toMatchObject({ outcome: 'not-judged', next: 'blown-off' });
    expect(blown.unaccountedG?.toNumber()).toBe(24_200);
    // More than went in is asked for all the same.
    expect(
      balanceOf(
        'a',
        heap,
        pass('a', ['heap']),
        cameOff('a', 'clean', 'bin', kg('70')),
        cameOff('a', 'blown', null, null),
        ended('a'),
      ).verdict.next,
    ).toBe('look-for-gained');
  });

  it('waits for weights, and takes them when they come', () => {
    const start = [heap, pass('a', ['heap']), cameOff('a', 'clean', 'bin', null)] as const;
    expect(balanceOf('a', ...start).verdict.next).toBe('runs');
    expect(balanceOf('a', ...start, ended('a')).verdict.next).toBe('weigh-streams');
    const later = { what: 'weighed', vessel: 'bin', weighed: kg('63') } as const;
    expect(balanceOf('a', ...start, ended('a'), later)).toMatchObject({
      verdict: { outcome: 'within', next: 'balances' },
    });
    expect(balanceOf('a', picked('heap', null), pass('a', ['heap']), ended('a')).verdict.next).toBe('weigh-inflow');
  });

  it('reckons in dry matter, so that drying and rinsing do not look like theft', () => {
    const dried = (last: Weighing) =>
      balanceOf(
        'a',
        picked('heap', kg('100', { moisturePercent: 20 })),
        pass('a', ['heap'], { method: 'dry' }),
        cameOff('a', 'clean', 'bin', last),
        ended('a'),
      );
    // 100 kg of 20 % are 80 kg dry; 88.9 kg of 10 % hold 80.01.
    const right = dried(kg('88.9', { moisturePercent: 10 }));
    expect(right.dry).toBe(true);
    expect(right.unaccountedG?.toNumber()).toBeCloseTo(-10, 6);
    expect(right.verdict.outcome).toBe('within');
    expect(dried(kg('80', { moisturePercent: 10 })).verdict).toMatchObject({
      outcome: 'outside',
      next: 'look-for-missing',
    });
    expect(dried(kg('88.9')).verdict).toMatchObject({ outcome: 'not-judged', next: 'measure-moisture' });
    // On a screen nothing dries: what nobody measured is as damp as what went in.
    const screened = balanceOf(
      'a',
      picked('heap', kg('100', { moisturePercent: 20 })),
      pass('a', ['heap']),
      cameOff('a', 'clean', 'bin', kg('99')),
      ended('a'),
    );
    expect(screened.unaccountedG?.toNumber()).toBeCloseTo(800, 9);
    expect(screened.unaccountedPercent).toBeCloseTo(1, 9);
  });
});

describe('a batch', () => {
  it('counts a stream that runs again once, and every outlet', () => {
    // A random run of passes: each splits one vessel, loses a little, and may take its middlings again.
    const splits = fc.array(
      fc.record({
        from: fc.nat(1000),
        shares: fc.tuple(fc.integer({ min: 1, max: 60 }), fc.integer({ min: 1, max: 39 })),
        lost: fc.integer({ min: 0, max: 1 }),
      }),
      { minLength: 1, maxLength: 60 },
    );
    fc.assert(
      fc.property(fc.integer({ min: 5000, max: 90_000 }), splits, (grams, runs) => {
        const entries: ShedEntry[] = [
          picked('heap', { ...kg('1'), amount: { by: 'mass', text: String(grams), unit: 'g' } }),
        ];
        const lying = new Map([['heap', grams * 1e6]]);
        runs.forEach(({ from, shares, lost }, i) => {
          const [vessel, micro] = [...lying][from % lying.size] ?? ['heap', 0];
          if (micro < 1000) return;
          lying.delete(vessel);
          const g = (value: number): Weighing => ({
            ...kg('1'),
            amount: { by: 'mass', text: (value / 1e6).toFixed(6), unit: 'g' },
          });
          const [a, b] = [Math.floor((micro * shares[0]) / 100), Math.floor((micro * shares[1]) / 100)];
          const rest = micro - a - b - lost;
          entries.push(pass(`p${i}`, [vessel]));
          for (const [name, outlet, value] of [
            ['c', 'clean', a],
            ['m', 'middlings', b],
            ['s', 'screenings', rest],
          ] as const) {
            entries.push(cameOff(`p${i}`, outlet, `${name}${i}`, g(value)));
            lying.set(`${name}${i}`, value);
          }
          entries.push(ended(`p${i}`));
        });
        const read = book(...entries);
        const all = balances(read);
        const { inG, ends, unaccountedG } = batchBalance(read, all);
        const out = ends.reduce((sum, one) => sum.plus(one.massG ?? 0), (unaccountedG ?? inG)?.times(0) ?? fail());
        expect(inG?.minus(out).toString()).toBe(unaccountedG?.toString());
        // Conservation of every pass, and of what lies there now.
        const lies = ends.map((one) => [one.vessel, one.massG?.times(1e6).toNumber()]);
        expect(new Map(lies as [string, number][])).toEqual(lying);
        for (const one of all.values()) expect(one.inG?.minus(one.outG).toString()).toBe(one.unaccountedG?.toString());
      }),
      { numRuns: 60 },
    );
    function fail(): never {
      throw new Error('nothing went in');
    }
  });

  it('adds what was bagged, what went, and what was not kept', () => {
    const read = book(
      picked('heap', kg('50')),
      pass('a', ['heap']),
      cameOff('a', 'clean', 'bin', kg('40')),
      cameOff('a', 'screenings', 'waste', kg('6')),
      cameOff('a', 'dust', null, kg('3')),
      ended('a'),
      {
        what: 'bagged',
        vessel: 'bin',
        part: true,
        weighed: kg('25'),
        into: 'lot',
        became: [],
        bags: 1,
        spilled: false,
        note: '',
      },
      {
        what: 'gone',
        vessel: 'waste',
        part: false,
        weighed: null,
        to: 'feed',
        whom: '',
        answers: { viableWeeds: 'no', ergot: 'no', mould: 'no', poisonous: 'no' },
      },
    );
    const { inG, ends, cleanG, unaccountedG } = batchBalance(read, balances(read));
    expect(ends.map((one) => [one.is, one.outlet, one.massG?.toNumber()])).toEqual([
      ['lies', 'clean', 15_000],
      ['not-kept', 'dust', 3000],
      ['gone', 'screenings', 6000],
      ['bagged', 'clean', 25_000],
    ]);
    expect([inG, cleanG, unaccountedG].map((one) => one?.toNumber())).toEqual([50_000, 40_000, 1000]);
  });
});

it('recovers as much pure seed as yield and purities say', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.01, max: 1, noNaN: true }),
      fc.double({ min: 0.1, max: 1, noNaN: true }),
      fc.double({ min: 0.1, max: 1, noNaN: true }),
      (yields, purityIn, purityOut) => {
        const found = recovery(yields * 80, purityOut, 80, purityIn, null);
        expect(found?.percent).toBeCloseTo((100 * yields * purityOut) / purityIn, 8);
      },
    ),
  );
  // 36 kg of 98 % beside 4 kg of 25 %: 35.28 of 36.28 kg.
  expect(recovery(36, 0.98, 40, null, [{ massG: 4, purity: 0.25 }])).toMatchObject({ from: 'what-came-off' });
  expect(recovery(36, 0.98, 40, null, [{ massG: 4, purity: 0.25 }])?.percent).toBeCloseTo(97.2437, 4);
  expect([recovery(36, 0.98, 40, null, null), recovery(0, 0, 40, 0, [])]).toEqual([null, null]);
});

describe('a treatment', () => {
  const treated = (out: string, usedMl: number | null, of: 'poison' | 'primed' = 'poison') => {
    const settings = { rateSetMl: 200, usedMl, by: '', licence: '', stage: 'plant', remainderKg: null };
    const read = book(
      picked('bin', kg('100.000', { scale: { name: 'platform', stepG: 1 } })),
      pass('a', ['bin'], { method: 'treat', settings, treatment: { product: 'dressing', class: of } }),
      cameOff('a', 'clean', 'tote', kg(out, { scale: { name: 'platform', stepG: 1 } })),
      ended('a'),
    );
    const { outcome, next } = passBalance(read.passes.get('a') ?? fail(), SHARE).verdict;
    return [outcome, next];
  };
  const fail = (): never => {
    throw new Error('no pass');
  };

  it('adds what was used, at 1.3 g a millilitre at most (from memory); more is outside', () => {
    // 200 ml are at most 260 g; two readings of a scale of 1 g leave less than 1 g open.
    expect(treated('100.260', 200)).toEqual(['within', 'balances']);
    expect(treated('100.262', 200)).toEqual(['outside', 'look-for-gained']);
    expect(treated('100.000', 200)).toEqual(['within', 'balances']);
  });

  it('is not held against its seed where nobody wrote what was used, and needs moistures where it wets seed', () => {
    expect(treated('103.000', null)).toEqual(['within', 'balances']);
    expect(treated('131', 100, 'primed')).toEqual(['not-judged', 'measure-moisture']);
  });
});
