import {
  type ByChaff,
  type ContainerRange,
  type Edition,
  type EditionContent,
  type Figure,
  type IntensityRow,
  isBook,
  type KindMethod,
  type MoistureCharge,
  type MoistureMethod,
  type TreeDuplicates,
  type UnitRule,
} from './edition.ts';
import { GRAMS_PER } from '../units/gramsPer.ts';
import { TableReader } from './tableReader.ts';

/** The tables that each book must hold, by the name of their file. */
export const TABLES = {
  ista: {
    kinds: 'species',
    decimals: 'purity-decimals',
    ranges: 'germination-replicates-5B',
    twoTests: 'germination-two-tests-5C',
    intensities: 'sampling-intensity',
    moisture: 'moisture-methods',
    charges: 'moisture-charges',
    treeDuplicates: 'moisture-duplicates-trees',
    heterogeneity: 'heterogeneity-critical-H',
    rangesPurity: 'heterogeneity-range-R-purity',
    rangesGermination: 'heterogeneity-range-R-germination',
    duplicates: 'purity-duplicates-3B',
    oneWay: 'purity-two-samples-one-way-3C',
    twoWay: 'purity-two-samples-two-way-3D',
    countsTwoWay: 'other-seeds-two-way-4A',
    countsOneWay: 'other-seeds-one-way-4B',
    units: 'pure-seed-units',
    parameters: 'parameters',
  },
  aosa: {
    kinds: 'germination-methods-201.58',
    weights: 'working-weights-201.46',
    submitted: 'submitted-samples-201.43',
    decimals: 'purity-decimals-201.47',
    ranges: 'replicate-ranges-201.55',
    twoTests: 'germination-retests-aosa',
    labels: 'germination-tolerances-201.63',
    purityLabels: 'purity-tolerances-201.60',
    noxious: 'noxious-tolerances-201.65',
    units: 'pure-seed-units',
    parameters: 'parameters',
  },
} as const;

/**
 * Reads an edition's text tables into the typed form that the judges take.
 * @throws {RangeError} naming table, row and column of the first cell that cannot be read
 */
export function readEdition(content: EditionContent): Edition {
  const { book } = content;
  if (!isBook(book)) throw new RangeError(`${content.name} evaluates no lot: only a rule book does`);
  const reader = new TableReader(content);
  const average = (table: string, limit: string) => reader.stepsIfAny(table, 'avg_from', 'avg_to', limit);
  const byChaff = (table: string | null, prefix = ''): ByChaff => ({
    nonchaffy: table === null ? [] : average(table, `${prefix}nonchaffy`),
    chaffy: table === null ? [] : average(table, `${prefix}chaffy`),
  });
  const ista = book === 'ista' ? TABLES.ista : null;
  const aosa = book === 'aosa' ? TABLES.aosa : null;
  const parameters = new Map(reader.rows('parameters').map((row, i) => [row.parameter ?? '', { row, i }] as const));
  const parameterIfAny = (name: string): Figure<number> | undefined => {
    const found = parameters.get(name);
    if (!found) return undefined;
    const rule = reader.rule('parameters', found.row);
    return {
      value: reader.number('parameters', found.i, 'value'),
      rule: { ...rule, section: found.row.section ?? rule.section },
    };
  };
  return {
    book,
    name: content.name,
    kinds: book === 'ista' ? istaKinds(reader) : aosaKinds(reader),
    purityDecimals: reader.steps(TABLES[book].decimals, 'from_g', 'to_g', 'decimals'),
    replicateRanges: reader.steps(
      TABLES[book].ranges,
      'avg_high_from',
      'avg_high_to',
      book === 'ista' ? 'max_range' : 'range_4',
    ),
    twoTests: reader.steps(TABLES[book].twoTests, 'avg_high_from', 'avg_high_to', 'tolerance'),
    secondLaboratory:
      book === 'ista'
        ? reader.stepsIfAny('germination-second-laboratory-5D', 'avg_high_from', 'avg_high_to', 'tolerance')
        : [],
    labelTolerances: book === 'aosa' ? reader.steps(TABLES.aosa.labels, 'mean_from', 'mean_below', 'tolerance') : [],
    intensities: book === 'ista' ? istaIntensities(reader) : [],
    moistureMethods: book === 'ista' ? istaMoisture(reader) : [],
    moistureCharges: ista ? charges(reader, ista.charges) : [],
    treeDuplicates: ista ? treeDuplicates(reader, ista.treeDuplicates) : [],
    heterogeneitySamples:
      book === 'ista' ? reader.steps(TABLES.ista.heterogeneity, 'containers_from', 'containers_to', 'n_samples') : [],
    containerRanges:
      book === 'ista'
        ? {
            purity: istaRanges(reader, TABLES.ista.rangesPurity),
            germination: istaRanges(reader, TABLES.ista.rangesGermination),
          }
        : { purity: [], germination: [] },
    purityDuplicates: {
      half: byChaff(ista?.duplicates ?? null, 'half_'),
      whole: byChaff(ista?.duplicates ?? null, 'whole_'),
    },
    puritySamples: { oneWay: byChaff(ista?.oneWay ?? null), twoWay: byChaff(ista?.twoWay ?? null) },
    purityLabel: byChaff(aosa?.purityLabels ?? null),
    otherSeedsCounts: {
      twoWay: ista ? average(ista.countsTwoWay, 'tolerance') : [],
      oneWay: ista ? average(ista.countsOneWay, 'tolerance') : [],
    },
    noxiousTolerances: aosa ? reader.stepsIfAny(aosa.noxious, 'labeled', 'labeled', 'max_within_tolerance') : [],
    unitRules: unitRules(reader, TABLES[book].units),
    parameter: (name) => {
      const found = parameterIfAny(name);
      if (!found) throw new RangeError(`${content.name} holds no parameter "${name}"`);
      return found;
    },
    parameterIfAny,
  };
}

