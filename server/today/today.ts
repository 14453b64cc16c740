import ical, { ICalCalendarMethod } from 'ical-generator';
import { dueThingWords } from '@mercato/contract/today/words';
import type { Due, StoreToday } from '@mercato/contract/today/today';
import { addDays } from '@mercato/core/units/days';
import type { Reader } from '../database/connect.ts';
import { todayIn } from '../http/day.ts';
import { openBags } from '../quick-tests/result.ts';
import { laboratoryOf } from '../register/lotFile.ts';
import { listPlans } from '../sowing/result.ts';
import { listBatches } from '../storage/result.ts';
import { careList } from '../store/care.ts';

const SOON_DAYS = 28;

/** What the store asks of somebody, from all of its steps; what has an hour comes with it. */
async function everything(tx: Reader, now: Date): Promise<{ today: string; zone: string; all: Due[] }> {
  const { zone } = await laboratoryOf(tx);
  const today = todayIn(now, zone);
  const all: Due[] = [];
  const { bags } = await openBags(tx, now);
  const rounds = new Map(bags.map(({ round }) => [round.id, round]));
  for (const round of rounds.values())
    if (round.toLookAt > 0)
      all.push({
        by: today,
        what: 'look',
        bags: round.toLookAt,
        round: round.number,
        name: round.name,
        open: `/store/rounds/${round.id}`,
        overdue: false,
      });
  for (const { round, bag } of bags) {
    const { lastDay } = bag.method;
    if (lastDay === null) continue;
    const by = addDays(round.startedOn, lastDay);
    all.push({
      by,
      what: 'end',
      seed: [bag.kind, bag.variety].filter(Boolean).join(' '),
      sprouted: bag.sprouted,
      seeds: bag.seeds,
      open: `/store/bags/${bag.id}`,
      overdue: by < today,
    });
  }
  for (const one of (await listBatches(tx, now)).batches)
    if (one.state === 'running' && one.dueAt !== null)
      all.push({
        by: one.dueAt,
        what: 'batch',
        batch: one.what,
        kinds: one.kinds,
        place: one.place,
        open: `/store/batches/${one.id}`,
        overdue: one.dueAt < now.toISOString(),
      });
  for (const place of (await careList(tx, now)).places) {
    const past = place.calls.filter((one) => one.what === 'alarm' && !one.goesOn);
    const [first] = past;
    const calls = [
      ...place.calls.filter((one) => !past.includes(one)).map((call) => ({ call, times: 1 })),
      // What is over is one thing to look at, however often it was.
      ...(first ? [{ call: first, times: past.length }] : []),
    ];
    for (const { call, times } of calls)
      all.push({
        by: today,
        what: call.what === 'desiccant' ? 'desiccant' : 'alarm',
        place: place.place,
        call,
        times,
        open: `/store/places/${place.placeId}`,
        overdue: call.goesOn && call.what !== 'desiccant',
      });
  }
  for (const plan of (await listPlans(tx, now)).plans)
    if (plan.next)
      all.push({
        by: plan.next.by,
        what: 'sowing',
        kind: plan.kind,
        next: plan.next,
        open: '/store/calendar',
        overdue: plan.next.by < today,
      });
  return { today, zone, all };
}

export async function storeToday(tx: Reader, now: Date): Promise<StoreToday> {
  const { today, zone, all } = await everything(tx, now);
  const day = (one: Due) => (one.by.length > 10 ? todayIn(new Date(one.by), zone) : one.by);
  const sorted = all.sort(
    (a, b) => Number(b.overdue) - Number(a.overdue) || (day(a) < day(b) ? -1 : day(a) > day(b) ? 1 : 0),
  );
  return {
    today,
    due: sorted.filter((one) => day(one) <= today),
    soon: sorted.filter((one) => day(one) > today && day(one) <= addDays(today, SOON_DAYS)),
  };
}

/** All of it as an iCalendar file (RFC 5545): days as whole days, hours as hours; ids stay the same from one to the next. */
export async function storeCalendar(tx: Reader, now: Date): Promise<string> {
  const { all } = await everything(tx, now);
  const { plans } = await listPlans(tx, now);
  const lab = await laboratoryOf(tx);
  const calendar = ical({
    name: `${lab.name}: seed store`,
    prodId: { company: 'Mercato', product: 'seed store' },
    method: ICalCalendarMethod.PUBLISH,
  });
  const add = (id: string, by: string, summary: string, open: string) => {
    const whole = by.length === 10;
    calendar.createEvent({
      id: `${id}@mercato`,
      stamp: now,
      start: whole ? new Date(`${by}T00:00:00Z`) : new Date(by),
      ...(whole ? { allDay: true, timezone: 'UTC' } : { end: new Date(Date.parse(by) + 15 * 60_000) }),
      summary: `${summary[0]?.toUpperCase() ?? ''}${summary.slice(1)}`,
      description: open,
    });
  };
  for (const one of all)
    if (one.what !== 'sowing' && one.what !== 'alarm')
      add(`${one.what}-${one.open.split('/').at(-1) ?? ''}`, one.by, dueThingWords(one), one.open);
  for (const plan of plans) {
    const { calendar: days } = plan;
    add(`test-safe-${plan.id}`, days.testBySafe, `test ${plan.kind}: the careful day`, '/store/calendar');
    add(`test-${plan.id}`, days.testBy, `test ${plan.kind}: the last day to start`, '/store/calendar');
    days.sowings.forEach((day, i) => {
      add(
        `sow-${plan.id}-${i}`,
        day,
        `sow ${plan.kind}${days.sowings.length > 1 ? `, ${i + 1} of ${days.sowings.length}` : ''}`,
        '/store/calendar',
      );
    });
  }
  return calendar.toString();
}
