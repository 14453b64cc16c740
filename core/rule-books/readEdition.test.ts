import { describe, expect, it } from 'vitest';
import { contentOf, csvRows } from '../testing/books.ts';
import type { EditionContent, RuleBook, StepRow } from './edition.ts';
import { provenanceOf } from './provenance.ts';
import { readEdition } from './readEdition.ts';

type Row = Readonly<Record<string, string>>;
const edition = (book: RuleBook) => readEdition(contentOf(book));
/** The shipped book with the rows of one table changed. */
function changed(book: RuleBook, table: string, change: (rows: readonly Row[]) => readonly Row[]): EditionContent {
  const content = contentOf(book);
  const found = content.tables[table];
  if (!found) throw new Error(`there is no table ${table}`);
  return { ...content, tables: { ...content.tables, [table]: { ...found, rows: change(found.rows) } } };
}
const first = (change: Row) => (rows: readonly Row[]) => rows.map((row, i) => (i === 0 ? { ...row, ...change } : row));
const number = (cell: string | undefined) => (cell === undefined || cell === '' ? undefined : Number(cell));
const list = (cell: string | undefined) => (cell ? cell.split(';').map((part) => part.trim()) : undefined);
const told = (rows: readonly StepRow[]) => rows.map(({ from, to, limit }) => [from, to, limit]);
const steps = (book: RuleBook, table: string, from: string, to: string, limit: string) =>
  csvRows(book, `${table}.csv`).map((row) => [Number(row[from]), number(row[to]) ?? null, Number(row[limit])]);

