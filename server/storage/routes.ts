import { batchEntrySchema, newBatchSchema } from '@mercato/contract/storage/batches';
import { idParam, type Api } from '../http/api.ts';
import { batchView, listBatches, startBatch, warnings, writeBatch } from './batches.ts';
import { ownRecord } from './record.ts';

export function storageRoutes(api: Api): void {
  api.read('/store/record', async ({ tx, now }) => ownRecord(tx, now));
  api.read('/store/batches', async ({ tx, now }) => listBatches(tx, now));
  api.read('/store/batch-warnings', async ({ tx, query }) => warnings(tx, query));
  api.read('/store/batches/:batch', async ({ tx, params, now }) => batchView(tx, idParam(params, 'batch'), now));
  api.write({
    method: 'post',
    path: '/store/batches',
    permission: 'store.write',
    schema: newBatchSchema,
    status: 201,
    handle: async (context) => batchView(context.tx, await startBatch(context, context.body), context.now),
  });
  api.write({
    method: 'post',
    path: '/store/batches/:batch/lines',
    permission: 'store.write',
    schema: batchEntrySchema,
    versioned: true,
    handle: async (context) => {
      const id = idParam(context.params, 'batch');
      await writeBatch(context, id, context.body, context.seenVersion);
      return batchView(context.tx, id, context.now);
    },
  });
}
