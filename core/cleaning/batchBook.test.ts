import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Figure } from '../rule-books/edition.ts';
import { batchBalance, passBalance, recovery } from './balance.ts';
import { readBook } from './batchBook.ts';
import type { BookLine } from './bookState.ts';
import { gramsOf } from './weighings.ts';
import type { EntryOf, Outlet, QuickSample, ShedEntry, Weighing } from './entries.ts';
import type { Treatment } from '../register/treatment.ts';

const SHARE: Figure<number> = {
  value: 3,
  rule: { book: 'shed', edition: 'test', section: '', provenance: { origin: 'own', verification: 'from memory' } },
};
const NO_BUSHEL = { poundsPerBushel: null };
const kg = (text: string, more: Partial<Weighing> = {}): Weighing => ({
  amount: { by: 'mass', text, unit: 'kg' },
  moisturePercent: null,
  scale: null,
  ...more,
});
const made = (id: string) => ({ made: { id, name: id, kind: 'bin' as const } });
const picked = (id: string, weighed: Weighing | null): EntryOf<'picked'> => ({
  what: 'picked',
  into: made(id),
  weighed,
  by: [],
  ripe: [],
  unripe: [],
  keptUnripe: false,
  dries: 'plant',
  plants: null,
  note: '',
});
const pass = (
  id: string,
  from: readonly (string | readonly [string, Weighing])[],
  more: Partial<EntryOf<'pass'>> = {},
): EntryOf<'pass'> => ({
  what: 'pass',
  pass: id,
  method: 'hand-screen',
  machine: null,
  goal: 'purity',
  settings: {},
  from: from.map((one) =>
    typeof one === 'string'
      ? { vessel: one, part: false, weighed: null }
      : { vessel: one[0], part: true, weighed: one[1] },
  ),
  treatment: null,
  ...more,
});
const off = (
  id: string,
  outlet: Outlet,
  into: string | null,
  weighed: Weighing | null,
  isNew = true,
): EntryOf<'came-off'> => ({
  what: 'came-off',
  pass: id,
  outlet,
  into: into === null ? null : isNew ? made(into) : { vessel: into },
  weighed,
});
const ended = (id: string): EntryOf<'ended'> => ({
  what: 'ended',
  pass: id,
  minutes: null,
  people: null,
  good: null,
  note: '',
});
const sample = (vessel: string, change: Partial<QuickSample>): EntryOf<'looked'> => ({
  what: 'looked',
  vessel,
  sample: { pure: null, hundredSeedsG: null, testWeightKgHl: null, cut: null, defects: null, towel: null, ...change },
  note: '',
});
const POISON: Treatment = { product: 'a dressing', class: 'poison' };
const lines = (...entries: ShedEntry[]): BookLine[] => entries.map((entry, i) => ({ entry, at: i }));
const book = (...entries: ShedEntry[]) => readBook(lines(...entries), NO_BUSHEL);
const balances = (read: ReturnType<typeof readBook>) =>
  new Map([...read.passes.values()].map((one) => [one.id, passBalance(one, SHARE)]));
const balanceOf = (id: string, ...entries: ShedEntry[]) => {
  const found = balances(book(...entries)).get(id);
  if (!found) throw new Error(id);
  return found;
};
const refusal = (...entries: ShedEntry[]) => {
  try {
    book(...entries);
    return null;
  } catch (error) {
    return (error as Error).message;
  }
};

