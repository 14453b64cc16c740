import { describe, expect, it } from 'vitest';
import { analysisTag, type DocumentData, testReport } from './documents.ts';
import { pureLiveSeed, pureLiveSeedSteps } from './pureLiveSeed.ts';
import { NOTHING_REPORTED } from './reported.ts';

const data: DocumentData = {
  ...NOTHING_REPORTED,
  reference: 'QM-1',
  species: 'Medicago sativa',
  commonName: 'alfalfa',
  bookKind: 'Alfalfa',
  variety: 'Pellam',
  origin: 'East Terrace',
  harvest: '2026-08',
  lotMass: '1900 kg',
  containers: '76 of 25 kg',
  book: 'aosa',
  edition: 'a book',
  laboratory: { name: 'Station', address: 'Quillmere' },
  today: '2024-11-24',
  liveCountsDormant: false,
  treated: [],
  sample: { mass: '200 g', drawnOn: '2026-09-01', drawnBy: 'A. Thorne', seal: 'Q1', code: '*0000000', sentIn: false },
  client: '',
  purity: {
    shares: [
      { component: 'pureSeed', percent: 96.2, trace: false },
      { component: 'otherCropSeed', percent: 1.1, trace: false },
      { component: 'weedSeed', percent: 0.2, trace: false },
      { component: 'inertMatter', percent: 2.5, trace: false },
    ],
    decimals: 2,
    working: '5.012 g',
    parts: [],
  },
  otherSeeds: {
    examinedG: 50,
    species: [{ name: 'Cuscuta epithymum', taxon: 'Cuscuta epithymum', count: 1, perLb: 0.3 }],
    search: 'complete search',
    noxious: [],
    unclear: [],
    soldIn: ['Quillmere Vale'],
  },
  moisture: null,
  germination: {
    book: 'aosa',
    counts: { normal: 78, abnormal: 5, hard: 14, fresh: 0, dead: 3 },
    seeds: 400,
    tests: 1,
    method: 'T, 20 °C',
    days: 7,
    concludedOn: '2024-11-18',
    parts: {},
    spoiled: 0,
    photos: 0,
    deviations: [],
    others: [],
  },
  blocks: [],
  accepted: [],
};
const value = (document: ReturnType<typeof analysisTag>, label: string) =>
  document.lines.find((line) => line.label === label)?.value;

