import { asc, inArray, sql } from 'drizzle-orm';
import type { DeviationView } from '@mercato/contract/germination/dishes';
import type { GerminationPlan } from '@mercato/contract/germination/germination';
import { allowedC, type Deviation, deviationsOf } from '@mercato/core/germination/deviation';
import { dayZero } from '@mercato/core/germination/planTest';
import { instantsOf } from '@mercato/core/units/wallTime';
import type { Reader } from '../database/connect.ts';
import { inOrder } from '../database/inOrder.ts';
import { type LotFile, testsIn } from '../register/lotFile.ts';
import { placePaths } from '../store/places.ts';
import { dishMove } from './tables.ts';

/** How long dishes of a test stood in one place: instants. */
interface Stay {
  readonly placeId: string;
  readonly from: Date;
  readonly to: Date;
  readonly dishes: number[];
}

/** Deviations of each test, by its id; tests whose dishes stand on no shelf have none. */
export type TestDeviations = ReadonlyMap<string, readonly DeviationView[]>;

/**
 * When the air around dishes lay outside what their plan allows, as the loggers of their shelf, or else of the cabinet or
 * room around it, saw it; from the day on which their seed came into germination conditions to their final count.
 * @param ended  the day on which a dish was closed; null = it stands there still
 */
export async function deviationsIn(
  tx: Reader,
  file: LotFile,
  ended: (dishId: string) => string | null,
): Promise<TestDeviations> {
  const dishes = file.vessels.filter((one) => one.kind === 'replicate');
  if (dishes.length === 0) return new Map();
  const moves = await tx
    .select()
    .from(dishMove)
    .where(
      inArray(
        dishMove.dishId,
        dishes.map((one) => one.id),
      ),
    )
    .orderBy(asc(dishMove.seq));
  if (moves.length === 0) return new Map();
  const paths = await placePaths(tx);
  const { zone } = file.laboratory;
  const found = new Map<string, readonly DeviationView[]>();
  await inOrder(testsIn(file, 'germination'), async ({ test, edition }) => {
    const plan = test.plan as GerminationPlan;
    const allowed = allowedC(plan.temperature, edition.parameter('germination_temperature_band_c').value);
    const own = dishes.filter((one) => one.parentId === test.vesselId);
    if (!allowed) return;
    const begin = midnight(dayZero(plan), zone);
    const stays = new Map<string, Stay>();
    for (const dish of own) {
      const last = ended(dish.id);
      const end = new Date(last === null ? FAR : midnight(last, zone).getTime() + DAY_MS);
      const mine = moves.filter((one) => one.dishId === dish.id);
      mine.forEach((move, i) => {
        // Dealt by the plan, or put there on the first day, a dish stood there from the beginning; else from its move on.
        const atOnce = i === 0 && (plan.dealt !== undefined || move.at.getTime() < begin.getTime() + DAY_MS);
        const from = atOnce ? begin : new Date(Math.max(move.at.getTime(), begin.getTime()));
        const to = mine[i + 1]?.at ?? end;
        if (to <= from) return;
        const key = `${move.placeId} ${from.getTime()} ${to.getTime()}`;
        const stay = stays.get(key) ?? { placeId: move.placeId, from, to, dishes: [] };
        stay.dishes.push(dish.number);
        stays.set(key, stay);
      });
    }
    const views = (
      await inOrder([...stays.values()], async (stay) =>
        deviationsOf(await outside(tx, stay, allowed), allowed).map((one) =>
          viewOf(one, paths.get(stay.placeId) ?? [], stay.dishes),
        ),
      )
    ).flat();
    if (views.length > 0) found.set(test.id, views);
  });
  return found;
}

const DAY_MS = 86_400_000;
/** Later than any reading. */
const FAR = Date.UTC(2200, 0, 1);
function midnight(day: string, zone: string): Date {
  const [year = 0, month = 0, date = 0] = day.split('-').map(Number);
  const [instant] = instantsOf(zone, { year, month, day: date, hour: 0, minute: 0, second: 0 });
  return new Date(instant ?? `${day}T00:00:00Z`);
}

const viewOf = (one: Deviation, place: string[], dishes: number[]): DeviationView => ({
  from: new Date(one.from).toISOString(),
  to: new Date(one.to).toISOString(),
  minutes: one.minutes,
  side: one.side,
  worstC: one.worstC,
  place,
  dishes: [...dishes].sort((a, b) => a - b),
});

/** Stretches of readings outside, of the nearest place around that has any; readings that count, as the store counts them. */
async function outside(tx: Reader, { placeId, from, to }: Stay, { leastC, mostC }: { leastC: number; mostC: number }) {
  const { rows } = await tx.execute<{ from: string; to: string; coldest: string; warmest: string }>(sql`
    with recursive up as (
      select p.id, p.parent_id, 0 far from store_place p where p.id = ${placeId}
      union all select p.id, p.parent_id, far + 1 from store_place p join up on p.id = up.parent_id where far < 12
    ), near as (
      select id from up where exists (
        select 1 from climate_reading r where r.place_id = up.id and r.at between ${from.toISOString()} and ${to.toISOString()}
      ) order by far limit 1
    ), seen as (
      select r.at, r.temperature_c t, (r.temperature_c < ${leastC} or r.temperature_c > ${mostC}) as out
      from climate_reading r
      left join store_list l on l.id = r.list_id
      left join climate_strike s on s.reading_id = r.id
      where r.place_id = (select id from near) and r.at between ${from.toISOString()} and ${to.toISOString()}
        and s.reading_id is null and (r.list_id is null or l.state = 'in')
    ), island as (
      select *, count(*) filter (where not out) over (order by at) as after from seen
    )
    select min(at)::text as from, max(at)::text as to, min(t)::text as coldest, max(t)::text as warmest
    from island where out group by after order by min(at)`);
  return rows.map((row) => ({
    from: Date.parse(row.from),
    to: Date.parse(row.to),
    coldestC: Number(row.coldest),
    warmestC: Number(row.warmest),
  }));
}
