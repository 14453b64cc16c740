import { eq } from 'drizzle-orm';
import { newWorkingSampleSchema, type NewWorkingSample } from '@mercato/contract/register/vessels';
import {
  newDrawSchema,
  primarySampleSchema,
  submittedSampleSchema,
  type SubmittedSample,
} from '@mercato/contract/sampling/sampling';
import { Exact, toGrams } from '@mercato/core/units/mass';
import { recordObservations } from '../database/observations.ts';
import { checkVersion, idParam, type Api, type WriteContext } from '../http/api.ts';
import { fault } from '../http/fault.ts';
import type { LotPicture } from '../lot-sheet/standing.ts';
import { openFile } from '../register/lotFile.ts';
import { lockLot, type Lot } from '../register/lots.ts';
import { namesOf } from '../register/people.ts';
import { laboratory, vessel } from '../register/tables.ts';
import { addVessels, massColumns, nextVesselNumber, vesselsOf, vesselView, type Vessel } from '../register/vessels.ts';
import { todayIn } from '../http/session.ts';
import { keepJudgement } from '../register/tests.ts';
import { currentObservations } from '../database/observations.ts';
import { editionById } from '../rule-books/editions.ts';
import { drawLot, drawsOf, readDraw, takePrimary } from './draw.ts';
import { planOf, readSampling, samplingOutcome } from './result.ts';
import { samplingDraw, samplingObservation } from './tables.ts';

export function samplingRoutes(api: Api<LotPicture>): void {
  api.read('/lots/:lot/sampling', async ({ tx, params, now }) =>
    readSampling(tx, await openFile(tx, idParam(params, 'lot'), now)),
  );

  api.write({
    method: 'put',
    path: '/lots/:lot/submitted',
    permission: 'sampling.write',
    schema: submittedSampleSchema,
    versioned: true,
    handle: async (context) => {
      const lot = await lockLot(context.tx, idParam(context.params, 'lot'));
      await receiveSample(context, lot, context.body, context.seenVersion);
      return (await context.settle(lot.id)).gathered.sampling;
    },
  });

  api.write({
    method: 'post',
    path: '/lots/:lot/draws',
    permission: 'sampling.write',
    schema: newDrawSchema,
    status: 201,
    handle: async (context) => {
      const lot = await lockLot(context.tx, idParam(context.params, 'lot'));
      const { plan } = planOf(await editionById(context.tx, lot.editionId), lot);
      await drawLot(context, lot, plan, context.body);
      return (await context.settle(lot.id)).gathered.sampling;
    },
  });

  api.write({
    method: 'put',
    path: '/draws/:draw/containers/:container/samples/:core',
    permission: 'sampling.write',
    schema: primarySampleSchema,
    handle: async (context) => {
      const { tx, params, body } = context;
      const [draw] = await tx
        .select()
        .from(samplingDraw)
        .where(eq(samplingDraw.id, idParam(params, 'draw')));
      if (!draw) throw fault('not-found', 'There is no such draw.');
      await lockLot(tx, draw.lotId);
      if ((await drawsOf(tx, draw.lotId))[0]?.id !== draw.id)
        throw fault('conflict', 'Other containers were drawn since.', [
          { path: 'draw', message: 'was replaced by another' },
        ]);
      const number = (name: string) => (/^[1-9]\d{0,6}$/.test(params[name] ?? '') ? Number(params[name]) : 0);
      if (!number('container') || !number('core')) throw fault('not-found', 'There is no such sample.');
      await takePrimary(context, draw, number('container'), number('core'), body);
      return (await context.settle(draw.lotId)).gathered.sampling;
    },
  });

  api.write({
    method: 'post',
    path: '/lots/:lot/working',
    permission: 'bench.write',
    schema: newWorkingSampleSchema,
    status: 201,
    handle: async (context) => {
      const lot = await lockLot(context.tx, idParam(context.params, 'lot'));
      return vesselView(await drawWorkingSample(context, lot, context.body), await namesOf(context.tx));
    },
  });
}

type Write = Pick<WriteContext<unknown>, 'tx' | 'hand' | 'now' | 'audit' | 'touch'>;

