import { eq, sql } from 'drizzle-orm';
import type { NewWorkingSample } from '@mercato/contract/register/vessels';
import type { SubmittedSample } from '@mercato/contract/sampling/sampling';
import { judgeLeastMass } from '@mercato/core/rule-books/leastMass';
import { type EnteredMass, Exact, shownGrams } from '@mercato/core/units/mass';
import type { Transaction } from '../database/connect.ts';
import { currentObservations, recordObservations } from '../database/observations.ts';
import { checkVersion } from '../http/asked.ts';
import { fault } from '../http/fault.ts';
import { type LotFile, openFile, sentIn } from '../register/lotFile.ts';
import { type Lot, refuseDivided } from '../register/lots.ts';
import { seenOf } from '../register/seen.ts';
import { vessel } from '../register/tables.ts';
import { keepJudgement } from '../register/tests.ts';
import { massColumns, type Vessel } from '../register/vessels.ts';
import { checkThere, drawnFrom, grams, openToDraw } from './custody.ts';
import { readDraw } from './draw.ts';
import {
  drawn,
  firstDependent,
  newSample,
  ofHalf,
  refuseMoreThanLeft,
  refuseUneven,
  weight,
  type Write,
} from './drawn.ts';
import { leastFor, readSampling, samplingOutcome } from './result.ts';
import { samplingObservation } from './tables.ts';

