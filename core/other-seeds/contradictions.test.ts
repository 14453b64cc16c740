import { describe, expect, it } from 'vitest';
import { contradictions, type PurityFinds, type SearchFinds } from './contradictions.ts';

// Source: plain reasoning; the chance by compareCounts, checked against R beside it.
describe('purity and the search contradict each other', () => {
  const purity = (change: Partial<PurityFinds> = {}): PurityFinds => ({
    examinedG: 5,
    components: [{ component: 'weedSeed', percent: 0.5, trace: false }],
    parts: [],
    ...change,
  });
  const search = (species: SearchFinds['species'] = [], change: Partial<SearchFinds> = {}): SearchFinds => ({
    examinedG: 50,
    complete: true,
    species,
    ...change,
  });
  const weed = (taxon: string | null, seeds: number) => ({ taxon, seeds, components: ['weedSeed'] as const });
  it('where a component above trace was not found in a complete search of a larger mass', () => {
    expect(contradictions(purity(), search())).toMatchObject([
      { what: 'component', of: 'weedSeed', purity: { percent: 0.5 }, search: { seeds: 0 } },
    ]);
    expect(contradictions(purity(), search([weed('Rumex crispus', 1)]))).toEqual([]);
    expect(
      contradictions(purity(), search([{ ...weed('Lolium perenne', 4), components: ['otherCropSeed'] }])),
    ).toHaveLength(1);
    expect(contradictions(purity(), search([], { complete: false }))).toEqual([]);
    // Neither an equal mass nor a smaller one says anything; a little more does.
    expect([4, 5, 5.001].map((examinedG) => contradictions(purity(), search([], { examinedG })).length)).toEqual([
      0, 0, 1,
    ]);
    expect(
      contradictions(purity({ components: [{ component: 'weedSeed', percent: 0.04, trace: true }] }), search()),
    ).toEqual([]);
    expect(
      contradictions(purity({ components: [{ component: 'weedSeed', percent: 0, trace: false }] }), search()),
    ).toEqual([]);
  });
  it('by species, weighed or counted; counts below one in a hundred under one rate', () => {
    const part = (change: object) => ({
      component: 'weedSeed' as const,
      taxon: 'Rumex crispus',
      percent: null,
      seeds: null,
      ...change,
    });
    const of = (change: object, seeds: number) =>
      contradictions(
        purity({ parts: [part(change)] }),
        search([weed('Rumex crispus', seeds), weed('Plantago major', 9)]),
      );
    expect(of({ percent: 0.3 }, 0)).toMatchObject([{ what: 'species', of: 'Rumex crispus' }]);
    expect(of({ percent: 0.3 }, 1)).toEqual([]);
    // Under one rate 5 in 5 g leave 50 for 50 g: with 1 in 11 of the mass, 5 of 5 have the chance (1/11)^5, 1 of 1 has 1/11.
    expect(of({ seeds: 5 }, 0)).toMatchObject([{ what: 'rates', chance: expect.closeTo((1 / 11) ** 5, 12) as number }]);
    expect(of({ seeds: 1 }, 0)).toEqual([]);
    // 2 of 2: 1/121 = 0.83 %, just below one in a hundred.
    expect(of({ seeds: 2 }, 0)).toHaveLength(1);
    expect(of({ seeds: 5 }, 45)).toEqual([]);
  });
  it('a component that is told species by species is not told twice, the others are', () => {
    const part = (component: 'weedSeed' | 'otherCropSeed', taxon: string) => ({
      component,
      taxon,
      percent: 0.3,
      seeds: null,
    });
    const both = purity({
      components: [
        { component: 'weedSeed', percent: 0.3, trace: false },
        { component: 'otherCropSeed', percent: 0.3, trace: false },
      ],
      parts: [part('weedSeed', 'Rumex crispus')],
    });
    expect(contradictions(both, search()).map((one) => [one.what, one.of])).toEqual([
      ['component', 'otherCropSeed'],
      ['species', 'Rumex crispus'],
    ]);
    // Of a species that was found, the component is found too.
    const found = purity({
      ...both,
      parts: [part('weedSeed', 'Rumex crispus'), part('otherCropSeed', 'Lolium perenne')],
    });
    expect(contradictions(found, search([weed('Rumex crispus', 2)])).map((one) => [one.what, one.of])).toEqual([
      ['species', 'Lolium perenne'],
    ]);
  });
  it('a search that did not look for everything says nothing of what it did not find, weighed or counted', () => {
    const part = (change: object) => ({
      component: 'weedSeed' as const,
      taxon: 'Rumex crispus',
      percent: null,
      seeds: null,
      ...change,
    });
    const judge = (change: object, found: SearchFinds['species'], examinedG = 50) =>
      contradictions(purity({ components: [], parts: [part(change)] }), search(found, { complete: false, examinedG }))
        .length;
    expect(judge({ seeds: 5 }, [])).toBe(0);
    expect(judge({ seeds: 5 }, [weed('Rumex crispus', 1)])).toBe(1);
    expect(judge({ percent: 0.3 }, [])).toBe(0);
    // Of nothing that was weighed, or weighed as nothing, it says nothing either.
    const complete = (change: object, examinedG = 50) =>
      contradictions(purity({ components: [], parts: [part(change)] }), search([], { examinedG })).length;
    expect([complete({}), complete({ percent: 0 }), complete({ percent: 0.3 }), complete({ percent: 0.3 }, 5)]).toEqual(
      [0, 0, 1, 0],
    );
  });
  it('never where a genus, or a name that nobody knows, may be the species', () => {
    const judge = (part: object, found: SearchFinds['species']) =>
      contradictions(
        purity({
          components: [],
          parts: [{ component: 'weedSeed', taxon: 'Rumex crispus', percent: null, seeds: null, ...part }],
        }),
        search(found),
      ).map((one) => [one.what, one.search.seeds]);
    const weighed = { percent: 0.3 };
    expect(judge(weighed, [weed('Plantago major', 9)])).toEqual([['species', 0]]);
    expect(judge(weighed, [weed('Rumex spp.', 1)])).toEqual([]);
    expect(judge(weighed, [weed(null, 1)])).toEqual([]);
    expect(judge({ ...weighed, taxon: 'Rumex spp.' }, [weed('Rumex crispus', 1)])).toEqual([]);
    expect(judge({ ...weighed, taxon: 'Rumex spp.' }, [weed('Plantago major', 1)])).toEqual([['species', 0]]);
    expect(judge({ ...weighed, taxon: null }, [])).toEqual([]);
    // 5 in 5 g ask for about 50 in 50 g: none of them certain, 60 possible, so that 50 of those agree.
    expect(judge({ seeds: 5 }, [weed('Rumex spp.', 60)])).toEqual([]);
    expect(judge({ seeds: 5 }, [weed('Rumex spp.', 1)])).toEqual([['rates', 0]]);
    expect(judge({ seeds: 0 }, [weed('Rumex crispus', 500), weed(null, 9)])).toEqual([['rates', 500]]);
  });
  it('by species, whatever its parts were written as', () => {
    const parts = (seeds: readonly (number | null)[]) =>
      seeds.map((one) => ({
        component: 'weedSeed' as const,
        taxon: 'Rumex crispus',
        percent: one === null ? 0.1 : null,
        seeds: one,
      }));
    const judge = (seeds: readonly (number | null)[]) =>
      contradictions(purity({ components: [], parts: parts(seeds) }), search()).map((one) => one.what);
    // One and one are two, and two of two have a chance of 1/121.
    expect(judge([1])).toEqual([]);
    expect(judge([1, 1])).toEqual(['rates']);
    expect(judge([1, null])).toEqual(['species']);
  });
});
