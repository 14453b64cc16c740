import { filled, read, schemasOf, writes } from '../http/route.ts';
import type { BatchList, BatchView, BatchWarnings } from './batches.ts';
import type { OwnRecord } from './record.ts';

const schema = schemasOf(() => import('./batches.ts'));
const batch = read('/store/batches/:batch', 'store.read', ['batches']).answers<BatchView>();
const fills = (view: BatchView) => filled(batch, { batch: view.id });

const storeWrites = writes('store.write', ['batches', 'store', 'care', 'places']);

export const storageRoutes = {
  record: read('/store/record', 'store.read', ['store']).answers<OwnRecord>(),
  batches: read('/store/batches', 'store.read', ['batches']).answers<BatchList>(),
  warnings: read(
    '/store/batch-warnings',
    'store.read',
    ['batches'],
    ['what', 'packets', 'air', 'bags'],
  ).answers<BatchWarnings>(),
  batch,
  start: storeWrites.add('/store/batches', schema('newBatchSchema')).answers(fills),
  write: storeWrites.seen
    .post('/store/batches/:batch/lines', schema('batchEntrySchema'), { changes: ['batches', 'store', 'care'] })
    .answers(fills),
};
