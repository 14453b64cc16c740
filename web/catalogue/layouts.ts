import { CLASSES } from '@mercato/core/units/seedCounts';
import type { Layout } from './layout.ts';
import { STORE_LAYOUTS } from './storeLayouts.ts';

const BOOK = { path: 'book', label: 'rule book', kind: 'book' } as const;
const CONFIDENCE = { path: 'confidence', label: 'confidence', hint: 'such as 0.95' } as const;
const oven = (which: string, name: string) => [
  { path: `${which}containerG`, label: `${name}empty container, g` },
  { path: `${which}withSeedG`, label: `${name}with seed, g` },
  { path: `${which}driedG`, label: `${name}dried, g` },
];
const rates = (['perKg', 'perLb', 'perOz'] as const).flatMap((unit) => [
  { path: `${unit}.estimate`, label: unit.replace('per', 'per ').toLowerCase() },
  { path: `${unit}.lower`, label: '… at least' },
  { path: `${unit}.upper`, label: '… at most' },
]);

const perMass = (
  [
    ['g', 'a gram'],
    ['kg', 'a kilogram'],
    ['lb', 'a pound'],
    ['oz', 'an ounce'],
  ] as const
).map(([unit, name]) => ({ path: `seedsPer.${unit}`, label: `seeds in ${name}` }));

const F = { path: 'f', label: 'allowance f', hint: '1.1 and 1.4 (other seeds); chaffy kinds 1.2 and 2.2' } as const;
const SPREAD = [
  ['binomial', 'shares: binomial'],
  ['poisson', 'counts in a mass: Poisson'],
] as const;
const DIST = { path: 'dist', label: 'how it varies', kind: 'choice', choices: SPREAD } as const;
const heterogeneity = [
  { path: 'mean', label: 'mean' },
  { path: 'V', label: 'variance between containers, V' },
  { path: 'W', label: 'variance by chance, W' },
  { path: 'HReported', label: 'H' },
  { path: 'critical', label: 'a uniform lot exceeds once in 100' },
  { path: 'significant', label: 'not uniform?' },
];

const COMPONENT = {
  path: 'component',
  label: 'component',
  kind: 'choice',
  choices: [
    ['pureSeed', 'pure seed'],
    ['otherSeeds', 'other seeds'],
    ['otherCropSeed', 'other crop seed'],
    ['weedSeed', 'weed seed'],
    ['inertMatter', 'inert matter'],
  ],
} as const;
const CHAFFY = { path: 'chaffy', label: 'chaffy kind', kind: 'yes-no' } as const;
const tolerance = [
  { path: 'meanPercent', label: 'average', unit: '%' },
  { path: 'differencePercent', label: 'difference', unit: '%' },
  { path: 'tolerancePercent', label: 'largest allowed', unit: '%' },
  { path: 'within', label: 'in tolerance?' },
];
const counts = [
  { path: 'mean', label: 'average' },
  { path: 'difference', label: 'difference' },
  { path: 'tolerance', label: 'largest allowed' },
  { path: 'within', label: 'in tolerance?' },
];