// Source: the cells of the shipped tables, read here by nothing but a CSV parser.
describe('every cell of a shipped book arrives where the judges look for it', () => {
  it('kinds under ISTA: weights, methods, days, chaffiness, each with its row', () => {
    const rows = csvRows('ista', 'species.csv');
    const { kinds } = edition('ista');
    expect(kinds).toHaveLength(rows.length);
    rows.forEach((row, i) => {
      const kind = kinds[i];
      expect([
        kind?.species,
        kind?.bookKind,
        kind?.chaffy?.value,
        kind?.maxLotKg?.value,
        kind?.submittedG?.value,
        kind?.purityG?.value,
        kind?.otherSeedsG?.value,
        kind?.substrates?.value,
        kind?.temperatures?.value,
        kind?.firstCountDay?.value,
        kind?.finalCountDay?.value,
        kind?.treatments?.value,
      ]).toEqual([
        row.species,
        row.species,
        row.chaffy === 'yes',
        number(row.max_lot_kg),
        number(row.submitted_g),
        number(row.purity_working_g),
        number(row.other_seeds_g),
        list(row.substrates),
        list(row.temperatures_c),
        number(row.first_count_d),
        number(row.final_count_d),
        list(row.dormancy_breaking),
      ]);
      expect(kind?.chaffy?.rule).toMatchObject({
        book: 'ista',
        section: 'table of kinds: weights and methods',
        row: row.species,
        provenance: { origin: 'standard', verification: 'from memory', confidence: row.confidence },
      });
    });
  });
  it('kinds under AOSA/FSA: methods, weights of their own table, the sample of their class', () => {
    const classes = csvRows('aosa', 'submitted-samples-201.43.csv');
    const weights = csvRows('aosa', 'working-weights-201.46.csv');
    const { kinds } = edition('aosa');
    csvRows('aosa', 'germination-methods-201.58.csv').forEach((row, i) => {
      const kind = kinds[i];
      const weight = weights.find((one) => one.kind === row.kind);
      const size = classes.find((one) => one.kinds?.split(';').includes(row.scientific_name ?? ''));
      expect([
        kind?.bookKind,
        kind?.species,
        kind?.purityG?.value,
        kind?.otherSeedsG?.value,
        kind?.submittedG?.value,
        kind?.substrates?.value,
        kind?.firstCountDay?.value,
        kind?.finalCountDay?.value,
        kind?.treatments?.value,
      ]).toEqual([
        row.kind,
        row.scientific_name,
        number(weight?.purity_g),
        number(weight?.noxious_g),
        // Source: the avoirdupois ounce is 28.349523125 g.
        size && Number(size.oz) * 28.349523125,
        list(row.substrata),
        number(row.first_count_d),
        number(row.final_count_d),
        list(row.fresh_dormant),
      ]);
      expect(kind?.submittedG?.rule.row).toBe(size?.class);
    });
    expect(classes[0]?.kinds).toContain(kinds.find((one) => one.submittedG?.rule.row === classes[0]?.class)?.species);
  });
  it('stepped tables, with what their classes are called', () => {
    const [ista, aosa] = [edition('ista'), edition('aosa')];
    const high = (book: RuleBook, table: string, limit: string) =>
      steps(book, table, 'avg_high_from', 'avg_high_to', limit);
    const average = (book: RuleBook, table: string, limit: string) => steps(book, table, 'avg_from', 'avg_to', limit);
    expect(told(ista.replicateRanges)).toEqual(high('ista', 'germination-replicates-5B', 'max_range'));
    expect(told(aosa.replicateRanges)).toEqual(high('aosa', 'replicate-ranges-201.55', 'range_4'));
    expect(told(ista.twoTests)).toEqual(high('ista', 'germination-two-tests-5C', 'tolerance'));
    expect(told(ista.secondLaboratory)).toEqual(high('ista', 'germination-second-laboratory-5D', 'tolerance'));
    expect(aosa.secondLaboratory).toEqual([]);
    expect(told(aosa.twoTests)).toEqual(high('aosa', 'germination-retests-aosa', 'tolerance'));
    expect(told(aosa.labelTolerances)).toEqual(
      steps('aosa', 'germination-tolerances-201.63', 'mean_from', 'mean_below', 'tolerance'),
    );
    expect(told(ista.purityDecimals)).toEqual(steps('ista', 'purity-decimals', 'from_g', 'to_g', 'decimals'));
    for (const chaffy of ['chaffy', 'nonchaffy'] as const) {
      expect(told(ista.purityDuplicates.half[chaffy])).toEqual(
        average('ista', 'purity-duplicates-3B', `half_${chaffy}`),
      );
      expect(told(ista.purityDuplicates.whole[chaffy])).toEqual(
        average('ista', 'purity-duplicates-3B', `whole_${chaffy}`),
      );
      expect(told(ista.puritySamples.oneWay[chaffy])).toEqual(average('ista', 'purity-two-samples-one-way-3C', chaffy));
      expect(told(ista.puritySamples.twoWay[chaffy])).toEqual(average('ista', 'purity-two-samples-two-way-3D', chaffy));
      expect(told(aosa.purityLabel[chaffy])).toEqual(average('aosa', 'purity-tolerances-201.60', chaffy));
    }
    expect(told(ista.otherSeedsCounts.twoWay)).toEqual(average('ista', 'other-seeds-two-way-4A', 'tolerance'));
    expect(told(ista.otherSeedsCounts.oneWay)).toEqual(average('ista', 'other-seeds-one-way-4B', 'tolerance'));
    expect(told(aosa.noxiousTolerances)).toEqual(
      steps('aosa', 'noxious-tolerances-201.65', 'labeled', 'labeled', 'max_within_tolerance'),
    );
    expect(told(ista.heterogeneitySamples)).toEqual(
      steps('ista', 'heterogeneity-critical-H', 'containers_from', 'containers_to', 'n_samples'),
    );
    const rowNames = (rows: readonly StepRow[]) => rows.map((row) => row.rule.row);
    expect(rowNames(ista.twoTests).slice(0, 2)).toEqual(['98 to 99', '95 to 97']);
    expect(rowNames(ista.replicateRanges)[0]).toBe('99');
    expect(rowNames(aosa.labelTolerances)[0]).toBe('from 96');
  });
  it('intensities, ovens, ranges between containers, units of pure seed, single figures', () => {
    const ista = edition('ista');
    expect(
      ista.intensities.map((one) => [one.case, one.from, one.to, one.samplesEach, one.samplesTotal, one.onePerKg]),
    ).toEqual(
      csvRows('ista', 'sampling-intensity.csv').map((row) => [
        row.case,
        Number(row.from),
        ...[row.to, row.samples_each, row.samples_total, row.one_per_kg].map((cell) => number(cell) ?? null),
      ]),
    );
    expect(ista.intensities.map((one) => one.rule.row).slice(0, 1)).toEqual(['1 to 4 containers']);
    expect(ista.intensities.filter((one) => one.to === null).map((one) => one.rule.row)).toEqual(
      csvRows('ista', 'sampling-intensity.csv')
        .filter((row) => row.to === '')
        .map((row) => `${Math.floor(Number(row.from))} and more ${row.case === 'containers' ? 'containers' : 'kg'}`),
    );
    expect(
      ista.moistureMethods.map((one) => [one.kinds, one.grinding, one.temperatureC, one.hours, one.rule.row]),
    ).toEqual(
      csvRows('ista', 'moisture-methods.csv').map((row) => [
        row.species_or_genus,
        row.grinding,
        row.oven,
        number(row.hours) ?? null,
        row.species_or_genus,
      ]),
    );
    for (const [attribute, table] of [
      ['purity', 'heterogeneity-range-R-purity'],
      ['germination', 'heterogeneity-range-R-germination'],
    ] as const)
      expect(ista.containerRanges[attribute].map((one) => [one.averagePercent, ...one.limits, one.rule.row])).toEqual(
        csvRows('ista', `${table}.csv`).map((row) => [
          ...[row.avg_high, row.range_N5_9, row.range_N10_19, row.range_N20].map(Number),
          `average ${row.avg_high ?? ''}`,
        ]),
      );
    for (const book of ['ista', 'aosa'] as const)
      expect(
        edition(book).unitRules.map((one) => [one.taxa, one.topic, one.says, one.blowing, one.pureSharePercent]),
      ).toEqual(
        csvRows(book, 'pure-seed-units.csv').map((row) => [
          list(row.taxa),
          row.topic,
          row.says,
          row.blow_g && row.blow_minutes ? { sampleG: Number(row.blow_g), minutes: Number(row.blow_minutes) } : null,
          number(row.pure_share_percent) ?? null,
        ]),
      );
    for (const row of csvRows('ista', 'parameters.csv'))
      expect(ista.parameter(row.parameter ?? '')).toMatchObject({
        value: Number(row.value),
        rule: { section: row.section },
      });
  });
});

