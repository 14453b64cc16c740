import { and, asc, eq, inArray, isNotNull, sql } from 'drizzle-orm';
import type { RoomView } from '@mercato/contract/germination/dishes';
import type { GerminationPlan } from '@mercato/contract/germination/germination';
import { mostAtOnce, type Standing } from '@mercato/core/germination/dealHundreds';
import { planCalendar } from '@mercato/core/germination/planTest';
import type { Reader } from '../database/connect.ts';
import { fault } from '../http/fault.ts';
import { benchTest, lot, vessel } from '../register/tables.ts';
import { placePaths } from '../store/places.ts';
import { storePlace } from '../store/tables.ts';
import { dishMove } from './tables.ts';

/** A dish as it stands on a shelf, from its set-up to the end of its test. */
interface DishThere extends Standing {
  readonly placeId: string;
  readonly code: string;
  readonly dish: number;
  readonly lot: string;
  readonly lotId: string;
}

/** Dishes that stand on shelves: neither closed nor spoiled, of tests that nobody set aside. */
export async function dishesStanding(tx: Reader, places: readonly string[], today: string): Promise<DishThere[]> {
  if (places.length === 0) return [];
  const rows = await tx
    .select({
      placeId: dishMove.placeId,
      code: vessel.code,
      dish: vessel.number,
      lot: lot.reference,
      lotId: lot.id,
      plan: benchTest.plan,
    })
    .from(dishMove)
    .innerJoin(vessel, eq(vessel.id, dishMove.dishId))
    .innerJoin(benchTest, eq(benchTest.vesselId, vessel.parentId))
    .innerJoin(lot, eq(lot.id, vessel.lotId))
    .where(
      and(
        inArray(dishMove.placeId, [...places]),
        sql`not exists (select 1 from dish_move later where later.dish_id = ${dishMove.dishId} and later.seq > ${dishMove.seq})`,
        sql`not exists (select 1 from germination_count c where c.subject = ${vessel.id} and c.final and c.closed
             and not exists (select 1 from germination_count n where n.supersedes = c.id))`,
        sql`coalesce((select s.cause from dish_spoiled s where s.dish_id = ${vessel.id} order by s.seq desc limit 1), '') = ''`,
        sql`coalesce((select d.decision from decision d where d.test_id = ${benchTest.id} order by d.at desc limit 1), '') <> 'set-aside'`,
      ),
    )
    .orderBy(asc(lot.reference), asc(benchTest.number), asc(vessel.number));
  return rows.map(({ plan, ...row }) => {
    const calendar = planCalendar(plan as GerminationPlan);
    const last = calendar.at(-1)?.date ?? today;
    // A dish that nobody closed on its last day still stands there.
    return { ...row, from: calendar[0]?.date ?? today, to: last < today ? today : last, dishes: 1 };
  });
}

/** Shelves for dishes, with what stands on them on some days. */
export async function roomOn(tx: Reader, from: string, to: string, today: string): Promise<RoomView> {
  const shelves = await tx
    .select({ id: storePlace.id, code: storePlace.code, places: storePlace.dishPlaces })
    .from(storePlace)
    .where(and(isNotNull(storePlace.dishPlaces), eq(storePlace.removed, false)));
  const paths = await placePaths(tx);
  const standing = await dishesStanding(
    tx,
    shelves.map((one) => one.id),
    today,
  );
  return {
    from,
    to,
    shelves: shelves
      .map(({ id, code, places }) => {
        const own = standing.filter((one) => one.placeId === id);
        return {
          id,
          code,
          path: paths.get(id) ?? [],
          places: places ?? 0,
          taken: mostAtOnce(own, from, to),
          dishes: own
            .filter((one) => one.from <= to && one.to >= from)
            .map((one) => ({ code: one.code, lot: one.lot, lotId: one.lotId, dish: one.dish, until: one.to })),
        };
      })
      .sort((a, b) => a.path.join(' ').localeCompare(b.path.join(' '), 'en', { numeric: true })),
  };
}

/**
 * Dishes that can still be put on each of some shelves, on the days of a plan.
 * @throws {Fault} 422 naming a shelf that is none for dishes
 */
export async function freeOn(
  tx: Reader,
  shelves: readonly string[],
  from: string,
  to: string,
  today: string,
): Promise<number[]> {
  const { shelves: all } = await roomOn(tx, from, to, today);
  return shelves.map((id, i) => {
    const shelf = all.find((one) => one.id === id);
    if (!shelf) throw fault('invalid', 'germination.no-such-shelf', `shelves.${i}`);
    return Math.max(0, shelf.places - shelf.taken);
  });
}
