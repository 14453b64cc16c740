import { cleaningRoutes } from '@mercato/contract/cleaning/routes';
import type { Api } from '../http/api.ts';
import { idParam } from '../http/asked.ts';
import { todayIn } from '../http/day.ts';
import { laboratoryOf } from '../register/lotFile.ts';
import { bagBatch } from './bag.ts';
import { changeBatch, startBatch, writeLine } from './batches.ts';
import { figuresView } from './figures.ts';
import { listGone } from './gone.ts';
import { renderVesselLabels } from './labels.ts';
import { addLoad, changeLoad, listLoads } from './loads.ts';
import { addMachine, changeMachine, cleanDown, listMachines, removeMachine } from './machines.ts';
import { remembered } from './remembered.ts';
import { batchView, listBatches } from './views.ts';

export function serveCleaning(api: Api): void {
  const routes = cleaningRoutes;
  api.read(routes.figures, async ({ tx }) => figuresView(tx));
  api.read(routes.batches, async ({ tx, query }) => listBatches(tx, query));
  api.read(routes.batch, async ({ tx, params, now }) => batchView(tx, idParam(params, 'batch'), now));
  api.read(routes.gone, async ({ tx, query }) => listGone(tx, query));
  api.read(routes.remembered, async ({ tx, query }) => remembered(tx, query));
  api.file(routes.labels, async ({ tx, params, query }) => ({
    name: 'vessels.pdf',
    body: await renderVesselLabels(tx, idParam(params, 'batch'), query),
  }));
  api.write(routes.start, async (context) => {
    const id = await startBatch(context, context.body);
    context.tell(`shed:${id}`);
    return batchView(context.tx, id, context.now);
  });
  api.write(routes.change, async (context) => {
    const id = idParam(context.params, 'batch');
    await changeBatch(context, id, context.body, context.seenVersion);
    context.tell(`shed:${id}`);
    return batchView(context.tx, id, context.now);
  });
  api.write(routes.write, async (context) => {
    const id = idParam(context.params, 'batch');
    await writeLine(context, id, idParam(context.params, 'line'), context.body);
    context.tell(`shed:${id}`);
    return batchView(context.tx, id, context.now);
  });
  api.write(routes.bag, async (context) => {
    const id = idParam(context.params, 'batch');
    await bagBatch(context, id, context.body);
    context.tell(`shed:${id}`);
    return batchView(context.tx, id, context.now);
  });

  api.read(routes.machines, async ({ tx }) => listMachines(tx));
  api.write(routes.addMachine, async (context) => {
    await addMachine(context, context.body);
    return listMachines(context.tx);
  });
  api.write(routes.changeMachine, async (context) => {
    await changeMachine(context, idParam(context.params, 'machine'), context.body, context.seenVersion);
    return listMachines(context.tx);
  });
  api.write(routes.removeMachine, async (context) => {
    await removeMachine(context, idParam(context.params, 'machine'), context.body.reason, context.seenVersion);
    return listMachines(context.tx);
  });
  api.write(routes.cleanDown, async (context) => {
    await cleanDown(context, idParam(context.params, 'machine'), context.body);
    return listMachines(context.tx);
  });

  api.read(routes.loads, async ({ tx, now }) => listLoads(tx, todayIn(now, (await laboratoryOf(tx)).zone)));
  api.write(routes.addLoad, async (context) => {
    await addLoad(context, context.body);
    return listLoads(context.tx, context.hand.today);
  });
  api.write(routes.changeLoad, async (context) => {
    await changeLoad(context, idParam(context.params, 'load'), context.body, context.seenVersion);
    return listLoads(context.tx, context.hand.today);
  });
}
