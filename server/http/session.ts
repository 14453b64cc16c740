import { randomBytes, timingSafeEqual } from 'node:crypto';
import { hash, verify } from '@node-rs/argon2';
import connectPgSimple from 'connect-pg-simple';
import { and, eq, sql } from 'drizzle-orm';
import type { Request, RequestHandler, Router } from 'express';
import { rateLimit as limitRate, type Store } from 'express-rate-limit';
import expressSession from 'express-session';
import type { ExampleView } from '@mercato/contract/register/visit';
import type { SignedIn as SignedInAnswer, SignIn } from '@mercato/contract/register/people';
import { sessionRoutes } from '@mercato/contract/register/routes';
import { type Connection, prepared } from '../database/connect.ts';
import { putDownAll } from '../hands/putDownAll.ts';
import { leaveNote } from '../live/notes.ts';
import { resetRoute } from '../register/passwords.ts';
import { person } from '../register/peopleTables.ts';
import { auditEntry, laboratory, rateLimit } from '../register/tables.ts';
import type { SignedIn } from './context.ts';
import { todayIn } from './day.ts';
import { fault } from './fault.ts';
import { openRead, openWrite } from './open.ts';

declare module 'express-session' {
  interface SessionData {
    personId: string;
    csrf: string;
  }
}

const HOURS = 60 * 60 * 1000;
const SESSION_LASTS = 14 * HOURS;
const WRONG_TRIES = 10;
const TRIES_WINDOW = HOURS / 4;

/** Verified against when no such person exists, so that the time taken tells nothing. */
const NOBODY = await hash(randomBytes(16).toString('hex'));

export async function sessions(connection: Connection): Promise<RequestHandler> {
  const [row] = await connection.db.select({ secret: laboratory.sessionSecret }).from(laboratory);
  if (!row) throw new Error('the laboratory row is missing');
  const PgStore = connectPgSimple(expressSession);
  return expressSession({
    name: 'mercato.sid',
    secret: row.secret,
    resave: false,
    saveUninitialized: false,
    store: new PgStore({ pool: connection.pool, disableTouch: true, pruneSessionInterval: 3600 }),
    cookie: { httpOnly: true, sameSite: 'lax', secure: 'auto', maxAge: SESSION_LASTS },
  });
}

/** Finds out who asks, and refuses writes that do not carry the page's token. */
export function whoAsks(connection: Connection, as: 'personId' | 'example' = 'personId'): RequestHandler {
  return async (request, response, next) => {
    const id = request.session[as];
    if (id !== undefined) {
      const [row] = await prepared(connection.db, 'who asks', (db, name) =>
        db
          .select({
            id: person.id,
            name: person.name,
            username: person.username,
            roles: person.roles,
            zone: laboratory.zone,
          })
          .from(person)
          .leftJoin(laboratory, eq(laboratory.id, 1))
          .where(and(eq(person.id, sql.placeholder('id')), eq(person.active, true)))
          .prepare(name),
      ).execute({ id });
      if (row) {
        const { zone, ...who } = row;
        response.locals.person = { ...who, roles: row.roles } satisfies SignedIn;
        response.locals.zone = zone ?? 'UTC';
        if (
          request.method !== 'GET' &&
          request.method !== 'HEAD' &&
          !sameText(request.get('X-CSRF-Token') ?? '', request.session.csrf ?? '')
        )
          throw fault('wrong-csrf-token', 'http.writes-carry-x-csrf');
      }
    }
    next();
  };
}

function sameText(a: string, b: string): boolean {
  const [x, y] = [Buffer.from(a), Buffer.from(b)];
  return x.length > 0 && x.length === y.length && timingSafeEqual(x, y);
}

