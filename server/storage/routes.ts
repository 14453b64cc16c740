import { storageRoutes } from '@mercato/contract/storage/routes';
import type { Api } from '../http/api.ts';
import { idParam } from '../http/asked.ts';
import { batchView, listBatches, warnings } from './batchViews.ts';
import { startBatch, writeBatch } from './batches.ts';
import { ownRecord } from './record.ts';

export function serveStorage(api: Api): void {
  api.read(storageRoutes.record, async ({ tx, now }) => ownRecord(tx, now));
  api.read(storageRoutes.batches, async ({ tx, now }) => listBatches(tx, now));
  api.read(storageRoutes.warnings, async ({ tx, query }) => warnings(tx, query));
  api.read(storageRoutes.batch, async ({ tx, params, now }) => batchView(tx, idParam(params, 'batch'), now));
  api.write(storageRoutes.start, async (context) =>
    batchView(context.tx, await startBatch(context, context.body), context.now),
  );
  api.write(storageRoutes.write, async (context) => {
    const id = idParam(context.params, 'batch');
    await writeBatch(context, id, context.body, context.seenVersion);
    return batchView(context.tx, id, context.now);
  });
}
