import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { AOSA, contentOf, csvRows, ISTA } from '../testing/books.ts';
import { compareCounts } from './compareCounts.ts';
import { judgeLeastMass } from '../rule-books/leastMass.ts';
import { Exact } from '../units/mass.ts';
import { countsThere, stillToSearchG } from './judgeSearch.ts';
import { judgeNoxious, readNoxious, type NoxiousRow } from './noxious.ts';
import { judgeNoxiousLabel } from './noxiousLabel.ts';
import { judgeSecondCount, judgeTwoCounts } from './twoCounts.ts';

// Source: the printed rows themselves (from memory), each class at both of its ends.
describe.each([
  ['4A', 'other-seeds-two-way-4A.csv', judgeTwoCounts],
  ['4B', 'other-seeds-one-way-4B.csv', judgeSecondCount],
] as const)('%s at the borders of its rows', (_name, file, judge) => {
  it('allows the printed difference and not one seed more', () => {
    for (const row of csvRows('ista', file))
      for (const mean of [Number(row.avg_from), Number(row.avg_to)]) {
        const limit = Number(row.tolerance);
        const low = mean - Math.floor(limit / 2);
        const high = low + limit;
        // The pair averages `mean`, or half a seed more, which rounds to the next; look where it stands.
        const verdict = judge(ISTA, low, high);
        if (low < 0 || verdict.mean !== mean) continue;
        expect(verdict).toMatchObject({ tolerance: limit, within: true });
        const over = judge(ISTA, Math.max(0, low - 1), high + (low === 0 ? 1 : 0));
        if (over.mean === mean) expect(over).toMatchObject({ tolerance: limit, within: false });
      }
  });
});

describe('two counts', () => {
  it('cannot be out of tolerance below the table, and are not judged above it', () => {
    for (let a = 0; a <= 4; a += 1)
      for (let b = 0; a + b <= 4; b += 1)
        expect(judgeTwoCounts(ISTA, a, b)).toMatchObject({ within: true, tolerance: null });
    expect(judgeTwoCounts(ISTA, 800, 700)).toMatchObject({ within: null, outcome: 'not-judged' });
    expect(judgeTwoCounts(AOSA, 8, 30)).toMatchObject({ outcome: 'not-judged' });
  });
  it('never find less to be worse', () => {
    fc.assert(
      fc.property(fc.nat(550), fc.nat(550), (a, b) => {
        const verdict = judgeSecondCount(ISTA, a, b);
        if (b <= a) expect(verdict.within).toBe(true);
        expect(judgeTwoCounts(ISTA, a, b).within).toBe(judgeTwoCounts(ISTA, b, a).within);
      }),
    );
  });
});

describe('counts in different masses', () => {
  const count = fc.nat(400);
  const mass = fc.integer({ min: 1, max: 2000 });
  it('are compared alike from either side, and in any unit', () => {
    fc.assert(
      fc.property(count, mass, count, mass, fc.constantFrom(0.001, 28.349523125, 453.59237), (a, ma, b, mb, unit) => {
        const one = compareCounts(a, ma, b, mb);
        const turned = compareCounts(b, mb, a, ma);
        expect(one.pGreater).toBeCloseTo(turned.pLess, 9);
        expect(one.pExactTwoSided).toBeCloseTo(turned.pExactTwoSided, 9);
        expect(compareCounts(a, ma * unit, b, mb * unit).pExactTwoSided).toBeCloseTo(one.pExactTwoSided, 9);
        expect(one.pExactTwoSided).toBeLessThanOrEqual(1);
        expect(one.pExactTwoSided).toBeGreaterThanOrEqual(Math.min(one.pGreater, one.pLess) - 1e-12);
      }),
    );
  });
  it('agree with the sum over all splits, term by term', () => {
    // Source: the definition, by exact binomial terms.
    fc.assert(
      fc.property(fc.nat(25), fc.nat(25), fc.integer({ min: 1, max: 9 }), (a, b, m) => {
        const n = a + b;
        const p = m / 10;
        const choose = (k: number): number => (k === 0 ? 1 : (choose(k - 1) * (n - k + 1)) / k);
        const term = (k: number) => choose(k) * p ** k * (1 - p) ** (n - k);
        let sum = 0;
        for (let k = 0; k <= n; k += 1) if (term(k) <= term(a) * (1 + 1e-7)) sum += term(k);
        expect(compareCounts(a, m, b, 10 - m).pExactTwoSided).toBeCloseTo(Math.min(1, sum), 9);
      }),
    );
  });
  it.each([
    [{ count1: -1 }, /count1/],
    [{ count2: 1.5 }, /count2/],
    [{ mass1G: 0 }, /mass1G/],
    [{ mass2G: Infinity }, /mass2G/],
  ])('refuse %o', (wrong, message) => {
    const good = { count1: 1, mass1G: 50, count2: 2, mass2G: 50, ...wrong };
    expect(() => compareCounts(good.count1, good.mass1G, good.count2, good.mass2G)).toThrow(message);
  });
});

