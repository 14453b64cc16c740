import { and, eq, sql } from 'drizzle-orm';
import { asStored, everyColumn, filled, prepared, type Transaction } from '../database/connect.ts';
import { idempotencyKey } from '../register/tables.ts';
import type { ApiParts, SignedIn } from './context.ts';
import { fault } from './fault.ts';
import { untilItGoesThrough } from './tries.ts';

/** Runs `work` once per key: a repeat gets the stored answer, another body under the key is refused. */
export async function once(
  { connection, clock }: Pick<ApiParts<never>, 'connection' | 'clock'>,
  person: SignedIn,
  route: string,
  key: string,
  hash: string,
  unkept: boolean,
  work: (tx: Transaction) => Promise<{ status: number; body: object; note: string | null }>,
): Promise<{ status: number; body: object; note: string | null }> {
  return untilItGoesThrough(() =>
    connection.db.transaction(async (tx) => {
      const mine = and(
        eq(idempotencyKey.personId, person.id),
        eq(idempotencyKey.route, route),
        eq(idempotencyKey.key, key),
      );
      const taken = await prepared(tx, 'take key', (on, name) =>
        on
          .insert(idempotencyKey)
          .values({ ...everyColumn(idempotencyKey), status: null, answer: null })
          .onConflictDoNothing()
          .returning({ key: idempotencyKey.key })
          .prepare(name),
      ).execute(asStored(idempotencyKey, { personId: person.id, route, key, bodyHash: hash, createdAt: clock() }));
      if (taken.length === 0) {
        const [before] = await tx.select().from(idempotencyKey).where(mine);
        if (before?.bodyHash !== hash || unkept) throw fault('key-reused', 'http.idempotency-key-used-another');
        return { status: before.status ?? 200, body: before.answer ?? {}, note: null };
      }
      const answer = await work(tx);
      await prepared(tx, 'keep answer', (on, name) =>
        on
          .update(idempotencyKey)
          .set({ status: filled('status'), answer: filled('answer') })
          .where(
            and(
              eq(idempotencyKey.personId, sql.placeholder('personId')),
              eq(idempotencyKey.route, sql.placeholder('route')),
              eq(idempotencyKey.key, sql.placeholder('key')),
            ),
          )
          .prepare(name),
      ).execute(
        asStored(idempotencyKey, {
          personId: person.id,
          route,
          key,
          status: answer.status,
          answer: unkept ? {} : answer.body,
        }),
      );
      return answer;
    }),
  );
}
