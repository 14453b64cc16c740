import { eq, sql } from 'drizzle-orm';
import type { Reader } from '../database/connect.ts';
import type { NewWorkingSample } from '@mercato/contract/register/vessels';
import type { NewComposite, NewReserve, VesselMass } from '@mercato/contract/sampling/vessels';
import type { DrawView, SubmittedSample } from '@mercato/contract/sampling/sampling';
import { judgeLeastMass } from '@mercato/core/rule-books/leastMass';
import { balanceMasses } from '@mercato/core/units/massBalance';
import {
  Exact,
  toGrams,
  type EnteredMass,
  type ExactNumber,
  type MassUnit,
  shownGrams,
} from '@mercato/core/units/mass';
import { currentObservations, recordObservations } from '../database/observations.ts';
import { checkVersion, type WriteContext } from '../http/api.ts';
import { fault } from '../http/fault.ts';
import { todayIn } from '../http/day.ts';
import { openFile, sentIn, type LotFile } from '../register/lotFile.ts';
import { refuseDivided, type Lot } from '../register/lots.ts';
import { seenOf, type After } from '../register/seen.ts';
import { vessel } from '../register/tables.ts';
import { keepJudgement } from '../register/tests.ts';
import { addVessels, massColumns, nextVesselNumber, type NewVessel, type Vessel } from '../register/vessels.ts';
import { checkThere, drawnFrom, grams, massOf, openToDraw } from './custody.ts';
import { readDraw } from './draw.ts';
import { leastFor, readSampling, samplingOutcome } from './result.ts';
import { samplingObservation } from './tables.ts';

type Write = Pick<WriteContext<unknown>, 'tx' | 'hand' | 'now' | 'audit' | 'touch'>;

/**
 * Pours the primary samples of a (locked) lot together. All that were drawn must be taken and look alike, and the
 * composite weighs what they weigh, less what is stated as lost.
 */
export async function pourComposite(
  { tx, hand, now, audit, touch }: Write,
  lot: Lot,
  body: NewComposite,
): Promise<void> {
  refuseDivided(lot);
  const massG = weight(body.mass, 'A composite sample');
  const file = await openFile(tx, lot.id, now);
  const before = file.vessels.find((one) => one.kind === 'composite' && one.gone === null);
  if (before)
    throw fault('conflict', `The primary samples were poured together already: ${before.code}.`, [
      { path: 'mass', message: `composite sample ${before.code} exists` },
    ]);
  const draw = await readDraw(tx, file);
  refuseUneven(draw);
  const open = draw?.primaries.filter((one) => !one.taken) ?? [];
  if (open.length > 0)
    throw fault('conflict', `${open.length} of ${draw?.primaries.length ?? 0} primary samples are still to be taken.`, [
      { path: 'mass', message: `container ${open.map((one) => one.container).join(', ')} not sampled yet` },
    ]);
  const ids = new Set(draw?.primaries.flatMap((one) => one.taken?.vesselId ?? []));
  const primaries = file.vessels.filter((one) => ids.has(one.id) && one.gone === null);
  if (massG.gt(new Exact(lot.massKg).times(1000)))
    throw fault('invalid', 'The sample is heavier than the lot.', [
      { path: 'mass.text', message: `more than the lot's ${lot.massText} ${lot.massUnit}` },
    ]);
  balancePoured(primaries, body.mass, body.loss);
  const seen = seenOf(hand, body, lastTaken(primaries, draw, file.laboratory.zone));
  const row = await newSample(
    { tx, hand, now },
    { lotId: lot.id, kind: 'composite', mass: body.mass, drawnOn: seen.on, lateReason: seen.lateReason },
  );
  await recordObservations(
    tx,
    samplingObservation,
    { id: row.id, lotId: lot.id },
    [
      { field: 'mass', text: body.mass.text, unit: body.mass.unit, value: massG.toString() },
      { field: 'loss', text: body.loss.text, unit: body.loss.unit, value: toGrams(body.loss).toString() },
    ],
    { ...hand, seen },
    undefined,
  );
  for (const one of primaries)
    await tx
      .update(vessel)
      .set({ pouredInto: row.id, gone: 'poured together', stationId: null })
      .where(eq(vessel.id, one.id));
  await audit({
    lotId: lot.id,
    act: { is: 'primaries-poured', samples: primaries.length },
    subject: `vessel ${row.code}`,
    after: body,
  });
  touch(lot.id);
}

