import { sql } from 'drizzle-orm';
import type { DayLoad, Days, Due } from '@mercato/contract/today/today';
import { isClosed } from '@mercato/core/units/closedDays';
import { addDays } from '@mercato/core/units/days';
import type { Reader } from '../database/connect.ts';
import { inOrder } from '../database/inOrder.ts';
import { todayIn } from '../http/day.ts';
import { laboratoryOf } from '../register/lotFile.ts';
import { ASKS } from './registry.ts';

/** The longest stretch that is looked at: a month with the weeks around it. */
export const MOST_DAYS = 42;

/**
 * What comes day by day: tests and dishes by the place where they stand, and whatever else has a day.
 * @param days  1..42
 */
export async function daysFrom(tx: Reader, from: string, days: number, now: Date): Promise<Days> {
  const laboratory = await laboratoryOf(tx);
  const today = todayIn(now, laboratory.zone);
  const to = addDays(from, days - 1);
  const { rows } = await tx.execute<{ day: string } & DayLoad['rooms'][number]>(
    sql`select d.due::text as day, d.room, count(distinct (d.lot_id, d.test))::int as tests,
          sum(cardinality(d.open))::int as dishes,
          count(*) filter (where d.act->>'is' = 'count')::int as counts,
          count(*) filter (where (d.act->>'final')::boolean)::int as finals
        from step_due d join lot l on l.id = d.lot_id
        where l.state in ('open', 'held') and d.due between ${from} and ${to}
        group by d.due, d.room order by d.due, d.room`,
  );
  const others = (await inOrder(ASKS, (room) => room.due(tx, { now, today })))
    .flat()
    .flatMap((one): { day: string; due: Due }[] => {
      if (one.by === null || one.what === 'dishes') return [];
      const day = one.by.length > 10 ? todayIn(new Date(one.by), laboratory.zone) : one.by;
      return day >= from && day <= to ? [{ day, due: one }] : [];
    });
  const closed = { week: laboratory.closedWeek, days: laboratory.closedDays };
  return {
    today,
    days: Array.from({ length: days }, (_, i): DayLoad => {
      const day = addDays(from, i);
      return {
        day,
        closed: isClosed(day, closed),
        rooms: rows.filter((one) => one.day === day).map(({ day: _day, ...room }) => room),
        others: others
          .filter((one) => one.day === day)
          .map(({ due }) => ({ what: due.what, says: thingOf(due), open: due.open })),
      };
    }),
  };
}

/** The thing itself, without where and when. */
function thingOf({ by: _by, open: _open, overdue: _overdue, at: _at, room: _room, roles: _roles, ...thing }: Due) {
  return thing;
}
