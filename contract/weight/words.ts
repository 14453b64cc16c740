import type { WeightNext } from '@mercato/core/weight/next';
import type { Plausible } from '@mercato/core/weight/thousandSeedWeight';
import { earlyWords, type LineWords } from '../register/lineWords.ts';
import type { WeightBlock, WeightStands } from './stands.ts';

/** What a verdict on replicates asks for. */
export const WEIGHT_NEXT: Readonly<Record<WeightNext, string>> = {
  'hundreds-agree': 'The replicates agree.',
  'weigh-eight-more': 'The replicates spread too far: weigh eight more.',
  'rest-agrees': 'Replicates too far from the mean are left out; the rest is the result.',
  'fraction-counted': 'The whole fraction was counted.',
};

/** Whether seed of this kind weighs so much; nothing where it does, or nobody knows. */
export function usualWords({ is, range }: Plausible): string {
  if (!range || is === 'usual' || is === 'unknown') return '';
  return `${is === 'light' ? 'Lighter' : 'Heavier'} than the kind usually is (${range.low} to ${range.high} g): look at the count, the unit of the balance and the kind.`;
}

export function weightStands(how: WeightStands): LineWords {
  switch (how.is) {
    case 'to-weigh':
      return { figure: '', note: 'to be counted and weighed' };
    case 'weighing':
      return { figure: '', note: `${how.weighed} replicates weighed, ${how.left} to go` };
    case 'weighed': {
      const spread =
        how.cv === null
          ? 'whole fraction counted'
          : how.limit === null
            ? `sixteen replicates, ${how.dropped === 0 ? 'none' : how.dropped} left out`
            : `CV ${how.cv.toFixed(1)} %, ${how.limit} allowed`;
      return {
        figure: `${how.thousandSeedG} g`,
        note: [
          'for 1000 seeds',
          spread,
          ...(how.then === 'accepted' ? ['accepted by the lead'] : []),
          ...(how.usual === 'light' || how.usual === 'heavy' ? [`${how.usual} for the kind`] : []),
        ].join(', '),
      };
    }
    default:
      return earlyWords(how, 'sample to be drawn', 'sample drawn');
  }
}

export const weightBlocks = (why: readonly WeightBlock[]): string =>
  `Weight: the replicates spread by ${why[0]?.cv.toFixed(1) ?? ''} %, ${why[0]?.limit ?? ''} % is allowed, and nobody has weighed more or decided.`;