/** Records the submitted sample of a (locked) lot, or corrects what was recorded of it. */
export async function receiveSample(
  { tx, hand, now, audit, touch }: Write,
  lot: Lot,
  body: SubmittedSample,
  seenVersion: number | null,
): Promise<Vessel> {
  refuseDivided(lot);
  const massG = weight(body.mass);
  if (massG.gt(new Exact(lot.massKg).times(1000)))
    throw fault(
      'invalid',
      { is: 'sampling.more-than-lots', massText: lot.massText, massUnit: lot.massUnit },
      'mass.text',
    );
  const file = await openFile(tx, lot.id, now);
  if (body.drawnOn > file.today) throw fault('invalid', 'http.lies-future', 'drawnOn');
  if (body.drawnOn < `${lot.harvestYear}-01-01`)
    throw fault('invalid', { is: 'register.before-harvest', harvestYear: lot.harvestYear }, 'drawnOn');
  if (body.primarySamples === null && !sentIn(lot))
    throw fault('invalid', 'sampling.say-how-many-taken', 'primarySamples');
  refuseUneven(await readDraw(tx, file));
  const before = file.vessels.find((one) => one.kind === 'submitted');
  const seen = { version: before?.version ?? 0, updatedAt: before?.updatedAt ?? now };
  if (seenVersion !== seen.version)
    checkVersion(seenVersion, seen, file.names.get(before?.updatedBy ?? '') ?? 'somebody');
  if (before) {
    checkThere(before, 'mass');
    const given = grams(drawnFrom(file.vessels, before.id));
    if (massG.lt(given))
      throw fault('invalid', { is: 'sampling.g-already-drawn', given: shownGrams(given) }, 'mass.text');
  }
  const composite = before
    ? file.vessels.find((one) => one.id === before.parentId)
    : file.vessels.find((one) => one.kind === 'composite' && one.gone === null);
  if (composite) refuseMoreThanLeft(file, composite, massG, before);
  const dependent = before && (await firstDependent(tx, file, before));
  if (dependent && body.drawnOn > dependent.on)
    throw fault('invalid', { is: 'sampling.lies-after-when', on: dependent.on, what: dependent.what }, 'drawnOn');
  const row =
    before ??
    (await newSample(
      { tx, hand, now },
      {
        lotId: lot.id,
        kind: 'submitted',
        parentId: composite?.id ?? null,
        mass: body.mass,
      },
    ));
  const changes = await recordObservations(
    tx,
    samplingObservation,
    { id: row.id, lotId: lot.id },
    [
      { field: 'mass', text: body.mass.text, unit: body.mass.unit, value: massG.toString() },
      { field: 'drawnOn', text: body.drawnOn, unit: null, value: null },
      { field: 'drawnBy', text: body.drawnBy, unit: null, value: null },
      { field: 'seal', text: body.seal, unit: null, value: null },
      {
        field: 'primarySamples',
        text: body.primarySamples === null ? '' : String(body.primarySamples),
        unit: null,
        value: body.primarySamples === null ? null : String(body.primarySamples),
      },
    ],
    hand,
    body.reason,
  );
  await tx
    .update(vessel)
    .set(
      before
        ? {
            ...massColumns(body.mass),
            drawnOn: body.drawnOn,
            version: before.version + 1,
            updatedBy: hand.personId,
            updatedAt: now,
          }
        : { seal: body.seal || null, drawnOn: body.drawnOn },
    )
    .where(eq(vessel.id, row.id));
  await audit({
    lotId: lot.id,
    act: { is: before ? 'submitted-corrected' : 'submitted-received' },
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
      hand,
    );
  touch(lot.id);
  return row;
}

/**
 * The pure seed of which a germination test is set: that of the last purity test in which it was weighed, that is not set
 * aside and whose sample was drawn by that day and is still there; else seed of the submitted sample itself.
 */
async function pureFraction(tx: Transaction, file: LotFile, submitted: Vessel, on: string): Promise<Vessel> {
  const { tests, vessels, decisions } = file;
  const { rows } = await tx.execute<{ subject: string }>(
    sql`select distinct subject from purity_observation where lot_id = ${file.lot.id} and field = 'pureSeed'`,
  );
  const parted = tests
    .filter((one) => rows.some(({ subject }) => subject === one.id))
    .filter((one) => !decisions.some(({ subject, decision }) => subject === one.id && decision === 'set-aside'))
    .map((one) => vessels.find(({ id }) => id === one.vesselId));
  return parted.findLast((one) => one?.gone === null && (one.drawnOn ?? on) <= on) ?? submitted;
}

/**
 * Whether a weighed sample is lighter than its rule book asks.
 * @throws {Fault} 422 for more than is left, or where it is lighter and nobody says why
 */
function isLight(file: LotFile, from: Vessel, body: NewWorkingSample & { mass: EnteredMass }): boolean {
  const massG = weight(body.mass);
  refuseMoreThanLeft(file, from, massG);
  const verdict = judgeLeastMass(
    body.portion === 'half' ? 'half working sample' : 'working sample',
    massG,
    leastFor(body.purpose, file.method, body.portion ?? null),
  );
  if (verdict.outcome === 'outside' && !body.why)
    throw fault('invalid', { is: 'sampling.lighter-than-g-say', limit: verdict.limit, body: ofHalf(body) }, 'why');
  return verdict.outcome === 'outside';
}

/**
 * Draws a working sample from the submitted sample of a (locked) lot; no more than is left of it, and no less than
 * the rule book asks unless somebody says why.
 */
export async function drawWorkingSample(
  { tx, hand, now, audit, touch }: Write,
  lot: Lot,
  body: NewWorkingSample,
  /** A file need not say when it was drawn. */
  day: 'known' | 'unknown' = 'known',
): Promise<Vessel> {
  const file = await openFile(tx, lot.id, now);
  const submitted = file.vessels.find((one) => one.kind === 'submitted');
  if (!submitted) throw fault('conflict', 'sampling.record-submitted-sample-first', 'purpose');
  if (body.mass === null && body.seeds === undefined) throw fault('invalid', 'sampling.weigh-or-count', 'mass');
  const from = body.mass === null ? await pureFraction(tx, file, submitted, body.seenOn ?? file.today) : submitted;
  checkThere(from, 'purpose');
  const light = body.mass !== null && isLight(file, submitted, { ...body, mass: body.mass });
  const seen = seenOf(hand, body, drawn(from));
  const row = await newSample(
    { tx, hand, now },
    {
      lotId: lot.id,
      kind: 'working',
      drawnOn: day === 'unknown' && body.seenOn === undefined ? null : seen.on,
      lateReason: seen.lateReason,
      purpose: body.purpose,
      parentId: from.id,
      mass: body.mass,
      seeds: body.seeds ?? null,
      portion: body.portion ?? null,
      why: light ? (body.why ?? null) : null,
    },
  );
  await openToDraw({ tx, hand, now }, from);
  await audit({
    lotId: lot.id,
    act: { is: 'working-drawn', purpose: body.purpose, half: body.portion === 'half' },
    subject: `vessel ${row.code}`,
    after: body,
    reason: body.why,
  });
  touch(lot.id);
  return row;
}