function istaKinds(reader: TableReader): KindMethod[] {
  const table = TABLES.ista.kinds;
  return reader.rows(table).map((row, i) => {
    const species = reader.cell(table, i, 'species');
    const number = (column: string) => reader.figure(table, row, species, reader.optionalNumber(table, i, column));
    const list = (column: string) => reader.figure(table, row, species, reader.list(table, i, column));
    return {
      bookKind: species,
      species,
      chaffy: reader.figure(table, row, species, reader.cell(table, i, 'chaffy') === 'yes'),
      maxLotKg: number('max_lot_kg'),
      submittedG: number('submitted_g'),
      purityG: number('purity_working_g'),
      otherSeedsG: number('other_seeds_g'),
      substrates: list('substrates'),
      temperatures: list('temperatures_c'),
      firstCountDay: number('first_count_d'),
      finalCountDay: number('final_count_d'),
      treatments: list('dormancy_breaking'),
    };
  });
}

function aosaKinds(reader: TableReader): KindMethod[] {
  const { kinds: methods, weights, submitted } = TABLES.aosa;
  const weightRow = new Map(reader.rows(weights).map((row, i) => [row.kind, i]));
  const gramsPerOunce = Number(GRAMS_PER.oz);
  return reader.rows(methods).map((row, i) => {
    const bookKind = reader.cell(methods, i, 'kind');
    const species = reader.cell(methods, i, 'scientific_name');
    const w = weightRow.get(bookKind);
    const sampleClass = reader.rows(submitted).findIndex((one) => one.kinds?.split(';').includes(species));
    const weight = (column: string) =>
      w === undefined
        ? undefined
        : reader.figure(weights, reader.rows(weights)[w] ?? {}, bookKind, reader.optionalNumber(weights, w, column));
    const number = (column: string) => reader.figure(methods, row, bookKind, reader.optionalNumber(methods, i, column));
    const list = (column: string) => reader.figure(methods, row, bookKind, reader.list(methods, i, column));
    return {
      bookKind,
      species,
      submittedG:
        sampleClass < 0
          ? undefined
          : reader.figure(
              submitted,
              reader.rows(submitted)[sampleClass] ?? {},
              reader.cell(submitted, sampleClass, 'class'),
              reader.number(submitted, sampleClass, 'oz') * gramsPerOunce,
            ),
      purityG: weight('purity_g'),
      otherSeedsG: weight('noxious_g'),
      substrates: list('substrata'),
      temperatures: list('temperatures_c'),
      firstCountDay: number('first_count_d'),
      finalCountDay: number('final_count_d'),
      treatments: list('fresh_dormant'),
    };
  });
}

