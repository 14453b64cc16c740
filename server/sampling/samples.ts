import { eq } from 'drizzle-orm';
import type { NewComposite, NewReserve, VesselMass } from '@mercato/contract/sampling/vessels';
import type { MassUnit } from '@mercato/core/units/gramsPer';
import { type EnteredMass, Exact, shownGrams, toGrams } from '@mercato/core/units/mass';
import { balanceMasses } from '@mercato/core/units/massBalance';
import { currentObservations, recordObservations } from '../database/observations.ts';
import { fault } from '../http/fault.ts';
import { openFile } from '../register/lotFile.ts';
import { type Lot, refuseDivided } from '../register/lots.ts';
import { seenOf } from '../register/seen.ts';
import { vessel } from '../register/tables.ts';
import { massColumns, massOf, type Vessel } from '../register/vessels.ts';
import { checkThere, drawnFrom, grams, openToDraw } from './custody.ts';
import { readDraw } from './draw.ts';
import { drawn, lastTaken, newSample, refuseMoreThanLeft, refuseUneven, weight, type Write } from './drawn.ts';
import { samplingObservation } from './tables.ts';

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
  const massG = weight(body.mass);
  const file = await openFile(tx, lot.id, now);
  const before = file.vessels.find((one) => one.kind === 'composite' && one.gone === null);
  if (before) throw fault('conflict', { is: 'sampling.primary-samples-poured-together', code: before.code }, 'mass');
  const draw = await readDraw(tx, file);
  refuseUneven(draw);
  const open = draw?.primaries.filter((one) => !one.taken) ?? [];
  if (open.length > 0)
    throw fault(
      'conflict',
      { is: 'sampling.primary-samples-still-taken', count: open.length, count2: draw?.primaries.length ?? 0 },
      'mass',
    );
  const ids = new Set(draw?.primaries.flatMap((one) => one.taken?.vesselId ?? []));
  const primaries = file.vessels.filter((one) => ids.has(one.id) && one.gone === null);
  if (massG.gt(new Exact(lot.massKg).times(1000)))
    throw fault(
      'invalid',
      { is: 'sampling.more-than-lots', massText: lot.massText, massUnit: lot.massUnit },
      'mass.text',
    );
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
    throw fault(
      'invalid',
      { is: 'sampling.g-not-accounted-primary', missing: shownGrams(missing), together },
      'loss.text',
    );
  if (missing.lt(balance.roundingG.neg()))
    throw fault(
      'invalid',
      { is: 'sampling.g-more-than-g', shownGrams: shownGrams(missing.neg()), together },
      'mass.text',
    );
}

/** Keeps a part of the composite or submitted sample of a (locked) lot until a day. */
export async function keepReserve({ tx, hand, now, audit, touch }: Write, lot: Lot, body: NewReserve): Promise<void> {
  const massG = weight(body.mass);
  const file = await openFile(tx, lot.id, now);
  const from = file.vessels.find((one) => one.id === body.from);
  if (from?.kind !== 'composite' && from?.kind !== 'submitted')
    throw fault('invalid', 'sampling.reserve-kept-composite-or', 'from');
  checkThere(from, 'from');
  refuseMoreThanLeft(file, from, massG);
  if (body.discardOn < file.today) throw fault('invalid', 'sampling.lies-past', 'discardOn');
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
  const massG = weight(body.mass);
  const { vessels } = await openFile(tx, row.lotId, now);
  if (row.kind !== 'composite' && row.kind !== 'reserve')
    throw fault('invalid', 'sampling.only-composite-or-reserve', 'mass');
  checkThere(row, 'mass');
  const given = grams(drawnFrom(vessels, row.id));
  if (massG.lt(given))
    throw fault('invalid', { is: 'sampling.g-already-drawn', given: shownGrams(given) }, 'mass.text');
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
