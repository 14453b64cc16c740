import { describe, expect, it } from 'vitest';
import { analysisTag, testReport, type LabelData } from './documents.ts';
import { pureLiveSeed } from './pureLiveSeed.ts';

const data: LabelData = {
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
    perKgUpper: 111.4,
    search: 'complete search',
    noxious: [],
    unclear: [],
    soldIn: ['Quillmere Vale'],
  },
  moisture: null,
  germination: {
    counts: { normal: 78, abnormal: 5, hard: 14, fresh: 0, dead: 3 },
    seeds: 400,
    tests: 1,
    method: 'T, 20 °C',
    days: 7,
    concludedOn: '2024-11-18',
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
    expect(noxious({ unclear: ['wild oat'] })).toBe('wild oat not judged');
    expect(noxious({ noxious: ['Cuscuta epithymum'], unclear: ['Rumex spp.'] })).toBe(
      'Cuscuta epithymum 1 per lb; Rumex spp. not judged',
    );
    const unbound = [{ name: 'wild oat', taxon: null, count: 3, perLb: 27 }];
    const report = testReport({ ...data, otherSeeds: data.otherSeeds && { ...data.otherSeeds, species: unbound } });
    expect(value(report, 'Other seeds by number')).toContain('3 wild oat (bound to no species)');
  });
  it('never rounds a rate to zero when something was found', () => {
    // Source: 7 CFR 201.16, rates are whole numbers, never zero when found (from memory).
    expect(value(analysisTag(data, 5), 'Other seeds found')).toBe('Cuscuta epithymum 1 per lb');
  });
  it('refuses what was not tested, three components, too few seeds and what nobody decided, each with its reason', () => {
    const refused = (change: Partial<LabelData>) => analysisTag({ ...data, ...change }, 5).refusals;
    expect(refused({ purity: null })).toEqual(['Purity was not tested.']);
    expect(refused({ germination: null })[0]).toMatch(/^Germination was not tested/);
    expect(refused({ otherSeeds: null })[0]).toMatch(/^Nobody searched/);
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
    expect(report.notes.join(' ')).toContain('no international certificate');
    expect(report.refusals).toEqual([]);
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
  it('refuses more live seed than there is', () => {
    expect(() =>
      pureLiveSeed({ purityPercent: 99, germinationPercent: 90, hardPercent: 11, dormantPercent: 0 }),
    ).toThrow(/^germinationPercent/);
  });
});
