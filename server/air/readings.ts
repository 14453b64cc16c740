import { and, asc, eq, gte, inArray, isNull, or } from 'drizzle-orm';
import type { PlaceCare } from '@mercato/contract/air/care';
import type { Air } from '@mercato/core/air/air';
import type { Reader } from '../database/connect.ts';
import { climateReading, climateStrike, storeList } from '../store/tables.ts';

/** Points of a picture. */
const POINTS = 360;

/** Air as the table has it. */
export const airColumns = ({ temperatureC, humidityPercent }: Omit<Air, 'at'>) => ({
  temperatureC: temperatureC.toString(),
  humidityPercent: humidityPercent === null ? null : humidityPercent.toString(),
});

/** What loggers saw of a place from a time on, oldest first; of readings of one instant the one that came first counts. */
export async function airOf(tx: Reader, placeId: string, from: Date): Promise<Air[]> {
  return (await airIn(tx, [placeId], from)).get(placeId) ?? [];
}

/** As `airOf`, of many places at once; a place without a reading is missing. */
export async function airIn(tx: Reader, placeIds: readonly string[], from: Date): Promise<ReadonlyMap<string, Air[]>> {
  const rows = await tx
    .select({
      placeId: climateReading.placeId,
      at: climateReading.at,
      temperatureC: climateReading.temperatureC,
      humidityPercent: climateReading.humidityPercent,
    })
    .from(climateReading)
    .leftJoin(storeList, eq(storeList.id, climateReading.listId))
    .leftJoin(climateStrike, eq(climateStrike.readingId, climateReading.id))
    .where(
      and(
        inArray(climateReading.placeId, [...placeIds]),
        gte(climateReading.at, from),
        isNull(climateStrike.readingId),
        or(isNull(climateReading.listId), eq(storeList.state, 'in')),
      ),
    )
    .orderBy(asc(climateReading.placeId), asc(climateReading.at), asc(climateReading.id));
  const found = new Map<string, Air[]>();
  for (const { placeId, ...one } of rows) {
    const air = found.get(placeId) ?? [];
    found.set(placeId, air);
    const at = one.at.getTime();
    // What says again what was said at the same instant is left out.
    if (at !== air.at(-1)?.at)
      air.push({
        at,
        temperatureC: Number(one.temperatureC),
        humidityPercent: one.humidityPercent === null ? null : Number(one.humidityPercent),
      });
  }
  return found;
}

/** At most so many points as a picture shows; each stands for the stretch up to it, with its extremes. */
export function thinned(air: readonly Air[]): PlaceCare['air'] {
  const size = Math.max(1, Math.ceil(air.length / POINTS));
  const points: PlaceCare['air'] = [];
  for (let from = 0; from < air.length; from += size) {
    const stretch = air.slice(from, from + size);
    const last = stretch.at(-1);
    if (!last) continue;
    const wet = stretch.flatMap((one) => (one.humidityPercent === null ? [] : [one.humidityPercent]));
    const mean = (figures: readonly number[]) => figures.reduce((sum, one) => sum + one, 0) / figures.length;
    const heats = stretch.map((one) => one.temperatureC);
    points.push({
      at: last.at,
      temperatureC: mean(heats),
      coldestC: Math.min(...heats),
      warmestC: Math.max(...heats),
      humidityPercent: wet.length > 0 ? mean(wet) : null,
    });
  }
  return points;
}
