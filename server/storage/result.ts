export { listBatches } from './batches.ts';