describe('what one book has and the other has not', () => {
  it('is empty in the other', () => {
    const [ista, aosa] = [edition('ista'), edition('aosa')];
    expect([ista.labelTolerances, ista.noxiousTolerances, ista.purityLabel.chaffy]).toEqual([[], [], []]);
    expect([
      aosa.intensities,
      aosa.moistureMethods,
      aosa.heterogeneitySamples,
      aosa.containerRanges.purity,
      aosa.containerRanges.germination,
      aosa.otherSeedsCounts.oneWay,
      aosa.otherSeedsCounts.twoWay,
      aosa.purityDuplicates.half.chaffy,
      aosa.puritySamples.twoWay.nonchaffy,
    ]).toEqual(Array.from({ length: 9 }, () => []));
  });
  it('tables that came with later editions may be missing; those of the first may not', () => {
    const content = contentOf('ista');
    const without = (table: string) =>
      readEdition({
        ...content,
        tables: Object.fromEntries(Object.entries(content.tables).filter(([name]) => name !== table)),
      });
    expect(without('pure-seed-units').unitRules).toEqual([]);
    expect(without('other-seeds-two-way-4A').otherSeedsCounts.twoWay).toEqual([]);
    expect(() => without('species')).toThrow('lacks the table "species"');
  });
  it('only a rule book judges lots', () => {
    expect(() => edition('market')).toThrow(/evaluates no lot/);
    expect(() => edition('noxious')).toThrow(/evaluates no lot/);
    expect(edition('ista').parameterIfAny('no_such_figure')).toBeUndefined();
    expect(() => edition('ista').parameter('no_such_figure')).toThrow('holds no parameter "no_such_figure"');
  });
});

