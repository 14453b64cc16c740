import {
  type Column,
  classes,
  list,
  maybe,
  maybeText,
  maybeWhole,
  number,
  parameters,
  type TableShape,
  text,
} from './columns.ts';
import type { RuleBook } from './edition.ts';
import { SHED_SHAPES } from './shedShapes.ts';

const averages = (title: string, limits: readonly Column[]) =>
  classes(title, 'avg_high_from', 'avg_high_to', 1, limits);
const purityAverages = (title: string, limits: readonly Column[]) => classes(title, 'avg_from', 'avg_to', 0.01, limits);
const counts = (title: string) => classes(title, 'avg_from', 'avg_to', 1, [number('tolerance', 'seeds')]);
const chaffiness = [number('nonchaffy', 'percent, non-chaffy'), number('chaffy', 'percent, chaffy')];
const rangesByContainers = (title: string): TableShape => ({
  title,
  columns: [
    number('avg_high', 'average, percent'),
    number('range_N5_9', '5 to 9 containers'),
    number('range_N10_19', '10 to 19 containers'),
    number('range_N20', '20 containers'),
  ],
  key: ['avg_high'],
  shape: { by: 'points', at: 'avg_high' },
});
const decimals = classes('decimals by weight', 'from_g', 'to_g', null, [
  { name: 'decimals', kind: 'whole', needed: true, says: 'decimals of a gram' },
]);
const unitRules: TableShape = {
  title: 'pure seed units, by kind, genus or family',
  columns: [
    { name: 'taxa', kind: 'list', needed: true, says: 'kinds, genera or families' },
    text('topic', 'pure seed, multiple units, blowing or inert matter'),
    text('says', 'what holds for them'),
    maybe('blow_g', 'blown sample, g'),
    maybe('blow_minutes', 'blown for, min'),
    maybe('pure_share_percent', 'pure share of multiple units, percent'),
  ],
  key: ['taxa', 'topic'],
};
const germinationDays = [
  maybeWhole('first_count_d', 'first count, day'),
  maybeWhole('final_count_d', 'final count, day'),
];

