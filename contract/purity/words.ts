import type { JudgedTests } from '@mercato/core/purity/judgeTests';
import type { PurityNext } from '@mercato/core/purity/next';

/** What a verdict on purity asks for. */
export const PURITY_NEXT: Readonly<Record<PurityNext, string>> = {
  'gain-or-loss-allowed': 'Gain or loss is inside what the rules allow.',
  'take-another-working-sample': 'Sum and first weighing part too far: take another working sample.',
  'report-weighted-mean': 'The two agree: report the weighted mean.',
  'take-another-pair': 'They part too far: take another pair of halves.',
  'make-one-more-whole': 'They part too far: make one more.',
  'one-lot': 'Both can come from one lot.',
  'not-one-lot': 'They part more than chance allows: sampling, work or seed differ.',
  'second-not-worse': 'The second is not worse than chance allows.',
  'second-worse': 'The second is worse than chance allows.',
  'purity-label-stands': 'The label stands.',
  'purity-label-too-high': 'The label claims too much: relabel.',
  'purity-label-too-low': 'The label claims too little: relabel.',
  'no-purity-table': 'Nothing is judged: the book has no table for it.',
};

/** What pairs of halves, or whole samples, come to together. */
export function judgedTestsWords({ basis, state, verdict, pairs, kept, most }: JudgedTests): string {
  if (state === 'not-judged') return 'The book has no table for duplicates: the mean is reported, unjudged.';
  if (basis === 'half')
    return {
      agreed: kept === 1 ? 'The pair agrees: its mean is reported.' : `The mean of ${kept} pairs is reported.`,
      further: `The halves part too far: take pair ${pairs.length + 1} of ${most} at most.`,
      exhausted: `${most} pairs were made and none agrees: look for the cause; the lead decides.`,
    }[state];
  return {
    agreed:
      verdict.outcome === 'outside'
        ? `The farthest two lie near enough: the mean of all ${kept} is reported.`
        : `The mean of ${kept} tests is reported.`,
    further: 'The two tests part too far: make one more.',
    exhausted: 'One test stands out: the lead sets it aside with its cause.',
  }[state];
}