/**
 * The composite weighs what was poured into it, less what is stated as lost. Not checked where a primary sample was
 * not weighed; the screen says so.
 * @throws {Fault} 422 naming the grams that are off
 */
function balancePoured(primaries: readonly Vessel[], mass: EnteredMass, loss: EnteredMass): void {
  const weighed = primaries.flatMap((one) => massOf(one) ?? []);
  if (weighed.length === 0 || weighed.length < primaries.length) return;
  // Here the primary samples are the whole, and the composite is what became of it.
  const balance = balanceMasses(mass, weighed, new Exact(0));
  const missing = balance.differenceG.neg();
  const together = shownGrams(grams(primaries));
  if (missing.gt(toGrams(loss).plus(balance.roundingG)))
    throw fault('invalid', 'The masses do not balance.', [
      {
        path: 'loss.text',
        message: `${shownGrams(missing)} g are not accounted for: the primary samples weigh ${together} g; state what was lost, or weigh again`,
      },
    ]);
  if (missing.lt(balance.roundingG.neg()))
    throw fault('invalid', 'The masses do not balance.', [
      {
        path: 'mass.text',
        message: `${shownGrams(missing.neg())} g more than the ${together} g of the primary samples: something else got in, or a figure is wrong`,
      },
    ]);
}

/** Keeps a part of the composite or submitted sample of a (locked) lot until a day. */
export async function keepReserve({ tx, hand, now, audit, touch }: Write, lot: Lot, body: NewReserve): Promise<void> {
  const massG = weight(body.mass, 'A reserve sample');
  const file = await openFile(tx, lot.id, now);
  const from = file.vessels.find((one) => one.id === body.from);
  if (from?.kind !== 'composite' && from?.kind !== 'submitted')
    throw fault('invalid', 'A reserve is kept of the composite or the submitted sample.', [
      { path: 'from', message: 'neither the composite nor the submitted sample of this lot' },
    ]);
  checkThere(from, 'from');
  refuseMoreThanLeft(file, from, massG);
  if (body.discardOn < file.today)
    throw fault('invalid', 'A reserve is kept for a while.', [{ path: 'discardOn', message: 'lies in the past' }]);
  const seen = seenOf(hand, body, drawn(from));
  const row = await newSample(
    { tx, hand, now },
    {
      lotId: lot.id,
      kind: 'reserve',
      parentId: from.id,
      mass: body.mass,
      place: body.place,
      discardOn: body.discardOn,
      drawnOn: seen.on,
      lateReason: seen.lateReason,
    },
  );
  await openToDraw({ tx, hand, now }, from);
  await audit({ lotId: lot.id, act: { is: 'reserve-kept' }, subject: `vessel ${row.code}`, after: body });
  touch(lot.id);
}

/** Corrects what a composite or reserve sample of a (locked) lot weighs; the first figure stays on file. */
export async function correctMass(
  { tx, hand, now, audit, touch }: Write,
  row: Vessel,
  body: VesselMass,
): Promise<void> {
  const massG = weight(body.mass, 'A sample');
  const { vessels } = await openFile(tx, row.lotId, now);
  if (row.kind !== 'composite' && row.kind !== 'reserve')
    throw fault('invalid', 'Only a composite or reserve sample is corrected here.', [
      { path: 'mass', message: `a ${row.kind} sample is corrected where it was written down` },
    ]);
  checkThere(row, 'mass');
  const given = grams(drawnFrom(vessels, row.id));
  if (massG.lt(given))
    throw fault('invalid', 'More was drawn from this sample.', [
      { path: 'mass.text', message: `${shownGrams(given)} g were already drawn from it` },
    ]);
  const poured = vessels.filter((one) => one.pouredInto === row.id);
  if (poured.length > 0) {
    const observed = await currentObservations(tx, samplingObservation, [row.id]);
    const lost = observed.find((one) => one.field === 'loss');
    balancePoured(poured, body.mass, { text: lost?.enteredText ?? '0', unit: (lost?.enteredUnit ?? 'g') as MassUnit });
  }
  const parent = vessels.find((one) => one.id === row.parentId);
  if (parent) refuseMoreThanLeft({ vessels }, parent, massG, row);
  const changes = await recordObservations(
    tx,
    samplingObservation,
    { id: row.id, lotId: row.lotId },
    [{ field: 'mass', text: body.mass.text, unit: body.mass.unit, value: massG.toString() }],
    hand,
    body.reason,
  );
  await tx
    .update(vessel)
    .set({ ...massColumns(body.mass), version: row.version + 1, updatedBy: hand.personId, updatedAt: now })
    .where(eq(vessel.id, row.id));
  await audit({
    lotId: row.lotId,
    act: { is: 'sample-mass-corrected', vessel: row.kind },
    subject: `vessel ${row.code}`,
    before: changes.corrected,
    after: body,
    reason: body.reason,
  });
  touch(row.lotId);
}