function istaIntensities(reader: TableReader): IntensityRow[] {
  const table = TABLES.ista.intensities;
  return reader.rows(table).map((row, i) => {
    const kind = reader.cell(table, i, 'case');
    if (kind !== 'containers' && kind !== 'mass-kg')
      throw new RangeError(
        `table "${table}", row ${i + 1}, column "case": "${kind}" is neither containers nor mass-kg`,
      );
    const from = reader.number(table, i, 'from');
    const to = reader.optionalNumber(table, i, 'to');
    const label = `${Math.floor(from)}${to === null ? ' and more' : ` to ${to}`} ${kind === 'containers' ? 'containers' : 'kg'}`;
    return {
      case: kind,
      from,
      to,
      samplesEach: reader.optionalNumber(table, i, 'samples_each'),
      samplesTotal: reader.optionalNumber(table, i, 'samples_total'),
      onePerKg: reader.optionalNumber(table, i, 'one_per_kg'),
      rule: reader.rule(table, row, label),
    };
  });
}

function istaMoisture(reader: TableReader): MoistureMethod[] {
  const table = TABLES.ista.moisture;
  return reader.rows(table).map((row, i) => ({
    kinds: reader.cell(table, i, 'species_or_genus'),
    grinding: reader.cell(table, i, 'grinding'),
    temperatureC: reader.cell(table, i, 'oven'),
    hours: reader.optionalNumber(table, i, 'hours'),
    predryAbovePercent: reader.optionalNumber(table, i, 'predry_above_percent'),
    tree: row.tree === 'yes',
    rule: reader.rule(table, row, reader.cell(table, i, 'species_or_genus')),
  }));
}

function charges(reader: TableReader, table: string): MoistureCharge[] {
  if (!reader.has(table)) return [];
  return reader.rows(table).map((row, i) => ({
    fromCm: reader.number(table, i, 'diameter_from_cm'),
    belowCm: reader.number(table, i, 'diameter_below_cm'),
    leastG: reader.number(table, i, 'least_g'),
    mostG: reader.number(table, i, 'most_g'),
    rule: reader.rule(table, row),
  }));
}

function treeDuplicates(reader: TableReader, table: string): TreeDuplicates[] {
  if (!reader.has(table)) return [];
  return reader.rows(table).map((row, i) => {
    const seeds = reader.cell(table, i, 'seed_size');
    if (seeds !== 'small' && seeds !== 'large')
      throw new RangeError(`table "${table}", row ${i + 1}, column "seed_size": "${seeds}" is neither small nor large`);
    return {
      seeds,
      below12: reader.number(table, i, 'below_12'),
      from12To25: reader.number(table, i, '12_to_25'),
      above25: reader.number(table, i, 'above_25'),
      rule: reader.rule(table, row, `${seeds} seeds`),
    };
  });
}

function istaRanges(reader: TableReader, table: string): ContainerRange[] {
  return reader.rows(table).map((row, i) => ({
    averagePercent: reader.number(table, i, 'avg_high'),
    limits: [
      reader.number(table, i, 'range_N5_9'),
      reader.number(table, i, 'range_N10_19'),
      reader.number(table, i, 'range_N20'),
    ],
    rule: reader.rule(table, row, `average ${reader.cell(table, i, 'avg_high')}`),
  }));
}

function unitRules(reader: TableReader, table: string): UnitRule[] {
  if (!reader.has(table)) return [];
  return reader.rows(table).map((row, i) => {
    const topic = reader.cell(table, i, 'topic');
    if (topic !== 'pure seed' && topic !== 'multiple units' && topic !== 'blowing' && topic !== 'inert matter')
      throw new RangeError(`table "${table}", row ${i + 1}, column "topic": "${topic}" is no topic of purity`);
    const sampleG = reader.optionalNumber(table, i, 'blow_g');
    const minutes = reader.optionalNumber(table, i, 'blow_minutes');
    return {
      taxa: reader.list(table, i, 'taxa') ?? [],
      topic,
      says: reader.cell(table, i, 'says'),
      blowing: sampleG === null || minutes === null ? null : { sampleG, minutes },
      pureSharePercent: reader.optionalNumber(table, i, 'pure_share_percent'),
      rule: reader.rule(table, row, reader.cell(table, i, 'taxa').split(';').join(', ')),
    };
  });
}
