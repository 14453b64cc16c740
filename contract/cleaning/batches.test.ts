import { describe, expect, it } from 'vitest';
import { METHODS, type ShedEntry } from '@mercato/core/cleaning/entries';
import { validate } from '../http/validate.ts';
import { bagSchema, lineSchemaOf, newBatchSchema, newLineSchema } from './batches.ts';
import { lineWords } from './lineWords.ts';
import { cleanDownSchema, loadSchema, machineSchema } from './machines.ts';
import { METHOD_GROUPS, SETTINGS, SETTINGS_SCHEMAS } from './methods.ts';
import { balanceWords, ENTRY_WORDS, forbidsWords, screenWords } from './words.ts';

const A = '01a22cd9-f9ff-701a-b02d-0c4ed434af42';
const B = '01a22cd9-fcc9-77a8-a540-8653bc380c3d';
const weighed = {
  amount: { by: 'mass', text: '12.5', unit: 'kg' },
  moisturePercent: 13.5,
  scale: { name: 'platform', stepG: 100 },
} as const;
const into = { made: { id: B, name: 'bin 1', kind: 'bin' } } as const;
const sample = { pure: null, hundredSeedsG: null, testWeightKgHl: null, cut: null, defects: null, towel: null };

/** A line of each kind, with its words in the book. */
const LINES: readonly (readonly [ShedEntry, string])[] = [
  [
    {
      what: 'picked',
      into,
      weighed,
      by: ['Ada', 'Bo'],
      ripe: ['pod-dry'],
      unripe: ['white-seed'],
      keptUnripe: true,
      dries: 'plant',
      plants: 12,
      claimPerPlant: 1200,
      note: 'in the rain',
    },
    'picked into bin 1, 12.5 kg of 13.5 % by platform: by Ada and Bo, pods brown and dry, against it: seed white inside, kept knowingly, of 12 plants, said to give 1\u00a0200 seeds each, in the rain',
  ],
  [
    {
      what: 'arrived',
      into: { vessel: A },
      weighed: { amount: { by: 'bushels', text: '820' }, moisturePercent: null, scale: null },
      ticket: 'T-7',
      dockagePercent: 2,
      testWeightKgHl: 52,
      note: '',
    },
    'load T-7 into bowl, 820 bu',
  ],
  [
    {
      what: 'pass',
      pass: A,
      method: 'treat',
      machine: null,
      goal: 'purity',
      settings: { rateSetMl: null, usedMl: null, by: '', licence: '', stage: 'plant', remainderKg: null },
      from: [{ vessel: A, part: false, weighed: null }],
      treatment: { product: 'a dressing', class: 'poison' },
    },
    'treat of bowl with a dressing',
  ],
  [{ what: 'came-off', pass: A, outlet: 'blown', into: null, weighed: null }, 'winnow: blown off, not kept'],
  [{ what: 'ended', pass: A, minutes: 20, people: 2, good: true, note: '' }, 'winnow ended, 20 min, 2 people'],
  [{ what: 'weighed', vessel: A, weighed }, 'bowl weighed, 12.5 kg of 13.5 % by platform'],
  [{ what: 'stopped', pass: A, why: 'belt', minutes: 3, note: 'worn' }, 'stopped: belt, 3 min: worn'],
  [
    {
      what: 'looked',
      vessel: A,
      sample: {
        ...sample,
        pure: { part: 95, of: 100, by: 'number' },
        cut: { filled: 18, of: 20 },
        defects: { spotted: 3, bored: 1, of: 400 },
        towel: { sprouted: 17, of: 20 },
        hundredSeedsG: 3.4,
        testWeightKgHl: 52,
      },
      note: '',
    },
    'sample of bowl: 95 of 100 clean, 18 of 20 filled, 3 spotted and 1 bored of 400, 17 of 20 sprouted, a hundred weigh 3.4 g, 52 kg/hl',
  ],
  [{ what: 'soak', pass: A, did: 'stirred', sinkers: 40, floaters: 10, note: '' }, 'stirred, 40 sank, 10 floated'],
  [
    { what: 'drying', pass: A, weighed: null, airC: 24, airPercent: 40, seedC: 22 },
    'drying: air 24 °C, 40 %, seed 22 °C',
  ],
  [{ what: 'sorted', pass: A, by: 'Ada', minutes: 30, massG: 250 }, '250 g sorted in 30 min by Ada'],
  [{ what: 'plots', pass: A, sorted: 6, unsorted: 5 }, 'plots: sorted 6, unsorted 5'],
  [
    {
      what: 'priced',
      pass: A,
      by: 'pure',
      prices: [{ fromPercent: 0, perKg: 1 }],
      rejectedPerKg: 0,
      wagePerHour: 0,
      feePerKg: 0,
    },
    'prices: from 0 % 1',
  ],
  [
    { what: 'settled', baseMoisturePercent: 13.5, price: { per: 'bushel', each: 3.4 }, feePerKg: 0.02 },
    'loads are paid at 3.4 a bushel, water above 13.5 % taken off, fee 0.02 a kg',
  ],
  [{ what: 'opened', vessel: A, bench: 'sink' }, 'bowl opened at sink'],
  [{ what: 'covered', vessel: A }, 'bowl covered'],
  [{ what: 'mishap', is: 'spill', vessel: A, note: 'a handful' }, 'spilled, bowl: a handful'],
  [
    {
      what: 'gone',
      vessel: A,
      part: false,
      weighed: null,
      to: 'ground',
      whom: 'the mill',
      answers: { viableWeeds: 'no', ergot: 'no', mould: 'no', poisonous: 'unknown' },
    },
    'bowl went: ground fine, the mill',
  ],
  [{ what: 'closed', note: '' }, 'closed'],
  [{ what: 'strike', line: 3, reason: 'a mistake' }, 'line 4 crossed out: a mistake'],
];
const names = { vessel: (id: string) => (id === A ? 'bowl' : 'bin 1'), pass: () => 'winnow' as const };