/** Records the submitted sample of a (locked) lot, or corrects what was recorded of it. */
export async function receiveSample(
  { tx, hand, now, audit, touch }: Write,
  lot: Lot,
  body: SubmittedSample,
  seenVersion: number | null,
): Promise<Vessel> {
  const massG = toGrams(body.mass);
  if (!massG.gt(0))
    throw fault('invalid', 'A sample weighs more than nothing.', [{ path: 'mass.text', message: 'must be above 0' }]);
  if (massG.gt(new Exact(lot.massKg).times(1000)))
    throw fault('invalid', 'The sample is heavier than the lot.', [
      { path: 'mass.text', message: `more than the lot's ${lot.massText} ${lot.massUnit}` },
    ]);
  const [lab] = await tx.select({ zone: laboratory.zone }).from(laboratory);
  if (body.drawnOn > todayIn(now, lab?.zone ?? 'UTC'))
    throw fault('invalid', 'The sample cannot be drawn in the future.', [
      { path: 'drawnOn', message: 'lies in the future' },
    ]);
  if (body.drawnOn < `${lot.harvestYear}-01-01`)
    throw fault('invalid', 'The sample cannot be older than the harvest.', [
      { path: 'drawnOn', message: `before the harvest of ${lot.harvestYear}` },
    ]);

  const draw = await readDraw(tx, await openFile(tx, lot.id, now));
  const uneven = draw?.primaries.find(
    (one) => one.taken?.look === 'uneven' && one.taken.decision?.decision !== 'accept',
  );
  if (uneven)
    throw fault('conflict', 'Sampling is stopped: the primary samples look uneven.', [
      { path: 'primarySamples', message: `container ${uneven.container} looks uneven: do not combine them` },
    ]);
  const vessels = await vesselsOf(tx, lot.id);
  const before = vessels.find((one) => one.kind === 'submitted');
  const seen = { version: before?.version ?? 0, updatedAt: before?.updatedAt ?? now };
  if (seenVersion !== seen.version)
    checkVersion(seenVersion, seen, (await namesOf(tx)).get(before?.updatedBy ?? '') ?? 'somebody');
  const drawn = vessels
    .filter((one) => before !== undefined && one.parentId === before.id)
    .reduce((sum, one) => sum.plus(one.massG ?? 0), new Exact(0));
  if (massG.lt(drawn))
    throw fault('invalid', 'More was drawn from this sample.', [
      { path: 'mass.text', message: `${drawn.toString()} g were already drawn from it` },
    ]);
  const row =
    before ??
    (await addVessels(tx, [{ lotId: lot.id, kind: 'submitted', number: 1, mass: body.mass }], hand.personId, now))[0];
  if (!row) throw new Error('the submitted sample was not stored');
  const changes = await recordObservations(
    tx,
    samplingObservation,
    { id: row.id, lotId: lot.id },
    [
      { field: 'mass', text: body.mass.text, unit: body.mass.unit, value: massG.toString() },
      { field: 'drawnOn', text: body.drawnOn, unit: null, value: null },
      { field: 'drawnBy', text: body.drawnBy, unit: null, value: null },
      { field: 'seal', text: body.seal, unit: null, value: null },
      { field: 'primarySamples', text: String(body.primarySamples), unit: null, value: String(body.primarySamples) },
    ],
    hand,
    body.reason,
  );
  if (before)
    await tx
      .update(vessel)
      .set({ ...massColumns(body.mass), version: before.version + 1, updatedBy: hand.personId, updatedAt: now })
      .where(eq(vessel.id, row.id));
  await audit({
    lotId: lot.id,
    action: before ? 'corrected the submitted sample' : 'received the submitted sample',
    subject: `vessel ${row.code}`,
    before: changes.corrected,
    after: body,
    reason: body.reason,
  });
  const { submitted } = await readSampling(tx, await openFile(tx, lot.id, now));
  if (submitted)
    await keepJudgement(
      tx,
      { lotId: lot.id, step: 'sampling', vesselId: row.id, editionId: lot.editionId },
      (await currentObservations(tx, samplingObservation, [row.id])).map((one) => one.id),
      samplingOutcome(submitted),
      { mass: submitted.massVerdict, primarySamples: submitted.primaryVerdict },
      now,
    );
  touch(lot.id);
  return row;
}

/** Draws a working sample from the submitted sample of a (locked) lot; no more than is left of it. */
export async function drawWorkingSample(
  { tx, hand, now, audit, touch }: Write,
  lot: Lot,
  body: NewWorkingSample,
): Promise<Vessel> {
  const vessels = await vesselsOf(tx, lot.id);
  const submitted = vessels.find((one) => one.kind === 'submitted');
  if (!submitted)
    throw fault('conflict', 'Record the submitted sample first.', [
      { path: 'purpose', message: 'there is no submitted sample to draw from' },
    ]);
  const massG = toGrams(body.mass);
  if (!massG.gt(0))
    throw fault('invalid', 'A working sample weighs more than nothing.', [
      { path: 'mass.text', message: 'must be above 0' },
    ]);
  const left = vessels
    .filter((one) => one.parentId === submitted.id)
    .reduce((rest, one) => rest.minus(one.massG ?? 0), new Exact(submitted.massG ?? 0));
  if (massG.gt(left))
    throw fault('invalid', 'So much is not left of the submitted sample.', [
      { path: 'mass.text', message: `only ${left.toString()} g are left of the submitted sample` },
    ]);
  const number = await nextVesselNumber(tx, lot.id, 'working');
  const [row] = await addVessels(
    tx,
    [{ lotId: lot.id, kind: 'working', purpose: body.purpose, parentId: submitted.id, mass: body.mass, number }],
    hand.personId,
    now,
  );
  if (!row) throw new Error('the working sample was not stored');
  await audit({
    lotId: lot.id,
    action: `drew a working sample for ${body.purpose}`,
    subject: `vessel ${row.code}`,
    after: body,
  });
  touch(lot.id);
  return row;
}
