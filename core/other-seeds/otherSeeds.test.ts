import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { judgeLeastMass } from '../rule-books/leastMass.ts';
import { AOSA, contentOf, csvRows, ISTA } from '../testing/books.ts';
import { Exact } from '../units/mass.ts';
import { compareCounts } from './compareCounts.ts';
import { countsThere, stillToSearchG } from './judgeSearch.ts';
import { atMostOf, threeFigures } from './noneFound.ts';
import { judgeNoxious, type NoxiousRow, readNoxious } from './noxious.ts';
import { judgeNoxiousClaim } from './noxiousClaim.ts';
import { ratePerMass } from './ratePerMass.ts';
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
  it('cannot be out of tolerance below the table, and are not evaluated above it', () => {
    for (let a = 0; a <= 4; a += 1)
      for (let b = 0; a + b <= 4; b += 1)
        expect(judgeTwoCounts(ISTA, a, b)).toMatchObject({ within: true, tolerance: null });
    expect(judgeTwoCounts(ISTA, 800, 700)).toMatchObject({ within: null, outcome: 'not-judged' });
    expect(judgeTwoCounts(AOSA, 8, 30)).toMatchObject({ outcome: 'not-judged' });
  });
  it('say what follows by a code, and which row or table was read', () => {
    const told = (verdict: ReturnType<typeof judgeTwoCounts>) => [
      verdict.next,
      verdict.limit,
      verdict.steps.at(-1)?.result,
    ];
    // Source: Table 4A, at 20 a difference of 13 and not of 14 (from memory); 4B one-way.
    const row = ISTA.otherSeedsCounts.twoWay.find((one) => one.from <= 20 && (one.to ?? 0) >= 20);
    const limit = row?.limit ?? NaN;
    expect(told(judgeTwoCounts(ISTA, 20, 20))).toEqual(['report-both-counts', limit, String(limit)]);
    expect(judgeTwoCounts(ISTA, 20, 20).rule).toEqual(row?.rule);
    expect(told(judgeTwoCounts(ISTA, 5, 40))[0]).toBe('count-again');
    expect(told(judgeSecondCount(ISTA, 5, 40))[0]).toBe('second-count-worse');
    expect(told(judgeSecondCount(ISTA, 40, 5))[0]).toBe('second-count-not-worse');
    expect(told(judgeTwoCounts(ISTA, 800, 700))).toEqual(['compare-exactly', null, 'nothing is judged']);
    expect(told(judgeTwoCounts(ISTA, 1, 2))).toEqual(['report-both-counts', null, 'cannot be out of tolerance']);
    // Too few for a row: the first of the table speaks; in a book without the table none does.
    expect(judgeTwoCounts(ISTA, 1, 2).rule).toEqual(ISTA.otherSeedsCounts.twoWay[0]?.rule);
    expect(judgeTwoCounts(AOSA, 1, 2)).toMatchObject({ rule: null, outcome: 'not-judged' });
    // Less than before is within, however near its size would be to the limit.
    const one = ISTA.otherSeedsCounts.oneWay.find((row) => row.from <= 20 && (row.to ?? 0) >= 20)?.limit ?? 0;
    expect(judgeSecondCount(ISTA, 20 + Math.ceil(one / 2), 20 - Math.floor(one / 2)).outcome).toBe('within');
    const first = ISTA.otherSeedsCounts.twoWay[0]?.from ?? NaN;
    expect(judgeTwoCounts(ISTA, first, first)).toMatchObject({ mean: first, tolerance: expect.any(Number) as number });
  });
  it.each([
    [-1, 5, /^first/],
    [5, 1.5, /^second/],
  ])('%d and %d are refused', (first, second, name) => {
    expect(() => judgeTwoCounts(ISTA, first, second)).toThrow(name);
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
  // Source: R 4.2.2 binom.test(4, 4, 0.25): the split found and its tail; 0 of 0 says nothing.
  it('with nothing found in one, or in both, have an endless ratio, or none', () => {
    expect(compareCounts(0, 50, 0, 50)).toMatchObject({
      pExactTwoSided: 1,
      pGreater: 1,
      pLess: 1,
      rateRatio: null,
      rateRatioLower: 0,
      rateRatioUpper: 'Inf',
      tolerance: { mean: 0, within196: true },
    });
    const four = compareCounts(4, 50, 0, 150);
    expect(four).toMatchObject({ rateRatio: 'Inf', rateRatioUpper: 'Inf', pLess: 1 });
    expect(four.pGreater).toBeCloseTo(0.25 ** 4, 12);
    expect(four.tolerance).toBeUndefined();
    const none = compareCounts(0, 50, 4, 50);
    expect(none).toMatchObject({ rateRatio: 0, rateRatioLower: 0, pGreater: 1 });
    expect(none.pLess).toBeCloseTo(1 / 16, 12);
    // The split in the middle is the likeliest of all.
    expect(compareCounts(3, 50, 3, 50).pExactTwoSided).toBe(1);
    // Source: 1.96 √12 = 6.79: 3 and 9 stand within, 2 and 10 do not.
    expect(compareCounts(3, 50, 9, 50).tolerance?.within196).toBe(true);
    expect(compareCounts(2, 50, 10, 50).tolerance?.within196).toBe(false);
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
    expect(judgeNoxiousClaim(AOSA, labelled, 453.59237, found, mass)).toMatchObject({
      labelledInMass: inMass,
      most,
      within,
    });
  });
  it('goes by the formula where no number is printed', () => {
    // 52 lies between the printed 50 and 55: 52 + 1 + 1.96 √52 = 67.13.
    expect(judgeNoxiousClaim(AOSA, 52, 50, 60, 50)).toMatchObject({
      labelledInMass: 52,
      most: 68,
      rule: { provenance: { origin: 'derived' } },
    });
    expect(judgeNoxiousClaim(ISTA, 4, 50, 60, 50)).toMatchObject({ most: null, within: null, outcome: 'not-judged' });
  });
  it('says what follows by a code', () => {
    const told = (edition: typeof AOSA, found: number) => {
      const { next, steps } = judgeNoxiousClaim(edition, 0, 50, found, 50);
      return [next, steps.at(-2)?.label, steps.at(-2)?.result];
    };
    expect(told(AOSA, 2)).toEqual(['noxious-label-stands', 'printed column', '2']);
    expect(told(AOSA, 3)).toEqual(['noxious-label-too-low', 'printed column', '2']);
    expect(told(ISTA, 3)).toEqual(['no-noxious-tolerance', 'next whole number', 'no table']);
  });
});

