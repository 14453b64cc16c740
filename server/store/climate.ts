import { and, asc, eq, gte, isNull, or } from 'drizzle-orm';
import type { PlaceCare } from '@mercato/contract/store/care';
import type { Air } from '@mercato/core/store/climate/air';
import type { Reader } from '../database/connect.ts';
import { climateReading, climateStrike, storeList } from './tables.ts';

/** Points of a picture. */
const POINTS = 360;

/** Air as the table has it. */
export const airColumns = ({ temperatureC, humidityPercent }: Omit<Air, 'at'>) => ({
  temperatureC: temperatureC.toString(),
  humidityPercent: humidityPercent === null ? null : humidityPercent.toString(),
});

/** What loggers saw of a place from a time on, oldest first; of readings of one instant the one that came first counts. */
export async function airOf(tx: Reader, placeId: string, from: Date): Promise<Air[]> {
  const rows = await tx
    .select({
      at: climateReading.at,
      temperatureC: climateReading.temperatureC,
      humidityPercent: climateReading.humidityPercent,
    })
    .from(climateReading)
    .leftJoin(storeList, eq(storeList.id, climateReading.listId))
    .leftJoin(climateStrike, eq(climateStrike.readingId, climateReading.id))
    .where(
      and(
        eq(climateReading.placeId, placeId),
        gte(climateReading.at, from),
        isNull(climateStrike.readingId),
        or(isNull(climateReading.listId), eq(storeList.state, 'in')),
      ),
    )
    .orderBy(asc(climateReading.at), asc(climateReading.id));
  return rows
    .map((one) => ({
      at: one.at.getTime(),
      temperatureC: Number(one.temperatureC),
      humidityPercent: one.humidityPercent === null ? null : Number(one.humidityPercent),
    }))
    .filter((one, i, all) => one.at !== all[i - 1]?.at);
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
