import { COMPONENT_NAMES } from '@mercato/core/units/components';
import { BOOK, each } from './asked.ts';
import type { CalculationWords } from './calculation.ts';

const VARIES = { binomial: 'shares: binomial', poisson: 'counts in a mass: Poisson' };

const ALLOWANCE = { label: 'allowance f', hint: '1.1 and 1.4 (other seeds); chaffy kinds 1.2 and 2.2' };
const UNEVEN = {
  mean: 'mean',
  V: 'variance between containers, V',
  W: 'variance by chance, W',
  HReported: 'H',
  critical: 'a uniform lot exceeds once in 100',
  significant: 'not uniform?',
};
const TOLERANCE = {
  meanPercent: { label: 'average', unit: '%' },
  differencePercent: { label: 'difference', unit: '%' },
  tolerancePercent: { label: 'largest allowed', unit: '%' },
  within: 'in tolerance?',
};

/** Of the sample and its purity: what each calculation asks and answers, in words and in the order of its page. */
export const SAMPLE_WORDS: Readonly<Record<string, CalculationWords>> = {
  'sampling.primary-samples': {
    asked: {
      book: BOOK,
      containers: 'containers',
      containerMassKg: { label: 'mass of one container', unit: 'kg' },
      bulkMassKg: { label: 'or: mass in bulk', unit: 'kg', hint: 'a heap or stream, instead of containers' },
    },
    answered: { primarySamples: 'primary samples', containersToSample: 'containers to open', reason: 'why' },
  },
  'sampling.divider-plan': {
    asked: {
      divider: {
        label: 'divider',
        choices: { riffle: 'halves: riffle, cone, hand', rotary: 'rotary, into jars', spoon: 'by spoon' },
      },
      massG: { label: 'what is divided', unit: 'g' },
      targetG: { label: 'not below', unit: 'g' },
      jars: { label: 'jars', hint: 'rotary only; 8 unless you say otherwise' },
      spoonG: { label: 'one level spoon', unit: 'g', hint: 'spoon only' },
    },
    answered: { passes: 'passes, or spoonfuls', keptG: 'kept after each, g' },
  },
  'sampling.divider-halves': {
    asked: {
      firstG: { label: 'first half', unit: 'g' },
      secondG: { label: 'second half', unit: 'g' },
      limitPercent: { label: 'difference allowed, % of both', hint: '5 unless you say otherwise' },
    },
    answered: { measured: { label: 'difference', unit: '%' }, limit: { label: 'usual at most', unit: '%' } },
  },
  'sampling.mass-balance': {
    asked: {
      wholeG: { label: 'the whole', unit: 'g' },
      partsG: { label: 'its parts', unit: 'g', hint: 'figures with blanks between' },
      lossG: { label: 'stated as lost', unit: 'g' },
      decimals: 'decimals weighed to',
    },
    answered: {
      balance: 'the masses are',
      differenceG: { label: 'difference', unit: 'g' },
      roundingG: { label: 'left open by rounding', unit: 'g' },
    },
  },
  'sampling.heterogeneity-range': {
    asked: {
      book: BOOK,
      attribute: { label: 'what was compared', choices: { germination: 'germination', purity: 'a purity component' } },
      percents: { label: 'percent in each container', hint: 'figures with blanks between' },
    },
    answered: { measured: { label: 'range R', unit: '%' }, limit: { label: 'largest allowed', unit: '%' } },
  },
  'sampling.heterogeneity-percents': {
    asked: {
      percents: { label: 'percent in each container', hint: 'figures with blanks between' },
      n: { label: 'seeds in each', hint: '100 for germination, 1 000 for purity' },
      f: ALLOWANCE,
    },
    answered: UNEVEN,
  },
  'sampling.heterogeneity-counts': {
    asked: {
      counts: { label: 'other seeds in each container', hint: 'figures with blanks between' },
      f: ALLOWANCE,
    },
    answered: UNEVEN,
  },
  'sampling.heterogeneity-critical': {
    asked: {
      N: 'containers',
      f: ALLOWANCE,
    },
    answered: { critical: 'critical H' },
  },
  'sampling.acceptance-probability': {
    asked: {
      dist: {
        label: 'how it varies',
        choices: { ...VARIES, hypergeometric: 'from a finite lot' },
      },
      n: 'seeds examined',
      c: 'marked seeds accepted',
      p: { label: 'true share', hint: 'such as 0.005; not for a finite lot' },
      lotSize: { label: 'seeds in the lot', hint: 'finite lot only' },
      defectivesInLot: { label: 'marked in the lot', hint: 'finite lot only' },
    },
    answered: { pAccept: { label: 'accepted', unit: 'share' }, pReject: { label: 'refused', unit: 'share' } },
  },
  'sampling.acceptance-point': {
    asked: {
      dist: { label: 'how it varies', choices: VARIES },
      n: 'seeds examined',
      c: 'marked seeds accepted',
      pAccept: { label: 'accepted with a chance of', hint: 'such as 0.1' },
    },
    answered: { p: { label: 'true share', unit: 'share' } },
  },
  'sampling.acceptance-design': {
    asked: {
      dist: { label: 'how it varies', choices: VARIES },
      aql: { label: 'good quality, share', hint: 'such as 0.01' },
      alpha: { label: 'risk to refuse it', hint: 'such as 0.05' },
      lql: 'bad quality, share',
      beta: 'risk to accept it',
    },
    answered: {
      n: 'seeds to examine',
      c: 'marked seeds accepted',
      producerRisk: { label: 'good refused', unit: 'share' },
      consumerRisk: { label: 'bad accepted', unit: 'share' },
    },
  },
  'sampling.pool-acceptance': {
    asked: {
      m: 'pools',
      k: 'seeds in each',
      c: 'positive pools accepted',
      p: { label: 'true share', hint: 'such as 0.001' },
    },
    answered: {
      pPoolPositive: { label: 'one pool is positive', unit: 'share' },
      pAccept: { label: 'accepted', unit: 'share' },
    },
  },
  'sampling.pool-estimate': {
    asked: { m: 'pools', k: 'seeds in each', x: 'positive', confidence: { label: 'confidence', hint: 'such as 0.95' } },
    none: { of: 'pHat', leads: ['oneSidedUpper'] },
    answered: {
      pHat: { label: 'share of marked seeds', unit: 'share' },
      lower: { label: 'at least', unit: 'share' },
      upper: { label: 'at most', unit: 'share' },
      oneSidedUpper: { label: 'at most (one-sided)', unit: 'share' },
    },
  },
  'purity.analysis': {
    asked: {
      book: BOOK,
      workingSampleG: { label: 'weighed in', unit: 'g' },
      pureSeedG: { label: 'pure seed', unit: 'g' },
      otherSeedsG: { label: 'other seeds', unit: 'g', hint: 'ISTA' },
      otherCropSeedG: { label: 'other crop seed', unit: 'g', hint: 'AOSA/FSA' },
      weedSeedG: { label: 'weed seed', unit: 'g', hint: 'AOSA/FSA' },
      inertMatterG: { label: 'inert matter', unit: 'g' },
    },
    answered: {
      decimals: 'decimals to weigh to',
      ...each('percents', COMPONENT_NAMES, '%'),
      changePercent: { label: 'gain (+) or loss (−)', unit: '%' },
      retest: 'repeat?',
      traces: 'traces',
    },
  },
  'purity.duplicate-tolerance': {
    asked: {
      firstPercent: { label: 'first', unit: '%' },
      secondPercent: { label: 'second', unit: '%' },
      basis: { label: 'working samples', choices: { half: 'two halves', whole: 'two whole ones' } },
      chaffy: 'chaffy kind',
    },
    answered: TOLERANCE,
  },
  'purity.two-samples': {
    asked: {
      component: { label: 'component', choices: COMPONENT_NAMES },
      firstPercent: { label: 'first sample', unit: '%' },
      secondPercent: { label: 'second sample', unit: '%' },
      way: { label: 'asked', choices: { 'two-way': 'can both come from one lot?', 'one-way': 'is the second worse?' } },
      chaffy: 'chaffy kind',
    },
    answered: TOLERANCE,
  },
  'purity.label-tolerance': {
    asked: {
      component: { label: 'component', choices: COMPONENT_NAMES },
      labelledPercent: { label: 'labelled', unit: '%' },
      foundPercent: { label: 'found', unit: '%' },
      chaffy: 'chaffy kind',
    },
    answered: TOLERANCE,
  },
  'purity.hand-sorting': {
    asked: {
      massG: { label: 'parted', unit: 'g' },
      minutes: { label: 'time at work', unit: 'min' },
      lotKg: { label: 'the lot', unit: 'kg' },
    },
    answered: {
      gramsPerHour: { label: 'one person parts', unit: 'g/h' },
      lotHours: { label: 'the lot takes one person', unit: 'h' },
    },
  },
};
