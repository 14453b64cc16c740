import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { eq, isNull, sql } from 'drizzle-orm';
import { expect, it } from 'vitest';
import { auditEntry, laboratory } from '../register/tables.ts';
import { useHands } from '../testing/hands.ts';
import { asStored, everyColumn, prepared } from './connect.ts';

const hands = useHands();

/** Every place of the server that prepares a statement, by the name that it gives it. */
const NAMES = readdirSync(join(import.meta.dirname, '..'), { recursive: true, encoding: 'utf8' })
  .filter((path) => path.endsWith('.ts') && !path.endsWith('.test.ts'))
  .flatMap((path) => [
    ...readFileSync(join(import.meta.dirname, '..', path), 'utf8').matchAll(/prepared\([\w.]+, '([^']+)'/g),
  ])
  .map(([, name]) => name ?? '');

it('no two statements go by one name, and none is longer than PostgreSQL keeps', () => {
  expect(NAMES.length).toBeGreaterThan(10);
  expect(NAMES.filter((one, i) => NAMES.indexOf(one) !== i)).toEqual([]);
  expect(NAMES.filter((one) => Buffer.byteLength(one) > 63)).toEqual([]);
});

it('is put together once on a connection, and belongs to whichever transaction runs it', async () => {
  const { db } = hands.lab.connection;
  let made = 0;
  const rename = (name: string, fails: boolean) =>
    db
      .transaction(async (tx) => {
        await prepared(tx, 'test rename', (on, as) => {
          made += 1;
          return on
            .update(laboratory)
            .set({ name: sql`${sql.placeholder('name')}` })
            .where(eq(laboratory.id, 1))
            .prepare(as);
        }).execute({ name });
        if (fails) throw new Error('given up');
      })
      .catch(() => undefined);
  const nameIs = async () => (await db.select({ name: laboratory.name }).from(laboratory))[0]?.name;
  await rename('First', false);
  await rename('Given up', true);
  expect(await nameIs()).toBe('First');
  for (const name of ['Second', 'Third', 'Fourth']) await rename(name, false);
  expect(await nameIs()).toBe('Fourth');
  expect(made).toBeLessThanOrEqual(hands.lab.connection.pool.totalCount);
});

it('keeps what is null as null, not as the word for it', async () => {
  const { db } = hands.lab.connection;
  const { seq: _seq, action: _action, ...columns } = everyColumn(auditEntry);
  const at = new Date('2026-11-24T09:30:00.123Z');
  await db.transaction((tx) =>
    prepared(tx, 'test act', (on, name) => on.insert(auditEntry).values(columns).prepare(name)).execute(
      asStored(auditEntry, {
        lotId: null,
        by: null,
        at,
        act: { is: 'moisture-weighed', test: 1 },
        subject: 'null',
        before: null,
        after: { nothing: null },
        reason: null,
      }),
    ),
  );
  const [row] = await db.select().from(auditEntry).where(eq(auditEntry.subject, 'null'));
  expect(row).toMatchObject({ before: null, after: { nothing: null }, reason: null, at });
  const empty = await db.select().from(auditEntry).where(isNull(auditEntry.before));
  expect(empty.map((one) => one.subject)).toContain('null');
});