// Source: exact Poisson limits of 3 at 95 %, 0.6187 to 8.7673 (R 4.2.2 poisson.test(3)$conf.int); a kilogram is ten times 100 g.
describe('a rate in a mass', () => {
  it('shows three figures that mean something', () => {
    expect([0.123, 9.994, 10, 99.94, 100, 1234.5].map(threeFigures)).toEqual([
      '0.12',
      '9.99',
      '10.0',
      '99.9',
      '100',
      '1235',
    ]);
  });
  it('tells its limits in the sample and in every unit', () => {
    const steps = ratePerMass(3, 100, 0.95).steps.map((one) => [one.label, one.expression, one.result]);
    expect(steps.slice(2, 5)).toEqual([
      ['exact Poisson limits, 95 %', undefined, '0.62 to 8.77'],
      ['per kg', '3 × 1000 / 100', '30.0'],
      ['limits', undefined, '6.19 to 87.7'],
    ]);
    expect(steps.map(([label]) => label).filter((one) => one?.startsWith('per'))).toEqual([
      'per kg',
      'per lb',
      'per oz',
    ]);
  });
});

const finds = (seeds: Record<string, number>) =>
  Object.entries(seeds).map(([written, count]) => ({ written, taxon: written, seeds: count }));

describe('noxious lists', () => {
  const shipped = () => readNoxious(contentOf('noxious'));
  const own = (change: Record<string, string>) =>
    readNoxious({
      book: 'noxious',
      name: 'own lists',
      year: 2026,
      tables: {
        species: {
          section: 's',
          origin: 'own',
          rows: [{ jurisdiction: 'Fenwick Shire', species: 'Rumex crispus', standing: 'restricted', ...change }],
        },
      },
    });
  it('are read with limit, note and rule; a limit without its mass is none', () => {
    expect(own({ most: '9', per: '2', unit: 'oz', note: 'n', confidence: 'low', doubts: 'd' })).toEqual([
      {
        jurisdiction: 'Fenwick Shire',
        species: 'Rumex crispus',
        standing: 'restricted',
        limit: { most: 9, per: 2, unit: 'oz' },
        note: 'n',
        rule: {
          book: 'noxious',
          edition: 'own lists',
          section: 'Fenwick Shire',
          row: 'Rumex crispus',
          provenance: { origin: 'own', verification: 'from memory', confidence: 'low', doubts: 'd' },
        },
      },
    ]);
    expect(own({ most: '9' })[0]).toMatchObject({ limit: null, note: '' });
    expect(own({ per: '9' })[0]).toMatchObject({ limit: null });
    expect(own({ standing: 'prohibited' })[0]).toMatchObject({ standing: 'prohibited' });
    expect(() => own({ standing: 'rare' })).toThrow('row 1, column "standing": "rare" is neither');
    expect(() => readNoxious(contentOf('ista'))).toThrow(/holds no noxious lists/);
    expect(() => readNoxious({ book: 'noxious', name: 'empty', year: 2026, tables: {} })).toThrow(/empty holds no/);
  });
  it('tell by which line of the list they judge, and what follows by a code', () => {
    const told = (rows: NoxiousRow[], seeds: Record<string, number>, examinedG = 453.59237) =>
      judgeNoxious(rows, finds(seeds), examinedG).map((one) => [one.next, one.steps[2]?.label, one.unit]);
    expect(told([row({})], { 'Rumex crispus': 1 })).toEqual([
      ['restricted-within-limit', 'stands in the list', 'seeds per lb'],
    ]);
    expect(told([row({})], { 'Rumex crispus': 28 })).toEqual([
      ['over-noxious-limit', 'stands in the list', 'seeds per lb'],
    ]);
    expect(told([row({ limit: null })], { 'Rumex crispus': 1 })[0]?.[0]).toBe('restricted-without-limit');
    expect(told([row({ standing: 'prohibited', species: 'Rumex spp.' })], { 'Rumex crispus': 1 })).toEqual([
      ['prohibited', 'stands in the list as Rumex spp.', 'seeds'],
    ]);
    // Of what was not found nothing is said.
    expect(told([row({})], { 'Rumex crispus': 0 })).toEqual([]);
    expect(() => told([row({})], {}, 0)).toThrow(/^examinedG/);
  });
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
    const judged = judgeNoxious(shipped(), finds({ 'Solanum viarum': 1, 'Striga lutea': 2, 'Rumex crispus': 9 }), 50);
    expect(judged.map((one) => [one.species, one.consequence, one.outcome])).toEqual([
      ['Solanum viarum', 'no-sale', 'outside'],
      ['Striga lutea', 'no-sale', 'outside'],
    ]);
  });
  it('leave common dodders out of the list for all States', () => {
    // Source: the federal list excepts the kinds that grow in the country, C. campestris among them (from memory).
    expect(judgeNoxious(shipped(), finds({ 'Cuscuta campestris': 3 }), 50)).toEqual([]);
    expect(judgeNoxious(shipped(), finds({ 'Cuscuta reflexa': 3 }), 50)).toHaveLength(1);
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

  it('is not evaluated against every list, never absent', () => {
    expect(judge('wild oat', 'Avena fatua')).toEqual([['Harrow Fens', 'Avena fatua', 'outside', 'no-sale']]);
    expect(judge('oat of the wild', null)).toEqual([
      ['Harrow Fens', 'oat of the wild', 'not-judged', 'unclear'],
      ['Quillmere Vale', 'oat of the wild', 'not-judged', 'unclear'],
    ]);
  });
  it('to its genus is evaluated by the genus; where the list names species of it, not until somebody says which', () => {
    expect(judge('dodder', 'Cuscuta spp.')).toEqual([['Harrow Fens', 'Cuscuta spp.', 'outside', 'no-sale']]);
    expect(judge('Rumex sp.', 'Rumex spp.')).toEqual([['Harrow Fens', 'Rumex spp.', 'not-judged', 'unclear']]);
    expect(judge('Rumex sp.', 'Rumex spp.', { noneListed: true })).toEqual([]);
    expect(judge('Plantago sp.', 'Plantago spp.')).toEqual([]);
  });
  it('says by a code what has to be said of it, and of a genus which species the list names', () => {
    const told = (taxon: string | null) =>
      judgeNoxious(rows.slice(0, 3), [{ written: 'w', taxon, seeds: 3 }], 50).map((one) => [
        one.next,
        one.steps.at(-1)?.result,
      ]);
    expect(told(null)).toEqual([['bound-to-no-species', 'bound to no species']]);
    expect(told('Rumex spp.')).toEqual([['say-which-of-the-genus', 'the list names Rumex crispus']]);
  });
  it('two finds of a genus are none of the list only where both are said to be', () => {
    const both = (first: boolean, second: boolean) =>
      judgeNoxious(
        rows,
        [
          { written: 'a', taxon: 'Rumex spp.', seeds: 1, noneListed: first },
          { written: 'b', taxon: 'Rumex spp.', seeds: 2, noneListed: second },
        ],
        50,
      ).map((one) => one.found);
    expect([both(true, true), both(true, false), both(false, true), both(false, false)]).toEqual([[], [3], [3], [3]]);
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
    expect([stillToSearchG(searched('10'), 50), stillToSearchG(searched('10'), 49.99)]).toEqual([40, 0]);
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

it('none found is the one-sided limit of the exact rate, whatever the mass', () => {
  fc.assert(
    fc.property(fc.double({ min: 1e-3, max: 1e6, noNaN: true }), (massG) => {
      const { perKg, perLb } = ratePerMass(0, massG, 0.95).atMost;
      const none = atMostOf(massG);
      expect(none.perKg / perKg).toBeCloseTo(1, 9);
      expect(none.perLb / perLb).toBeCloseTo(1, 9);
    }),
  );
});