/** Every table that a book may hold; what is not here cannot be brought in. */
export const TABLE_SHAPES: Readonly<Record<RuleBook, Readonly<Record<string, TableShape>>>> = {
  ista: {
    species: {
      title: 'kinds: weights and methods',
      columns: [
        text('species', 'scientific name'),
        text('common_name', 'common name'),
        { name: 'chaffy', kind: 'yes-no', needed: true, says: 'chaffy' },
        maybe('max_lot_kg', 'largest lot, kg'),
        maybe('submitted_g', 'submitted sample, g'),
        maybe('purity_working_g', 'purity, g'),
        maybe('other_seeds_g', 'other seeds, g'),
        list('substrates', 'substrates'),
        list('temperatures_c', 'temperatures, °C'),
        ...germinationDays,
        list('dormancy_breaking', 'against dormancy'),
      ],
      key: ['species'],
      species: 'species',
    },
    'sampling-intensity': {
      title: 'minimum sampling intensity',
      columns: [
        text('case', 'containers or mass-kg'),
        number('from', 'from'),
        maybe('to', 'to'),
        maybeWhole('samples_each', 'from each'),
        maybeWhole('samples_total', 'in all, at least'),
        maybe('one_per_kg', 'one for each so many kg'),
      ],
      key: ['case', 'from'],
      shape: { by: 'classes', from: 'from', to: 'to', step: 1, within: 'case' },
    },
    'purity-decimals': decimals,
    'germination-replicates-5B': averages('5B, range of four replicates', [
      number('max_range', 'largest range, percent'),
    ]),
    'germination-two-tests-5C': averages('5C, two tests', [number('tolerance', 'percent')]),
    'germination-second-laboratory-5D': averages('5D, second laboratory', [number('tolerance', 'percent')]),
    'purity-duplicates-3B': purityAverages('3B, purity duplicates', [
      number('half_nonchaffy', 'half samples, non-chaffy'),
      number('half_chaffy', 'half samples, chaffy'),
      number('whole_nonchaffy', 'whole samples, non-chaffy'),
      number('whole_chaffy', 'whole samples, chaffy'),
    ]),
    'purity-two-samples-one-way-3C': purityAverages('3C, two samples, one-way', [
      ...chaffiness,
      number('nonchaffy_2dp', 'non-chaffy, two decimals'),
      number('chaffy_2dp', 'chaffy, two decimals'),
    ]),
    'purity-two-samples-two-way-3D': purityAverages('3D, two samples, two-way', chaffiness),
    'other-seeds-two-way-4A': counts('4A, two counts'),
    'other-seeds-one-way-4B': counts('4B, second count, one-way'),
    'heterogeneity-critical-H': classes('critical H', 'containers_from', 'containers_to', 1, [
      number('n_samples', 'samples'),
      number('H_purity_germ_nonchaffy', 'purity and germination, non-chaffy'),
      number('H_purity_germ_chaffy', 'purity and germination, chaffy'),
      number('H_other_seeds_nonchaffy', 'other seeds, non-chaffy'),
      number('H_other_seeds_chaffy', 'other seeds, chaffy'),
    ]),
    'heterogeneity-range-R-purity': rangesByContainers('critical ranges R, purity'),
    'heterogeneity-range-R-germination': rangesByContainers('critical ranges R, germination'),
    'moisture-methods': {
      title: 'moisture: grinding and oven',
      columns: [
        text('species_or_genus', 'kinds'),
        maybeText('grinding', 'grinding'),
        maybeText('oven', 'oven, °C'),
        maybe('hours', 'hours'),
        maybe('predry_above_percent', 'pre-dry above, percent'),
        maybeText('tree', 'tree or shrub'),
      ],
      key: ['species_or_genus'],
      species: 'species_or_genus',
    },
    'moisture-charges': {
      title: 'moisture: charge by diameter of the container',
      columns: [
        number('diameter_from_cm', 'diameter from, cm'),
        number('diameter_below_cm', 'and below, cm'),
        number('least_g', 'charge, least, g'),
        number('most_g', 'charge, most, g'),
      ],
      key: ['diameter_from_cm'],
    },
    'moisture-duplicates-trees': {
      title: 'moisture: two containers, trees and shrubs',
      columns: [
        text('seed_size', 'seeds'),
        number('below_12', 'below 12 % moisture'),
        number('12_to_25', '12 to 25 %'),
        number('above_25', 'above 25 %'),
      ],
      key: ['seed_size'],
    },
    'pure-seed-units': unitRules,
    parameters,
  },
  aosa: {
    'germination-methods-201.58': {
      title: '201.58, germination methods',
      columns: [
        text('kind', 'kind'),
        text('scientific_name', 'scientific name'),
        list('substrata', 'substrata'),
        list('temperatures_c', 'temperatures, °C'),
        ...germinationDays,
        maybeText('specific_requirements', 'requirements'),
        maybeText('fresh_dormant', 'fresh and dormant seed'),
      ],
      key: ['kind'],
      species: 'scientific_name',
    },
    'working-weights-201.46': {
      title: '201.46, working weights',
      columns: [
        text('kind', 'kind'),
        text('scientific_name', 'scientific name'),
        maybe('purity_g', 'purity, g'),
        maybe('noxious_g', 'noxious weeds, g'),
        maybe('seeds_per_g', 'seeds in a gram'),
      ],
      key: ['kind'],
      species: 'scientific_name',
    },
    'submitted-samples-201.43': {
      title: '201.43, size of sample',
      columns: [text('class', 'class'), number('oz', 'ounces'), list('kinds', 'kinds')],
      key: ['class'],
      species: 'kinds',
    },
    'purity-decimals-201.47': decimals,
    'replicate-ranges-201.55': averages('201.55, range of replicates', [
      number('range_4', 'four replicates, percent'),
      maybe('range_2', 'two replicates, percent'),
    ]),
    'germination-retests-aosa': averages('retests of 400 seeds', [number('tolerance', 'percent')]),
    'germination-tolerances-201.63': {
      title: '201.63, germination tolerances',
      columns: [number('mean_from', 'mean from'), maybe('mean_below', 'to below'), number('tolerance', 'percent')],
      key: ['mean_from'],
      shape: { by: 'half-open', from: 'mean_from', below: 'mean_below' },
    },
    'purity-tolerances-201.60': purityAverages('201.60, purity tolerances', chaffiness),
    'noxious-tolerances-201.65': {
      title: '201.65, noxious-weed tolerances',
      columns: [number('labeled', 'labelled'), number('max_within_tolerance', 'most within tolerance')],
      key: ['labeled'],
      shape: { by: 'points', at: 'labeled' },
    },
    'vegetable-standards-201.31': {
      title: '201.31, vegetable standards',
      columns: [text('kind', 'kind'), number('standard_percent', 'least germination, percent')],
      key: ['kind'],
    },
    'pure-seed-units': unitRules,
    parameters,
  },
  market: {
    'minimum-standards': {
      title: 'least germination and purity',
      columns: [
        text('directive', 'directive'),
        text('species', 'species'),
        text('category', 'category'),
        maybe('min_germination', 'germination, percent'),
        maybe('min_purity', 'purity, percent'),
        maybe('max_other_species_percent', 'other species, percent'),
        maybe('max_other_species_count', 'other species, seeds'),
        maybe('count_sample_g', 'counted in, g'),
        maybe('max_hard_counted_percent', 'hard seed counted, percent'),
        maybe('max_moisture_if_any', 'moisture, percent'),
        maybeText('note', 'note'),
      ],
      key: ['directive', 'species', 'category', 'note'],
      species: 'species',
    },
    'named-limits': {
      title: 'limits of named species',
      columns: [
        text('directive', 'directive'),
        text('species', 'species'),
        text('category', 'category'),
        text('named', 'named species'),
        maybe('maximum', 'at most'),
        text('unit', 'count or percent'),
      ],
      key: ['directive', 'species', 'category', 'named'],
      species: 'species',
    },
  },
  noxious: {
    species: {
      title: 'noxious species by jurisdiction',
      columns: [
        text('jurisdiction', 'jurisdiction'),
        text('species', 'species, or a genus followed by spp.'),
        { ...text('standing', 'prohibited or restricted'), kind: 'choice', choices: ['prohibited', 'restricted'] },
        maybe('most', 'most allowed'),
        maybe('per', 'counted in'),
        { ...maybeText('unit', 'g, kg, lb or oz'), kind: 'choice', choices: ['g', 'kg', 'lb', 'oz'] },
        maybeText('note', 'note'),
      ],
      key: ['jurisdiction', 'species'],
      species: 'species',
      together: ['most', 'per', 'unit'],
    },
  },
  shed: SHED_SHAPES,
};

export type Row = Readonly<Record<string, string>>;

/** What names a row among the others of its table. */
export const rowKey = (shape: TableShape, row: Row): string => shape.key.map((name) => row[name] ?? '').join(' · ');
