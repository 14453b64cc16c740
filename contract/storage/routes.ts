import { filled, read, schemasOf, write } from '../http/route.ts';
import type { BatchList, BatchView, BatchWarnings } from './batches.ts';
import type { OwnRecord } from './record.ts';

const schema = schemasOf(() => import('./batches.ts'));
const batch = read('/store/batches/:batch', 'store.read', ['batches']).answers<BatchView>();
const fills = (view: BatchView) => filled(batch, { batch: view.id });

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
  start: write('post', '/store/batches', 'store.write', schema('newBatchSchema'), {
    status: 201,
    changes: ['batches', 'store', 'care', 'places'],
  }).answers(fills),
  write: write('post', '/store/batches/:batch/lines', 'store.write', schema('batchEntrySchema'), {
    versioned: true,
    changes: ['batches', 'store', 'care'],
  }).answers(fills),
};