/** How each calculation is asked and answered in words; units stand in the labels. */
export const LAYOUTS: Readonly<Record<string, Layout>> = {
  'sampling.primary-samples': {
    fields: [
      BOOK,
      { path: 'containers', label: 'containers' },
      { path: 'containerMassKg', label: 'mass of one container, kg' },
      { path: 'bulkMassKg', label: 'or: mass in bulk, kg', hint: 'a heap or stream, instead of containers' },
    ],
    results: [
      { path: 'primarySamples', label: 'primary samples' },
      { path: 'containersToSample', label: 'containers to open' },
      { path: 'reason', label: 'why' },
    ],
  },
  'sampling.divider-plan': {
    fields: [
      {
        path: 'divider',
        label: 'divider',
        kind: 'choice',
        choices: [
          ['riffle', 'halves: riffle, cone, hand'],
          ['rotary', 'rotary, into jars'],
          ['spoon', 'by spoon'],
        ],
      },
      { path: 'massG', label: 'what is divided, g' },
      { path: 'targetG', label: 'not below, g' },
      { path: 'jars', label: 'jars', hint: 'rotary only; 8 unless you say otherwise' },
      { path: 'spoonG', label: 'one level spoon, g', hint: 'spoon only' },
    ],
    results: [
      { path: 'passes', label: 'passes, or spoonfuls' },
      { path: 'keptG', label: 'kept after each, g' },
    ],
  },
  'sampling.divider-halves': {
    fields: [
      { path: 'firstG', label: 'first half, g' },
      { path: 'secondG', label: 'second half, g' },
      { path: 'limitPercent', label: 'difference allowed, % of both', hint: '5 unless you say otherwise' },
    ],
    results: [
      { path: 'measured', label: 'difference', unit: '%' },
      { path: 'limit', label: 'usual at most', unit: '%' },
    ],
  },
  'sampling.mass-balance': {
    fields: [
      { path: 'wholeG', label: 'the whole, g' },
      { path: 'partsG', label: 'its parts, g', hint: 'figures with blanks between', kind: 'list' },
      { path: 'lossG', label: 'stated as lost, g' },
      { path: 'decimals', label: 'decimals weighed to' },
    ],
    results: [
      { path: 'balance', label: 'the masses are' },
      { path: 'differenceG', label: 'difference', unit: 'g' },
      { path: 'roundingG', label: 'left open by rounding', unit: 'g' },
    ],
  },
  'sampling.heterogeneity-range': {
    fields: [
      BOOK,
      {
        path: 'attribute',
        label: 'what was compared',
        kind: 'choice',
        choices: [
          ['germination', 'germination'],
          ['purity', 'a purity component'],
        ],
      },
      { path: 'percents', label: 'percent in each container', hint: 'figures with blanks between', kind: 'list' },
    ],
    results: [
      { path: 'measured', label: 'range R', unit: '%' },
      { path: 'limit', label: 'largest allowed', unit: '%' },
    ],
  },
  'sampling.heterogeneity-percents': {
    fields: [
      { path: 'percents', label: 'percent in each container', hint: 'figures with blanks between', kind: 'list' },
      { path: 'n', label: 'seeds in each', hint: '100 for germination, 1 000 for purity' },
      F,
    ],
    results: heterogeneity,
  },
  'sampling.heterogeneity-counts': {
    fields: [
      { path: 'counts', label: 'other seeds in each container', hint: 'figures with blanks between', kind: 'list' },
      F,
    ],
    results: heterogeneity,
  },
  'sampling.heterogeneity-critical': {
    fields: [{ path: 'N', label: 'containers' }, F],
    results: [{ path: 'critical', label: 'critical H' }],
  },
  'sampling.acceptance-probability': {
    fields: [
      { ...DIST, choices: [...SPREAD, ['hypergeometric', 'from a finite lot']] },
      { path: 'n', label: 'seeds examined' },
      { path: 'c', label: 'marked seeds accepted' },
      { path: 'p', label: 'true share', hint: 'such as 0.005; not for a finite lot' },
      { path: 'lotSize', label: 'seeds in the lot', hint: 'finite lot only' },
      { path: 'defectivesInLot', label: 'marked in the lot', hint: 'finite lot only' },
    ],
    results: [
      { path: 'pAccept', label: 'accepted', unit: 'share' },
      { path: 'pReject', label: 'refused', unit: 'share' },
    ],
  },
  'sampling.acceptance-point': {
    fields: [
      DIST,
      { path: 'n', label: 'seeds examined' },
      { path: 'c', label: 'marked seeds accepted' },
      { path: 'pAccept', label: 'accepted with a chance of', hint: 'such as 0.1' },
    ],
    results: [{ path: 'p', label: 'true share', unit: 'share' }],
  },
  'sampling.acceptance-design': {
    fields: [
      DIST,
      { path: 'aql', label: 'good quality, share', hint: 'such as 0.01' },
      { path: 'alpha', label: 'risk to refuse it', hint: 'such as 0.05' },
      { path: 'lql', label: 'bad quality, share' },
      { path: 'beta', label: 'risk to accept it' },
    ],
    results: [
      { path: 'n', label: 'seeds to examine' },
      { path: 'c', label: 'marked seeds accepted' },
      { path: 'producerRisk', label: 'good refused', unit: 'share' },
      { path: 'consumerRisk', label: 'bad accepted', unit: 'share' },
    ],
  },
  'sampling.pool-acceptance': {
    fields: [
      { path: 'm', label: 'pools' },
      { path: 'k', label: 'seeds in each' },
      { path: 'c', label: 'positive pools accepted' },
      { path: 'p', label: 'true share', hint: 'such as 0.001' },
    ],
    results: [
      { path: 'pPoolPositive', label: 'one pool is positive', unit: 'share' },
      { path: 'pAccept', label: 'accepted', unit: 'share' },
    ],
  },
  'sampling.pool-estimate': {
    fields: [
      { path: 'm', label: 'pools' },
      { path: 'k', label: 'seeds in each' },
      { path: 'x', label: 'positive' },
      CONFIDENCE,
    ],
    results: [
      { path: 'pHat', label: 'share of marked seeds', unit: 'share' },
      { path: 'lower', label: 'at least', unit: 'share' },
      { path: 'upper', label: 'at most', unit: 'share' },
      { path: 'oneSidedUpper', label: 'at most (one-sided)', unit: 'share' },
    ],
  },
  'germination.theoretical-range': {
    fields: [
      { path: 'k', label: 'replicates' },
      { path: 'seedsPerReplicate', label: 'seeds in each' },
      { path: 'meanPercent', label: 'average, %' },
      { path: 'prob', label: 'not exceeded with a chance of', hint: 'such as 0.975' },
    ],
    results: [
      { path: 'maxRange', label: 'largest range', unit: '%' },
      { path: 'sdPercent', label: 'standard deviation of one', unit: '%' },
      { path: 'q', label: 'q' },
    ],
  },
  'statistics.studentized-range-probability': {
    fields: [
      { path: 'q', label: 'range, standard deviations' },
      { path: 'k', label: 'values' },
    ],
    results: [
      { path: 'p', label: 'stays within', unit: 'share' },
      { path: 'pUpper', label: 'exceeds it', unit: 'share' },
    ],
  },
  'statistics.studentized-range-quantile': {
    fields: [
      { path: 'prob', label: 'chance', hint: 'such as 0.95' },
      { path: 'k', label: 'values' },
    ],
    results: [{ path: 'q', label: 'range, standard deviations' }],
  },
  'purity.analysis': {
    fields: [
      BOOK,
      { path: 'workingSampleG', label: 'weighed in, g' },
      { path: 'pureSeedG', label: 'pure seed, g' },
      { path: 'otherSeedsG', label: 'other seeds, g', hint: 'ISTA' },
      { path: 'otherCropSeedG', label: 'other crop seed, g', hint: 'AOSA/FSA' },
      { path: 'weedSeedG', label: 'weed seed, g', hint: 'AOSA/FSA' },
      { path: 'inertMatterG', label: 'inert matter, g' },
    ],
    results: [
      { path: 'decimals', label: 'decimals to weigh to' },
      { path: 'percents.pureSeed', label: 'pure seed', unit: '%' },
      { path: 'percents.otherSeeds', label: 'other seeds', unit: '%' },
      { path: 'percents.otherCropSeed', label: 'other crop seed', unit: '%' },
      { path: 'percents.weedSeed', label: 'weed seed', unit: '%' },
      { path: 'percents.inertMatter', label: 'inert matter', unit: '%' },
      { path: 'changePercent', label: 'gain (+) or loss (−)', unit: '%' },
      { path: 'retest', label: 'repeat?' },
      { path: 'traces', label: 'traces' },
    ],
  },
  'purity.duplicate-tolerance': {
    fields: [
      { path: 'firstPercent', label: 'first, %' },
      { path: 'secondPercent', label: 'second, %' },
      {
        path: 'basis',
        label: 'working samples',
        kind: 'choice',
        choices: [
          ['half', 'two halves'],
          ['whole', 'two whole ones'],
        ],
      },
      CHAFFY,
    ],
    results: tolerance,
  },
  'purity.two-samples': {
    fields: [
      COMPONENT,
      { path: 'firstPercent', label: 'first sample, %' },
      { path: 'secondPercent', label: 'second sample, %' },
      {
        path: 'way',
        label: 'asked',
        kind: 'choice',
        choices: [
          ['two-way', 'can both come from one lot?'],
          ['one-way', 'is the second worse?'],
        ],
      },
      CHAFFY,
    ],
    results: tolerance,
  },
  'purity.label-tolerance': {
    fields: [
      COMPONENT,
      { path: 'labelledPercent', label: 'labelled, %' },
      { path: 'foundPercent', label: 'found, %' },
      CHAFFY,
    ],
    results: tolerance,
  },
  'purity.hand-sorting': {
    fields: [
      { path: 'massG', label: 'parted, g' },
      { path: 'minutes', label: 'time at work, min' },
      { path: 'lotKg', label: 'the lot, kg' },
    ],
    results: [
      { path: 'gramsPerHour', label: 'one person parts', unit: 'g/h' },
      { path: 'lotHours', label: 'the lot takes one person', unit: 'h' },
    ],
  },
  'other-seeds.two-counts': {
    fields: [
      { path: 'first', label: 'first count' },
      { path: 'second', label: 'second count' },
    ],
    results: counts,
  },
  'other-seeds.second-count': {
    fields: [
      { path: 'first', label: 'first count' },
      { path: 'second', label: 'second count' },
    ],
    results: counts,
  },
  'other-seeds.compare-counts': {
    fields: [
      { path: 'count1', label: 'first count' },
      { path: 'mass1G', label: 'in, g' },
      { path: 'count2', label: 'second count' },
      { path: 'mass2G', label: 'in, g' },
    ],
    results: [
      { path: 'pExactTwoSided', label: 'chance of such a split, if the rates are equal', unit: 'share' },
      { path: 'pGreater', label: 'chance of as many or more in the first', unit: 'share' },
      { path: 'pLess', label: 'chance of as few or fewer in the first', unit: 'share' },
      { path: 'rateRatio', label: 'first rate over second' },
      { path: 'rateRatioLower', label: '… at least' },
      { path: 'rateRatioUpper', label: '… at most' },
    ],
  },
  'other-seeds.label-tolerance': {
    fields: [
      { path: 'labelledPerLb', label: 'labelled, seeds per lb' },
      { path: 'found', label: 'found, seeds' },
      { path: 'examinedG', label: 'mass searched, g' },
    ],
    results: [
      { path: 'labelledInMass', label: 'label, in that mass' },
      { path: 'most', label: 'most within tolerance' },
      { path: 'within', label: 'in tolerance?' },
    ],
  },
  'other-seeds.rate': {
    fields: [{ path: 'count', label: 'seeds found' }, { path: 'massG', label: 'mass searched, g' }, CONFIDENCE],
    results: [...rates, { path: 'countOneSidedUpper', label: 'in the mass searched: at most (one-sided)' }],
  },
  'moisture.oven': {
    fields: oven('', ''),
    results: [
      { path: 'wetBasisPercent', label: 'moisture, wet basis', unit: '%' },
      { path: 'dryBasisPercent', label: 'moisture, dry basis', unit: '%' },
    ],
  },
  'moisture.oven-duplicate': {
    fields: [...oven('first.', 'first: '), ...oven('second.', 'second: ')],
    results: [
      { path: 'firstPercent', label: 'first container', unit: '%' },
      { path: 'secondPercent', label: 'second container', unit: '%' },
      { path: 'meanPercent', label: 'mean', unit: '%' },
      { path: 'differencePercent', label: 'difference', unit: '%' },
    ],
  },
  'weight.thousand-seed-weight': {
    fields: [
      {
        path: 'replicatesG',
        label: 'masses of the replicates, g',
        hint: 'eight figures with blanks between',
        kind: 'list',
      },
      { path: 'seedsPerReplicate', label: 'seeds in each' },
    ],
    results: [
      { path: 'thousandSeedWeightG', label: '1000 seeds', unit: 'g' },
      { path: 'cvPercent', label: 'coefficient of variation', unit: '%' },
      { path: 'withinCv4', label: 'at most 4.0 %: do they agree?' },
      { path: 'withinCv6', label: 'at most 6.0 %, chaffy seed: do they agree?' },
      ...perMass,
    ],
  },
  'weight.whole-fraction': {
    fields: [
      { path: 'massG', label: 'mass, g' },
      { path: 'seeds', label: 'seeds' },
    ],
    results: [{ path: 'thousandSeedWeightG', label: '1000 seeds', unit: 'g' }, ...perMass],
  },
  'germination.replicate-range': {
    fields: [
      BOOK,
      {
        path: 'replicates',
        label: 'normal seedlings of four replicates, %',
        hint: 'four figures with blanks between',
        kind: 'list',
      },
    ],
    results: [
      { path: 'meanPercent', label: 'average', unit: '%' },
      { path: 'rangePercent', label: 'range', unit: '%' },
      { path: 'maxRangePercent', label: 'largest allowed', unit: '%' },
      { path: 'within', label: 'do they agree?' },
    ],
  },
  'germination.round-to-100': {
    fields: [
      ...CLASSES.map((one) => ({ path: `counts.${one}`, label: `${one}, seeds` })),
      { path: 'seeds', label: 'seeds set' },
    ],
    results: [
      ...CLASSES.map((one) => ({ path: `rounded.${one}`, label: one, unit: '%' })),
      { path: 'adjusted', label: 'rounded up to reach 100' },
    ],
  },
  'germination.two-tests': {
    fields: [
      BOOK,
      { path: 'firstPercent', label: 'first test, %' },
      { path: 'secondPercent', label: 'second test, %' },
    ],
    results: [
      { path: 'meanPercent', label: 'average', unit: '%' },
      { path: 'differencePercent', label: 'difference', unit: '%' },
      { path: 'tolerancePercent', label: 'largest allowed', unit: '%' },
      { path: 'compatible', label: 'do they agree?' },
    ],
  },
  'germination.label-tolerance': {
    fields: [
      { path: 'labelledPercent', label: 'labelled, %' },
      { path: 'foundPercent', label: 'found, %' },
      { path: 'seeds', label: 'seeds tested', hint: '400 or 200' },
    ],
    results: [
      { path: 'meanPercent', label: 'mean of both', unit: '%' },
      { path: 'tolerancePercent', label: 'tolerance', unit: '%' },
      { path: 'within', label: 'does the label stand?' },
    ],
  },
  ...STORE_LAYOUTS,
  'release.pure-live-seed': {
    fields: [
      { path: 'purityPercent', label: 'pure seed, %' },
      { path: 'germinationPercent', label: 'germination, %' },
      { path: 'hardPercent', label: 'hard, %' },
      { path: 'dormantPercent', label: 'dormant, %' },
    ],
    results: [{ path: 'pureLiveSeedPercent', label: 'pure live seed', unit: '%' }],
  },
  'statistics.binomial-interval': {
    fields: [{ path: 'x', label: 'with the property' }, { path: 'n', label: 'examined' }, CONFIDENCE],
    results: (['clopperPearson', 'wilson', 'jeffreys'] as const).flatMap((method) => [
      { path: `${method}.lower`, label: `${methodName(method)}: at least`, unit: 'share' },
      { path: `${method}.upper`, label: `${methodName(method)}: at most`, unit: 'share' },
    ]),
  },
};

function methodName(method: 'clopperPearson' | 'wilson' | 'jeffreys'): string {
  return { clopperPearson: 'exact (Clopper–Pearson)', wilson: 'Wilson', jeffreys: 'Jeffreys' }[method];
}
