import { and, asc, desc, eq, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type {
  BalanceChange,
  BalanceSettings,
  BalanceView,
  CheckView,
  NewCheck,
  WeighedOn,
} from '@mercato/contract/devices/balances';
import { checkPassed, checkState } from '@mercato/core/devices/judgeBalance';
import { writtenDecimals } from '@mercato/core/units/mass';
import { brokeConstraint, forUpdate, type Reader, type Transaction } from '../database/connect.ts';
import { checkVersion } from '../http/asked.ts';
import type { WriteContext } from '../http/context.ts';
import { fault, type FieldRefusal, refused } from '../http/fault.ts';
import { namesOf } from '../register/people.ts';
import { balance, balanceCheck } from './tables.ts';

type Write = Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit'>;
const CHECKS_SHOWN = 20;

export async function listBalances(tx: Reader, now: Date): Promise<BalanceView[]> {
  const rows = await tx.select().from(balance).orderBy(asc(balance.name));
  if (rows.length === 0) return [];
  const names = await namesOf(tx);
  const ranked = tx
    .select({
      id: balanceCheck.id,
      rank: sql<number>`row_number() over (partition by ${balanceCheck.balanceId} order by ${balanceCheck.at} desc, ${balanceCheck.id} desc)`.as(
        'rank',
      ),
    })
    .from(balanceCheck)
    .as('ranked');
  const checks = await tx
    .select({ check: balanceCheck })
    .from(balanceCheck)
    .innerJoin(ranked, eq(ranked.id, balanceCheck.id))
    .where(sql`${ranked.rank} <= ${CHECKS_SHOWN}`)
    .orderBy(desc(balanceCheck.at), desc(balanceCheck.id));
  return rows.map((row): BalanceView => {
    const settings = row.settings;
    const mine = checks.flatMap(({ check }) => (check.balanceId === row.id ? [check] : []));
    return {
      ...settings,
      id: row.id,
      name: row.name,
      version: row.version,
      simulated: row.simulated,
      check: checkState(mine[0] ?? null, settings.checkHours, now),
      checks: mine.map((one): CheckView => ({
        nominal: one.nominal,
        shown: one.shown,
        tolerance: one.tolerance,
        passed: checkPassed(one),
        by: names.get(one.by) ?? '',
        at: one.at.toISOString(),
      })),
    };
  });
}

export async function balanceById(tx: Reader, id: string): Promise<typeof balance.$inferSelect> {
  const [row] = await tx.select().from(balance).where(eq(balance.id, id));
  if (!row) throw fault('not-found', 'devices.no-such-balance');
  return row;
}

/** Sets a balance up; `simulated` is for the stand-in of the demo alone. */
export async function addBalance({ tx, hand, audit }: Write, body: BalanceChange, simulated = false): Promise<string> {
  const id = uuid();
  const { name, reason: _reason, ...settings } = body;
  await tx
    .insert(balance)
    .values({ id, name, settings, simulated, version: 1, updatedBy: hand.personId, updatedAt: hand.at })
    .catch((error: unknown) => {
      throw brokeConstraint(error) ? taken() : error;
    });
  await audit({ act: { is: 'balance-set-up' }, subject: `balance ${name}`, after: body });
  return id;
}

const taken = () => fault('conflict', 'devices.another-balance-name', 'name');

export async function changeBalance(
  { tx, hand, audit }: Write,
  id: string,
  body: BalanceChange,
  seenVersion: number | null,
): Promise<void> {
  const [row] = await forUpdate(tx, tx.select().from(balance).where(eq(balance.id, id)));
  if (!row) throw fault('not-found', 'devices.no-such-balance');
  checkVersion(seenVersion, row, (await namesOf(tx)).get(row.updatedBy) ?? 'somebody');
  const { name, reason, ...settings } = body;
  if (!reason) throw fault('invalid', 'devices.say-why-changed', 'reason');
  await tx
    .update(balance)
    .set({ name, settings, version: row.version + 1, updatedBy: hand.personId, updatedAt: hand.at })
    .where(eq(balance.id, id))
    .catch((error: unknown) => {
      throw brokeConstraint(error) ? taken() : error;
    });
  await audit({
    act: { is: 'balance-changed' },
    subject: `balance ${name}`,
    before: { name: row.name, ...(row.settings as object) },
    after: body,
    reason,
  });
}

/** Writes a check weight down, with what is allowed today. */
export async function checkBalance({ tx, hand, audit }: Write, id: string, body: NewCheck): Promise<void> {
  const row = await balanceById(tx, id);
  const { resolution, tolerance } = row.settings as BalanceSettings;
  if (writtenDecimals(body.shown) > writtenDecimals(resolution))
    throw fault('invalid', { is: 'devices.more-decimals-than-balance', resolution }, 'shown');
  await tx.insert(balanceCheck).values({
    id: uuid(),
    balanceId: id,
    ...body,
    tolerance,
    nominalG: body.nominal,
    shownG: body.shown,
    by: hand.personId,
    at: hand.at,
  });
  await audit({
    act: { is: checkPassed({ ...body, tolerance }) ? 'balance-check-passed' : 'balance-check-failed' },
    subject: `balance ${row.name}`,
    after: body,
  });
}

/**
 * What is kept with each weighing: the balance, its smallest step and its last check. A figure with more decimals
 * than its balance resolves is refused, and a balance whose check is overdue or failed needs a reason.
 *
 * @param weighed  figures by field, g as text

 * @returns the note of each field that was weighed on a balance of the register
 */
export async function weighingNotes(
  tx: Reader,
  weighedOn: Readonly<Record<string, WeighedOn>> | undefined,
  weighed: Readonly<Record<string, string>>,
  now: Date,
): Promise<Record<string, string>> {
  const used = Object.entries(weighedOn ?? {}).filter(([field]) => weighed[field] !== undefined);
  if (used.length === 0) return {};
  const balances = new Map((await listBalances(tx, now)).map((one) => [one.id, one]));
  const faults: FieldRefusal[] = [];
  const notes = used.flatMap(([field, { balanceId, why }]): [string, string][] => {
    const one = balances.get(balanceId);
    if (!one) {
      faults.push({ path: `weighedOn.${field}`, message: { is: 'devices.no-such-balance-2' } });
      return [];
    }
    if (writtenDecimals(weighed[field] ?? '') > writtenDecimals(one.resolution))
      faults.push({
        path: field,
        message: { is: 'devices.more-decimals-than-resolves', name: one.name, resolution: one.resolution },
      });
    if (one.check !== 'good' && !why)
      faults.push({
        path: `weighedOn.${field}.why`,
        message: { is: 'devices.check-say-why-used', name: one.name, figure: CHECK_WORDS[one.check] },
      });
    const [last] = one.checks;
    return [
      [
        field,
        [
          `${one.name}, ${one.resolution} g`,
          last ? `check ${last.nominal} g showed ${last.shown} g on ${last.at}` : 'never checked',
          ...(why && one.check !== 'good' ? [`used all the same: ${why}`] : []),
        ].join('; '),
      ],
    ];
  });
  if (faults.length > 0) throw refused(faults);
  return Object.fromEntries(notes);
}

export const CHECK_WORDS = {
  good: 'passed',
  overdue: 'is overdue',
  failed: 'failed',
  never: 'was never made',
} as const;

/** What the demo calls the scale under its bagger. */
export const BAGGER = 'Scale under the bagger';

/** Keeps the stand-ins of the demo where they listen this time, by the names of `devices/`. */
export async function pointSimulated(tx: Transaction, ports: Readonly<Record<string, number>>): Promise<void> {
  for (const bagger of [false, true]) {
    const port = bagger ? ports.bagger : ports.balance;
    if (port === undefined) continue;
    const address = `tcp://127.0.0.1:${port}`;
    await tx
      .update(balance)
      .set({ settings: sql`${balance.settings} || ${JSON.stringify({ address })}::jsonb` })
      .where(and(eq(balance.simulated, true), sql`(${balance.name} = ${BAGGER}) = ${bagger}`));
  }
}
