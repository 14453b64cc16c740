import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { csvRows } from '../testing/books.ts';
import { genusOf, isGenus, isGenusName, type ListedSpecies, resolverOf, taxonOf } from './resolveName.ts';

const split = (cell: string | undefined) => (cell ?? '').split(';').filter(Boolean);
const LIST: ListedSpecies[] = [
  ...csvRows('names', 'other-species.csv').map((row) => ({
    species: row.species ?? '',
    commonNames: split(row.common_names),
  })),
  ...csvRows('names', 'crops.csv').map((row) => ({
    species: row.species ?? '',
    commonNames: split(row.common_names),
    synonyms: split(row.synonyms),
  })),
];
const resolve = resolverOf(LIST);
const taxon = (written: string) => taxonOf(resolve(written));

// Source: the names of the shipped lists; ways of writing a name after the International Code of Nomenclature (from memory).
describe('a written name', () => {
  it.each([
    ['Avena fatua', 'Avena fatua'],
    ['avena FATUA', 'Avena fatua'],
    ['Avena fatua L.', 'Avena fatua'],
    ['AVENA FATUA L.', 'Avena fatua'],
    ['  Avena   fatua  ', 'Avena fatua'],
    ['wild oat', 'Avena fatua'],
    ['Wild-oats', 'Avena fatua'],
    ['Rumex crispus L.', 'Rumex crispus'],
    ['Elymus repens (L.) Gould', 'Elymus repens'],
    ['Triticum vulgare', 'Triticum aestivum'],
    ['Triticum turgidum ssp. durum', 'Triticum durum'],
    ['Triticum turgidum subsp. durum (Desf.) Husn.', 'Triticum durum'],
    ['Rumex sp.', 'Rumex spp.'],
    ['Rumex spp', 'Rumex spp.'],
    ['rumex', 'Rumex spp.'],
    ['Cuscuta species', 'Cuscuta spp.'],
  ])('"%s" is %s', (written, want) => {
    expect(taxon(written)).toBe(want);
  });

  it('is unknown rather than guessed: a likeness, a stray word, a genus of nothing', () => {
    for (const written of [
      'Avena fatuus',
      'Avena fatua seeds',
      'oat of the wild',
      'Nosuchgenus spp.',
      'Avena',
      '?',
      '',
    ])
      expect([written, resolve(written).rank]).toEqual([written, written === 'Avena' ? 'genus' : 'unknown']);
  });

  it.each([
    ['Avena fatua L. ex Roth', 'Avena fatua'],
    ['avena fatua l.', 'Avena fatua'],
    ['avena fatua linnaeus', null],
    ['Avena fatua linnaeus', null],
    ['Avena fatua (l. Roth', null],
    ['Rumex spp. L.', null],
    ['Rumex SP.', 'Rumex spp.'],
    ['R2mex', null],
    ['Rumex2 crispus', null],
    ['Rumex crispusspp', null],
    ['Triticum turgidum ssp. durum seeds', null],
    ['Triticum turgidum seeds ssp. durum', null],
    ['wild oats', 'Avena fatua'],
    ['  wild oat ', 'Avena fatua'],
    ['wild  oat', 'Avena fatua'],
    ['Wíld oat', 'Avena fatua'],
  ])('"%s" is %s', (written, want) => {
    expect(taxon(written)).toBe(want);
  });
  it('a genus is known by its form, alone or followed by sp. or spp.', () => {
    expect(['Rumex', ' Rumex sp. ', 'Rumex spp', 'Rumex crispus', '', '?'].map(isGenusName)).toEqual([
      true,
      true,
      true,
      false,
      false,
      false,
    ]);
    expect([genusOf('Rumex crispus'), genusOf('Rumex')]).toEqual(['Rumex', 'Rumex']);
    expect([isGenus('Rumex spp.'), isGenus('Rumex crispus'), isGenus('spp. Rumex')]).toEqual([true, false, false]);
    expect([
      taxonOf({ rank: 'genus', genus: 'Rumex' }),
      taxonOf({ rank: 'unknown' }),
      taxonOf({ rank: 'ambiguous', candidates: ['a'] }),
    ]).toEqual(['Rumex spp.', null, null]);
  });
  it('an accepted name goes before a synonym of another; what shares a common name is told in order', () => {
    const resolver = resolverOf([
      { species: 'Vicia sativa', commonNames: ['vetch'] },
      { species: 'Vicia cracca', commonNames: ['vetch', 'tufted vetches'], synonyms: ['Vicia sativa', 'Cracca major'] },
      { species: '?', commonNames: ['nothing'] },
    ]);
    expect(resolver('Vicia sativa')).toEqual({ rank: 'species', species: 'Vicia sativa' });
    expect(resolver('Cracca major')).toEqual({ rank: 'species', species: 'Vicia cracca' });
    expect(resolver('vetch')).toEqual({ rank: 'ambiguous', candidates: ['Vicia cracca', 'Vicia sativa'] });
    expect(resolver('tufted vetch')).toEqual({ rank: 'unknown' });
    expect(resolver('vetchs')).toMatchObject({ rank: 'ambiguous' });
  });
  it('keeps a common name that several species share as such, with all of them', () => {
    const two = resolverOf([
      { species: 'Avena fatua', commonNames: ['wild oat'] },
      { species: 'Avena sterilis', commonNames: ['wild oat', 'winter wild oat'] },
    ]);
    expect(two('wild oat')).toEqual({ rank: 'ambiguous', candidates: ['Avena fatua', 'Avena sterilis'] });
    expect(two('winter wild oat')).toEqual({ rank: 'species', species: 'Avena sterilis' });
  });

  it('knows a hybrid with and without its sign', () => {
    const hybrid = resolverOf([{ species: 'Trifolium × hybridum', commonNames: [] }]);
    for (const written of [
      'Trifolium × hybridum',
      'Trifolium ×hybridum',
      'Trifolium x hybridum',
      'trifolium hybridum L.',
    ])
      expect(taxonOf(hybrid(written))).toBe('Trifolium × hybridum');
  });

  it('every name of the lists finds its species, in any letter case and with an author behind it', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...LIST.filter((one) => /^[A-Z]\S+ (?!spp)\S/.test(one.species))),
        fc.constantFrom<(name: string) => string>(
          (name) => name,
          (name) => name.toUpperCase(),
          (name) => name.toLowerCase(),
          (name) => `${name} L.`,
          (name) => `${name} (L.) Mill.`,
        ),
        ({ species }, write) => {
          expect(taxon(write(species))).toBe(species);
        },
      ),
      { numRuns: 2000 },
    );
    expect(taxon('Triticosecale')).toBe('x Triticosecale');
    expect(taxon('× Triticosecale')).toBe('x Triticosecale');
    const shared: string[] = [];
    for (const one of LIST)
      for (const name of one.commonNames) {
        const found = resolve(name);
        if (found.rank === 'ambiguous') shared.push(name);
        else expect([name, taxonOf(found)]).toEqual([name, one.species]);
      }
    // Common names are shared now and then; the others are bound.
    expect(shared.length).toBeLessThan(200);
  });
});
