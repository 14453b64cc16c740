import { describe, expect, it } from 'vitest';
import { readEdition } from '../rule-books/readEdition.ts';
import { contentOf, ISTA } from '../testing/books.ts';
import { Exact } from '../units/mass.ts';
import { duplicateLimit, judgeInOrder, judgeRepeat, type SeedSize } from './duplicates.ts';
import { moistureMethodFor } from './methodFor.ts';
import { judgeOven, type OvenCourse } from './ovenCourse.ts';

const COURSE: OvenCourse = {
  diameterCm: null,
  sealed: null,
  groundMinutes: null,
  exposedSeconds: null,
  ovenC: null,
  backAt: null,
  outAt: null,
  cooledMinutes: null,
};
const methodOf = (species: string) => moistureMethodFor(ISTA.moistureMethods, species);
const limitOf = (species: string, size: SeedSize, mean: string) =>
  duplicateLimit(ISTA, methodOf(species), size, new Exact(mean)).value;
const PINE = { low: 4, high: 9 };
const OAK = { low: 2000, high: 5000 };

describe('how far two containers may lie apart', () => {
  // Source: ISTA, moisture, tolerances between duplicates (from memory, confidence medium).
  it.each([
    ['0', 0.3, 0.4],
    ['11.9999', 0.3, 0.4],
    ['12', 0.5, 0.8],
    ['25', 0.5, 0.8],
    ['25.0001', 0.5, 2.5],
    ['60', 0.5, 2.5],
  ])('trees and shrubs at %s %%: small seed %d, large seed %d', (mean, small, large) => {
    expect([limitOf('Pinus sylvestris', PINE, mean), limitOf('Quercus robur', OAK, mean)]).toEqual([small, large]);
  });

  // 5 000 seeds in a kilogram are 200 g a thousand (arithmetic).
  it('by the size of the kind, and by the narrower row where that is not sure', () => {
    const at = (size: SeedSize) => limitOf('Fagus sylvatica', size, '20');
    expect([at({ low: 200.1, high: 300 }), at({ low: 200, high: 300 }), at({ low: 100, high: 300 }), at(null)]).toEqual(
      [0.8, 0.5, 0.5, 0.5],
    );
  });

  it('all other kinds 0.2, whatever their size, and every kind in an edition without the table', () => {
    expect(limitOf('Vicia faba', { low: 300, high: 900 }, '30')).toBe(0.2);
    expect(duplicateLimit(ISTA, null, OAK, new Exact(30)).value).toBe(0.2);
    const content = contentOf('ista');
    const { 'moisture-duplicates-trees': _gone, ...tables } = content.tables;
    const old = readEdition({ ...content, tables });
    expect(duplicateLimit(old, methodOf('Quercus robur'), OAK, new Exact(30)).value).toBe(0.2);
  });
});

/** Two containers of 10 g each that lose so much, percent. */
const oven = (one: string, two: string, course: Partial<OvenCourse> = {}) => {
  const container = (percent: string) => ({
    containerG: new Exact(0),
    withSeedG: new Exact(10),
    driedG: new Exact(10).minus(new Exact(percent).div(10)),
  });
  return judgeOven(
    ISTA,
    methodOf('Trifolium pratense'),
    container(one),
    container(two),
    { ...COURSE, ...course },
    null,
  );
};
const limitAt = () => ISTA.parameter('moisture_duplicate_limit_percent');
const told = ({ reportedPercent, verdict }: ReturnType<typeof oven>) => [
  verdict.next,
  verdict.outcome,
  reportedPercent,
  verdict.measured,
];

describe('a test that repeats one out of tolerance', () => {
  // Source: ISTA, moisture, repeat of the determination (from memory, confidence medium).
  it('stands alone where its own containers agree', () => {
    const second = oven('10.0', '10.2');
    expect(judgeRepeat(oven('9.0', '12.0'), second, limitAt)).toBe(second);
  });
  it('reports the mean of both where their means agree, unrounded, the limit itself among them', () => {
    // Means 10.00 and 10.20: 10.1 reported.
    expect(told(judgeRepeat(oven('9.8', '10.2'), oven('10.0', '10.4'), limitAt))).toEqual([
      'means-agree',
      'near',
      10.1,
      0.2,
    ]);
    expect(told(judgeRepeat(oven('9.8', '10.2'), oven('10.0', '10.402'), limitAt)).slice(0, 2)).toEqual([
      'begin-anew',
      'outside',
    ]);
    // 9.90 and 10.00: 9.95 is rounded up, once.
    expect(told(judgeRepeat(oven('9.7', '10.1'), oven('9.8', '10.2'), limitAt))).toEqual([
      'means-agree',
      'within',
      10,
      0.1,
    ]);
  });
  it('says so of either what was made otherwise', () => {
    const otherwise = judgeRepeat(oven('9.8', '10.2', { sealed: false }), oven('9.9', '10.3'), limitAt);
    expect([told(otherwise).slice(0, 2), otherwise.deviations]).toEqual([
      ['made-otherwise', 'outside'],
      [{ is: 'not-sealed' }],
    ]);
    const apart = judgeRepeat(oven('9.8', '10.2', { sealed: false }), oven('12', '13'), limitAt);
    expect(told(apart).slice(0, 2)).toEqual(['begin-anew', 'outside']);
  });
  it('is one of two: a third begins anew, and what agreed is repeated by none', () => {
    const nexts = (...results: (ReturnType<typeof oven> | null)[]) =>
      judgeInOrder(
        results.map((result) => ({ result })),
        limitAt,
      ).map(({ result }) => result?.verdict.next ?? null);
    const [apart, far, agree] = [oven('9.8', '10.2'), oven('20', '21'), oven('10', '10')];
    expect(nexts(apart, far, apart, apart)).toEqual([
      'repeat-both-containers',
      'begin-anew',
      'repeat-both-containers',
      'means-agree',
    ]);
    expect(nexts(agree, apart, null, apart)).toEqual([
      'containers-agree',
      'repeat-both-containers',
      null,
      'means-agree',
    ]);
    expect(nexts(apart, agree, apart)).toEqual([
      'repeat-both-containers',
      'containers-agree',
      'repeat-both-containers',
    ]);
  });
});