// Source: worked examples 14 and 15 to 7 CFR 201.65 (computed by hand from the rule, from memory).
describe('noxious weeds against a label', () => {
  it.each([
    [36, 50, 10, 4, 9, false],
    [36, 50, 9, 4, 9, true],
    [0, 50, 2, 0, 2, true],
    [0, 50, 3, 0, 2, false],
  ])('labelled %d per lb, in %d g %d found', (labelled, mass, found, inMass, most, within) => {
    expect(judgeNoxiousLabel(AOSA, labelled, 453.59237, found, mass)).toMatchObject({
      labelledInMass: inMass,
      most,
      within,
    });
  });
  it('goes by the formula where no number is printed', () => {
    // 52 lies between the printed 50 and 55: 52 + 1 + 1.96 √52 = 67.13.
    expect(judgeNoxiousLabel(AOSA, 52, 50, 60, 50)).toMatchObject({
      labelledInMass: 52,
      most: 68,
      rule: { provenance: { origin: 'derived' } },
    });
    expect(judgeNoxiousLabel(ISTA, 4, 50, 60, 50)).toMatchObject({ most: null, outcome: 'not-judged' });
  });
});

const finds = (seeds: Record<string, number>) =>
  Object.entries(seeds).map(([written, count]) => ({ written, taxon: written, seeds: count }));

describe('noxious lists', () => {
  const shipped = readNoxious(contentOf('noxious'));
  const row = (change: Partial<NoxiousRow>): NoxiousRow => ({
    jurisdiction: 'Fenwick Shire',
    species: 'Rumex crispus',
    standing: 'restricted',
    limit: { most: 27, per: 1, unit: 'lb' },
    note: '',
    rule: { book: 'noxious', edition: 'own', section: '', provenance: { origin: 'own', verification: 'from memory' } },
    ...change,
  });
  it('forbid what is named for all States, by species and by genus', () => {
    const judged = judgeNoxious(shipped, finds({ 'Solanum viarum': 1, 'Striga lutea': 2, 'Rumex crispus': 9 }), 50);
    expect(judged.map((one) => [one.species, one.consequence, one.outcome])).toEqual([
      ['Solanum viarum', 'no-sale', 'outside'],
      ['Striga lutea', 'no-sale', 'outside'],
    ]);
  });
  it('leave common dodders out of the list for all States', () => {
    // Source: the federal list excepts the kinds that grow in the country, C. campestris among them (from memory).
    expect(judgeNoxious(shipped, finds({ 'Cuscuta campestris': 3 }), 50)).toEqual([]);
    expect(judgeNoxious(shipped, finds({ 'Cuscuta reflexa': 3 }), 50)).toHaveLength(1);
  });
  it('judge a rate exactly at its limit, in the unit of the jurisdiction', () => {
    // Source: plain arithmetic: 27 seeds in a pound are 27 per lb.
    const at = 453.59237;
    expect(judgeNoxious([row({})], finds({ 'Rumex crispus': 27 }), at)[0]).toMatchObject({
      outcome: 'near',
      consequence: 'name',
    });
    expect(judgeNoxious([row({})], finds({ 'Rumex crispus': 27 }), at - 0.001)[0]).toMatchObject({
      outcome: 'outside',
      consequence: 'no-sale',
    });
    expect(
      judgeNoxious([row({ limit: { most: 10, per: 500, unit: 'g' } })], finds({ 'Rumex crispus': 1 }), 50)[0],
    ).toMatchObject({
      measured: 10,
      unit: 'seeds per 500 g',
      consequence: 'name',
    });
    expect(judgeNoxious([row({ limit: null })], finds({ 'Rumex crispus': 900 }), 50)[0]).toMatchObject({
      consequence: 'name',
      limit: null,
    });
  });
  it('let a species by itself go before its genus', () => {
    const rows = [row({ species: 'Rumex spp.', standing: 'prohibited', limit: null }), row({})];
    expect(
      judgeNoxious(rows, finds({ 'Rumex crispus': 1, 'Rumex acetosella': 1 }), 500).map((one) => one.standing),
    ).toEqual(['restricted', 'prohibited']);
  });
});

