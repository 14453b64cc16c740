import type { ReadRoute, WriteRoute } from '@mercato/contract/http/route';
import type { Reader } from '../database/connect.ts';
import type { Api } from '../http/api.ts';
import { idParam } from '../http/asked.ts';
import type { WriteContext } from '../http/context.ts';
import { type LotFile, openFile } from './lotFile.ts';
import { lockLot, type Lot } from './lots.ts';

/** Serves the results of a step from elsewhere: reads them, and enters or corrects one. */
export function serveOtherResults<P, B, Answer extends object>(
  api: Api<P>,
  routes: { readonly others: ReadRoute<string, never, Answer>; readonly addOther: WriteRoute<string, B, Answer> },
  read: (tx: Reader, file: LotFile) => Promise<Answer>,
  keep: (context: WriteContext<B, P>, lot: Lot, body: B) => Promise<void>,
): void {
  api.read(routes.others, async ({ tx, params, now }) => read(tx, await openFile(tx, idParam(params, 'lot'), now)));
  api.write(routes.addOther, async (context) => {
    const lot = await lockLot(context.tx, idParam(context.params, 'lot'));
    await keep(context, lot, context.body);
    return read(context.tx, await openFile(context.tx, lot.id, context.now));
  });
}