const one = (what: ShedEntry['what']) => LINES.find(([line]) => line.what === what)?.[0];

describe('a line of a batch', () => {
  it.each(LINES)('is taken as it is, and said in words: %o', (entry, words) => {
    expect(validate(newLineSchema, entry)).toEqual({ ok: true, value: entry });
    expect(validate(lineSchemaOf(entry.what as never), entry)).toMatchObject({ ok: true });
    expect(lineWords(entry, names)).toBe(words);
  });

  it('has each kind but bags, which have an address of their own', () => {
    const kinds = Object.keys(ENTRY_WORDS).filter((one) => one !== 'bagged');
    expect(LINES.map(([one]) => one.what).sort()).toEqual(kinds.sort());
    const bagged: ShedEntry = {
      what: 'bagged',
      vessel: A,
      part: true,
      weighed,
      into: 'lot',
      became: [],
      bags: 1,
      spilled: false,
      note: '',
    };
    expect(validate(newLineSchema, bagged)).toMatchObject({ ok: false, faults: [{ path: 'what' }] });
    expect(lineWords(bagged, names)).toBe('1 bag from bowl, 12.5 kg of 13.5 % by platform');
    expect(lineWords({ ...bagged, weighed: null, bags: 2, spilled: true, note: 'a handful' }, names)).toBe(
      '2 bags from bowl: some was spilled, a handful',
    );
  });

  it.each<[string, object]>([
    ['what', {}],
    ['what', { what: 'nothing' }],
    ['into', { ...one('picked'), into: {} }],
    ['into', { ...one('picked'), into: { vessel: A, ...into } }],
    ['into.made.name', { ...one('picked'), into: { made: { ...into.made, name: '' } } }],
    [
      'weighed.amount.text',
      { ...one('picked'), weighed: { ...weighed, amount: { by: 'mass', text: '-1', unit: 'kg' } } },
    ],
    [
      'weighed.amount.unit',
      { ...one('picked'), weighed: { ...weighed, amount: { by: 'mass', text: '1', unit: 'stone' } } },
    ],
    ['weighed.moisturePercent', { ...one('picked'), weighed: { ...weighed, moisturePercent: 100 } }],
    ['weighed.moisturePercent', { ...one('picked'), weighed: { ...weighed, moisturePercent: 0 } }],
    ['from', { ...one('pass'), from: [] }],
    ['settings.stage', { ...one('pass'), settings: {} }],
    ['treatment.class', { ...one('pass'), treatment: { product: 'x', class: 'mild' } }],
    ['sample.cut', { ...one('looked'), sample: { ...sample, cut: { filled: 21, of: 20 } } }],
    ['prices', { ...one('priced'), prices: [] }],
    ['note', { ...one('mishap'), note: '' }],
    [
      'answers.ergot',
      { ...one('gone'), answers: { viableWeeds: 'no', ergot: 'perhaps', mould: 'no', poisonous: 'no' } },
    ],
    ['reason', { what: 'strike', line: 1, reason: 'x' }],
    ['seenTime', { what: 'covered', vessel: A, seenOn: '2026-09-01' }],
    ['notedAt', { what: 'covered', vessel: A, notedAt: 'yesterday' }],
    ['corrects.reason', { what: 'covered', vessel: A, corrects: { line: 1, reason: '' } }],
  ])('is refused at %s', (path, line) => {
    const checked = validate(newLineSchema, line);
    expect(checked.ok ? [] : checked.faults.map((one) => one.path)).toContain(path);
  });
});

