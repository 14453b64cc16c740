export const STORAGE_ACTS = {
  'batch-drying': 'put seed to dry',
  'batch-freezing': 'put seed into the cold',
  'batch-warming': 'took seed out of the cold, closed',
  'batch-measured': 'measured seed in a batch',
  'batch-ended': ({ batch }: { batch: string }) => `ended ${batch}`,
};
