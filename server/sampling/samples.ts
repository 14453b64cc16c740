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
    throw fault('conflict', { is: 'sampling.primary-samples-poured-together', code: before.code }, [
      { path: 'mass', message: { is: 'sampling.composite-sample-exists', code: before.code } },
    ]);
  const draw = await readDraw(tx, file);
  refuseUneven(draw);
  const open = draw?.primaries.filter((one) => !one.taken) ?? [];
  if (open.length > 0)
    throw fault(
      'conflict',
      { is: 'sampling.primary-samples-still-taken', count: open.length, count2: draw?.primaries.length ?? 0 },
      [
        {
          path: 'mass',
          message: { is: 'sampling.container-not-sampled-yet', figure: open.map((one) => one.container).join(', ') },
        },
      ],
    );
  const ids = new Set(draw?.primaries.flatMap((one) => one.taken?.vesselId ?? []));
  const primaries = file.vessels.filter((one) => ids.has(one.id) && one.gone === null);
  if (massG.gt(new Exact(lot.massKg).times(1000)))
    throw fault('invalid', { is: 'sampling.sample-heavier-than-lot' }, [
      { path: 'mass.text', message: { is: 'sampling.more-than-lots', massText: lot.massText, massUnit: lot.massUnit } },
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
    throw fault('invalid', { is: 'sampling.masses-do-not-balance' }, [
      {
        path: 'loss.text',
        message: { is: 'sampling.g-not-accounted-primary', missing: shownGrams(missing), together },
      },
    ]);
  if (missing.lt(balance.roundingG.neg()))
    throw fault('invalid', { is: 'sampling.masses-do-not-balance' }, [
      {
        path: 'mass.text',
        message: { is: 'sampling.g-more-than-g', shownGrams: shownGrams(missing.neg()), together },
      },
    ]);
}

/** Keeps a part of the composite or submitted sample of a (locked) lot until a day. */
export async function keepReserve({ tx, hand, now, audit, touch }: Write, lot: Lot, body: NewReserve): Promise<void> {
  const massG = weight(body.mass, 'A reserve sample');
  const file = await openFile(tx, lot.id, now);
  const from = file.vessels.find((one) => one.id === body.from);
  if (from?.kind !== 'composite' && from?.kind !== 'submitted')
    throw fault('invalid', { is: 'sampling.reserve-kept-composite-or' }, [
      { path: 'from', message: { is: 'sampling.neither-composite-nor-submitted' } },
    ]);
  checkThere(from, 'from');
  refuseMoreThanLeft(file, from, massG);
  if (body.discardOn < file.today)
    throw fault('invalid', { is: 'sampling.reserve-kept-while' }, [
      { path: 'discardOn', message: { is: 'sampling.lies-past' } },
    ]);
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
    throw fault('invalid', { is: 'sampling.only-composite-or-reserve' }, [
      { path: 'mass', message: { is: 'sampling.sample-corrected-where-written', kind: row.kind } },
    ]);
  checkThere(row, 'mass');
  const given = grams(drawnFrom(vessels, row.id));
  if (massG.lt(given))
    throw fault('invalid', { is: 'sampling.more-drawn-sample' }, [
      { path: 'mass.text', message: { is: 'sampling.g-already-drawn', given: shownGrams(given) } },
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
    throw fault('invalid', { is: 'sampling.sample-heavier-than-lot' }, [
      { path: 'mass.text', message: { is: 'sampling.more-than-lots', massText: lot.massText, massUnit: lot.massUnit } },
    ]);
  const file = await openFile(tx, lot.id, now);
  if (body.drawnOn > file.today)
    throw fault('invalid', { is: 'sampling.sample-cannot-drawn-future' }, [
      { path: 'drawnOn', message: { is: 'sampling.lies-future' } },
    ]);
  if (body.drawnOn < `${lot.harvestYear}-01-01`)
    throw fault('invalid', { is: 'sampling.sample-cannot-older-than' }, [
      { path: 'drawnOn', message: { is: 'sampling.before-harvest', harvestYear: lot.harvestYear } },
    ]);
  if (body.primarySamples === null && !sentIn(lot))
    throw fault('invalid', { is: 'sampling.we-drew-sample-ourselves' }, [
      { path: 'primarySamples', message: { is: 'sampling.say-how-many-taken' } },
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
      throw fault('invalid', { is: 'sampling.more-drawn-sample' }, [
        { path: 'mass.text', message: { is: 'sampling.g-already-drawn', given: shownGrams(given) } },
      ]);
  }
  const composite = before
    ? file.vessels.find((one) => one.id === before.parentId)
    : file.vessels.find((one) => one.kind === 'composite' && one.gone === null);
  if (composite) refuseMoreThanLeft(file, composite, massG, before);
  const dependent = before && (await firstDependent(tx, file, before));
  if (dependent && body.drawnOn > dependent.on)
    throw fault('invalid', { is: 'sampling.sample-cannot-younger-than' }, [
      { path: 'drawnOn', message: { is: 'sampling.lies-after-when', on: dependent.on, what: dependent.what } },
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
    throw fault('conflict', { is: 'sampling.record-submitted-sample-first' }, [
      { path: 'purpose', message: { is: 'sampling.no-submitted-sample-draw' } },
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
    throw fault('invalid', { is: 'sampling.rule-book-asks-g', limit: verdict.limit, body: ofHalf(body) }, [
      { path: 'why', message: { is: 'sampling.lighter-than-g-say', limit: verdict.limit, body: ofHalf(body) } },
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
const drawn = (from: Vessel): After | null =>
  from.drawnOn === null ? null : { on: from.drawnOn, what: { is: 'drawn', vessel: from.kind } };

function lastTaken(primaries: readonly Vessel[], draw: DrawView | null, zone: string): After | null {
  const days = (draw?.primaries ?? []).flatMap((one) =>
    one.taken && primaries.some((vessel) => vessel.id === one.taken?.vesselId)
      ? [todayIn(new Date(one.taken.at), zone)]
      : [],
  );
  const on = days.sort().at(-1);
  return on === undefined ? null : { on, what: { is: 'last-primary-taken' } };
}

/** The first day of what was made of the submitted sample: a working sample, a set-up, something weighed or counted. */
async function firstDependent(tx: Reader, file: LotFile, submitted: Vessel): Promise<After | null> {
  const drawnDays = file.vessels
    .filter((one) => one.parentId === submitted.id && one.drawnOn !== null)
    .map((one) => ({ on: one.drawnOn ?? '', what: { is: 'drawn-from-it' as const, vessel: one.kind } }));
  const setUps = file.tests.flatMap((one) => {
    const { setUpDate } = one.plan as { setUpDate?: string };
    return setUpDate === undefined
      ? []
      : [{ on: setUpDate, what: { is: 'test-set-up' as const, step: one.step, test: one.number } }];
  });
  // Working samples of earlier versions carry no day: what was seen of them does.
  const { rows } = await tx.execute<{ day: string | null }>(sql`select min(seen_on)::text as day from (
    select seen_on from purity_observation where lot_id = ${file.lot.id}
    union all select seen_on from other_seeds_observation where lot_id = ${file.lot.id}
    union all select seen_on from moisture_observation where lot_id = ${file.lot.id}
    union all select seen_on from germination_count where lot_id = ${file.lot.id}) seen`);
  const seen = rows.flatMap(({ day }) => (day === null ? [] : [{ on: day, what: { is: 'something-seen' as const } }]));
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
    throw fault('invalid', { is: 'sampling.weighs-more-than-nothing', what }, [
      { path: 'mass.text', message: { is: 'sampling.above-0' } },
    ]);
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
    throw fault('invalid', { is: 'sampling.much-not-left-sample', kind: from.kind }, [
      { path: 'mass.text', message: { is: 'sampling.only-g-left-sample', left: shownGrams(left), kind: from.kind } },
    ]);
}

function refuseUneven(draw: Awaited<ReturnType<typeof readDraw>>): void {
  const uneven = draw?.primaries.find(
    (one) => one.taken?.look === 'uneven' && one.taken.decision?.decision !== 'accept',
  );
  if (uneven)
    throw fault('conflict', { is: 'sampling.sampling-stopped-primary-samples' }, [
      { path: 'primarySamples', message: { is: 'sampling.container-looks-uneven-do', container: uneven.container } },
    ]);
}
