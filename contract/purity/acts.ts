export const PURITY_ACTS = {
  'purity-weighed': ({ test }: { test: number }) => `weighed purity test ${test}`,
  'purity-corrected': ({ test }: { test: number }) => `corrected purity test ${test}`,
};