describe('a cell that cannot be read', () => {
  const fault = (book: RuleBook, table: string, change: Row) => {
    try {
      readEdition(changed(book, table, first(change)));
      return 'read';
    } catch (error) {
      return error instanceof RangeError ? error.message : String(error);
    }
  };
  const TABLE = 'germination-two-tests-5C';
  it('is named by table, row and column', () => {
    expect(fault('ista', TABLE, { tolerance: '' })).toBe(
      `table "${TABLE}", row 1, column "tolerance": a number is needed`,
    );
    for (const wrong of ['2x', 'x2', '--2', '2.', '.5', '1e3', '2 3'])
      expect(fault('ista', TABLE, { tolerance: wrong })).toBe(
        `table "${TABLE}", row 1, column "tolerance": "${wrong}" is not a number`,
      );
    for (const right of ['2', ' 2 ', '12', '2.25', '-3'])
      expect(readEdition(changed('ista', TABLE, first({ tolerance: right }))).twoTests[0]?.limit).toBe(Number(right));
    expect(fault('ista', 'sampling-intensity', { case: 'sacks' })).toBe(
      'table "sampling-intensity", row 1, column "case": "sacks" is neither containers nor mass-kg',
    );
    expect(fault('ista', 'pure-seed-units', { topic: 'colour' })).toBe(
      'table "pure-seed-units", row 1, column "topic": "colour" is no topic of purity',
    );
    expect(fault('ista', 'moisture-duplicates-trees', { seed_size: 'middling' })).toBe(
      'table "moisture-duplicates-trees", row 1, column "seed_size": "middling" is neither small nor large',
    );
    const { oven: _gone, ...rest } = csvRows('ista', 'moisture-methods.csv')[0] ?? {};
    expect(() => readEdition(changed('ista', 'moisture-methods', () => [rest]))).toThrow(
      'table "moisture-methods", row 1: column "oven" is missing',
    );
  });
  // Source: ISTA, moisture, tolerances between duplicates of trees and shrubs (from memory).
  it('trees and shrubs are told from other kinds, with the limits of small and of large seed', () => {
    const { moistureMethods, treeDuplicates } = edition('ista');
    const trees = moistureMethods.filter((one) => one.tree).map((one) => one.kinds);
    expect(trees).toEqual(expect.arrayContaining(['Quercus spp.', 'Pinus spp.', 'Acer spp.']));
    expect(trees).not.toContain('Zea mays');
    expect(treeDuplicates.map((one) => [one.seeds, one.below12, one.from12To25, one.above25])).toEqual([
      ['small', 0.3, 0.5, 0.5],
      ['large', 0.4, 0.8, 2.5],
    ]);
  });
  it('a row without a section takes that of its table, and parts of a list lose their blanks', () => {
    const { section: _gone, ...rest } = csvRows('ista', 'parameters.csv')[0] ?? {};
    const plain = readEdition(changed('ista', 'parameters', (rows) => [rest, ...rows.slice(1)]));
    expect(plain.parameter(rest.parameter ?? '').rule.section).toBe(contentOf('ista').tables.parameters?.section);
    const spaced = readEdition(changed('ista', 'species', first({ substrates: ' TP ; ;BP' })));
    expect(spaced.kinds[0]?.substrates?.value).toEqual(['TP', 'BP']);
    expect(readEdition(changed('ista', 'pure-seed-units', first({ taxa: '' }))).unitRules[0]?.taxa).toEqual([]);
    const half = readEdition(changed('ista', 'pure-seed-units', first({ blow_g: '1', blow_minutes: '' })));
    expect(half.unitRules[0]?.blowing).toBeNull();
  });
});

it('a row says where it comes from, else its table does; what nobody checked is from memory', () => {
  expect(provenanceOf({}, 'law')).toEqual({ origin: 'law', verification: 'from memory' });
  expect(
    provenanceOf(
      { origin: 'own', verification: 'checked', confidence: 'low', doubts: 'd', confidence_4: 'high' },
      'law',
    ),
  ).toEqual({ origin: 'own', verification: 'checked', confidence: 'low', doubts: 'd' });
  expect(provenanceOf({ confidence_4: 'medium', doubts: '' }, 'law')).toEqual({
    origin: 'law',
    verification: 'from memory',
    confidence: 'medium',
  });
  expect(provenanceOf({ confidence: 'sure' }, 'law')).not.toHaveProperty('confidence');
});