describe('a pass', () => {
  const heap = picked('heap', kg('64.2'));
  const run = (clean: string, small: string) =>
    balanceOf(
      'a',
      heap,
      pass('a', ['heap']),
      off('a', 'clean', 'bin', kg(clean)),
      off('a', 'small', 'tray', kg(small)),
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
        off('a', 'clean', 'bin', kg('64.6', coarse)),
        ended('a'),
      ).verdict.outcome,
    ).toBe('within');
  });

  it('takes what was blown off and not kept as what is missing, without asking', () => {
    const blown = balanceOf(
      'a',
      heap,
      pass('a', ['heap']),
      off('a', 'clean', 'bin', kg('40')),
      off('a', 'blown', null, null),
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
        off('a', 'clean', 'bin', kg('70')),
        off('a', 'blown', null, null),
        ended('a'),
      ).verdict.next,
    ).toBe('look-for-gained');
  });

  it('waits for weights, and takes them when they come', () => {
    const start = [heap, pass('a', ['heap']), off('a', 'clean', 'bin', null)] as const;
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
        off('a', 'clean', 'bin', last),
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
      off('a', 'clean', 'bin', kg('99')),
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
            entries.push(off(`p${i}`, outlet, `${name}${i}`, g(value)));
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
      off('a', 'clean', 'bin', kg('40')),
      off('a', 'screenings', 'waste', kg('6')),
      off('a', 'dust', null, kg('3')),
      ended('a'),
      { what: 'bagged', vessel: 'bin', part: true, weighed: kg('25'), into: 'lot', became: [], bags: 1, note: '' },
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

  it('tops up a vessel that stays open, and knows its moisture by mass', () => {
    const read = book(
      picked('bag', kg('1', { moisturePercent: 10 })),
      { ...picked('bag', kg('3', { moisturePercent: 14 })), into: { vessel: 'bag' } },
      sample('bag', { cut: { filled: 18, of: 20 } }),
    );
    const bag = read.vessels.get('bag');
    expect([bag?.now?.massG?.toNumber(), bag?.now?.moisturePercent, bag?.seed.sample.cut]).toEqual([
      4000,
      13,
      { filled: 18, of: 20 },
    ]);
    // Poured on, it is mixed: what was looked at speaks of it no more.
    const more = book(picked('bag', kg('1')), sample('bag', { cut: { filled: 18, of: 20 } }), {
      ...picked('bag', null),
      into: { vessel: 'bag' },
    }).vessels.get('bag');
    expect([more?.now, more?.seed.sample.cut]).toEqual([null, null]);
  });

  it('carries a treatment down to all that flows from it, and to what it is mixed with', () => {
    const read = book(
      picked('heap', kg('10')),
      picked('other', kg('10')),
      pass('t', [['heap', kg('4')]], { method: 'treat', treatment: POISON }),
      off('t', 'clean', 'dressed', kg('4')),
      ended('t'),
      pass('a', ['dressed']),
      off('a', 'clean', 'bin', kg('3')),
      off('a', 'screenings', 'waste', kg('1')),
      ended('a'),
      pass('b', ['other']),
      off('b', 'clean', 'bin2', kg('9')),
      off('b', 'screenings', 'waste', kg('1'), false),
      ended('b'),
    );
    const treated = [...read.vessels.values()].filter((one) => one.treatments.length > 0).map((one) => one.id);
    expect(treated).toEqual(['dressed', 'bin', 'waste']);
    expect(read.vessels.get('heap')?.now?.massG?.toNumber()).toBe(6000);
  });

  it('keeps what a sample says with the seed it was taken from, also when that has gone on', () => {
    const read = book(
      picked('heap', kg('10')),
      pass('a', ['heap']),
      off('a', 'clean', 'bin', kg('9')),
      ended('a'),
      // Sown before, counted days later.
      sample('heap', { towel: { sprouted: 12, of: 20 } }),
      pass('b', ['bin']),
      off('b', 'clean', 'heap', kg('8'), false),
      ended('b'),
    );
    expect(read.passes.get('a')?.inflows[0]?.seed.sample.towel).toEqual({ sprouted: 12, of: 20 });
    expect(read.vessels.get('heap')?.seed.sample.towel).toBeNull();
  });

  it('reads measures of room where the kind has a weight for them', () => {
    // 10 bu of wheat at 60 lb: 272.155422 kg, as cleaning.bushels; 2 l at 78 kg/hl: 1.56 kg.
    expect(gramsOf({ by: 'bushels', text: '10' }, { poundsPerBushel: 60 }, null)?.toString()).toBe('272155.422');
    expect(gramsOf({ by: 'litres', text: '2' }, NO_BUSHEL, 78)?.toString()).toBe('1560');
    expect(gramsOf({ by: 'litres', text: '2' }, NO_BUSHEL, null)).toBeNull();
  });
});

it('puts a line that corrects another in its place, so that what rests on it holds', () => {
  const start = [picked('heap', kg('10')), pass('a', ['heap']), off('a', 'clean', 'bin', kg('9')), ended('a')];
  const corrected = (...more: BookLine[]) => readBook([...lines(...start), ...more], NO_BUSHEL);
  const read = corrected({ at: 9, entry: picked('heap', kg('9.5')), corrects: { line: 0, reason: 'read wrongly' } });
  expect(read.passes.get('a')?.inflows[0]?.weighed?.massG?.toNumber()).toBe(9500);
  expect(read.struck.get(0)).toBe('read wrongly');
  // And again: what was corrected is corrected itself.
  const twice = corrected(
    { at: 9, entry: picked('heap', kg('9.5')), corrects: { line: 0, reason: 'x' } },
    { at: 9, entry: picked('heap', kg('9.6')), corrects: { line: 4, reason: 'y' } },
  );
  expect(twice.passes.get('a')?.inflows[0]?.weighed?.massG?.toNumber()).toBe(9600);
  const bad = (line: number, entry: ShedEntry) => () => corrected({ at: 9, entry, corrects: { line, reason: 'x' } });
  expect(bad(1, picked('heap', null))).toThrow('shed.corrects-another-kind');
  expect(bad(7, picked('heap', null))).toThrow('shed.not-struckable');
  // Named otherwise, the heap is missing where the pass took it.
  expect(bad(0, picked('other', null))).toThrow('from.0.vessel: shed.no-such-vessel');
});

