import type { GerminationNext } from '@mercato/core/germination/next';

/** What a verdict on germination asks for. */
export const GERMINATION_NEXT: Readonly<Record<GerminationNext, string>> = {
  'replicates-agree': 'The replicates agree.',
  'make-second-test': 'The replicates part too far: make a second test by the same method.',
  'feeds-no-label': 'The table judges four replicates of 100. This test informs, it feeds no label.',
  'report-mean-of-both': 'The two tests agree: report the mean of both.',
  'make-third-test': 'The two tests part too far: make a third.',
  'counted-in-time': 'Counted on days that the rule book permits.',
  'decide-or-repeat-test':
    'Counted on a day that the rule book does not permit: the lead decides, with a reason, or the test is repeated.',
  'decide-on-count-days': 'This edition does not say how far a count may lie from its day: the lead decides.',
  'germination-label-stands': 'The label stands.',
  'germination-label-too-high': 'The label claims too much: relabel.',
};
