import ical, { ICalCalendarMethod } from 'ical-generator';
import type { Due, StoreToday } from '@mercato/contract/today/today';
import { dueThingWords } from '@mercato/contract/today/words';
import { addDays } from '@mercato/core/units/days';
import type { Reader } from '../database/connect.ts';
import { inOrder } from '../database/inOrder.ts';
import { todayIn } from '../http/day.ts';
import type { CalendarDay } from '../register/due.ts';
import { laboratoryOf } from '../register/lotFile.ts';
import { ASKS } from './registry.ts';

const SOON_DAYS = 28;

export async function storeToday(tx: Reader, now: Date): Promise<StoreToday> {
  const { zone } = await laboratoryOf(tx);
  const today = todayIn(now, zone);
  const day = (one: Due) => (one.by.length > 10 ? todayIn(new Date(one.by), zone) : one.by);
  const sorted = (await inOrder(ASKS, (room) => room.due(tx, { now, today })))
    .flat()
    .sort((a, b) => Number(b.overdue) - Number(a.overdue) || (day(a) < day(b) ? -1 : day(a) > day(b) ? 1 : 0));
  return {
    today,
    due: sorted.filter((one) => day(one) <= today),
    soon: sorted.filter((one) => day(one) > today && day(one) <= addDays(today, SOON_DAYS)),
  };
}

/** All of it as an iCalendar file (RFC 5545): days as whole days, hours as hours; ids stay the same from one to the next. */
export async function storeCalendar(tx: Reader, now: Date): Promise<string> {
  const { name, zone } = await laboratoryOf(tx);
  const looked = { now, today: todayIn(now, zone) };
  const calendar = ical({
    name: `${name}: seed store`,
    prodId: { company: 'Mercato', product: 'seed store' },
    method: ICalCalendarMethod.PUBLISH,
  });
  for (const { due, days, hasDay } of ASKS) {
    const things = (await due(tx, looked)).filter((one) => hasDay?.(one) ?? true);
    const own = things.map((one): CalendarDay => ({
      id: `${one.what}-${one.open.split('/').at(-1) ?? ''}`,
      by: one.by,
      says: dueThingWords(one),
      open: one.open,
    }));
    for (const { id, by, says, open } of [...own, ...((await days?.(tx, looked)) ?? [])]) {
      const whole = by.length === 10;
      calendar.createEvent({
        id: `${id}@mercato`,
        stamp: now,
        start: whole ? new Date(`${by}T00:00:00Z`) : new Date(by),
        ...(whole ? { allDay: true, timezone: 'UTC' } : { end: new Date(Date.parse(by) + 15 * 60_000) }),
        summary: `${says[0]?.toUpperCase() ?? ''}${says.slice(1)}`,
        description: open,
      });
    }
  }
  return calendar.toString();
}
