import { createHash, randomBytes } from 'node:crypto';
import { and, asc, eq, isNull, sql } from 'drizzle-orm';
import type { Router } from 'express';
import { v7 as uuid } from 'uuid';
import type { PersonView } from '@mercato/contract/register/people';
import { peopleRoutes, sessionRoutes } from '@mercato/contract/register/routes';
import { brokeConstraint, type Connection, forUpdate, type Reader } from '../database/connect.ts';
import type { Api } from '../http/api.ts';
import { checkVersion, idParam } from '../http/asked.ts';
import { fault } from '../http/fault.ts';
import { openWrite } from '../http/open.ts';
import { leaveNote } from '../live/notes.ts';
import { hashPassword } from './hashPassword.ts';
import { checkPassword } from './passwordStrength.ts';
import { endSessions } from './passwords.ts';
import { person } from './peopleTables.ts';
import { auditEntry, laboratory, setUpLink } from './tables.ts';

const view = (row: typeof person.$inferSelect): PersonView => ({
  id: row.id,
  username: row.username,
  name: row.name,
  roles: row.roles,
  active: row.active,
  version: row.version,
});

/** Names of all people by id: a laboratory has few, so one small read serves every view. */
export async function namesOf(tx: Reader): Promise<ReadonlyMap<string, string>> {
  const rows = await tx.select({ id: person.id, name: person.name }).from(person);
  return new Map(rows.map((row) => [row.id, row.name]));
}

/** Leads who may sign in. */
const LEADS = and(sql`'lead' = any(${person.roles})`, eq(person.active, true));

export function servePeople(api: Api): void {
  api.read(peopleRoutes.list, async ({ tx }) => ({
    people: (await tx.select().from(person).orderBy(asc(person.name))).map(view),
  }));

  api.write(peopleRoutes.add, async ({ tx, body, now, audit }) => {
    checkPassword(body.password, [body.username, body.name], 'password');
    const [row] = await tx
      .insert(person)
      .values({
        id: uuid(),
        username: body.username,
        name: body.name,
        passwordHash: await hashPassword(body.password),
        roles: body.roles,
        createdAt: now,
      })
      .returning()
      .catch(takenName);
    if (!row) throw fault('internal', 'register.person-not-stored');
    await audit({ act: { is: 'person-added' }, subject: `person ${row.id}`, after: view(row) });
    return view(row);
  });

  api.write(sessionRoutes.sayReading, async ({ tx, body, person: me }) => {
    await tx.update(person).set({ reading: body }).where(eq(person.id, me.id));
    return {};
  });

  api.write(peopleRoutes.change, async ({ tx, body, params, seenVersion, person: me, now, audit, tellNote }) => {
    const id = idParam(params, 'person');
    // All leads, in one order: two who take each other's leave at once come one after the other.
    await forUpdate(tx, tx.select({ id: person.id }).from(person).where(LEADS).orderBy(asc(person.id)));
    const [before] = await forUpdate(tx, tx.select().from(person).where(eq(person.id, id)));
    if (!before) throw fault('not-found', 'register.no-such-person');
    checkVersion(seenVersion, { version: before.version, updatedAt: now }, 'another lead');
    if (id === me.id && (!body.active || !body.roles.includes('lead')))
      throw fault('invalid', 'register.another-lead-change-your', 'roles');
    const [row] = await tx
      .update(person)
      .set({ ...body, version: before.version + 1 })
      .where(eq(person.id, id))
      .returning();
    if (!row) throw fault('not-found', 'register.no-such-person');
    const [lead] = await tx.select({ id: person.id }).from(person).where(LEADS).limit(1);
    if (!lead)
      throw fault(
        'invalid',
        { is: 'register.last-lead-make-another', name: before.name },
        body.active ? 'roles' : 'active',
      );
    if (!row.active) {
      await endSessions(tx, id, null);
      tellNote(leaveNote({ person: id }));
    }
    await audit({ act: { is: 'person-changed' }, subject: `person ${id}`, before: view(before), after: view(row) });
    return view(row);
  });
}

function takenName(error: unknown): never {
  if (brokeConstraint(error, 'person_username_unique'))
    throw fault('conflict', 'register.taken-choose-another', 'username');
  throw error;
}

const hashOf = (token: string) => createHash('sha256').update(token).digest('hex');

/** A fresh one-time link for the first person; earlier unused ones lapse. */
export async function makeSetUpLink({ db }: Connection, now: Date): Promise<string> {
  const token = randomBytes(24).toString('base64url');
  await db.delete(setUpLink).where(isNull(setUpLink.usedAt));
  await db.insert(setUpLink).values({ tokenHash: hashOf(token), createdAt: now });
  return token;
}

/** The one write that needs nobody signed in: its token stands in the terminal of who started the program. */
export function setUpRoute(router: Router, { db }: Connection, clock: () => Date): void {
  openWrite(router, sessionRoutes.setUp, async (body) => {
    const now = clock();
    checkPassword(body.password, [body.username, body.name, body.laboratory], 'password');
    await db.transaction(async (tx) => {
      const used = await tx
        .update(setUpLink)
        .set({ usedAt: now })
        .where(and(eq(setUpLink.tokenHash, hashOf(body.token)), isNull(setUpLink.usedAt)))
        .returning();
      const [someone] = await tx.select({ id: person.id }).from(person).limit(1);
      if (used.length === 0 || someone) throw fault('not-permitted', 'register.set-up-link-used');
      const id = uuid();
      await tx.insert(person).values({
        id,
        username: body.username,
        name: body.name,
        passwordHash: await hashPassword(body.password),
        roles: ['sampler', 'analyst', 'lead'],
        createdAt: now,
      });
      await tx.update(laboratory).set({ name: body.laboratory, address: body.address, zone: body.zone });
      await tx
        .insert(auditEntry)
        .values({ by: id, at: now, act: { is: 'laboratory-set-up' }, subject: `person ${id}` });
    });
    return {};
  });
}
