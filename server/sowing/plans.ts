import { asc, eq } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { NewSowingPlan, SowingPlans, SowingPlanView } from '@mercato/contract/sowing/plans';
import { sowingCalendar, type SowingCalendar } from '@mercato/core/sowing/window';
import { addDays } from '@mercato/core/units/days';
import { forUpdate, type Reader } from '../database/connect.ts';
import { checkVersion } from '../http/asked.ts';
import type { WriteContext } from '../http/context.ts';
import { todayIn } from '../http/day.ts';
import { fault } from '../http/fault.ts';
import { laboratoryOf } from '../register/lotFile.ts';
import { namesOf } from '../register/people.ts';
import { kindOf } from '../rule-books/editions.ts';
import { briefsOf } from '../store/packetPages.ts';
import { sowingPlan, sowingPlanRevision } from './tables.ts';

type Row = typeof sowingPlan.$inferSelect;
type Write = Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit'>;
/** A test speaks for a sowing of the same season. */
const TEST_HOLDS_DAYS = 240;
/** Below this share other seed is worth its price. Common practice, no source. */
const WORTH_SOWING = 0.5;

async function check(tx: Reader, body: NewSowingPlan): Promise<void> {
  if (body.packetId !== null && (await briefsOf(tx, [body.packetId])).length === 0)
    throw fault('invalid', 'store.no-such-packet', 'packetId');
  if (body.species !== '' && !(await kindOf(tx, body.species)))
    throw fault('invalid', { is: 'sowing.not-list-kinds', species: body.species }, 'species');
}

export async function addPlan({ tx, hand, audit }: Write, body: NewSowingPlan): Promise<void> {
  await check(tx, body);
  const id = uuid();
  await tx
    .insert(sowingPlan)
    .values({ id, packetId: body.packetId, plan: body, updatedBy: hand.personId, updatedAt: hand.at });
  await tx.insert(sowingPlanRevision).values({ planId: id, version: 1, plan: body, by: hand.personId, at: hand.at });
  await audit({ act: { is: 'sowing-planned' }, subject: body.kind, after: body });
}

/** Changes a plan, or drops it; what was planned before is kept. */
export async function changePlan(
  { tx, hand, audit }: Write,
  id: string,
  change: { readonly plan: NewSowingPlan } | { readonly dropped: string },
  seen: number | null,
): Promise<void> {
  const [row] = await forUpdate(tx, tx.select().from(sowingPlan).where(eq(sowingPlan.id, id)));
  if (!row) throw fault('not-found', 'sowing.no-such-sowing');
  checkVersion(seen, row, (await namesOf(tx)).get(row.updatedBy) ?? 'somebody');
  const plan = 'plan' in change ? change.plan : row.plan;
  if ('plan' in change) await check(tx, plan);
  const version = row.version + 1;
  await tx
    .update(sowingPlan)
    .set({
      plan,
      packetId: plan.packetId,
      state: 'dropped' in change ? 'dropped' : 'planned',
      version,
      updatedBy: hand.personId,
      updatedAt: hand.at,
    })
    .where(eq(sowingPlan.id, id));
  const reason = 'dropped' in change ? change.dropped : null;
  await tx.insert(sowingPlanRevision).values({ planId: id, version, plan, by: hand.personId, at: hand.at, reason });
  await audit({
    act: { is: 'dropped' in change ? 'sowing-dropped' : 'sowing-changed' },
    subject: plan.kind,
    before: row.plan,
    after: plan,
    reason: reason ?? undefined,
  });
}

/** The sowings that are planned, what is to be done first on top. */
export async function listPlans(tx: Reader, now: Date): Promise<SowingPlans> {
  const today = todayIn(now, (await laboratoryOf(tx)).zone);
  const rows = await tx.select().from(sowingPlan).where(eq(sowingPlan.state, 'planned')).orderBy(asc(sowingPlan.id));
  const names = await namesOf(tx);
  const packets = new Map(
    (
      await briefsOf(
        tx,
        rows.flatMap((one) => one.packetId ?? []),
      )
    ).map((one) => [one.id, one]),
  );
  const plans = rows.map((row) =>
    planView(row, row.packetId === null ? undefined : packets.get(row.packetId), names, today),
  );
  const rank = (one: SowingPlanView) => one.next?.by ?? '9999';
  return { today, plans: plans.sort((a, b) => (rank(a) < rank(b) ? -1 : rank(a) > rank(b) ? 1 : 0)) };
}

function planView(
  row: Row,
  packet: Awaited<ReturnType<typeof briefsOf>>[number] | undefined,
  names: ReadonlyMap<string, string>,
  today: string,
): SowingPlanView {
  const plan = row.plan;
  const calendar = sowingCalendar(plan);
  const test = packet?.lastTest;
  const fresh = test !== null && test !== undefined && test.on >= addDays(plan.from, -TEST_HOLDS_DAYS);
  return {
    ...plan,
    id: row.id,
    version: row.version,
    by: names.get(row.updatedBy) ?? '',
    calendar,
    tested: test ? { on: test.on, sprouted: test.sprouted, seeds: test.seeds } : null,
    packet: packet
      ? { id: packet.id, name: [packet.kind, packet.variety, packet.harvestYear].filter(Boolean).join(' ') }
      : null,
    next: nextOf(calendar, plan, fresh ? test : null, today),
  };
}

/** What is to be done next: a test while it still helps, then other seed while it still comes, then the sowing. */
function nextOf(
  calendar: SowingCalendar,
  { buyDays, from }: NewSowingPlan,
  test: { readonly sprouted: number; readonly seeds: number } | null,
  today: string,
): SowingPlanView['next'] {
  const coming = calendar.sowings.find((day) => day >= today);
  if (coming === undefined) return null;
  const order = addDays(coming, -buyDays);
  if (test) {
    const poor = test.sprouted / test.seeds < WORTH_SOWING;
    if (poor && today <= order)
      return { what: 'order', by: order, why: 'tested-poor', sprouted: test.sprouted, seeds: test.seeds };
    return { what: 'sow', by: coming, how: poor ? 'thickly' : 'as-usual' };
  }
  if (today <= calendar.testBy)
    return {
      what: 'test',
      by: calendar.testBySafe >= today ? calendar.testBySafe : calendar.testBy,
      why: 'in-time',
    };
  if (calendar.testByLast !== null && today <= calendar.testByLast)
    return { what: 'test', by: calendar.testByLast, why: 'for-the-last' };
  return today <= order
    ? { what: 'order', by: order, why: coming === from ? 'too-late-to-test' : 'too-late-to-test-again' }
    : { what: 'sow', by: coming, how: 'untested' };
}
