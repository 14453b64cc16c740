import { createHash, randomBytes } from 'node:crypto';
import { verify } from '@node-rs/argon2';
import { and, eq, gt, isNull, sql } from 'drizzle-orm';
import type { RequestHandler, Router } from 'express';
import type { PasswordReset, ResetLink } from '@mercato/contract/register/people';
import { peopleRoutes, sessionRoutes } from '@mercato/contract/register/routes';
import { type Connection, forUpdate, type Transaction } from '../database/connect.ts';
import type { Api } from '../http/api.ts';
import { idParam } from '../http/asked.ts';
import { fault } from '../http/fault.ts';
import { openWrite } from '../http/open.ts';
import { leaveNote } from '../live/notes.ts';
import { hashPassword } from './hashPassword.ts';
import { checkPassword } from './passwordStrength.ts';
import { person } from './peopleTables.ts';
import { auditEntry, passwordReset } from './tables.ts';

/** A link to a new password holds for a day. */
const LINK_LASTS = 24 * 60 * 60 * 1000;
const hashOf = (token: string) => createHash('sha256').update(token).digest('hex');

/** Ends every session of a person, but one; whoever listens on the live stream with them is told to leave too. */
export async function endSessions(tx: Transaction, personId: string, but: string | null): Promise<void> {
  await tx.execute(
    sql`delete from session where sess ->> 'personId' = ${personId} and (${but}::text is null or sid <> ${but})`,
  );
}

export function servePasswords(api: Api): void {
  api.write(sessionRoutes.changePassword, async ({ tx, body, person: me, audit, sessionId, tellNote }) => {
    const [row] = await forUpdate(tx, tx.select().from(person).where(eq(person.id, me.id)));
    if (!row || !(await verify(row.passwordHash, body.current)))
      throw fault('invalid', 'register.not-your-password-write', 'current');
    checkPassword(body.next, [me.username, me.name], 'next');
    await tx
      .update(person)
      .set({ passwordHash: await hashPassword(body.next) })
      .where(eq(person.id, me.id));
    await endSessions(tx, me.id, sessionId);
    tellNote(leaveNote({ person: me.id, but: sessionId }));
    await audit({ act: { is: 'password-changed' }, subject: `person ${me.id}` });
    return {};
  });
  api.write(peopleRoutes.resetLink, async ({ tx, params, person: me, now, audit }): Promise<ResetLink> => {
    const id = idParam(params, 'person');
    const [row] = await tx.select({ id: person.id }).from(person).where(eq(person.id, id));
    if (!row) throw fault('not-found', 'register.no-such-person');
    const token = randomBytes(24).toString('base64url');
    const expiresAt = new Date(now.getTime() + LINK_LASTS);
    await tx.delete(passwordReset).where(and(eq(passwordReset.personId, id), isNull(passwordReset.usedAt)));
    await tx
      .insert(passwordReset)
      .values({ tokenHash: hashOf(token), personId: id, createdAt: now, expiresAt, by: me.id });
    await audit({ act: { is: 'password-link-made' }, subject: `person ${id}` });
    return { token, expiresAt: expiresAt.toISOString() };
  });
}

/** Sets a password by a one-time link; nobody is signed in. */
export function resetRoute(
  router: Router,
  { db }: Connection,
  clock: () => Date,
  limit: RequestHandler,
  tell: (note: string) => void,
): void {
  const reset = async ({ token, password }: PasswordReset) => {
    const now = clock();
    const note = await db.transaction(async (tx) => {
      const [link] = await tx
        .update(passwordReset)
        .set({ usedAt: now })
        .where(
          and(
            eq(passwordReset.tokenHash, hashOf(token)),
            isNull(passwordReset.usedAt),
            gt(passwordReset.expiresAt, now),
          ),
        )
        .returning();
      if (!link) throw fault('not-permitted', 'register.link-used-replaced-or');
      const [row] = await forUpdate(tx, tx.select().from(person).where(eq(person.id, link.personId)));
      if (!row) throw fault('not-found', 'register.no-such-person');
      checkPassword(password, [row.username, row.name], 'password');
      await tx
        .update(person)
        .set({ passwordHash: await hashPassword(password) })
        .where(eq(person.id, row.id));
      await endSessions(tx, row.id, null);
      await tx
        .insert(auditEntry)
        .values({ by: row.id, at: now, act: { is: 'password-set-by-link' }, subject: `person ${row.id}` });
      return leaveNote({ person: row.id });
    });
    tell(note);
    return {};
  };
  openWrite(router, sessionRoutes.resetPassword, reset, limit);
}
