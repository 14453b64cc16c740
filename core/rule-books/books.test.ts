import { describe, expect, it } from 'vitest';
import { AOSA, contentOf, ISTA } from '../testing/books.ts';
import type { StepRow } from './edition.ts';
import { type Kind, methodsFor, searchKinds } from './findKind.ts';
import { readEdition } from './readEdition.ts';

const down = (rows: readonly StepRow[]) => [...rows].sort((a, b) => b.from - a.from);

describe('germination tables', () => {
  it.each([
    ['5B', ISTA.replicateRanges],
    ['201.55', AOSA.replicateRanges],
    ['5C', ISTA.twoTests],
  ] as const)('%s has no gap and grows towards 50 %', (_name, rows) => {
    const sorted = down(rows);
    sorted.slice(1).forEach((row, i) => {
      expect(row.to).toBe((sorted[i]?.from ?? 0) - 1);
      expect(row.limit).toBeGreaterThanOrEqual(sorted[i]?.limit ?? 0);
    });
    expect(sorted[0]?.to).toBe(99);
    expect(sorted.at(-1)?.from).toBe(51);
  });

  // Source: the statistics under ISTA Table 5C, round(2.16 · √(2pq/400)); recomputed row by row.
  it('5C is what its formula gives at every whole percent', () => {
    for (const row of ISTA.twoTests)
      for (let mean = row.from; mean <= (row.to ?? 0); mean += 1)
        expect(row.limit).toBe(Math.round(2.16 * Math.sqrt((2 * mean * (100 - mean)) / 400)));
  });

  // Source: 3.984 · √(pq/100) comes within one of ISTA Table 5B everywhere; the table itself is from memory.
  it('5B stays within one of its formula', () => {
    for (const row of ISTA.replicateRanges)
      for (let mean = row.from; mean <= (row.to ?? 0); mean += 1)
        expect(Math.abs(row.limit - Math.round(3.984 * Math.sqrt((mean * (100 - mean)) / 100)))).toBeLessThanOrEqual(1);
  });

  it('the four-replicate column of 201.55 is 5B under other class borders', () => {
    const at = (rows: readonly StepRow[], mean: number) =>
      rows.find((row) => mean >= row.from && mean <= (row.to ?? 100))?.limit;
    // Source: 7 CFR 201.55 and ISTA Table 5B, both from memory: two writings of one table.
    const apart = Array.from({ length: 49 }, (_, i) => 51 + i).filter(
      (mean) => at(ISTA.replicateRanges, mean) !== at(AOSA.replicateRanges, mean),
    );
    expect(apart).toEqual([]);
  });
});

describe('kinds', () => {
  it('at least twenty kinds can be planned under both books', () => {
    const both = ISTA.kinds.filter((kind) => {
      const other = methodsFor(AOSA, kind.species);
      return kind.finalCountDay && kind.purityG && other.some((one) => one.finalCountDay && one.purityG);
    });
    expect(both.length).toBeGreaterThanOrEqual(20);
  });
  it('every figure names its provenance', () => {
    for (const kind of [...ISTA.kinds, ...AOSA.kinds])
      for (const figure of [kind.purityG, kind.finalCountDay, kind.substrates])
        if (figure) expect(figure.rule.provenance).toMatchObject({ verification: 'from memory' });
  });
  it('finds a kind by common name, genus or synonym, best match first', () => {
    const kind = (species: string, commonNames: string[], synonyms: string[]): Kind => ({
      species,
      family: '',
      commonNames,
      synonyms,
      chaffy: false,
      hardSeeded: false,
      thousandSeedWeightG: null,
    });
    const kinds = [
      kind('Arrhenatherum elatius', ['tall oat-grass'], []),
      kind('Avena sativa', ['oat', 'oats'], ['Avena byzantina']),
      kind('Lens culinaris', ['lentil'], ['Ervum lens']),
    ];
    expect(searchKinds(kinds, 'oat').map((one) => one.species)).toEqual(['Avena sativa', 'Arrhenatherum elatius']);
    expect(searchKinds(kinds, 'avena').map((one) => one.species)).toEqual(['Avena sativa']);
    expect(searchKinds(kinds, 'ervum').map((one) => one.species)).toEqual(['Lens culinaris']);
  });
});

describe('reading a book', () => {
  it('names table, row and column of a cell that is no number', () => {
    const content = contentOf('ista');
    const table = content.tables['germination-replicates-5B'];
    if (!table) throw new Error('the table is gone');
    const rows = table.rows.map((row, i) => (i === 2 ? { ...row, max_range: 'seven' } : row));
    expect(() =>
      readEdition({ ...content, tables: { ...content.tables, 'germination-replicates-5B': { ...table, rows } } }),
    ).toThrow('table "germination-replicates-5B", row 3, column "max_range": "seven" is not a number');
  });
  it('refuses a book without one of its tables', () => {
    const content = contentOf('aosa');
    const { parameters: _gone, ...tables } = content.tables;
    expect(() => readEdition({ ...content, tables })).toThrow('lacks the table "parameters"');
  });
});
