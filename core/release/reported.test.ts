import { describe, expect, it } from 'vitest';
import { germinationReport } from '../germination/report.ts';
import { moistureReport } from '../moisture/report.ts';
import { otherSeedsReport } from '../other-seeds/report.ts';
import { purityReport } from '../purity/report.ts';
import { sampleReport } from '../sampling/report.ts';
import type { DocumentLine } from '../verdict/documentLine.ts';
import { anyTested, NOTHING_REPORTED, type Reported, reportLines } from './reported.ts';

const found: Reported = {
  sample: { mass: '124 g', drawnOn: '2026-11-17', drawnBy: 'A. Thorne', seal: 'Q7', code: '*0000000', sentIn: false },
  purity: {
    shares: [
      { component: 'pureSeed', percent: 98.4, trace: false },
      { component: 'otherSeeds', percent: 0, trace: true },
      { component: 'inertMatter', percent: 1.6, trace: false },
    ],
    decimals: 1,
    working: '5.003 g',
    parts: [
      { component: 'inertMatter', name: 'Ergot', amount: { kind: 'trace' }, percent: null, reportAlone: false },
      {
        component: 'inertMatter',
        name: 'Chaff',
        amount: { kind: 'mass', text: '0.06' },
        percent: 1.2,
        reportAlone: true,
      },
    ],
  },
  otherSeeds: {
    examinedG: 50,
    species: [{ name: 'Rumex crispus', taxon: 'Rumex crispus', count: 12, perLb: 109 }],
    search: 'complete search',
    noxious: [],
    unclear: [],
    soldIn: [],
  },
  moisture: { percent: 7.85, method: 'oven 130 °C, 1 h' },
  weight: { thousandSeedG: '1.900', seedsPerKg: 526_316, seeds: 800, whole: false },
  germination: {
    book: 'ista',
    counts: { normal: 88, abnormal: 4, hard: 5, fresh: 1, dead: 2 },
    seeds: 400,
    tests: 1,
    method: 'TP, 20 °C',
    days: 10,
    concludedOn: '2026-11-28',
    parts: {},
    spoiled: 0,
    photos: 0,
    deviations: [],
    others: [],
  },
};
const written = (lines: readonly DocumentLine[]) => lines.map(({ label, value }) => `${label}: ${value}`);

describe('the lines of a report', () => {
  // Source: ISTA, reporting of results: N for what was not tested, TR for a trace (from memory).
  it('say N of every step that was not tested, and nothing else', () => {
    const lines = reportLines(NOTHING_REPORTED);
    expect(lines.every(({ value }) => value === 'N')).toBe(true);
    expect(new Set(lines.map(({ label }) => label.split(/[:,]/)[0]))).toEqual(
      new Set([
        'Sample',
        'Sampled by',
        'Purity',
        'Other seeds by number',
        'Moisture',
        'Weight of 1000 seeds',
        'Germination',
      ]),
    );
    expect(anyTested(NOTHING_REPORTED)).toBe(false);
  });

  it('of each step are those that it brings, in the order of the work; a sample alone is no test', () => {
    expect(reportLines(found)).toEqual(
      [
        sampleReport(found.sample),
        purityReport(found.purity),
        otherSeedsReport(found.otherSeeds),
        moistureReport(found.moisture),
        reportLines({ ...NOTHING_REPORTED, weight: found.weight }).filter(({ key }) => key === 'weight'),
        germinationReport(found.germination),
      ].flat(),
    );
    expect(anyTested({ ...NOTHING_REPORTED, sample: found.sample })).toBe(false);
    for (const key of ['purity', 'otherSeeds', 'moisture', 'weight', 'germination'] as const)
      expect(anyTested({ ...NOTHING_REPORTED, [key]: found[key] }), key).toBe(true);
  });

  it('name the sample by who drew it, with its seal where it has one', () => {
    expect(written(sampleReport(found.sample))).toEqual([
      'Sample: 124 g, drawn 2026-11-17 by A. Thorne, seal Q7, code *0000000',
      'Sampled by: this laboratory',
    ]);
    const sent = found.sample && { ...found.sample, seal: '', sentIn: true };
    expect(written(sampleReport(sent))).toEqual([
      'Sample: 124 g, drawn 2026-11-17 by A. Thorne, code *0000000',
      'Sampled by: the client',
    ]);
  });

  it('give purity to its decimals, a trace as such, and by name what is to be named', () => {
    expect(written(purityReport(found.purity))).toEqual([
      'Purity: pure seed, %: 98.4',
      'Purity: other seeds, %: TR',
      'Purity: inert matter, %: 1.6',
      'Purity: kinds of inert matter: Ergot, Chaff 1.2 %',
      'Purity: mass examined: 5.003 g',
    ]);
  });

  it('give what was found by number with the mass it was found in, and none found with its limit', () => {
    expect(written(otherSeedsReport(found.otherSeeds))).toEqual([
      'Other seeds by number: complete search: in 50 g: 12 Rumex crispus',
    ]);
    const none = found.otherSeeds && { ...found.otherSeeds, species: [] };
    expect(written(otherSeedsReport(none))).toEqual(['Other seeds by number: complete search: none found in 50 g']);
  });

  it('give moisture to one decimal with its method, and germination with what it rests on', () => {
    expect(written(moistureReport({ percent: 7.84, method: 'oven 103 °C, 17 h' }))).toEqual([
      'Moisture, %: 7.8 (oven 103 °C, 17 h)',
    ]);
    expect(written(germinationReport(found.germination)).at(-1)).toBe('Germination: method: TP, 20 °C; 400 seeds');
    const two = found.germination && { ...found.germination, seeds: 800, tests: 2 };
    const lines = written(germinationReport(two));
    expect(lines.at(-1)).toBe('Germination: method: TP, 20 °C; 800 seeds in two tests, averaged');
    expect(lines.slice(0, 6)).toEqual([
      'Germination: days: 10',
      'Germination: normal seedlings, %: 88',
      'Germination: hard seeds, %: 5',
      'Germination: fresh seeds, %: 1',
      'Germination: abnormal seedlings, %: 4',
      'Germination: dead seeds, %: 2',
    ]);
  });
});
