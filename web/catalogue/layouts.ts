export interface Layout {
  readonly fields: readonly {
    readonly path: string;
    readonly label: string;
    readonly hint?: string;
    readonly kind?: 'number' | 'book' | 'list';
  }[];
  readonly results: readonly { readonly path: string; readonly label: string; readonly unit?: string }[];
}

const BOOK = { path: 'book', label: 'rule book', kind: 'book' } as const;
const CONFIDENCE = { path: 'confidence', label: 'confidence', hint: 'such as 0.95' } as const;
const CLASSES = ['normal', 'abnormal', 'hard', 'fresh', 'dead'] as const;
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
  'quick-tests.answer': {
    fields: [
      { path: 'seeds', label: 'seeds tested' },
      { path: 'sprouted', label: 'sprouted' },
      { path: 'standardPercent', label: 'the kind’s own least germination, %', hint: 'if known' },
    ],
    results: [
      { path: 'words', label: 'in words' },
      { path: 'interval.lower', label: 'alive, at least', unit: 'share' },
      { path: 'interval.upper', label: 'alive, at most', unit: 'share' },
      { path: 'sowTimes.best', label: 'sow so many times thicker' },
    ],
  },
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
