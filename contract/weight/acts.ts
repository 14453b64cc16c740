export const WEIGHT_ACTS = {
  'weight-weighed': ({ test }: { test: number }) => `weighed weight ${test}`,
  'weight-corrected': ({ test }: { test: number }) => `corrected weight ${test}`,
};