describe('the tag', () => {
  // Source: worked examples to 7 CFR 201.22 and 201.64 (from memory): tested November 2024, five months: April 2025; 96.20 × 92 / 100 = 88.50.
  it('counts validity in full months after the month of test, and pure live seed', () => {
    const tag = analysisTag(data, 5);
    expect(tag.refusals).toEqual([]);
    expect([value(tag, 'Tested'), value(tag, 'Valid to the end of'), value(tag, 'Pure live seed')]).toEqual([
      'November 2024',
      'April 2025',
      '88.50 % (germination and hard seed)',
    ]);
    expect(value(tag, 'Germination and hard seed')).toBe('92 %');
  });
  it('says whether dormant seed counts as live, which the scheme sets', () => {
    const some = {
      ...data,
      germination: data.germination && {
        ...data.germination,
        counts: { ...data.germination.counts, fresh: 3, dead: 0, abnormal: 5 },
      },
    };
    const live = (liveCountsDormant: boolean) =>
      value(analysisTag({ ...some, liveCountsDormant }, 5), 'Pure live seed');
    // Source: AOSA custom (from memory): purity × (germination + hard [+ dormant]) / 100.
    expect(live(false)).toBe('88.50 % (germination and hard seed)');
    expect(live(true)).toBe('91.39 % (germination, hard and dormant seed)');
  });
  it('never says none found of what nobody looked for or could judge', () => {
    const noxious = (change: object) =>
      value(
        analysisTag({ ...data, otherSeeds: data.otherSeeds && { ...data.otherSeeds, ...change } }, 5),
        'Noxious weeds',
      );
    // Source: the issue: an unresolved name never reads as all clear.
    expect(noxious({})).toBe('none found in 50 g');
    expect(noxious({ soldIn: [] })).toMatch(/^not examined against a list/);
    expect(noxious({ unclear: ['wild oat'] })).toBe('wild oat not evaluated');
    expect(noxious({ noxious: ['Cuscuta epithymum'], unclear: ['Rumex spp.'] })).toBe(
      'Cuscuta epithymum 1 per lb; Rumex spp. not evaluated',
    );
    const unbound = [{ name: 'wild oat', taxon: null, count: 3, perLb: 27 }];
    const report = testReport({ ...data, otherSeeds: data.otherSeeds && { ...data.otherSeeds, species: unbound } });
    expect(value(report, 'Other seeds by number')).toContain('3 wild oat (bound to no species)');
  });
  it('names kind, variety and origin, or says that they are not known, and each share under its own name', () => {
    const all = (change: Partial<DocumentData> = {}) =>
      Object.fromEntries(analysisTag({ ...data, ...change }, 5).lines.map((line) => [line.label, line.value]));
    expect(all()).toMatchObject({
      Kind: 'Alfalfa',
      Variety: 'Pellam',
      Origin: 'East Terrace',
      'Pure seed': '96.20 %',
      'Other crop seed': '1.10 %',
      'Inert matter': '2.50 %',
      'Weed seed': '0.20 %',
      Germination: '78 %',
      'Hard seed': '14 %',
      'Labelled by': 'Station, Quillmere',
    });
    expect(
      all({ bookKind: null, variety: '', origin: '', laboratory: { name: 'Station', address: '' } }),
    ).toMatchObject({
      Kind: 'alfalfa',
      Variety: 'Variety Not Stated',
      Origin: 'origin unknown',
      'Labelled by': 'Station',
    });
    expect(all({ purity: null, germination: null, otherSeeds: null })).toMatchObject({
      'Pure seed': '—',
      'Noxious weeds': '—',
      'Other seeds found': '—',
      Germination: '—',
      'Hard seed': '—',
      'Germination and hard seed': '—',
      Tested: '—',
      'Valid to the end of': '—',
      'Pure live seed': '—',
    });
  });
  // Source: Federal Seed Act 201(a)(1): kinds over 5 % are named (from memory); dormant seed is named where there is some.
  it('names crop seed that stands alone, and dormant seed where there is some', () => {
    const labels = (change: Partial<DocumentData>) =>
      analysisTag({ ...data, ...change }, 5).lines.map((line) => `${line.label}: ${line.value}`);
    const part = (name: string, component: 'otherCropSeed' | 'weedSeed', reportAlone: boolean) => ({
      name,
      component,
      amount: { kind: 'mass' as const, text: '0.3' },
      percent: 5.5,
      reportAlone,
    });
    const parts = [
      part('rye', 'otherCropSeed', true),
      part('oats', 'otherCropSeed', false),
      part('dock', 'weedSeed', true),
    ];
    const told = labels({ purity: data.purity && { ...data.purity, parts } });
    expect(told.filter((one) => one.startsWith('Crop seed'))).toEqual(['Crop seed: rye: 5.50 %']);
    expect(told.some((one) => one.startsWith('Dormant'))).toBe(false);
    const counts = { normal: 78, abnormal: 4, hard: 14, fresh: 1, dead: 3 };
    expect(labels({ germination: data.germination && { ...data.germination, counts } })).toContain('Dormant seed: 1 %');
  });
  it('never rounds a rate to zero when something was found', () => {
    // Source: 7 CFR 201.16, rates are whole numbers, never zero when found (from memory).
    expect(value(analysisTag(data, 5), 'Other seeds found')).toBe('Cuscuta epithymum 1 per lb');
    const none = { ...data, otherSeeds: data.otherSeeds && { ...data.otherSeeds, species: [] } };
    expect(value(analysisTag(none, 5), 'Other seeds found')).toBe('none found in 50 g');
    expect(value(testReport(none), 'Other seeds by number')).toBe('complete search: none found in 50 g');
    // By hand: −ln 0.05 = 2.9957 in 50 g is 59.9 per kg, and 27.2 per lb of 453.59237 g.
    for (const of of [analysisTag(none, 5), testReport(none)])
      expect(of.lines.flatMap((one) => one.beneath ?? [])).toContain(
        'at most 59.9 per kg, 27.2 per lb (95 % confidence)',
      );
    const some = [
      analysisTag(
        { ...data, otherSeeds: data.otherSeeds && { ...data.otherSeeds, noxious: ['Cuscuta epithymum'] } },
        5,
      ),
      testReport(data),
    ];
    expect(some.flatMap((one) => one.lines).some((one) => one.beneath !== undefined)).toBe(false);
    // What is bound to no species is on no list by that.
    const unbound = [{ name: 'dodder', taxon: null, count: 3, perLb: 27 }];
    const tag = analysisTag({ ...data, otherSeeds: data.otherSeeds && { ...data.otherSeeds, species: unbound } }, 5);
    expect(value(tag, 'Noxious weeds')).toBe('none found in 50 g');
  });
  it('refuses what was not tested, three components, too few seeds and what nobody decided, each with its reason', () => {
    const refused = (change: Partial<DocumentData>) => analysisTag({ ...data, ...change }, 5).refusals;
    expect(refused({ purity: null })).toEqual(['Purity was not tested.']);
    expect(refused({ germination: null })[0]).toMatch(/^Germination was not tested/);
    expect(refused({ otherSeeds: null })[0]).toMatch(/^Other seeds by number not determined/);
    expect(refused({ book: 'ista' })[0]).toMatch(/tag needs four/);
    expect(refused({ germination: data.germination && { ...data.germination, seeds: 200 } })[0]).toMatch(
      /200 seeds; a label needs 400/,
    );
    // The last day of April 2025 is the last on which it may be used.
    expect(refused({ today: '2025-04-30' })).toEqual([]);
    expect(refused({ today: '2025-05-01' })).toEqual(['The germination test has run out on 2025-04-30: test again.']);
    expect(refused({ blocks: ['Purity: gain of 7 %.'] })).toEqual(['Purity: gain of 7 %.']);
  });
});

