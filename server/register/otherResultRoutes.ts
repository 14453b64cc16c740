import type Joi from 'joi';
import type { TestStep } from '@mercato/contract/register/steps';
import type { Reader } from '../database/connect.ts';
import { idParam, type Api, type WriteContext } from '../http/api.ts';
import { openFile, type LotFile } from './lotFile.ts';
import { lockLot, type Lot } from './lots.ts';

/** The two addresses of a step's results from elsewhere: read them, and enter or correct one. */
export function otherResultRoutes<P, B>(
  api: Api<P>,
  step: TestStep,
  schema: Joi.Schema<B>,
  read: (tx: Reader, file: LotFile) => Promise<object>,
  keep: (context: WriteContext<B, P>, lot: Lot, body: B) => Promise<void>,
): void {
  const path = `/lots/:lot/${step}/others`;
  api.read(path, async ({ tx, params, now }) => read(tx, await openFile(tx, idParam(params, 'lot'), now)));
  api.write({
    method: 'post',
    path,
    permission: 'bench.write',
    schema,
    status: 201,
    handle: async (context) => {
      const lot = await lockLot(context.tx, idParam(context.params, 'lot'));
      await keep(context, lot, context.body);
      return read(context.tx, await openFile(context.tx, lot.id, context.now));
    },
  });
}