// Source: the issue: renaming Avena fatua to "wild oat" had turned a blocked lot into "none found".
describe('what was found under a name that nobody knows', () => {
  const row = (species: string, jurisdiction = 'Harrow Fens'): NoxiousRow => ({
    jurisdiction,
    species,
    standing: 'prohibited',
    limit: null,
    note: '',
    rule: shippedRule(),
  });
  const rows = [
    row('Avena fatua'),
    row('Rumex crispus'),
    row('Cuscuta spp.'),
    row('Bromus secalinus', 'Quillmere Vale'),
  ];
  const judge = (written: string, taxon: string | null, more: object = {}) =>
    judgeNoxious(rows, [{ written, taxon, seeds: 3, ...more }], 50).map((one) => [
      one.jurisdiction,
      one.species,
      one.outcome,
      one.consequence,
    ]);

  it('is not judged against every list, never absent', () => {
    expect(judge('wild oat', 'Avena fatua')).toEqual([['Harrow Fens', 'Avena fatua', 'outside', 'no-sale']]);
    expect(judge('oat of the wild', null)).toEqual([
      ['Harrow Fens', 'oat of the wild', 'not-judged', 'unclear'],
      ['Quillmere Vale', 'oat of the wild', 'not-judged', 'unclear'],
    ]);
  });
  it('to its genus is judged by the genus; where the list names species of it, not until somebody says which', () => {
    expect(judge('dodder', 'Cuscuta spp.')).toEqual([['Harrow Fens', 'Cuscuta spp.', 'outside', 'no-sale']]);
    expect(judge('Rumex sp.', 'Rumex spp.')).toEqual([['Harrow Fens', 'Rumex spp.', 'not-judged', 'unclear']]);
    expect(judge('Rumex sp.', 'Rumex spp.', { noneListed: true })).toEqual([]);
    expect(judge('Plantago sp.', 'Plantago spp.')).toEqual([]);
  });
  it('two names of one species are judged together', () => {
    const limited = {
      ...row('Avena fatua'),
      standing: 'restricted' as const,
      limit: { most: 4, per: 50, unit: 'g' as const },
    };
    const both = [
      { written: 'wild oat', taxon: 'Avena fatua', seeds: 3 },
      { written: 'Avena fatua', taxon: 'Avena fatua', seeds: 2 },
    ];
    expect(judgeNoxious([limited], both, 50)).toMatchObject([{ found: 5, outcome: 'outside' }]);
    expect(judgeNoxious([limited], both.slice(0, 1), 50)).toMatchObject([{ found: 3, outcome: 'within' }]);
  });
});

// Source: our own judgement of when a search is done, and where a list counts; the first rests on the least mass of the book.
describe('a search', () => {
  const least = { value: 50, rule: shippedRule() };
  const searched = (grams: string) => judgeLeastMass('mass searched', new Exact(grams), least);
  it('is unfinished as long as the sample holds what is missing, and never by less than that', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 900 }), fc.integer({ min: 1, max: 900 }), (tenths, sampleTenths) => {
        const left = stillToSearchG(searched((tenths / 10).toFixed(1)), sampleTenths / 10);
        expect(left).toBeCloseTo(sampleTenths >= 500 && tenths < 500 ? 50 - tenths / 10 : 0, 9);
      }),
    );
    expect(stillToSearchG(searched('10'), null)).toBe(0);
    expect(stillToSearchG(null, 60)).toBe(0);
  });
  it('counts where the seed is to be sold; unsaid, everywhere under the Act and nowhere else', () => {
    expect(countsThere('Harrow Fens', ['Harrow Fens'], 'ista')).toBe(true);
    expect(countsThere('Harrow Fens', ['Quillmere Vale'], 'aosa')).toBe(false);
    expect([countsThere('Harrow Fens', [], 'aosa'), countsThere('Harrow Fens', [], 'ista')]).toEqual([true, false]);
  });
});

function shippedRule() {
  const rule = readNoxious(contentOf('noxious'))[0]?.rule;
  if (!rule) throw new Error('the shipped lists are empty');
  return rule;
}
