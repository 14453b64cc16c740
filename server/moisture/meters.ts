import { and, asc, desc, eq, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type {
  CalibrationView,
  MeterReadings,
  MetersView,
  NewCalibration,
  NewMeterCheck,
} from '@mercato/contract/moisture/meters';
import { fitCalibration } from '@mercato/core/moisture/calibration';
import { individuals } from '@mercato/core/statistics/individuals';
import { ArgumentFault } from '@mercato/core/units/argument';
import { Exact } from '@mercato/core/units/mass';
import { brokeConstraint, forUpdate, type Reader, type Transaction } from '../database/connect.ts';
import { currentObservations, type Entry } from '../database/observations.ts';
import { deviceNamed } from '../devices/devices.ts';
import type { WriteContext } from '../http/context.ts';
import { fault } from '../http/fault.ts';
import { openFile } from '../register/lotFile.ts';
import { lotById } from '../register/lots.ts';
import { namesOf } from '../register/people.ts';
import type { BenchTest } from '../register/tests.ts';
import { keepWeighings } from '../register/weighings.ts';
import { kindOf } from '../rule-books/editions.ts';
import { meterOf } from './meterResult.ts';
import { moistureCalibration, moistureMeter, moistureMeterCheck } from './meterTables.ts';
import { readMoisture } from './result.ts';
import { moistureObservation } from './tables.ts';

type Write = Pick<WriteContext<unknown>, 'tx' | 'hand' | 'person' | 'audit' | 'touch'>;

export async function readMeters(tx: Reader, today: string): Promise<MetersView> {
  const rows = await tx.select().from(moistureMeter).orderBy(asc(moistureMeter.name));
  if (rows.length === 0) return { meters: [] };
  const names = await namesOf(tx);
  const calibrations = await tx
    .select()
    .from(moistureCalibration)
    .orderBy(desc(moistureCalibration.at), desc(moistureCalibration.id));
  const checks = await tx
    .select()
    .from(moistureMeterCheck)
    .orderBy(asc(moistureMeterCheck.seenOn), asc(moistureMeterCheck.at), asc(moistureMeterCheck.id));
  return {
    meters: rows.map(({ id, name, deviceId }) => {
      const mine = checks.filter((one) => one.meterId === id);
      const apart = mine.map((one) => new Exact(one.meterPercent).minus(one.ovenPercent).toNumber());
      const held = new Set<string>();
      return {
        id,
        name,
        device: deviceId,
        calibrations: calibrations
          .filter((one) => one.meterId === id)
          .map((one): CalibrationView => {
            const newest = one.struck === null && !held.has(one.species);
            if (one.struck === null) held.add(one.species);
            return {
              id: one.id,
              species: one.species,
              validUntil: one.validUntil,
              by: names.get(one.by) ?? '',
              at: one.at.toISOString(),
              struck: one.struck,
              holds: newest && one.validUntil >= today,
              fit: fitCalibration(one.pairs, one.degree),
            };
          }),
        checks: mine.map((one) => ({
          species: one.species,
          seenOn: one.seenOn,
          meterPercent: Number(one.meterPercent),
          ovenPercent: Number(one.ovenPercent),
          by: names.get(one.by) ?? '',
        })),
        chart: apart.length < 2 ? null : individuals(apart),
      };
    }),
  };
}

export async function addMeter({ tx, hand, audit }: Write, name: string): Promise<void> {
  await tx
    .insert(moistureMeter)
    .values({ id: uuid(), name, by: hand.personId, at: hand.at })
    .catch((error: unknown) => {
      throw brokeConstraint(error) ? fault('conflict', 'moisture.meter-name', 'name') : error;
    });
  await audit({ act: { is: 'meter-added', name }, subject: `meter ${name}`, after: { name } });
}

/** Says where a meter's readings are heard. */
export async function hearMeter({ tx, audit }: Write, id: string, deviceId: string | null): Promise<void> {
  const meter = await meterById(tx, id);
  const named = await deviceNamed(tx, deviceId ?? undefined, 'meter', 'device');
  await tx.update(moistureMeter).set({ deviceId }).where(eq(moistureMeter.id, id));
  await audit({
    act: { is: 'meter-heard', name: meter.name },
    subject: `meter ${meter.name}`,
    before: { device: meter.deviceId },
    after: { device: deviceId, name: named },
  });
}

/** @throws {Fault} 404 */
export async function meterById(tx: Reader, id: string): Promise<typeof moistureMeter.$inferSelect> {
  const [row] = await tx.select().from(moistureMeter).where(eq(moistureMeter.id, id));
  if (!row) throw fault('not-found', 'moisture.no-such-meter');
  return row;
}

async function checkKind(tx: Reader, species: string): Promise<void> {
  if (!(await kindOf(tx, species))) throw fault('invalid', { is: 'moisture.no-such-kind', species }, 'species');
}

/** @throws {Fault} 422 for pairs that no curve can be laid through, a kind that is none, or a day that is over */
export async function calibrate({ tx, hand, audit }: Write, id: string, body: NewCalibration): Promise<void> {
  const meter = await meterById(tx, id);
  await checkKind(tx, body.species);
  if (body.validUntil < hand.today) throw fault('invalid', 'moisture.calibration-passed', 'validUntil');
  try {
    fitCalibration(body.pairs, body.degree);
  } catch (error) {
    if (!(error instanceof ArgumentFault)) throw error;
    throw fault('invalid', error.says, error.field);
  }
  const row = { id: uuid(), meterId: id, ...body, struck: null, by: hand.personId, at: hand.at };
  await tx.insert(moistureCalibration).values(row);
  await audit({
    act: { is: 'meter-calibrated', name: meter.name, species: body.species },
    subject: `meter ${meter.name}`,
    after: body,
  });
}

/** Crosses a calibration out: what was read by it only guides from now on. */
export async function strikeCalibration(
  { tx, hand, person, audit, touch }: Write,
  id: string,
  reason: string,
): Promise<void> {
  const [row] = await forUpdate(tx, tx.select().from(moistureCalibration).where(eq(moistureCalibration.id, id)));
  if (!row) throw fault('not-found', 'moisture.no-such-calibration');
  if (row.struck) throw fault('conflict', 'moisture.calibration-crossed-out');
  const { name } = await meterById(tx, row.meterId);
  const struck = { by: person.name, at: hand.at.toISOString(), reason };
  await tx.update(moistureCalibration).set({ struck }).where(eq(moistureCalibration.id, id));
  await audit({
    act: { is: 'calibration-struck', name, species: row.species },
    subject: `meter ${name}`,
    before: { id },
    reason,
  });
  const lots = await tx
    .selectDistinct({ lotId: moistureObservation.lotId })
    .from(moistureObservation)
    .where(and(eq(moistureObservation.field, 'reading.calibration'), eq(moistureObservation.enteredText, id)));
  for (const { lotId } of lots) touch(lotId);
}

/** @throws {Fault} 422 for a day that has not come, or a kind that is none */
export async function checkMeter({ tx, hand, audit }: Write, id: string, body: NewMeterCheck): Promise<void> {
  const meter = await meterById(tx, id);
  await checkKind(tx, body.species);
  if (body.seenOn > hand.today) throw fault('invalid', 'http.lies-future', 'seenOn');
  await tx.insert(moistureMeterCheck).values({
    id: uuid(),
    meterId: id,
    species: body.species,
    seenOn: body.seenOn,
    meterPercent: String(body.meterPercent),
    ovenPercent: String(body.ovenPercent),
    by: hand.personId,
    at: hand.at,
  });
  await audit({ act: { is: 'meter-checked', name: meter.name }, subject: `meter ${meter.name}`, after: body });
}

/** The calibration of a meter for a kind that counts now; null = none. */
async function calibrationNow(tx: Transaction, meter: string, species: string): Promise<string | null> {
  const [row] = await tx
    .select({ id: moistureCalibration.id })
    .from(moistureCalibration)
    .where(
      and(
        eq(moistureCalibration.meterId, meter),
        eq(moistureCalibration.species, species),
        sql`${moistureCalibration.struck} is null`,
      ),
    )
    .orderBy(desc(moistureCalibration.at), desc(moistureCalibration.id))
    .limit(1);
  return row?.id ?? null;
}

/** Writes two readings down, with the calibration that they are read by: a later one does not change them. */
export async function readByMeter(
  context: Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit' | 'touch'>,
  test: BenchTest,
  body: MeterReadings,
): Promise<void> {
  const { tx, hand } = context;
  const meter = meterOf(test);
  if (meter === null) throw fault('conflict', 'moisture.by-oven');
  const before = await currentObservations(tx, moistureObservation, [test.id]);
  const { deviceId } = await meterById(tx, meter);
  if (body.heard?.length && deviceId === null) throw fault('invalid', 'moisture.meter-not-heard', 'heard');
  const device = await deviceNamed(tx, deviceId ?? undefined, 'meter', 'heard');
  const told = (name: 'first' | 'second' | 'seedC') =>
    device !== null && body.heard?.includes(name) ? device : undefined;
  const percent = (name: 'first' | 'second', text: string): Entry => ({
    field: `reading.${name}`,
    text,
    unit: '%',
    value: new Exact(text).toString(),
    device: told(name),
  });
  const entries: Entry[] = [percent('first', body.first), percent('second', body.second)];
  if (body.seedC !== undefined) {
    const text = String(body.seedC);
    entries.push({ field: 'reading.seedC', text, unit: '°C', value: text, device: told('seedC') });
  }
  if (!before.some((one) => one.field === 'reading.calibration')) {
    const { species } = await lotById(tx, test.lotId);
    const text = (await calibrationNow(tx, meter, species)) ?? 'none';
    entries.push({ field: 'reading.calibration', text, unit: null, value: null });
  }
  await keepWeighings(context, test, {
    table: moistureObservation,
    entries,
    body,
    act: (corrects) => ({ is: corrects ? 'meter-reading-corrected' : 'meter-read', test: test.number }),
    judge: async () => {
      const { tests } = await readMoisture(tx, await openFile(tx, test.lotId, hand.at));
      const result = tests.find((one) => one.id === test.id)?.meter?.result ?? null;
      return result && { outcome: result.verdict.outcome, result };
    },
  });
}
