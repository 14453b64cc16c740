export { listBatches } from './batches.ts';
export { harvestDay, ownRecord, seriesKey } from './record.ts';