describe('what cannot be is refused at its field', () => {
  const heap = picked('heap', kg('10'));
  const soak = { what: 'soak', pass: 'a', did: 'stirred', sinkers: null, floaters: null, note: '' } as const;
  const drying = { what: 'drying', pass: 'a', weighed: null, airC: 20, airPercent: 40, seedC: null } as const;
  const sorted = { what: 'sorted', pass: 'a', by: '', minutes: 10, massG: 5 } as const;
  it.each<[string, string | null, readonly ShedEntry[]]>([
    ['an unknown vessel', 'from.0.vessel: shed.no-such-vessel', [heap, pass('a', ['bin'])]],
    ['a vessel named twice', 'from: shed.names-it-twice', [heap, pass('a', ['heap', 'heap'])]],
    ['an empty vessel', 'from.0: shed.empty', [heap, pass('a', ['heap']), pass('b', ['heap'])]],
    [
      'a loop that feeds itself before it has run',
      'from.0: shed.empty',
      [heap, pass('a', ['heap']), off('a', 'clean', 'bin', null), ended('a'), pass('b', ['bin']), pass('c', ['bin'])],
    ],
    [
      'what is poured back where it came from',
      'into: shed.own-outlet',
      [heap, pass('a', [['heap', kg('5')]]), off('a', 'clean', 'heap', kg('4'), false)],
    ],
    [
      'a part that was not weighed',
      'from.0: shed.part-not-weighed',
      [heap, { ...pass('a', []), from: [{ vessel: 'heap', part: true, weighed: null }] }],
    ],
    ['a pass twice', 'pass: shed.pass-there-already', [heap, pass('a', ['heap']), pass('a', ['heap'])]],
    ['an unknown pass', 'pass: shed.no-such-pass', [heap, ended('a')]],
    ['a pass that has ended', 'pass: shed.pass-ended', [heap, pass('a', ['heap']), ended('a'), ended('a')]],
    ['a vessel twice', 'into: shed.vessel-there-already', [heap, heap]],
    [
      'what was blown off, kept',
      'into: shed.blown-is-not-kept',
      [heap, pass('a', ['heap']), off('a', 'blown', 'bin', null)],
    ],
    ['a weight of nothing', 'weighed: shed.above-nothing', [picked('heap', kg('0.0'))]],
    [
      'a weight of an empty vessel',
      'vessel: shed.empty',
      [heap, pass('a', ['heap']), { what: 'weighed', vessel: 'heap', weighed: kg('3') }],
    ],
    [
      'bushels of a kind without',
      'weighed: shed.no-bushel',
      [picked('heap', { ...kg('1'), amount: { by: 'bushels', text: '3' } })],
    ],
    ['a soak on a screen', 'pass: shed.not-a-soak', [heap, pass('a', ['heap']), soak]],
    ['a soak', null, [heap, pass('a', ['heap'], { method: 'ferment' }), soak]],
    ['drying on a screen', 'pass: shed.not-a-drying', [heap, pass('a', ['heap']), drying]],
    ['drying', null, [heap, pass('a', ['heap'], { method: 'dry' }), drying]],
    ['sorting on a screen', 'pass: shed.not-a-sorting', [heap, pass('a', ['heap']), sorted]],
    ['sorting', null, [heap, pass('a', ['heap'], { method: 'hand-sort' }), sorted]],
    [
      'an open vessel opened',
      'vessel: shed.already-open',
      [heap, { what: 'opened', vessel: 'heap', bench: 'a' }, { what: 'opened', vessel: 'heap', bench: 'b' }],
    ],
    [
      'an open vessel covered and opened',
      null,
      [
        heap,
        { what: 'opened', vessel: 'heap', bench: 'a' },
        { what: 'covered', vessel: 'heap' },
        { what: 'opened', vessel: 'heap', bench: 'b' },
      ],
    ],
    [
      'an empty vessel opened',
      'vessel: shed.empty',
      [heap, pass('a', ['heap']), { what: 'opened', vessel: 'heap', bench: 'a' }],
    ],
    ['closed while a pass runs', ': shed.passes-run', [heap, pass('a', ['heap']), { what: 'closed', note: '' }]],
    ['a line after it was closed', ': shed.closed', [heap, { what: 'closed', note: '' }, picked('b', null)]],
    [
      'a line crossed out twice',
      'line: shed.struck-already',
      [heap, { what: 'strike', line: 0, reason: 'x' }, { what: 'strike', line: 0, reason: 'x' }],
    ],
    [
      'a crossing out crossed out',
      'line: shed.not-struckable',
      [heap, { what: 'strike', line: 0, reason: 'x' }, { what: 'strike', line: 1, reason: 'x' }],
    ],
    ['a line to come crossed out', 'line: shed.not-struckable', [heap, { what: 'strike', line: 1, reason: 'x' }]],
    [
      'what others rest on crossed out',
      'from.0.vessel: shed.no-such-vessel',
      [heap, pass('a', ['heap']), { what: 'strike', line: 0, reason: 'x' }],
    ],
    [
      'the last line crossed out',
      null,
      [heap, pass('a', ['heap']), { what: 'strike', line: 1, reason: 'x' }, pass('b', ['heap'])],
    ],
  ])('%s', (_, message, entries) => {
    expect(refusal(...entries)).toBe(message);
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
