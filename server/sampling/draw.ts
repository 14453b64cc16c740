import { randomInt } from 'node:crypto';
import { and, desc, eq, isNull } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { DrawView, Look, NewDraw, PrimarySample, PrimaryView } from '@mercato/contract/sampling/sampling';
import { drawContainers, placeInStack } from '@mercato/core/sampling/drawContainers';
import type { DrawMethod } from '@mercato/core/sampling/drawMethods';
import type { SamplingPlan } from '@mercato/core/sampling/primarySamples';
import type { MassUnit } from '@mercato/core/units/gramsPer';
import { toGrams } from '@mercato/core/units/mass';
import type { Reader, Transaction } from '../database/connect.ts';
import { allObservations, recordObservations } from '../database/observations.ts';
import type { WriteContext } from '../http/context.ts';
import { todayIn } from '../http/day.ts';
import { fault } from '../http/fault.ts';
import type { LotFile } from '../register/lotFile.ts';
import { type Lot, refuseDivided } from '../register/lots.ts';
import { vessel } from '../register/tables.ts';
import { fieldViews } from '../register/tests.ts';
import { addVessels, massColumns } from '../register/vessels.ts';
import { primarySample, samplingDraw, samplingObservation } from './tables.ts';

type Write = Pick<WriteContext<unknown>, 'tx' | 'hand' | 'now' | 'audit' | 'touch'>;
export type DrawRow = typeof samplingDraw.$inferSelect;
/** A phone's clock may run a little ahead of the server's. */
const AHEAD_MS = 10 * 60_000;

export async function drawsOf(tx: Reader, lotId: string): Promise<DrawRow[]> {
  return tx
    .select()
    .from(samplingDraw)
    .where(eq(samplingDraw.lotId, lotId))
    .orderBy(desc(samplingDraw.at), desc(samplingDraw.id));
}

/** Draws the containers of a (locked) lot by its plan; a draw that replaces another says why. */
export async function drawLot(
  { tx, hand, audit, touch }: Write,
  lot: Lot,
  plan: SamplingPlan | null,
  body: NewDraw,
): Promise<void> {
  if (!plan?.units) throw fault('conflict', 'sampling.no-containers-draw-heap', 'method');
  refuseDivided(lot);
  const [poured] = await tx
    .select({ code: vessel.code })
    .from(vessel)
    .where(and(eq(vessel.lotId, lot.id), eq(vessel.kind, 'composite'), isNull(vessel.gone)));
  if (poured) throw fault('conflict', { is: 'sampling.bring-composite-sample-end', code: poured.code }, 'method');
  const [before] = await drawsOf(tx, lot.id);
  if (before && !body.reason) throw fault('invalid', 'sampling.say-why-drawn-anew', 'reason');
  const seed = body.seed ?? randomInt(1, 2 ** 32);
  const drawn = drawContainers(
    {
      containers: lot.containers,
      unitSize: plan.units.size,
      primarySamples: plan.primarySamples,
      unitsToSample: plan.units.toSample,
    },
    body.method,
    seed,
  );
  const { method, columns, rows } = body;
  const id = uuid();
  await tx.insert(samplingDraw).values({
    id,
    lotId: lot.id,
    editionId: lot.editionId,
    method,
    seed,
    columns,
    rows,
    containers: lot.containers,
    drawn: [...drawn],
    reason: before ? (body.reason ?? '') : null,
    by: hand.personId,
    at: hand.at,
  });
  await audit({
    lotId: lot.id,
    act: { is: before ? 'containers-drawn-anew' : 'containers-drawn' },
    subject: `draw ${id}`,
    after: { method, seed, drawn },
    reason: body.reason,
  });
  touch(lot.id);
}

/**
 * Writes a primary sample down, or corrects what was written of it. Its place in the draw names it, so that a
 * repeat from a lost connection does no harm.
 */