describe('the report', () => {
  // Source: ISTA, reporting: N for what was not tested (from memory).
  it('prints N for what was not tested and says that it is no international certificate', () => {
    const report = testReport({ ...data, germination: null, purity: null });
    expect(value(report, 'Moisture, %')).toBe('N');
    expect(value(report, 'Purity, %')).toBe('N');
    expect(report.lines.filter((line) => line.label.startsWith('Germination: ')).map((line) => line.value)).toEqual(
      Array(7).fill('N'),
    );
    expect(report.notes.join(' ')).toContain('Not an international certificate');
    expect(report.refusals).toEqual([]);
  });
  it('says whose sample it speaks for, how many tests it rests on, and names what was found by component', () => {
    const of = (change: Partial<DocumentData>) => testReport({ ...data, ...change });
    const speaks = (change: Partial<DocumentData>) => of(change).notes[2];
    expect(speaks({})).toMatch(/drawn from the lot by this laboratory/);
    expect(speaks({ sample: data.sample && { ...data.sample, sentIn: true } })).toMatch(/as it was sent in/);
    expect(speaks({ sample: null })).toMatch(/as it was sent in/);
    expect(value(of({ sample: data.sample && { ...data.sample, sentIn: true } }), 'Sampled by')).toBe('the client');
    expect([value(of({}), 'Sampled by'), value(of({ sample: null }), 'Sampled by')]).toEqual(['this laboratory', 'N']);
    expect(value(of({ client: 'C. Osier' }), 'For')).toBe('C. Osier');
    expect(value(of({}), 'For')).toBeUndefined();
    expect([value(of({}), 'Variety'), value(of({ variety: '' }), 'Variety')]).toEqual(['Pellam', '—']);
    expect(value(of({ laboratory: { name: 'Station', address: '' } }), 'Laboratory')).toBe('Station');
    expect(value(of({}), 'Germination: method')).toBe('T, 20 °C; 400 seeds');
    const two = data.germination && { ...data.germination, tests: 2, seeds: 800 };
    expect(value(of({ germination: two }), 'Germination: method')).toBe('T, 20 °C; 800 seeds in two tests, averaged');
    expect(value(of({}), 'Germination: normal seedlings, %')).toBe('78');
    expect(value(of({ moisture: { percent: 9, method: 'oven' } }), 'Moisture, %')).toBe('9.0 (oven)');
    const part = (name: string, component: 'inertMatter' | 'weedSeed', reportAlone: boolean) => ({
      name,
      component,
      amount: { kind: 'mass' as const, text: '0.3' },
      percent: 2,
      reportAlone,
    });
    const shares = [
      { component: 'pureSeed' as const, percent: 97.9, trace: false },
      { component: 'inertMatter' as const, percent: 2.1, trace: false },
      { component: 'weedSeed' as const, percent: 0, trace: true },
    ];
    const parts = [
      part('sand', 'inertMatter', true),
      part('chaff', 'inertMatter', false),
      part('dock', 'weedSeed', false),
    ];
    const report = of({ purity: { shares, decimals: 1, working: '5.012 g', parts } });
    expect(
      report.lines.filter((line) => line.label.startsWith('Purity')).map((line) => `${line.label} = ${line.value}`),
    ).toEqual([
      'Purity: pure seed, % = 97.9',
      'Purity: inert matter, % = 2.1',
      'Purity: weed seed, % = TR',
      'Purity: kinds of inert matter = sand 2.0 %, chaff',
      'Purity: kinds of weed seed = dock',
      'Purity: mass examined = 5.012 g',
    ]);
  });
  it('is refused while nothing at all was tested', () => {
    const nothing = { purity: null, otherSeeds: null, moisture: null, germination: null };
    expect(testReport({ ...data, ...nothing }).refusals).toEqual(['Nothing was tested.']);
    expect(testReport({ ...data, ...nothing, moisture: { percent: 9, method: 'oven' } }).refusals).toEqual([]);
  });
  it('is refused while something stands outside without a decision', () => {
    expect(testReport({ ...data, blocks: ['Moisture: apart.'] }).refusals).toEqual(['Moisture: apart.']);
  });
});

describe('pure live seed', () => {
  // Source: table of 7 CFR 201.64 and AOSA custom (from memory).
  it.each([
    [95, 80, 10, 0, 85.5],
    [98.5, 92, 0, 0, 90.62],
    [80, 60, 0, 25, 68],
    [60, 45, 0, 30, 45],
    [99.5, 85, 12, 0, 96.515],
  ])('%f %f %f %f gives %f', (purityPercent, germinationPercent, hardPercent, dormantPercent, expected) => {
    expect(pureLiveSeed({ purityPercent, germinationPercent, hardPercent, dormantPercent })).toBeCloseTo(expected, 10);
  });
  it('shows its arithmetic', () => {
    const shares = { purityPercent: 98.5, germinationPercent: 80, hardPercent: 10, dormantPercent: 2 };
    expect(pureLiveSeedSteps(shares).map((one) => one.result)).toEqual(['98.5', '92', '90.62']);
  });
  it('refuses more live seed than there is', () => {
    expect(() =>
      pureLiveSeed({ purityPercent: 99, germinationPercent: 90, hardPercent: 11, dormantPercent: 0 }),
    ).toThrow(/^germinationPercent/);
  });
});