/** Records the submitted sample of a (locked) lot, or corrects what was recorded of it. */
export async function receiveSample(
  { tx, hand, now, audit, touch }: Write,
  lot: Lot,
  body: SubmittedSample,
  seenVersion: number | null,
): Promise<Vessel> {
  refuseDivided(lot);
  const massG = weight(body.mass, 'A sample');
  if (massG.gt(new Exact(lot.massKg).times(1000)))
    throw fault('invalid', 'The sample is heavier than the lot.', [
      { path: 'mass.text', message: `more than the lot's ${lot.massText} ${lot.massUnit}` },
    ]);
  const file = await openFile(tx, lot.id, now);
  if (body.drawnOn > file.today)
    throw fault('invalid', 'The sample cannot be drawn in the future.', [
      { path: 'drawnOn', message: 'lies in the future' },
    ]);
  if (body.drawnOn < `${lot.harvestYear}-01-01`)
    throw fault('invalid', 'The sample cannot be older than the harvest.', [
      { path: 'drawnOn', message: `before the harvest of ${lot.harvestYear}` },
    ]);
  if (body.primarySamples === null && !sentIn(lot))
    throw fault('invalid', 'We drew this sample ourselves, so its primary samples were counted.', [
      { path: 'primarySamples', message: 'say how many were taken' },
    ]);
  refuseUneven(await readDraw(tx, file));
  const before = file.vessels.find((one) => one.kind === 'submitted');
  const seen = { version: before?.version ?? 0, updatedAt: before?.updatedAt ?? now };
  if (seenVersion !== seen.version)
    checkVersion(seenVersion, seen, file.names.get(before?.updatedBy ?? '') ?? 'somebody');
  if (before) {
    checkThere(before, 'mass');
    const given = grams(drawnFrom(file.vessels, before.id));
    if (massG.lt(given))
      throw fault('invalid', 'More was drawn from this sample.', [
        { path: 'mass.text', message: `${shownGrams(given)} g were already drawn from it` },
      ]);
  }
  const composite = before
    ? file.vessels.find((one) => one.id === before.parentId)
    : file.vessels.find((one) => one.kind === 'composite' && one.gone === null);
  if (composite) refuseMoreThanLeft(file, composite, massG, before);
  const dependent = before && (await firstDependent(tx, file, before));
  if (dependent && body.drawnOn > dependent.on)
    throw fault('invalid', 'The sample cannot be younger than what was made of it.', [
      { path: 'drawnOn', message: `lies after ${dependent.on}, when ${dependent.what}` },
    ]);
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
  if (!submitted)
    throw fault('conflict', 'Record the submitted sample first.', [
      { path: 'purpose', message: 'there is no submitted sample to draw from' },
    ]);
  checkThere(submitted, 'purpose');
  const massG = weight(body.mass, 'A working sample');
  refuseMoreThanLeft(file, submitted, massG);
  const verdict = judgeLeastMass(
    body.portion === 'half' ? 'half working sample' : 'working sample',
    massG,
    leastFor(body.purpose, file.method, body.portion ?? null),
  );
  if (verdict.outcome === 'outside' && !body.why)
    throw fault('invalid', `The rule book asks for ${verdict.limit} g at least${ofHalf(body)}.`, [
      { path: 'why', message: `lighter than ${verdict.limit} g${ofHalf(body)}: say why, or take more seed` },
    ]);
  const seen = seenOf(hand, body, drawn(submitted));
  const row = await newSample(
    { tx, hand, now },
    {
      lotId: lot.id,
      kind: 'working',
      drawnOn: day === 'unknown' && body.seenOn === undefined ? null : seen.on,
      lateReason: seen.lateReason,
      purpose: body.purpose,
      parentId: submitted.id,
      mass: body.mass,
      portion: body.portion ?? null,
      why: verdict.outcome === 'outside' ? (body.why ?? null) : null,
    },
  );
  await openToDraw({ tx, hand, now }, submitted);
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

/** Nothing is drawn from a sample before the sample itself was drawn. */
const drawn = (from: Vessel): After => ({ on: from.drawnOn, what: `the ${from.kind} sample was drawn` });

function lastTaken(primaries: readonly Vessel[], draw: DrawView | null, zone: string): After {
  const days = (draw?.primaries ?? []).flatMap((one) =>
    one.taken && primaries.some((vessel) => vessel.id === one.taken?.vesselId)
      ? [todayIn(new Date(one.taken.at), zone)]
      : [],
  );
  return { on: days.sort().at(-1) ?? null, what: 'the last primary sample was taken' };
}

/** The first day of what was made of the submitted sample: a working sample, a set-up, something weighed or counted. */
async function firstDependent(
  tx: Reader,
  file: LotFile,
  submitted: Vessel,
): Promise<{ readonly on: string; readonly what: string } | null> {
  const drawnDays = file.vessels
    .filter((one) => one.parentId === submitted.id && one.drawnOn !== null)
    .map((one) => ({ on: one.drawnOn ?? '', what: `a ${one.kind} sample was drawn from it` }));
  const setUps = file.tests.flatMap((one) => {
    const { setUpDate } = one.plan as { setUpDate?: string };
    return setUpDate === undefined ? [] : [{ on: setUpDate, what: `${one.step} test ${one.number} was set up` }];
  });
  // Working samples of earlier versions carry no day: what was seen of them does.
  const { rows } = await tx.execute<{ day: string | null }>(sql`select min(seen_on)::text as day from (
    select seen_on from purity_observation where lot_id = ${file.lot.id}
    union all select seen_on from other_seeds_observation where lot_id = ${file.lot.id}
    union all select seen_on from moisture_observation where lot_id = ${file.lot.id}
    union all select seen_on from germination_count where lot_id = ${file.lot.id}) seen`);
  const seen = rows.flatMap(({ day }) => (day === null ? [] : [{ on: day, what: 'something was seen of it' }]));
  return [...drawnDays, ...setUps, ...seen].sort((a, b) => a.on.localeCompare(b.on))[0] ?? null;
}

const ofHalf = ({ portion }: NewWorkingSample) => (portion === 'half' ? ' for a half sample' : '');

async function newSample(
  { tx, hand, now }: Pick<Write, 'tx' | 'hand' | 'now'>,
  one: Omit<NewVessel, 'number'>,
): Promise<Vessel> {
  const number = await nextVesselNumber(tx, one.lotId, one.kind);
  const [row] = await addVessels(tx, [{ ...one, number }], hand.personId, now);
  if (!row) throw new Error(`the ${one.kind} sample was not stored`);
  return row;
}

function weight(mass: EnteredMass, what: string): ExactNumber {
  const massG = toGrams(mass);
  if (!massG.gt(0))
    throw fault('invalid', `${what} weighs more than nothing.`, [{ path: 'mass.text', message: 'must be above 0' }]);
  return massG;
}

/** No more can be drawn than is left; `own` is a part that is weighed anew, and does not count against itself. */
function refuseMoreThanLeft(
  { vessels }: Pick<LotFile, 'vessels'>,
  from: Vessel,
  massG: ExactNumber,
  own?: Vessel,
): void {
  if (from.massG === null) return;
  const left = new Exact(from.massG).minus(grams(drawnFrom(vessels, from.id).filter((one) => one.id !== own?.id)));
  if (massG.gt(left))
    throw fault('invalid', `So much is not left of the ${from.kind} sample.`, [
      { path: 'mass.text', message: `only ${shownGrams(left)} g are left of the ${from.kind} sample` },
    ]);
}

function refuseUneven(draw: Awaited<ReturnType<typeof readDraw>>): void {
  const uneven = draw?.primaries.find(
    (one) => one.taken?.look === 'uneven' && one.taken.decision?.decision !== 'accept',
  );
  if (uneven)
    throw fault('conflict', 'Sampling is stopped: the primary samples look uneven.', [
      { path: 'primarySamples', message: `container ${uneven.container} looks uneven: do not combine them` },
    ]);
}
