import type { Layout } from './layout.ts';

const PURITY = { path: 'purityPercent', label: 'pure seed, %' } as const;
const ALIVE = { path: 'germinationPercent', label: 'alive, %' } as const;
const CONSTANTS = (['KE', 'CW', 'CH', 'CQ'] as const).map((path) => ({ path, label: `constant ${path} of the kind` }));
const MOISTURE = { path: 'moisturePercent', label: 'moisture of the seed, % (wet basis)' } as const;
const STORE = { path: 'temperatureC', label: 'temperature of the store, °C' } as const;
const KI = { path: 'Ki', label: 'start, Ki', hint: 'probit of the share alive: 2 is 97.7 %' } as const;

/** Quick tests, storage and sowing: the calculators of the seed store. */
export const STORE_LAYOUTS: Readonly<Record<string, Layout>> = {
  'quick-tests.answer': {
    fields: [
      { path: 'seeds', label: 'seeds tested' },
      { path: 'sprouted', label: 'sprouted' },
      { path: 'packetSeeds', label: 'seeds in the packet before', hint: 'if counted' },
      { path: 'standardPercent', label: 'the kind’s own least germination, %', hint: 'if known' },
      { path: 'day', label: 'days since it was laid out', hint: 'if it is still going on' },
      { path: 'lastDay', label: 'last day of the kind' },
      { path: 'stoodC', label: 'where it stood, °C' },
      { path: 'suitsFromC', label: 'what suits the kind: from, °C' },
      { path: 'suitsToC', label: 'to, °C' },
    ],
    results: [
      { path: 'words', label: 'in words' },
      { path: 'interval.lower', label: 'alive, at least', unit: 'share' },
      { path: 'interval.upper', label: 'alive, at most', unit: 'share' },
      { path: 'sowTimes.best', label: 'sow so many times thicker' },
    ],
  },
  'quick-tests.agreement': {
    fields: [
      { path: 'x', label: 'first reading of each packet', kind: 'list' },
      { path: 'y', label: 'second reading of each packet', kind: 'list' },
    ],
    results: [
      { path: 'blandAltman.bias', label: 'the first reads higher by' },
      { path: 'blandAltman.lower196', label: '95 of 100 differ by … at least' },
      { path: 'blandAltman.upper196', label: '… and at most' },
      { path: 'linCcc.nMinus1', label: 'concordance (1 = the same)' },
      { path: 'correlation.pearsonR', label: 'correlation r' },
      { path: 'correlation.pearsonP', label: 'chance of such an r without any link' },
    ],
  },
  'quick-tests.paired-agreement': {
    fields: [
      { path: 'bothYes', label: 'yes both times' },
      { path: 'firstOnly', label: 'yes at first only' },
      { path: 'secondOnly', label: 'yes at second only' },
      { path: 'bothNo', label: 'no both times' },
    ],
    results: [
      { path: 'observedAgreement', label: 'judged alike', unit: 'share' },
      { path: 'difference', label: 'the first says yes more often by', unit: 'share' },
      { path: 'mcnemarExactP', label: 'chance of such a difference by luck' },
      { path: 'kappa', label: 'agreement beyond chance, kappa' },
      { path: 'seKappa', label: '… its standard error' },
    ],
  },
  'storage.predict-viability': {
    fields: [MOISTURE, STORE, { path: 'days', label: 'time in store, days' }, KI, ...CONSTANTS],
    results: [
      { path: 'germinationPercent', label: 'alive after it', unit: '%' },
      { path: 'initialPercent', label: 'alive at the start', unit: '%' },
      { path: 'sigmaDays', label: 'time to lose one probit', unit: 'days' },
      { path: 'p50Days', label: 'time to a half', unit: 'days' },
    ],
  },
  'storage.time-to-viability': {
    fields: [MOISTURE, STORE, KI, { path: 'targetPercent', label: 'until so many are alive, %' }, ...CONSTANTS],
    results: [
      { path: 'years', label: 'time', unit: 'years' },
      { path: 'days', label: 'time', unit: 'days' },
      { path: 'sigmaDays', label: 'time to lose one probit', unit: 'days' },
    ],
  },
  'storage.fit-ageing': {
    fields: [
      { path: 'days', label: 'age at each test, days', kind: 'list' },
      { path: 'germinated', label: 'came up', kind: 'list' },
      { path: 'n', label: 'seeds tested', kind: 'list' },
    ],
    results: [
      { path: 'Ki', label: 'start, Ki (probit)' },
      { path: 'sigma', label: 'time to lose one probit', unit: 'days' },
      { path: 'P85', label: 'time to 85 %', unit: 'days' },
      { path: 'seP85', label: '… its standard error', unit: 'days' },
      { path: 'P50', label: 'time to a half', unit: 'days' },
      { path: 'seP50', label: '… its standard error', unit: 'days' },
    ],
  },
  'storage.hundred-rule': {
    fields: [STORE, { path: 'humidityPercent', label: 'relative humidity, %' }],
    results: [
      { path: 'sum', label: '°F and % together (100 at most)' },
      { path: 'temperatureF', label: 'temperature', unit: '°F' },
      { path: 'temperaturePart', label: 'temperature makes' },
    ],
  },
  'storage.keeps-longer': {
    fields: (['from', 'to'] as const).flatMap((place) => [
      { path: `${place}.moisturePercent`, label: place === 'from' ? 'moisture now, %' : 'moisture then, %' },
      { path: `${place}.temperatureC`, label: place === 'from' ? 'temperature now, °C' : 'temperature then, °C' },
    ]),
    results: [
      { path: 'times', label: 'keeps so many times longer' },
      { path: 'byMoisture', label: '… by being drier' },
      { path: 'byTemperature', label: '… by being cooler' },
      { path: 'outside', label: 'outside its range' },
    ],
  },
  'storage.moisture-in-balance': {
    fields: [
      { path: 'humidityPercent', label: 'relative humidity of the air, %' },
      { path: 'temperatureC', label: 'temperature, °C' },
      { path: 'oilPercent', label: 'oil in the seed, %', hint: 'cereals 2, soya 20, sunflower 45' },
    ],
    results: [
      { path: 'wetBasisPercent', label: 'moisture, wet basis', unit: '%' },
      { path: 'dryBasisPercent', label: 'moisture, dry basis', unit: '%' },
    ],
  },
  'sowing.rate': {
    fields: [
      { path: 'targetPlantsPerM2', label: 'plants wanted on a square metre' },
      { path: 'thousandSeedWeightG', label: 'weight of 1000 seeds, g' },
      PURITY,
      ALIVE,
      { path: 'fieldEmergencePercent', label: 'of living seeds come up in this bed, %' },
    ],
    results: [
      { path: 'gPerM2', label: 'sow', unit: 'g/m²' },
      { path: 'kgPerHa', label: 'sow', unit: 'kg/ha' },
      { path: 'lbPerAcre', label: 'sow', unit: 'lb/acre' },
      { path: 'pureSeedsPerM2', label: 'seeds on a square metre' },
    ],
  },
  'sowing.bulk-rate': {
    fields: [{ path: 'pureLiveSeedKgWanted', label: 'pure live seed wanted, kg' }, PURITY, ALIVE],
    results: [
      { path: 'bulkKg', label: 'seed as it lies in the bag', unit: 'kg' },
      { path: 'pureLiveSeedPercent', label: 'pure live seed', unit: '%' },
    ],
  },
  'sowing.stand': {
    fields: [
      { path: 'seedsSown', label: 'seeds sown' },
      { path: 'germination', label: 'share that comes up', hint: '0 to 1' },
      { path: 'wanted', label: 'plants needed', hint: 'if asked' },
    ],
    results: [
      { path: 'expected', label: 'plants to expect' },
      { path: 'lower', label: 'in 95 of 100 cases, at least' },
      { path: 'upper', label: '… and at most' },
      { path: 'probAtLeastWanted', label: 'chance of as many as needed' },
    ],
  },
  'sowing.stand-from-test': {
    fields: [
      { path: 'germinated', label: 'came up in the test' },
      { path: 'tested', label: 'seeds tested' },
      { path: 'seedsSown', label: 'seeds to be sown' },
    ],
    results: [
      { path: 'expected', label: 'plants to expect' },
      { path: 'predictiveLower', label: 'in 95 of 100 cases, at least' },
      { path: 'predictiveUpper', label: '… and at most' },
    ],
  },
  'sowing.for-stand': {
    fields: [
      { path: 'wantedPlants', label: 'plants wanted' },
      { path: 'sprouted', label: 'sprouted in the test' },
      { path: 'tested', label: 'seeds tested' },
      { path: 'chancePercent', label: 'wanted chance, %' },
      { path: 'emergencePercent', label: 'of living seeds come up in this bed, %' },
    ],
    results: [
      { path: 'seeds', label: 'seeds to sow' },
      { path: 'chancePercent', label: 'chance of as many plants', unit: '%' },
      { path: 'ifExact', label: 'if the share were just what the test found' },
    ],
  },
  'sowing.cells': {
    fields: [
      { path: 'germination', label: 'share that comes up', hint: '0 to 1' },
      { path: 'seedsPerCell', label: 'seeds in each cell' },
      { path: 'cells', label: 'cells' },
    ],
    results: [
      { path: 'expectedFilled', label: 'cells with a plant' },
      { path: 'probCellFilled', label: 'chance that a cell has one' },
      { path: 'probAllFilled', label: 'chance that none is empty' },
      { path: 'expectedPlants', label: 'plants in all' },
    ],
  },
  'sowing.seeds-per-cell': {
    fields: [ALIVE, { path: 'wantedPercent', label: 'wanted chance of a plant in a cell, %' }],
    results: [
      { path: 'seedsPerCell', label: 'seeds in each cell' },
      { path: 'chancePercent', label: 'chance of a plant then', unit: '%' },
    ],
  },
  'sowing.seeds-for-plants': {
    fields: [
      { path: 'plants', label: 'plants wanted' },
      { path: 'thousandSeedWeightG', label: 'weight of 1000 seeds, g' },
      PURITY,
      ALIVE,
      { path: 'emergencePercent', label: 'of living seeds come up in this bed, %' },
    ],
    results: [
      { path: 'seeds', label: 'seeds to sow' },
      { path: 'massG', label: 'they weigh', unit: 'g' },
    ],
  },
  'sowing.seed-increase': {
    fields: [
      { path: 'seeds', label: 'seeds you have' },
      { path: 'wanted', label: 'seeds you want' },
      { path: 'lowPlantsPerSeed', label: 'plants of a seed, at least', hint: '0 to 1' },
      { path: 'highPlantsPerSeed', label: 'plants of a seed, at most', hint: '0 to 1' },
      { path: 'keptPercent', label: 'plants kept for seed, %' },
      { path: 'seedsPerPlant', label: 'clean seeds of a plant' },
      { path: 'room', label: 'room for so many plants', hint: 'if it is short' },
      { path: 'resownPercent', label: 'of the harvest sown again, %' },
    ],
    results: [
      { path: 'reached.0', label: 'at best there after', unit: 'seasons' },
      { path: 'reached.1', label: 'with the luck against you', unit: 'seasons' },
    ],
  },
  'sowing.gain-of-pairs': {
    fields: [
      { path: 'sorted', label: 'sorted, plot by plot', kind: 'list' },
      { path: 'unsorted', label: 'unsorted, each beside its sorted plot', kind: 'list' },
    ],
    results: [
      { path: 'estimate', label: 'sorting gained' },
      { path: 'lower', label: '95 % limits, from' },
      { path: 'upper', label: '… to' },
      { path: 'p', label: 'chance of it by luck' },
    ],
  },
  'sowing.gain-of-shares': {
    fields: [
      { path: 'sortedHits', label: 'came up, sorted' },
      { path: 'sortedSeeds', label: 'sown, sorted' },
      { path: 'unsortedHits', label: 'came up, unsorted' },
      { path: 'unsortedSeeds', label: 'sown, unsorted' },
    ],
    results: [
      { path: 'estimate', label: 'sorting gained, a share' },
      { path: 'lower', label: '95 % limits, from' },
      { path: 'upper', label: '… to' },
    ],
  },
  'storage.desiccant': {
    fields: [
      { path: 'massG', label: 'the seed weighs, g' },
      { path: 'moisturePercent', label: 'moisture now, %' },
      { path: 'targetPercent', label: 'moisture wanted, %' },
      { path: 'uptakePercent', label: 'desiccant takes up, % of its weight', hint: 'silica gel about 10, from memory' },
    ],
    results: [
      { path: 'waterG', label: 'water to take out', unit: 'g' },
      { path: 'massWhenDryG', label: 'it will weigh', unit: 'g' },
      { path: 'desiccantG', label: 'desiccant', unit: 'g' },
    ],
  },
};
