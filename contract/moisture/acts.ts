export const MOISTURE_ACTS = {
  'moisture-weighed': ({ test }: { test: number }) => `weighed moisture ${test}`,
  'moisture-corrected': ({ test }: { test: number }) => `corrected moisture ${test}`,
};
