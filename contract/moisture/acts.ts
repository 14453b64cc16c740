export const MOISTURE_ACTS = {
  'moisture-weighed': ({ test }: { test: number }) => `weighed moisture ${test}`,
  'oven-worked': ({ test }: { test: number }) => `worked the oven for moisture ${test}`,
  'moisture-corrected': ({ test }: { test: number }) => `corrected moisture ${test}`,
};
