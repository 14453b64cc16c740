/** Why something is refused here, in words; the codes with their figures are what the server raises. */
export const WEIGHT_FAULTS = {
  'weight.replicate-missing': ({ before }: { before: number }) =>
    `replicate ${before - 1} is missing before it: they are numbered from 1 without a gap`,
  'weight.must-weigh': 'must weigh more than 0 g',
  'weight.nothing-weighed': 'nothing is weighed: at least one replicate, or the whole fraction',
  'weight.one-way': 'is left empty where replicates are weighed: a test is made one way or the other',
  'weight.not-all-gone': 'a figure that was saved is corrected, not deleted',
};
