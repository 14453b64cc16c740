import { eq } from 'drizzle-orm';
import type { WriteRoute } from '@mercato/contract/http/route';
import { samplingRoutes } from '@mercato/contract/sampling/routes';
import type { SamplingView } from '@mercato/contract/sampling/sampling';
import type { Transaction } from '../database/connect.ts';
import type { Api } from '../http/api.ts';
import { checkVersion, idParam } from '../http/asked.ts';
import type { WriteContext } from '../http/context.ts';
import { fault } from '../http/fault.ts';
import { type LotPicture, settleStep } from '../lot-sheet/standing.ts';
import { openFile } from '../register/lotFile.ts';
import { lockLot, type Lot } from '../register/lots.ts';
import { namesOf } from '../register/people.ts';
import { heterogeneityTest, vessel } from '../register/tables.ts';
import { type Vessel, vesselsOf, vesselView } from '../register/vessels.ts';
import { editionById } from '../rule-books/editions.ts';
import { readTree, recordEvent } from './custody.ts';
import { drawLot, drawsOf, takePrimary } from './draw.ts';
import { correctHeterogeneityTest, startHeterogeneityTest } from './heterogeneity.ts';
import { renderLabels } from './labels.ts';
import { drawWorkingSample, receiveSample } from './receive.ts';
import { planOf, readSampling } from './result.ts';
import { correctMass, keepReserve, pourComposite } from './samples.ts';
import { samplingDraw } from './tables.ts';

export function serveSampling(api: Api<LotPicture>): void {
  api.read(samplingRoutes.ofLot, async ({ tx, params, now }) =>
    readSampling(tx, await openFile(tx, idParam(params, 'lot'), now)),
  );

  onLot(api, samplingRoutes.receive, (context, lot) => receiveSample(context, lot, context.body, context.seenVersion));
  onLot(api, samplingRoutes.draw, async (context, lot) => {
    const { plan } = planOf(await editionById(context.tx, lot.editionId), lot);
    await drawLot(context, lot, plan, context.body);
  });
  onLot(api, samplingRoutes.pour, (context, lot) => pourComposite(context, lot, context.body));
  onLot(api, samplingRoutes.reserve, (context, lot) => keepReserve(context, lot, context.body));
  onLot(api, samplingRoutes.startHeterogeneity, (context, lot) => startHeterogeneityTest(context, lot, context.body));

  api.write(samplingRoutes.takePrimary, async (context) => {
    const { tx, params, body } = context;
    const [draw] = await tx
      .select()
      .from(samplingDraw)
      .where(eq(samplingDraw.id, idParam(params, 'draw')));
    if (!draw) throw fault('not-found', 'sampling.no-such-draw');
    await lockLot(tx, draw.lotId);
    if ((await drawsOf(tx, draw.lotId))[0]?.id !== draw.id)
      throw fault('conflict', 'sampling.other-containers-drawn-since', 'draw');
    const number = (name: 'container' | 'core') => (/^[1-9]\d{0,6}$/.test(params[name]) ? Number(params[name]) : 0);
    if (!number('container') || !number('core')) throw fault('not-found', 'sampling.no-such-sample');
    await takePrimary(context, draw, number('container'), number('core'), body);
    return settleStep(context, draw.lotId, 'sampling');
  });

  api.write(samplingRoutes.drawWorking, async (context) => {
    const lot = await lockLot(context.tx, idParam(context.params, 'lot'));
    return vesselView(await drawWorkingSample(context, lot, context.body), await namesOf(context.tx));
  });

  custodyRoutes(api);

  api.write(samplingRoutes.correctHeterogeneity, async (context) => {
    const [row] = await context.tx
      .select()
      .from(heterogeneityTest)
      .where(eq(heterogeneityTest.id, idParam(context.params, 'test')));
    if (!row) throw fault('not-found', 'sampling.no-such-heterogeneity-test');
    await lockLot(context.tx, row.lotId);
    await correctHeterogeneityTest(context, row, context.body);
    return settleStep(context, row.lotId, 'sampling');
  });
}

type Write<B> = WriteContext<B, LotPicture>;

/** A write to one lot, which is locked for it; the answer is the lot's sampling as it then stands. */
function onLot<B>(
  api: Api<LotPicture>,
  route: WriteRoute<string, B, SamplingView>,
  work: (context: Write<B>, lot: Lot) => Promise<unknown>,
): void {
  api.write(route, async (context) => {
    const lot = await lockLot(context.tx, idParam(context.params, 'lot'));
    await work(context, lot);
    return settleStep(context, lot.id, 'sampling');
  });
}

function custodyRoutes(api: Api<LotPicture>): void {
  api.read(samplingRoutes.tree, async ({ tx, params, now }) =>
    readTree(tx, await openFile(tx, idParam(params, 'lot'), now)),
  );

  api.write(samplingRoutes.happen, async (context) => {
    const row = await lockVessel(context.tx, idParam(context.params, 'vessel'));
    await recordEvent(context, row, await vesselsOf(context.tx, row.lotId), context.body);
    return readTree(context.tx, (await context.settle(row.lotId)).file);
  });

  api.write(samplingRoutes.correctMass, async (context) => {
    const { tx, seenVersion } = context;
    const row = await lockVessel(tx, idParam(context.params, 'vessel'));
    if (seenVersion !== row.version)
      checkVersion(seenVersion, row, (await namesOf(tx)).get(row.updatedBy) ?? 'somebody');
    await correctMass(context, row, context.body);
    return readTree(tx, (await context.settle(row.lotId)).file);
  });

  api.file(samplingRoutes.labels, async ({ tx, params, query, now }) => {
    const file = await openFile(tx, idParam(params, 'lot'), now);
    return {
      name: 'labels.pdf',
      body: await renderLabels(file, query),
    };
  });
}

/** Locks the lot of a vessel, then reads the vessel as it now stands. */
async function lockVessel(tx: Transaction, id: string): Promise<Vessel> {
  const [found] = await tx.select({ lotId: vessel.lotId }).from(vessel).where(eq(vessel.id, id));
  if (!found) throw fault('not-found', 'sampling.no-such-vessel');
  await lockLot(tx, found.lotId);
  const [row] = await tx.select().from(vessel).where(eq(vessel.id, id));
  if (!row) throw fault('not-found', 'sampling.no-such-vessel');
  return row;
}
