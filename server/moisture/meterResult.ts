import { inArray } from 'drizzle-orm';
import { judgeMeter, type MeterCalibration, type MeterResult } from '@mercato/core/moisture/meter';
import type { Edition } from '@mercato/core/rule-books/edition';
import type { Reader } from '../database/connect.ts';
import type { BenchTest } from '../register/tests.ts';
import { moistureCalibration, moistureMeter } from './meterTables.ts';

/** The plan of a test that a meter reads. */
export const meterOf = (test: Pick<BenchTest, 'plan'>): string | null =>
  (test.plan as { meter?: string }).meter ?? null;

/** What is known of the meters and calibrations that tests of a lot name. */
export interface MetersOfTests {
  readonly meters: ReadonlyMap<string, typeof moistureMeter.$inferSelect>;
  readonly calibrations: ReadonlyMap<string, MeterCalibration>;
}

export async function metersOfTests(
  tx: Reader,
  meters: readonly string[],
  calibrations: readonly string[],
): Promise<MetersOfTests> {
  const rowsOfMeters =
    meters.length === 0
      ? []
      : await tx
          .select()
          .from(moistureMeter)
          .where(inArray(moistureMeter.id, [...meters]));
  const rows =
    calibrations.length === 0
      ? []
      : await tx
          .select()
          .from(moistureCalibration)
          .where(inArray(moistureCalibration.id, [...calibrations]));
  return {
    meters: new Map(rowsOfMeters.map((one) => [one.id, one])),
    calibrations: new Map(rows.map((one) => [one.id, { ...one, struck: one.struck !== null }])),
  };
}

/** Both readings judged, or null until both are there. */
export function meterResult(
  edition: Edition,
  known: MetersOfTests,
  fields: Readonly<Record<string, { readonly text: string; readonly seenOn: string }>>,
): MeterResult | null {
  const [first, second] = [fields['reading.first'], fields['reading.second']];
  if (!first || !second) return null;
  return judgeMeter(
    [first.text, second.text],
    edition.parameterIfAny('moisture_meter_apart_percent') ?? null,
    known.calibrations.get(fields['reading.calibration']?.text ?? '') ?? null,
    second.seenOn,
  );
}