export function serveSession(
  router: Router,
  connection: Connection,
  clock: () => Date,
  tell: (note: string) => void,
  example: () => Promise<ExampleView>,
): void {
  const limit = limitRate({
    windowMs: TRIES_WINDOW,
    limit: WRONG_TRIES,
    skipSuccessfulRequests: true,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    validate: false,
    store: sharedStore(connection, clock),
    keyGenerator: (request) => {
      const name: unknown = (request.body as { username?: unknown } | undefined)?.username;
      return `${request.ip ?? ''} ${typeof name === 'string' ? name.slice(0, 60).toLowerCase().replaceAll('\u0000', '') : ''}`;
    },
    handler: () => {
      throw fault('too-many-tries', { is: 'http.after-wrong-tries-name', wrongTries: WRONG_TRIES });
    },
  });

  openRead(router, sessionRoutes.view, async (request, response) => {
    const [lab] = await connection.db
      .select({ name: laboratory.name, zone: laboratory.zone, demo: laboratory.demo })
      .from(laboratory);
    const [first] = await connection.db.select({ id: person.id }).from(person).limit(1);
    const accounts = lab?.demo
      ? await connection.db
          .select({ username: person.username, name: person.name, roles: person.roles })
          .from(person)
          .where(eq(person.demo, true))
          .orderBy(person.createdAt, person.username)
      : [];
    const who = response.locals.person as SignedIn | undefined;
    const [{ reading } = { reading: null }] = who
      ? await connection.db.select({ reading: person.reading }).from(person).where(eq(person.id, who.id))
      : [];
    return {
      person: who ?? null,
      csrf: request.session.csrf ?? null,
      reading,
      laboratory: { name: lab?.name ?? '', zone: lab?.zone ?? 'UTC' },
      today: todayIn(clock(), lab?.zone ?? 'UTC'),
      demoAccounts: accounts,
      example: await example(),
      empty: first === undefined,
    };
  });

  const signIn = async ({ username, password }: SignIn, request: Request): Promise<SignedInAnswer> => {
    const [row] = await connection.db.select().from(person).where(eq(person.username, username.toLowerCase()));
    const right = await verify(row?.passwordHash ?? NOBODY, password);
    if (!row?.active || !right) {
      // Under the name that was given: the trail shows who is tried, not what was typed as a password.
      await connection.db.insert(auditEntry).values({
        by: null,
        at: clock(),
        act: { is: 'sign-in-failed' },
        subject: row ? `person ${row.id}` : 'nobody of that name',
      });
      throw fault('wrong-password', 'http.name-or-password-wrong');
    }
    await new Promise<void>((resolve, reject) => request.session.regenerate(settle(resolve, reject)));
    request.session.personId = row.id;
    request.session.csrf = randomBytes(24).toString('base64url');
    await connection.db
      .insert(auditEntry)
      .values({ by: row.id, at: clock(), act: { is: 'signed-in' }, subject: `person ${row.id}` });
    await new Promise<void>((resolve, reject) => request.session.save(settle(resolve, reject)));
    return {
      person: { id: row.id, name: row.name, username: row.username, roles: row.roles },
      csrf: request.session.csrf,
    };
  };
  openWrite(router, sessionRoutes.signIn, signIn, limit);

  resetRoute(router, connection, clock, limit, tell);

  openWrite(router, sessionRoutes.signOut, async (_body, request, response) => {
    const { personId } = request.session;
    if (personId !== undefined) {
      await connection.db.transaction(async (tx) => {
        await putDownAll(tx, personId, clock());
        await tx
          .insert(auditEntry)
          .values({ by: personId, at: clock(), act: { is: 'signed-out' }, subject: `person ${personId}` });
      });
      tell(leaveNote({ session: request.sessionID }));
    }
    await new Promise<void>((resolve, reject) => request.session.destroy(settle(resolve, reject)));
    response.clearCookie('mercato.sid');
    return {};
  });
}

/** Keeps the counters in PostgreSQL, because several processes may serve one laboratory. */
function sharedStore({ db }: Connection, clock: () => Date): Store {
  return {
    localKeys: false,
    async increment(key) {
      const now = clock();
      const resetAt = new Date(now.getTime() + TRIES_WINDOW);
      const [row] = await db
        .insert(rateLimit)
        .values({ key, hits: 1, resetAt })
        .onConflictDoUpdate({
          target: rateLimit.key,
          set: {
            hits: sql`case when ${rateLimit.resetAt} <= ${now} then 1 else ${rateLimit.hits} + 1 end`,
            resetAt: sql`case when ${rateLimit.resetAt} <= ${now} then ${resetAt} else ${rateLimit.resetAt} end`,
          },
        })
        .returning();
      return { totalHits: row?.hits ?? 1, resetTime: row?.resetAt ?? resetAt };
    },
    async decrement(key) {
      await db
        .update(rateLimit)
        .set({ hits: sql`greatest(${rateLimit.hits} - 1, 0)` })
        .where(eq(rateLimit.key, key));
    },
    async resetKey(key) {
      await db.delete(rateLimit).where(eq(rateLimit.key, key));
    },
  };
}

/** Ends a promise from a session callback. */
function settle(resolve: () => void, reject: (reason: Error) => void): (error: unknown) => void {
  return (error) => {
    if (error) reject(error instanceof Error ? error : new Error('the session store failed'));
    else resolve();
  };
}
