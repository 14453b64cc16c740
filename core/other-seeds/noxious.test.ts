import { describe, expect, it } from 'vitest';
import { contentOf } from '../testing/books.ts';
import { judgeNoxious, type NoxiousRow, readNoxious } from './noxious.ts';

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

function shippedRule() {
  const rule = readNoxious(contentOf('noxious'))[0]?.rule;
  if (!rule) throw new Error('the shipped lists are empty');
  return rule;
}
