import type { CalculationWords } from './calculation.ts';

const CONSTANTS = Object.fromEntries(['KE', 'CW', 'CH', 'CQ'].map((one) => [one, `constant ${one} of the kind`]));

/** Quick tests, storage and sowing: the calculators of the seed store. */
export const STORE_WORDS: Readonly<Record<string, CalculationWords>> = {
  'quick-tests.answer': {
    asked: {
      seeds: 'seeds tested',
      sprouted: 'sprouted',
      packetSeeds: { label: 'seeds in the packet before', hint: 'if counted' },
      standardPercent: { label: 'the kind’s own least germination', unit: '%', hint: 'if known' },
      day: { label: 'days since it was laid out', hint: 'if it is still going on' },
      lastDay: 'last day of the kind',
      stoodC: { label: 'where it stood', unit: '°C' },
      suitsFromC: { label: 'what suits the kind: from', unit: '°C' },
      suitsToC: { label: 'to', unit: '°C' },
    },
    answered: {
      words: 'in words',
      'interval.lower': { label: 'alive, at least', unit: 'share' },
      'interval.upper': { label: 'alive, at most', unit: 'share' },
      'sowTimes.best': 'sow so many times thicker',
    },
  },
  'quick-tests.agreement': {
    asked: { x: 'first reading of each packet', y: 'second reading of each packet' },
    answered: {
      'blandAltman.bias': 'the first reads higher by',
      'blandAltman.lower196': '95 of 100 differ by … at least',
      'blandAltman.upper196': '… and at most',
      'linCcc.nMinus1': 'concordance (1 = the same)',
      'correlation.pearsonR': 'correlation r',
      'correlation.pearsonP': 'chance of such an r without any link',
    },
  },
  'quick-tests.paired-agreement': {
    asked: {
      bothYes: 'yes both times',
      firstOnly: 'yes at first only',
      secondOnly: 'yes at second only',
      bothNo: 'no both times',
    },
    answered: {
      observedAgreement: { label: 'evaluated alike', unit: 'share' },
      difference: { label: 'the first says yes more often by', unit: 'share' },
      mcnemarExactP: 'chance of such a difference',
      kappa: 'agreement beyond chance, kappa',
      seKappa: '… its standard error',
    },
  },
  'storage.predict-viability': {
    asked: {
      moisturePercent: 'moisture of the seed, % (wet basis)',
      temperatureC: { label: 'temperature of the store', unit: '°C' },
      days: { label: 'time in store', unit: 'days' },
      Ki: { label: 'start, Ki', hint: 'probit of the share alive: 2 is 97.7 %' },
      ...CONSTANTS,
    },
    answered: {
      germinationPercent: { label: 'alive after it', unit: '%' },
      initialPercent: { label: 'alive at the start', unit: '%' },
      sigmaDays: { label: 'time to lose one probit', unit: 'days' },
      p50Days: { label: 'time to a half', unit: 'days' },
    },
  },
  'storage.time-to-viability': {
    asked: {
      moisturePercent: 'moisture of the seed, % (wet basis)',
      temperatureC: { label: 'temperature of the store', unit: '°C' },
      Ki: { label: 'start, Ki', hint: 'probit of the share alive: 2 is 97.7 %' },
      targetPercent: { label: 'until so many are alive', unit: '%' },
      ...CONSTANTS,
    },
    answered: {
      years: { label: 'time', unit: 'years' },
      days: { label: 'time', unit: 'days' },
      sigmaDays: { label: 'time to lose one probit', unit: 'days' },
    },
  },
  'storage.fit-ageing': {
    asked: { days: { label: 'age at each test', unit: 'days' }, germinated: 'came up', n: 'seeds tested' },
    answered: {
      Ki: 'start, Ki (probit)',
      sigma: { label: 'time to lose one probit', unit: 'days' },
      P85: { label: 'time to 85 %', unit: 'days' },
      seP85: { label: '… its standard error', unit: 'days' },
      P50: { label: 'time to a half', unit: 'days' },
      seP50: { label: '… its standard error', unit: 'days' },
    },
  },
  'storage.hundred-rule': {
    asked: {
      temperatureC: { label: 'temperature of the store', unit: '°C' },
      humidityPercent: { label: 'relative humidity', unit: '%' },
    },
    answered: {
      sum: '°F and % together (100 at most)',
      temperatureF: { label: 'temperature', unit: '°F' },
      temperaturePart: 'temperature makes',
    },
  },
  'storage.keeps-longer': {
    asked: {
      'from.moisturePercent': { label: 'moisture now', unit: '%' },
      'from.temperatureC': { label: 'temperature now', unit: '°C' },
      'to.moisturePercent': { label: 'moisture then', unit: '%' },
      'to.temperatureC': { label: 'temperature then', unit: '°C' },
    },
    answered: {
      times: 'keeps so many times longer',
      byMoisture: '… by being drier',
      byTemperature: '… by being cooler',
      outside: 'outside its range',
    },
  },
  'storage.moisture-in-balance': {
    asked: {
      humidityPercent: { label: 'relative humidity of the air', unit: '%' },
      temperatureC: { label: 'temperature', unit: '°C' },
      oilPercent: { label: 'oil in the seed', unit: '%', hint: 'cereals 2, soya 20, sunflower 45' },
    },
    answered: {
      wetBasisPercent: { label: 'moisture, wet basis', unit: '%' },
      dryBasisPercent: { label: 'moisture, dry basis', unit: '%' },
    },
  },
  'storage.desiccant': {
    asked: {
      massG: { label: 'the seed weighs', unit: 'g' },
      moisturePercent: { label: 'moisture now', unit: '%' },
      targetPercent: { label: 'moisture wanted', unit: '%' },
      uptakePercent: { label: 'desiccant takes up, % of its weight', hint: 'silica gel about 10, from memory' },
    },
    answered: {
      waterG: { label: 'water to take out', unit: 'g' },
      massWhenDryG: { label: 'it will weigh', unit: 'g' },
      desiccantG: { label: 'desiccant', unit: 'g' },
    },
  },
  'sowing.rate': {
    asked: {
      targetPlantsPerM2: 'plants wanted on a square metre',
      thousandSeedWeightG: { label: 'weight of 1000 seeds', unit: 'g' },
      purityPercent: { label: 'pure seed', unit: '%' },
      germinationPercent: { label: 'alive', unit: '%' },
      fieldEmergencePercent: { label: 'of living seeds come up in this bed', unit: '%' },
    },
    answered: {
      gPerM2: { label: 'sow', unit: 'g/m²' },
      kgPerHa: { label: 'sow', unit: 'kg/ha' },
      lbPerAcre: { label: 'sow', unit: 'lb/acre' },
      pureSeedsPerM2: 'seeds on a square metre',
    },
  },
  'sowing.bulk-rate': {
    asked: {
      pureLiveSeedKgWanted: { label: 'pure live seed wanted', unit: 'kg' },
      purityPercent: { label: 'pure seed', unit: '%' },
      germinationPercent: { label: 'alive', unit: '%' },
    },
    answered: {
      bulkKg: { label: 'seed as it lies in the bag', unit: 'kg' },
      pureLiveSeedPercent: { label: 'pure live seed', unit: '%' },
    },
  },
  'sowing.stand': {
    asked: {
      seedsSown: 'seeds sown',
      germination: { label: 'share that comes up', hint: '0 to 1' },
      wanted: { label: 'plants needed', hint: 'if asked' },
    },
    answered: {
      expected: 'plants to expect',
      lower: 'in 95 of 100 cases, at least',
      upper: '… and at most',
      probAtLeastWanted: 'chance of as many as needed',
    },
  },
  'sowing.stand-from-test': {
    asked: { germinated: 'came up in the test', tested: 'seeds tested', seedsSown: 'seeds to be sown' },
    answered: {
      expected: 'plants to expect',
      predictiveLower: 'in 95 of 100 cases, at least',
      predictiveUpper: '… and at most',
    },
  },
  'sowing.for-stand': {
    asked: {
      wantedPlants: 'plants wanted',
      sprouted: 'sprouted in the test',
      tested: 'seeds tested',
      chancePercent: { label: 'wanted chance', unit: '%' },
      emergencePercent: { label: 'of living seeds come up in this bed', unit: '%' },
    },
    answered: {
      seeds: 'seeds to sow',
      chancePercent: { label: 'chance of as many plants', unit: '%' },
      ifExact: 'if the share were just what the test found',
    },
  },
  'sowing.cells': {
    asked: {
      germination: { label: 'share that comes up', hint: '0 to 1' },
      seedsPerCell: 'seeds in each cell',
      cells: 'cells',
    },
    answered: {
      expectedFilled: 'cells with a plant',
      probCellFilled: 'chance that a cell has one',
      probAllFilled: 'chance that none is empty',
      expectedPlants: 'plants in all',
    },
  },
  'sowing.seeds-per-cell': {
    asked: {
      germinationPercent: { label: 'alive', unit: '%' },
      wantedPercent: { label: 'wanted chance of a plant in a cell', unit: '%' },
    },
    answered: { seedsPerCell: 'seeds in each cell', chancePercent: { label: 'chance of a plant then', unit: '%' } },
  },
  'sowing.seeds-for-plants': {
    asked: {
      plants: 'plants wanted',
      thousandSeedWeightG: { label: 'weight of 1000 seeds', unit: 'g' },
      purityPercent: { label: 'pure seed', unit: '%' },
      germinationPercent: { label: 'alive', unit: '%' },
      emergencePercent: { label: 'of living seeds come up in this bed', unit: '%' },
    },
    answered: { seeds: 'seeds to sow', massG: { label: 'they weigh', unit: 'g' } },
  },
  'sowing.seed-increase': {
    asked: {
      seeds: 'seeds you have',
      wanted: 'seeds you want',
      lowPlantsPerSeed: { label: 'plants of a seed, at least', hint: '0 to 1' },
      highPlantsPerSeed: { label: 'plants of a seed, at most', hint: '0 to 1' },
      keptPercent: { label: 'plants kept for seed', unit: '%' },
      seedsPerPlant: 'clean seeds of a plant',
      room: { label: 'room for so many plants', hint: 'if it is short' },
      resownPercent: { label: 'of the harvest sown again', unit: '%' },
    },
    answered: {
      'reached.0': { label: 'at best there after', unit: 'seasons' },
      'reached.1': { label: 'at the unlucky end', unit: 'seasons' },
    },
  },
  'sowing.gain-of-pairs': {
    asked: { sorted: 'sorted, plot by plot', unsorted: 'unsorted, each beside its sorted plot' },
    answered: { estimate: 'sorting gained', lower: '95 % limits, from', upper: '… to', p: 'chance of it' },
  },
  'sowing.gain-of-shares': {
    asked: {
      sortedHits: 'came up, sorted',
      sortedSeeds: 'sown, sorted',
      unsortedHits: 'came up, unsorted',
      unsortedSeeds: 'sown, unsorted',
    },
    answered: { estimate: 'sorting gained, a share', lower: '95 % limits, from', upper: '… to' },
  },
};
