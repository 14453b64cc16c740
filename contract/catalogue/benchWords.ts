import { perClass } from '@mercato/core/units/seedCounts';
import { BOOK, each } from './asked.ts';
import type { CalculationWords } from './calculation.ts';

const SEEDS_PER = {
  'seedsPer.g': 'seeds in a gram',
  'seedsPer.kg': 'seeds in a kilogram',
  'seedsPer.lb': 'seeds in a pound',
  'seedsPer.oz': 'seeds in an ounce',
};
const COUNTS = {
  asked: { first: 'first count', second: 'second count' },
  answered: { mean: 'average', difference: 'difference', tolerance: 'largest allowed', within: 'in tolerance?' },
};
const CLASS_WORDS = perClass((one) => one);

/** The other tests of the bench, the label, and statistics. */
export const BENCH_WORDS: Readonly<Record<string, CalculationWords>> = {
  'other-seeds.two-counts': COUNTS,
  'other-seeds.second-count': COUNTS,
  'other-seeds.compare-counts': {
    asked: {
      count1: 'first count',
      mass1G: { label: 'in', unit: 'g' },
      count2: 'second count',
      mass2G: { label: 'in', unit: 'g' },
    },
    answered: {
      pExactTwoSided: { label: 'chance of such a split, if the rates are equal', unit: 'share' },
      pGreater: { label: 'chance of as many or more in the first', unit: 'share' },
      pLess: { label: 'chance of as few or fewer in the first', unit: 'share' },
      rateRatio: 'first rate over second',
      rateRatioLower: '… at least',
      rateRatioUpper: '… at most',
    },
  },
  'other-seeds.label-tolerance': {
    asked: {
      labelledPerLb: 'labelled, seeds per lb',
      found: { label: 'found', unit: 'seeds' },
      examinedG: { label: 'mass searched', unit: 'g' },
    },
    answered: { labelledInMass: 'label, in that mass', most: 'most within tolerance', within: 'in tolerance?' },
  },
  'other-seeds.rate': {
    asked: {
      count: 'seeds found',
      massG: { label: 'mass searched', unit: 'g' },
      confidence: { label: 'confidence', hint: 'such as 0.95' },
    },
    none: { of: 'perKg.estimate', leads: ['atMost.perKg', 'atMost.perLb', 'atMost.perOz'] },
    answered: {
      'perKg.estimate': 'per kg',
      'perKg.lower': '… at least',
      'perKg.upper': '… at most',
      'perLb.estimate': 'per lb',
      'perLb.lower': '… at least',
      'perLb.upper': '… at most',
      'perOz.estimate': 'per oz',
      'perOz.lower': '… at least',
      'perOz.upper': '… at most',
      'atMost.perKg': 'at most, per kg (one-sided)',
      'atMost.perLb': 'at most, per lb (one-sided)',
      'atMost.perOz': 'at most, per oz (one-sided)',
      countOneSidedUpper: 'in the mass searched: at most (one-sided)',
    },
  },
  'moisture.oven': {
    asked: {
      containerG: { label: 'empty container', unit: 'g' },
      withSeedG: { label: 'with seed', unit: 'g' },
      driedG: { label: 'dried', unit: 'g' },
    },
    answered: {
      wetBasisPercent: { label: 'moisture, wet basis', unit: '%' },
      dryBasisPercent: { label: 'moisture, dry basis', unit: '%' },
    },
  },
  'moisture.wet-to-dry': {
    asked: { wetBasisPercent: { label: 'moisture, wet basis', unit: '%' } },
    answered: { dryBasisPercent: { label: 'moisture, dry basis', unit: '%' } },
  },
  'moisture.dry-to-wet': {
    asked: { dryBasisPercent: { label: 'moisture, dry basis', unit: '%' } },
    answered: { wetBasisPercent: { label: 'moisture, wet basis', unit: '%' } },
  },
  'moisture.pre-dried': {
    asked: {
      stage1Percent: { label: 'lost whole', unit: '%' },
      stage2Percent: { label: 'lost in the oven', unit: '%', hint: 'of what was left' },
    },
    answered: { moisturePercent: { label: 'moisture', unit: '%' } },
  },
  'moisture.drying-target': {
    asked: {
      massKg: { label: 'seed', unit: 'kg' },
      fromPercent: { label: 'its moisture', unit: '%' },
      toPercent: { label: 'moisture wanted', unit: '%' },
    },
    answered: {
      massAtTargetKg: { label: 'weighs then', unit: 'kg' },
      waterToRemoveKg: { label: 'water that leaves', unit: 'kg' },
    },
  },
  'moisture.price': {
    asked: {
      pricePerKg: 'price a kg',
      standardPercent: { label: 'named at a moisture of', unit: '%' },
      percent: { label: 'its own moisture', unit: '%' },
    },
    answered: { pricePerKg: 'worth a kg' },
  },
  'moisture.meter-calibration': {
    asked: {
      meterPercent: { label: 'readings of the meter', unit: '%' },
      ovenPercent: { label: 'oven results beside them', unit: '%' },
      degree: { label: 'curve', hint: '1 straight, 2 bent' },
      readingPercent: { label: 'reading now', unit: '%' },
      confidence: 'confidence',
    },
    answered: {
      coefficients: 'curve, from the constant upwards',
      residualSd: { label: 'spread about the curve', unit: '%' },
      rSquared: 'share that it explains',
      predictedPercent: { label: 'moisture', unit: '%' },
      lowerPercent: { label: 'one more oven result, at least', unit: '%' },
      upperPercent: { label: 'at most', unit: '%' },
      leverage: 'leverage',
      inRange: 'within the readings that it was fitted on',
      farOff: 'pairs too far off, numbered from 1',
    },
  },
  'moisture.oven-duplicate': {
    asked: {
      ...each(
        'first',
        { containerG: 'first: empty container', withSeedG: 'first: with seed', driedG: 'first: dried' },
        'g',
      ),
      ...each(
        'second',
        { containerG: 'second: empty container', withSeedG: 'second: with seed', driedG: 'second: dried' },
        'g',
      ),
    },
    answered: {
      firstPercent: { label: 'first container', unit: '%' },
      secondPercent: { label: 'second container', unit: '%' },
      meanPercent: { label: 'mean', unit: '%' },
      differencePercent: { label: 'difference', unit: '%' },
    },
  },
  'weight.thousand-seed-weight': {
    asked: {
      replicatesG: { label: 'masses of the replicates', unit: 'g', hint: 'eight figures with blanks between' },
      seedsPerReplicate: 'seeds in each',
    },
    answered: {
      thousandSeedWeightG: { label: '1000 seeds', unit: 'g' },
      cvPercent: { label: 'coefficient of variation', unit: '%' },
      withinCv4: 'at most 4.0 %: do they agree?',
      withinCv6: 'at most 6.0 %, chaffy seed: do they agree?',
      ...SEEDS_PER,
    },
  },
  'weight.whole-fraction': {
    asked: { massG: { label: 'mass', unit: 'g' }, seeds: 'seeds' },
    answered: { thousandSeedWeightG: { label: '1000 seeds', unit: 'g' }, ...SEEDS_PER },
  },
  'germination.theoretical-range': {
    asked: {
      k: 'replicates',
      seedsPerReplicate: 'seeds in each',
      meanPercent: { label: 'average', unit: '%' },
      prob: { label: 'not exceeded with a chance of', hint: 'such as 0.975' },
    },
    answered: {
      maxRange: { label: 'largest range', unit: '%' },
      sdPercent: { label: 'standard deviation of one', unit: '%' },
      q: 'q',
    },
  },
  'germination.replicate-range': {
    asked: {
      book: BOOK,
      replicates: { label: 'normal seedlings of four replicates', unit: '%', hint: 'four figures with blanks between' },
    },
    answered: {
      meanPercent: { label: 'average', unit: '%' },
      rangePercent: { label: 'range', unit: '%' },
      maxRangePercent: { label: 'largest allowed', unit: '%' },
      within: 'do they agree?',
    },
  },
  'germination.round-to-100': {
    asked: {
      ...each('counts', CLASS_WORDS, 'seeds'),
      seeds: 'seeds set',
    },
    answered: {
      ...each('rounded', CLASS_WORDS, '%'),
      adjusted: 'rounded up to reach 100',
    },
  },
  'germination.two-tests': {
    asked: {
      book: BOOK,
      firstPercent: { label: 'first test', unit: '%' },
      secondPercent: { label: 'second test', unit: '%' },
    },
    answered: {
      meanPercent: { label: 'average', unit: '%' },
      differencePercent: { label: 'difference', unit: '%' },
      tolerancePercent: { label: 'largest allowed', unit: '%' },
      compatible: 'do they agree?',
    },
  },
  'germination.label-tolerance': {
    asked: {
      labelledPercent: { label: 'labelled', unit: '%' },
      foundPercent: { label: 'found', unit: '%' },
      seeds: { label: 'seeds tested', hint: '400 or 200' },
    },
    answered: {
      meanPercent: { label: 'mean of both', unit: '%' },
      tolerancePercent: { label: 'tolerance', unit: '%' },
      within: 'does the label stand?',
    },
  },
  'release.pure-live-seed': {
    asked: {
      purityPercent: { label: 'pure seed', unit: '%' },
      germinationPercent: { label: 'germination', unit: '%' },
      hardPercent: { label: 'hard', unit: '%' },
      dormantPercent: { label: 'dormant', unit: '%' },
    },
    answered: { pureLiveSeedPercent: { label: 'pure live seed', unit: '%' } },
  },
  'statistics.studentized-range-probability': {
    asked: { q: 'range, standard deviations', k: 'values' },
    answered: { p: { label: 'stays within', unit: 'share' }, pUpper: { label: 'exceeds it', unit: 'share' } },
  },
  'statistics.studentized-range-quantile': {
    asked: { prob: { label: 'chance', hint: 'such as 0.95' }, k: 'values' },
    answered: { q: 'range, standard deviations' },
  },
  'statistics.binomial-interval': {
    asked: { x: 'with the property', n: 'examined', confidence: { label: 'confidence', hint: 'such as 0.95' } },
    answered: {
      'clopperPearson.lower': { label: 'exact (Clopper–Pearson): at least', unit: 'share' },
      'clopperPearson.upper': { label: 'exact (Clopper–Pearson): at most', unit: 'share' },
      'wilson.lower': { label: 'Wilson: at least', unit: 'share' },
      'wilson.upper': { label: 'Wilson: at most', unit: 'share' },
      'jeffreys.lower': { label: 'Jeffreys: at least', unit: 'share' },
      'jeffreys.upper': { label: 'Jeffreys: at most', unit: 'share' },
    },
  },
};
