export { listBatches } from './batchViews.ts';
export { harvestDay, ownRecord, seriesKey } from './record.ts';
