import type { JudgedTests } from '@mercato/core/purity/judgeTests';
import type { PurityNext } from '@mercato/core/purity/next';
import { earlyWords, type LineWords } from '../register/lineWords.ts';
import type { PurityBlock, PuritySays, PurityStands, Together } from './stands.ts';

/** What a verdict on purity asks for. */
export const PURITY_NEXT: Readonly<Record<PurityNext, string>> = {
  'gain-or-loss-allowed': 'Gain or loss is within the limit.',
  'take-another-working-sample': 'Gain or loss exceeds the limit: take another working sample.',
  'report-weighted-mean': 'The two agree: report the weighted mean.',
  'take-another-pair': 'Out of tolerance: take another pair of half samples.',
  'make-one-more-whole': 'Out of tolerance: retest.',
  'one-lot': 'Both can come from one lot.',
  'not-one-lot': 'They part more than chance allows: sampling, work or seed differ.',
  'second-not-worse': 'The second is not worse than chance allows.',
  'second-worse': 'The second is worse than chance allows.',
  'purity-label-stands': 'The label stands.',
  'purity-label-too-high': 'The label claims too much: relabel.',
  'purity-label-too-low': 'The label claims too little: relabel.',
  'no-purity-table': 'Not evaluated: the book has no table for it.',
};

export const togetherOf = ({ basis, state, verdict, pairs, kept, most }: JudgedTests): Together => ({
  basis,
  state,
  outcome: verdict.outcome,
  pairs: pairs.length,
  kept,
  most,
});

/** What pairs of halves, or whole samples, come to together. */
export function togetherWords({ basis, state, outcome, pairs, kept, most }: Together): string {
  if (state === 'not-judged') return 'The book has no table for duplicates: the mean is reported, unjudged.';
  if (basis === 'half')
    return {
      agreed: kept === 1 ? 'The pair agrees: its mean is reported.' : `The mean of ${kept} pairs is reported.`,
      further: `Half samples out of tolerance: analyse pair ${pairs + 1} (maximum ${most}).`,
      exhausted: `${most} pairs were made and none agrees: look for the cause; the lead decides.`,
    }[state];
  return {
    agreed:
      outcome === 'outside'
        ? `The farthest two lie near enough: the mean of all ${kept} is reported.`
        : `The mean of ${kept} tests is reported.`,
    further: 'The two tests are out of tolerance: retest.',
    exhausted: 'One test stands out: the lead sets it aside with its cause.',
  }[state];
}

const inASentence = (sentence: string) => (sentence.charAt(0).toLowerCase() + sentence.slice(1)).replace(/\.$/, '');
const ACCEPTED = ': accepted by the lead';

function saysWords(says: PuritySays): string {
  switch (says.is) {
    case 'second-half-to-draw':
      return 'the second half is to be drawn';
    case 'halves-to-weigh':
      return 'the halves are not all weighed';
    case 'components-to-weigh':
      return 'not all components weighed';
    case 'changed':
      return `gain or loss ${Math.abs(says.change).toFixed(1)} %, ${says.limit ?? 'any'} allowed${says.accepted ? ACCEPTED : ': repeat'}`;
    case 'light':
      return `${says.massG ?? ''} g weighed in, ${says.leastG ?? ''} g asked${says.accepted ? ACCEPTED : ''}`;
    case 'sound':
      return `${says.components} components; ${Math.abs(says.change).toFixed(1)} % ${says.change > 0 ? 'gained' : 'lost'}, ${says.limit ?? 'any'} allowed`;
    case 'together':
      return `${inASentence(togetherWords(says.together))}${says.accepted ? ACCEPTED : ''}`;
  }
}

export function purityStands(how: PurityStands): LineWords {
  if (how.is !== 'analysed') return earlyWords(how, 'working sample to be drawn', 'working sample drawn');
  return {
    figure: how.shares ? `${how.shares.map((one) => one ?? 'trace').join(' · ')} %` : '',
    note: saysWords(how.says),
  };
}

const blockWords = (why: PurityBlock): string =>
  why.is === 'changed'
    ? 'gain or loss exceeds the limit'
    : why.is === 'light'
      ? 'the working sample is lighter than the rule book asks'
      : inASentence(togetherWords(why.together));
export const purityBlocks = (why: readonly PurityBlock[]): string =>
  `Purity: ${why.map(blockWords).join(' and ')}; decision pending.`;