describe('ways of working', () => {
  it('each stand in one group, with settings of their own', () => {
    expect(Object.values(METHOD_GROUPS).flat().sort()).toEqual([...METHODS].sort());
    for (const method of METHODS) {
      // Nothing noted: all is null or empty but what has to be said.
      const empty = Object.fromEntries(
        Object.keys(SETTINGS[method]).map((key) => [
          key,
          {
            screens: '5.5',
            reverse: false,
            blunt: true,
            school: 'still',
            stage: 'plant',
            machines: ['thresher'],
            on: '',
            in: '',
            tilt: '',
            pressure: '',
            speed: '',
            looksFor: '',
            powder: '',
            by: '',
            licence: '',
          }[key] ?? null,
        ]),
      );
      if (method === 'dry') empty.in = null;
      expect(validate(SETTINGS_SCHEMAS[method], empty), method).toMatchObject({ ok: true });
      expect(validate(SETTINGS_SCHEMAS[method], { ...empty, nothing: 1 }), method).toMatchObject({ ok: false });
    }
    expect(validate(SETTINGS_SCHEMAS['hand-screen'], { screens: '', reverse: false })).toMatchObject({ ok: false });
    expect(validate(SETTINGS_SCHEMAS.line, { machines: ['line'] })).toMatchObject({ ok: false });
  });
});

it('asks of batches, bags, machines and appointments what they need', () => {
  const faults = (schema: Parameters<typeof validate>[0], body: object) => {
    const checked = validate(schema, body);
    return checked.ok ? [] : checked.faults.map((one) => one.path);
  };
  const about = { name: 'oats', goal: 'purity', purpose: 'home', rights: 'not-known', note: '' };
  expect(faults(newBatchSchema, about)).toEqual(['']);
  expect(faults(newBatchSchema, { ...about, accessionId: A })).toEqual([]);
  expect(faults(newBatchSchema, { ...about, name: '', accessionId: A })).toEqual(['name']);
  const bag = {
    vessel: A,
    part: false,
    weighed: null,
    into: 'lot',
    bags: 1,
    eachG: null,
    reference: '',
    book: 'ista',
    placeId: null,
    spilled: false,
    note: '',
  };
  expect(faults(bagSchema, bag)).toEqual([]);
  expect(faults(bagSchema, { ...bag, bags: 0 })).toEqual(['bags']);
  expect(faults(bagSchema, { ...bag, eachG: 0 })).toEqual(['eachG']);
  const machine = {
    kind: 'pit',
    name: 'pit',
    parts: ['pit', 'boot'],
    stepG: null,
    lengthM: 12,
    widthM: null,
    heightM: null,
    massKg: null,
    airFactor: null,
    tries: null,
  };
  expect(faults(machineSchema, machine)).toEqual([]);
  expect(faults(machineSchema, { ...machine, parts: ['pit', 'pit'] })).toEqual(['parts.1']);
  expect(faults(machineSchema, { ...machine, lengthM: 0 })).toEqual(['lengthM']);
  const down = { parts: ['pit'], by: 'Ada', lockedOut: true, firstBagAside: true, note: '' };
  expect(faults(cleanDownSchema, down)).toEqual([]);
  expect(faults(cleanDownSchema, { ...down, parts: [] })).toEqual(['parts']);
  expect(faults(cleanDownSchema, { ...down, by: '' })).toEqual(['by']);
  const load = {
    on: '2026-12-01',
    time: '',
    supplier: 'Ada',
    kind: 'oats',
    species: '',
    variety: '',
    massKg: null,
    screeningsPercent: null,
    bagKg: null,
    rateKgHa: null,
    pitId: null,
    lengthM: null,
    widthM: null,
    heightM: null,
    pickUpOn: null,
    place: '',
    note: '',
  };
  expect(faults(loadSchema, load)).toEqual([]);
  expect(faults(loadSchema, { ...load, time: '25:00' })).toEqual(['time']);
  expect(faults(loadSchema, { ...load, supplier: '' })).toEqual(['supplier']);
});

it('says holes, balances and what forbids in words', () => {
  expect(screenWords({ shape: 'round', holeMm: 5.55625 })).toBe('5.56 mm round (14/64 in)');
  expect(screenWords({ shape: 'slot', holeMm: 2.2, lengthMm: 25 })).toBe('2.2 × 25 mm slot (5.5/64 in)');
  expect(screenWords({ shape: 'triangle', holeMm: 2.06 })).toBe('2.06 mm triangle (circle inside)');
  expect(screenWords({ shape: 'mesh', holeMm: 0.85, lengthMm: 0.85, wireMm: 0.42 })).toBe(
    '0.85 × 0.85 mm mesh, wire 0.42 mm',
  );
  expect(balanceWords('blown-off')).toBe('the rest was blown off and not kept');
  expect(forbidsWords(['ergot', 'mould'])).toBe(
    'there is ergot in it, which poisons people and animals; there is mould in it',
  );
});
