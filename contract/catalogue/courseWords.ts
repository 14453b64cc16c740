import type { CalculationWords } from './calculation.ts';

const DISHES = {
  x: { label: 'germinated, dish by dish', hint: 'with blanks between them' },
  n: { label: 'seeds, dish by dish' },
};

/** What tests against each other and germination over time are asked and answered, by the id of its calculation. */
export const COURSE_WORDS: Readonly<Record<string, CalculationWords>> = {
  'germination.compare-two-tests': {
    asked: { x1: 'first: germinated', n1: 'first: seeds', x2: 'second: germinated', n2: 'second: seeds' },
    answered: {
      difference: { label: 'difference', unit: '%' },
      pFisherTwoSided: 'chance of such a difference, exact',
      pFisherGreater: 'chance that the first is so much above',
      pFisherLess: 'chance that it is so much below',
      pTwoSidedZ: 'the same by the normal approximation',
      'tolerance.twoSided25Percent': { label: 'chance allows, 2.5 %', unit: '%' },
      'tolerance.twoSided5Percent': { label: 'chance allows, 5 %', unit: '%' },
      withinTwoSided25: 'within what chance allows (2.5 %)?',
    },
  },
  'germination.replicate-heterogeneity': {
    asked: DISHES,
    answered: {
      pooled: { label: 'germinated of all', unit: 'share' },
      statistic: 'chi-square',
      df: 'degrees of freedom',
      pValue: 'chance of so much spread',
      dispersionRatio: 'spread over that of chance',
      'poissonIndex.varianceOverMean': 'variance of the counts over their mean',
    },
  },
  'germination.overdispersion': {
    asked: DISHES,
    answered: {
      mu: { label: 'mean share', unit: 'share' },
      seMu: { label: 'its standard error', unit: 'share' },
      rho: 'likeness of seeds of one dish',
      seRho: 'its standard error',
      logLikelihood: 'log-likelihood, with it',
      logLikelihoodBinomial: 'log-likelihood, chance alone',
      pearsonDispersion: 'spread over that of chance',
    },
  },
  'germination.time-course': {
    asked: {
      times: { label: 'days of the counts', hint: 'with blanks between them' },
      newlyGerminated: 'newly germinated on each',
      seedsSown: 'seeds sown',
    },
    answered: {
      'indices.finalPercent': { label: 'germinated', unit: '%' },
      'indices.meanGerminationTime': { label: 'mean time', unit: 'd' },
      'indices.t50Coolbear': { label: 'half of them after, Coolbear', unit: 'd' },
      'indices.t50Farooq': { label: 'half of them after, Farooq', unit: 'd' },
      'fits.curedFraction.loglogistic.t50': { label: 'half of those that ever do, by its curve', unit: 'd' },
      'fits.curedFraction.loglogistic.seT50': { label: 'its standard error', unit: 'd' },
      'fits.curedFraction.loglogistic.d': { label: 'ever germinate, by its curve', unit: 'share' },
      'indices.maguireCounts': 'Maguire, seeds a day',
      'indices.kotowski': 'Kotowski',
      'indices.synchronyZ': 'synchrony, 1 = all at once',
      'indices.uncertaintyU': { label: 'uncertainty', unit: 'bit' },
      'fits.curedFraction.loglogistic.logLikelihood': 'log-likelihood, log-logistic',
      'fits.curedFraction.lognormal.logLikelihood': 'log-likelihood, log-normal',
      'fits.curedFraction.weibull.logLikelihood': 'log-likelihood, Weibull',
    },
  },
};