export async function takePrimary(
  { tx, hand, now, audit, touch }: Write,
  draw: DrawRow,
  container: number,
  core: number,
  body: PrimarySample,
): Promise<void> {
  const planned = draw.drawn.find((one) => one.number === container);
  if (!planned) throw fault('invalid', { is: 'sampling.container-not-drawn', container }, 'container');
  if (core > planned.cores) throw fault('invalid', { is: 'sampling.container-sampled-often-drawn', container }, 'core');
  const takenAt = new Date(body.takenAt);
  if (takenAt.getTime() > now.getTime() + AHEAD_MS) throw fault('invalid', 'http.lies-future', 'takenAt');
  if (takenAt < draw.at) throw fault('invalid', 'sampling.before-containers-drawn', 'takenAt');
  if (body.mass && !toGrams(body.mass).gt(0)) throw fault('invalid', 'http.above-0', 'mass.text');
  const here = and(
    eq(primarySample.drawId, draw.id),
    eq(primarySample.container, container),
    eq(primarySample.core, core),
  );
  const [before] = await tx.select().from(primarySample).where(here);
  const [row] = before ? await tx.select().from(vessel).where(eq(vessel.id, before.vesselId)) : [];
  if (row?.gone && (row.massText !== (body.mass?.text ?? null) || row.massUnit !== (body.mass?.unit ?? null)))
    throw fault('conflict', 'sampling.poured-together-already-correct', 'mass.text');
  const vesselId = before?.vesselId ?? (await newVessel(tx, draw, container, body, hand.personId, now));
  if (!before) await tx.insert(primarySample).values({ drawId: draw.id, container, core, vesselId, takenAt });
  const changes = await recordObservations(
    tx,
    samplingObservation,
    { id: vesselId, lotId: draw.lotId },
    [
      {
        field: 'mass',
        text: body.mass?.text ?? '',
        unit: body.mass?.unit ?? null,
        value: body.mass ? toGrams(body.mass).toString() : null,
      },
      { field: 'look', text: body.look, unit: null, value: null },
      { field: 'note', text: body.note, unit: null, value: null },
    ],
    { ...hand, seen: { on: todayIn(takenAt, hand.zone), from: 'stated', at: takenAt, lateReason: null } },
    body.reason,
  );
  if (changes.added.length + changes.corrected.length === 0) return;
  if (before && changes.corrected.some((one) => one.field === 'mass'))
    await tx
      .update(vessel)
      .set({ ...massColumns(body.mass), updatedBy: hand.personId, updatedAt: now })
      .where(eq(vessel.id, vesselId));
  await audit({
    lotId: draw.lotId,
    act: { is: before ? 'primary-corrected' : 'primary-taken', core, container },
    subject: `vessel ${vesselId}`,
    before: changes.corrected,
    after: body,
    reason: body.reason,
  });
  touch(draw.lotId);
}

async function newVessel(
  tx: Transaction,
  draw: DrawRow,
  container: number,
  body: PrimarySample,
  by: string,
  now: Date,
): Promise<string> {
  const [row] = await addVessels(
    tx,
    [{ lotId: draw.lotId, kind: 'primary', number: container, place: `container ${container}`, mass: body.mass }],
    by,
    now,
  );
  if (!row) throw new Error('the primary sample was not stored');
  return row.id;
}

/** The newest draw of a lot with what was taken of it. */
export async function readDraw(tx: Reader, file: LotFile): Promise<DrawView | null> {
  const [draw, ...earlier] = await drawsOf(tx, file.lot.id);
  if (!draw) return null;
  const taken = await tx.select().from(primarySample).where(eq(primarySample.drawId, draw.id));
  const all = await allObservations(
    tx,
    samplingObservation,
    taken.map((one) => one.vesselId),
  );
  const view = (container: number, core: number): PrimaryView => {
    const place = { container, core, ...placeInStack(container, draw.columns, draw.rows) };
    const row = taken.find((one) => one.container === container && one.core === core);
    if (!row) return { ...place, taken: null };
    const fields = fieldViews(
      all.filter((one) => one.subject === row.vesselId),
      file.names,
    );
    const { mass, look, note } = fields;
    return {
      ...place,
      taken: {
        vesselId: row.vesselId,
        code: file.vessels.find((one) => one.id === row.vesselId)?.code ?? '',
        mass: mass?.unit ? { text: mass.text, unit: mass.unit as MassUnit } : null,
        look: (look?.text ?? 'even') as Look,
        note: note?.text ?? '',
        by: look?.by ?? '',
        at: row.takenAt.toISOString(),
        fields,
        decision: file.decisions.find((one) => one.subject === row.vesselId) ?? null,
      },
    };
  };
  return {
    id: draw.id,
    method: draw.method as DrawMethod,
    seed: draw.seed,
    columns: draw.columns,
    rows: draw.rows,
    containers: draw.containers,
    by: file.names.get(draw.by) ?? '',
    at: draw.at.toISOString(),
    reason: draw.reason,
    primaries: draw.drawn.flatMap(({ number, cores }) => Array.from({ length: cores }, (_, i) => view(number, i + 1))),
    earlier: earlier.map((one, i) => ({
      method: one.method as DrawMethod,
      seed: one.seed,
      by: file.names.get(one.by) ?? '',
      at: one.at.toISOString(),
      replacedBecause: (i === 0 ? draw : earlier[i - 1])?.reason ?? '',
    })),
  };
}
