import { createHash } from 'node:crypto';
import ical, { ICalCalendarMethod } from 'ical-generator';
import type { Due, Today } from '@mercato/contract/today/today';
import { dueThingWords } from '@mercato/contract/today/words';
import { capital } from '@mercato/contract/words/text';
import { addDays } from '@mercato/core/units/days';
import type { Reader } from '../database/connect.ts';
import { inOrder } from '../database/inOrder.ts';
import { todayIn } from '../http/day.ts';
import { MOST_DATED, MOST_WITHOUT_DAY } from '../lot-sheet/due.ts';
import { type CalendarDay, SOON_DAYS } from '../register/due.ts';
import { laboratoryOf } from '../register/lotFile.ts';
import { lot } from '../register/tables.ts';
import { packet } from '../store/tables.ts';
import { claimsOn } from './claims.ts';
import { ASKS } from './registry.ts';

export async function whatIsDue(tx: Reader, now: Date): Promise<Today> {
  const { zone } = await laboratoryOf(tx);
  const today = todayIn(now, zone);
  // What has no day can be done now, after what has.
  const day = ({ by }: Due) => (by === null ? `${today} ` : by.length > 10 ? todayIn(new Date(by), zone) : by);
  const sorted = (await inOrder(ASKS, (room) => room.due(tx, { now, today })))
    .flat()
    .sort((a, b) => Number(b.overdue) - Number(a.overdue) || (day(a) < day(b) ? -1 : day(a) > day(b) ? 1 : 0));
  const named = await claimsOn(tx, now);
  const isNow = (one: Due) => one.by === null || day(one) <= today;
  const lots = sorted.filter((one) => one.what === 'lot');
  const undated = lots.filter((one) => one.by === null).length;
  return {
    today,
    due: sorted.filter(isNow).map(named),
    soon: sorted.filter((one) => !isNow(one) && day(one) <= addDays(today, SOON_DAYS)).map(named),
    empty: { lots: !(await anyOf(tx, lot)), store: !(await anyOf(tx, packet)) },
    more: undated >= MOST_WITHOUT_DAY || lots.length - undated >= MOST_DATED,
  };
}

const anyOf = async (tx: Reader, table: typeof lot | typeof packet) =>
  (await tx.select({ id: table.id }).from(table).limit(1)).length > 0;

/** All of it as an iCalendar file (RFC 5545): days as whole days, hours as hours; ids stay the same from one to the next. */
export async function calendarOf(
  tx: Reader,
  now: Date,
  wanted: (one: Due) => boolean = () => true,
  /** With the days that come besides: of the whole house. */
  besides = true,
): Promise<string> {
  const { name, zone } = await laboratoryOf(tx);
  const looked = { now, today: todayIn(now, zone) };
  const calendar = ical({
    name,
    prodId: { company: 'Mercato', product: 'what is due' },
    method: ICalCalendarMethod.PUBLISH,
  });
  for (const { due, days, hasDay } of ASKS) {
    const things = (await due(tx, looked)).filter((one) => (hasDay?.(one) ?? true) && wanted(one));
    const own = things.flatMap((one): CalendarDay[] =>
      one.by === null ? [] : [{ id: idOf(one), by: one.by, says: dueThingWords(one), open: one.open }],
    );
    for (const { id, by, says, open } of [...own, ...(besides ? ((await days?.(tx, looked)) ?? []) : [])]) {
      const whole = by.length === 10;
      calendar.createEvent({
        id: `${id}@mercato`,
        stamp: now,
        start: whole ? new Date(`${by}T00:00:00Z`) : new Date(by),
        ...(whole ? { allDay: true, timezone: 'UTC' } : { end: new Date(Date.parse(by) + 15 * 60_000) }),
        summary: capital(says),
        description: open,
      });
    }
  }
  return calendar.toString();
}

const idOf = (one: Due) =>
  one.what === 'dishes'
    ? `dishes-${one.reference}-${one.test}-${one.act.is === 'to-warmth' ? 'warmth' : one.act.day}-${hashed(one.room ?? '')}`
    : `${one.what}-${one.what === 'lot' || one.what === 'request' ? one.reference : (one.open.split('/').at(-1) ?? '')}`;
const hashed = (text: string) => createHash('sha256').update(text).digest('hex').slice(0, 8);
