import { createHash } from 'node:crypto';
import { and, eq, sql } from 'drizzle-orm';
import type { NextFunction, Request, Response, Router } from 'express';
import { PAGE_HEADER, type LiveNote, type Topic } from '@mercato/contract/http/live';
import type {
  Asks,
  FileRoute,
  ParamsOf,
  ReadRoute,
  Route,
  StreamRoute,
  WriteRoute,
} from '@mercato/contract/http/route';
import { validate, type Checked } from '@mercato/contract/http/validate';
import { may, type Role } from '@mercato/core/register/permissions';
import {
  asStored,
  everyColumn,
  filled,
  isUnreachable,
  prepared,
  sqlState,
  type Connection,
  type Reader,
  type Transaction,
} from '../database/connect.ts';
import type { Hand } from '../database/observations.ts';
import { keepAudit, type AuditNote } from '../register/audit.ts';
import { idempotencyKey } from '../register/tables.ts';
import { noteOf, sessionName } from '../live/notes.ts';
import { Fault, fault } from './fault.ts';
import { SpooledFile } from './spool.ts';
import { todayIn } from './day.ts';

export interface SignedIn {
  readonly id: string;
  readonly name: string;
  readonly username: string;
  readonly roles: readonly Role[];
}

export interface ReadContext<Path extends string = string> {
  readonly tx: Reader;
  readonly person: SignedIn;
  readonly params: ParamsOf<Path>;
  readonly query: Readonly<Record<string, unknown>>;
  readonly now: Date;
}

export interface WriteContext<B, Picture = unknown, Prepared = unknown, Path extends string = string> extends Omit<
  ReadContext<Path>,
  'query' | 'tx'
> {
  readonly tx: Transaction;
  readonly body: B;
  /** What was fetched before the transaction began. */
  readonly prepared: Prepared;
  readonly hand: Hand;
  /** The version that the writer saw; checked by `checkVersion` against the locked row. */
  readonly seenVersion: number | null;
  readonly audit: (note: AuditNote) => Promise<void>;
  /** Marks a lot whose standing must be derived anew before the transaction ends. */
  readonly touch: (lotId: string) => void;
  /** The session that writes. */
  readonly sessionId: string;
  /** Tells the other processes something of its own, once the transaction stands. */
  readonly tellNote: (note: string) => void;
  /** Says on the live stream what was written to, once the transaction stands; of touched lots it says so itself. */
  readonly tell: (topic: Topic) => void;
  /** What stands of a lot was derived by whoever wrote to it, and need not be derived again. */
  readonly settled: (lotId: string) => void;
  /** Derives a touched lot's standing now, and answers with the whole picture of it. */
  readonly settle: (lotId: string) => Promise<Picture>;
}

/** What takes its time and needs no database: done before the transaction, which holds a connection. */
export type Prepare<B, Prepared, Path extends string> = (
  context: Omit<ReadContext<Path>, 'query'> & { readonly body: B },
) => Promise<Prepared>;

/** A file as a read answers with it. */
export interface AnsweredFile {
  readonly name: string;
  readonly body: Buffer | string;
}

export interface ApiParts<Picture> {
  readonly connection: Connection;
  readonly clock: () => Date;
  /** Says on the live stream what was written. */
  readonly tell: (note: string | null) => void;
  /** Answers once this process hears who is signed out. */
  readonly listening: () => Promise<unknown>;
  /** Derives what stands of a lot after a write; given by the application, because it gathers all steps. */
  readonly refreshStanding: (tx: Transaction, lotId: string, now: Date) => Promise<Picture>;
}

/** A small door in front of Express: it serves the routes of the contract, and all of a kind run the same way. */
export class Api<Picture = unknown> {
  /** Streams that go on, with whose they are. */
  private readonly open = new Set<{ person: string; session: string; end: () => void }>();
  readonly routes: Route[] = [];

  constructor(
    private readonly router: Router,
    private readonly parts: ApiParts<Picture>,
  ) {}

  get connection(): Connection {
    return this.parts.connection;
  }

  /** Answers a read of the contract. */
  read<Path extends string, Query extends string, Answer extends object>(
    route: ReadRoute<Path, Query, Answer>,
    handle: (context: ReadContext<Path>) => Promise<Answer>,
  ): void {
    this.routes.push(route);
    this.router.get(route.path, async (request, response) =>
      response.json(await this.inOneSnapshot(request, response, route, handle)),
    );
  }

  /** All statements of a read see one state of the database, whoever writes meanwhile; none of them can write. */
  private inOneSnapshot<T, Path extends string>(
    request: Request,
    response: Response,
    { permission }: { readonly path: Path; readonly permission: Asks },
    read: (context: ReadContext<Path>) => Promise<T>,
  ): Promise<T> {
    const person = whoMay(response, permission);
    const params = plainParams<Path>(request);
    return this.parts.connection.db.transaction(
      (tx) => read({ tx, person, params, query: request.query, now: this.parts.clock() }),
      { isolationLevel: 'repeatable read', accessMode: 'read only' },
    );
  }

  /** Answers a read of the contract with a file. */
  file<Path extends string, Query extends string>(
    route: FileRoute<Path, Query>,
    handle: (context: ReadContext<Path>) => Promise<AnsweredFile>,
  ): void {
    this.routes.push(route);
    this.router.get(route.path, async (request, response) => {
      const file = await this.inOneSnapshot(request, response, route, handle);
      response.type(
        route.type === 'text/csv' || route.type === 'text/calendar' ? `${route.type}; charset=utf-8` : route.type,
      );
      response.setHeader('Content-Disposition', `inline; filename="${file.name}"`).send(file.body);
    });
  }

  /**
   * A read that goes on: what `start` emits reaches the browser as server-sent events until it leaves, or `end` is
   * called; then its answer is called. `emit` answers false where an event was left out, because its reader cannot keep up.
   */
  stream<Path extends string, Event extends object>(
    route: StreamRoute<Path, Event>,
    start: (context: ReadContext<Path>, emit: (event: Event) => boolean, end: () => void) => Promise<() => void>,
  ): void {
    this.routes.push(route);
    this.router.get(route.path, async (request, response) => {
      const person = whoMay(response, route.permission);
      const line: { gone: boolean; stop: (() => void) | null } = { gone: false, stop: null };
      response.on('close', () => {
        line.gone = true;
        line.stop?.();
      });
      const context = {
        tx: this.parts.connection.db,
        person,
        params: plainParams<Path>(request),
        query: request.query,
        now: this.parts.clock(),
      };
      const begin = () => {
        if (response.headersSent) return;
        response.writeHead(200, { 'Content-Type': 'text/event-stream', Connection: 'keep-alive' });
      };
      const mine = {
        person: person.id,
        session: sessionName(request.sessionID),
        end: () => response.end(),
      };
      this.open.add(mine);
      response.on('close', () => this.open.delete(mine));
      await this.parts.listening();
      const stop = await start(
        context,
        (event) => {
          if (line.gone) return true;
          begin();
          // A reader that cannot keep up gets the next state instead of all of them.
          if (response.writableNeedDrain) return false;
          response.write(`data: ${JSON.stringify(event)}\n\n`);
          return true;
        },
        () => response.end(),
      );
      begin();
      response.flushHeaders();
      if (line.gone) stop();
      else line.stop = stop;
    });
  }

  /** Ends the streams of whoever is signed out. */
  endStreams({ person, session, but }: NonNullable<LiveNote['leave']>): void {
    for (const one of this.open)
      if ((one.person === person && one.session !== but) || one.session === session) one.end();
  }

  /** Permission, schema, idempotency and the work itself, in one transaction. */
  write<Path extends string, B, Answer extends object, Versioned extends boolean>(
    route: WriteRoute<Path, B, Answer, Versioned>,
    handle: (context: WriteContext<B, Picture, unknown, Path>) => Promise<Answer>,
  ): void {
    this.take(route, async ({ body }) => validate(await route.body(), (body as unknown) ?? {}), handle);
  }

  /** A write before whose transaction something is fetched that takes its time, such as what a device says. */
  writeAfter<Path extends string, B, Answer extends object, Versioned extends boolean, Prepared>(
    route: WriteRoute<Path, B, Answer, Versioned>,
    prepare: Prepare<B, Prepared, Path>,
    handle: (context: WriteContext<B, Picture, Prepared, Path>) => Promise<Answer>,
  ): void {
    this.take(route, async ({ body }) => validate(await route.body(), (body as unknown) ?? {}), handle, prepare);
  }

  /** A write whose body is a file that was spooled to disk; what the contract asks of its text is asked of the file. */
  upload<Path extends string, Answer extends object, Versioned extends boolean>(
    route: WriteRoute<Path, string, Answer, Versioned>,
    handle: (context: WriteContext<SpooledFile, Picture, unknown, Path>) => Promise<Answer>,
  ): void {
    const fileIn = async ({ body }: Request): Promise<Checked<SpooledFile>> => {
      const file: unknown = body;
      const spooled = file instanceof SpooledFile;
      const checked = validate(await route.body(), spooled ? 'x'.repeat(Math.min(file.bytes, 1)) : null);
      return checked.ok && spooled
        ? { ok: true, value: file }
        : { ok: false, faults: checked.ok ? [] : checked.faults };
    };
    this.take(route, fileIn, handle);
  }

  private take<Path extends string, B, Answer extends object, Prepared = unknown>(
    route: Omit<WriteRoute<Path, never, Answer>, 'body'>,
    bodyIn: (request: Request) => Promise<Checked<B>>,
    handle: (context: WriteContext<B, Picture, Prepared, Path>) => Promise<Answer>,
    prepare?: Prepare<B, Prepared, Path>,
  ): void {
    this.routes.push(route as unknown as Route);
    this.router[route.method](route.path, async (request: Request, response: Response) => {
      const person = whoMay(response, route.permission);
      const key = keyOf(request);
      const page = pageOf(request);
      const seenVersion = versionOf(request, route.versioned);
      const checked = await bodyIn(request);
      if (!checked.ok)
        throw fault('invalid', checked.faults[0]?.message ?? 'The input cannot be read.', checked.faults);
      const params = plainParams<Path>(request);
      const prepared = (await prepare?.({
        tx: this.parts.connection.db,
        person,
        params,
        body: checked.value,
        now: this.parts.clock(),
      })) as Prepared;
      const own: string[] = [];
      const answer = await this.once(
        person,
        `${route.method} ${request.path}`,
        key,
        bodyHash(request.body, seenVersion),
        route.unkept,
        async (tx) => {
          const now = this.parts.clock();
          const touched = new Set<string>();
          const told = new Set<Topic>();
          own.length = 0;
          const settled = (lotId: string) => {
            touched.delete(lotId);
            told.add(`lot:${lotId}`);
          };
          const body = await handle({
            tx,
            person,
            params,
            body: checked.value,
            prepared,
            seenVersion,
            now,
            hand: {
              personId: person.id,
              page,
              at: now,
              today: todayIn(now, zoneOf(response)),
              zone: zoneOf(response),
              mayCorrectOthers: may(person.roles, 'bench.correct-others'),
            },
            audit: async (note) => {
              await keepAudit(tx, note, person.id, now);
            },
            touch: (lotId) => touched.add(lotId),
            tell: (topic) => told.add(topic),
            sessionId: request.sessionID,
            tellNote: (note) => own.push(note),
            settled,
            settle: (lotId) => {
              settled(lotId);
              return this.parts.refreshStanding(tx, lotId, now);
            },
          });
          for (const lotId of touched) {
            told.add(`lot:${lotId}`);
            await this.parts.refreshStanding(tx, lotId, now);
          }
          return { status: route.status, body, note: noteOf(page, [...told]) };
        },
      );
      for (const note of [answer.note, ...own]) this.parts.tell(note);
      response.status(answer.status).json(answer.body);
    });
  }

  /** Runs `work` once per key: a repeat gets the stored answer, another body under the key is refused. */
  private async once(
    person: SignedIn,
    route: string,
    key: string,
    hash: string,
    unkept: boolean,
    work: (tx: Transaction) => Promise<{ status: number; body: object; note: string | null }>,
  ): Promise<{ status: number; body: object; note: string | null }> {
    return untilItGoesThrough(() =>
      this.parts.connection.db.transaction(async (tx) => {
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
        ).execute(
          asStored(idempotencyKey, { personId: person.id, route, key, bodyHash: hash, createdAt: this.parts.clock() }),
        );
        if (taken.length === 0) {
          const [before] = await tx.select().from(idempotencyKey).where(mine);
          if (before?.bodyHash !== hash || unkept)
            throw fault('key-reused', { is: 'http.idempotency-key-used-another' });
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
}

/** A statement that ran, or waited for a lock, longer than it may. */
const OUT_OF_TIME: readonly string[] = ['57014', '55P03'];

/** Two writers that wait for each other, or that cannot be put one after the other: PostgreSQL lets one go on. */
const COLLIDED: readonly string[] = ['40P01', '40001'];
const MOST_TRIES = 12;

/** Does a transaction again that another one collided with; what it did is undone, and nothing of it was seen. */
export async function untilItGoesThrough<T>(work: () => Promise<T>): Promise<T> {
  for (let tries = 1; ; tries += 1) {
    try {
      return await work();
    } catch (error) {
      if (!COLLIDED.includes(sqlState(error) ?? '')) throw error;
      if (tries === MOST_TRIES) throw fault('busy', { is: 'http.too-many-people-wrote' });
      // A little longer each time, and never all together.
      await new Promise((resolve) => setTimeout(resolve, Math.random() * Math.min(10 * 2 ** tries, 400)));
    }
  }
}

/** @throws {Fault} 401 when nobody is signed in, 403 for somebody who may not */
function whoMay(response: Response, permission: Asks): SignedIn {
  const person = response.locals.person as SignedIn | undefined;
  if (!person) throw fault('not-signed-in', { is: 'http.sign-first' });
  if (permission !== 'anybody' && !may(person.roles, permission))
    throw fault('not-permitted', { is: 'http.not-theirs-do', name: person.name, roles: person.roles.join(' and ') });
  return person;
}

/** The laboratory's zone, read with the person. */
const zoneOf = (response: Response): string => response.locals.zone as string;

/** Path parameters as text that the database can be asked for; anything else names nothing. */
function plainParams<Path extends string>(request: Request): ParamsOf<Path> {
  for (const value of Object.values(request.params))
    if (String(value).includes('\u0000') || !String(value).isWellFormed())
      throw fault('not-found', { is: 'http.no-such-address' });
  return Object.fromEntries(
    Object.entries(request.params).map(([name, value]) => [name, String(value)]),
  ) as ParamsOf<Path>;
}

function keyOf(request: Request): string {
  const key = request.get('Idempotency-Key');
  if (!key || key.length > 100 || !/^[\x21-\x7e]+$/.test(key))
    throw fault('missing-idempotency-key', { is: 'http.writes-carry-idempotency-key' });
  return key;
}

/** The page that writes; what is no id names none. */
function pageOf(request: Request): string | null {
  const page = request.get(PAGE_HEADER) ?? '';
  return UUID.test(page) ? page : null;
}

function versionOf(request: Request, needed: boolean): number | null {
  const header = request.get('If-Match');
  if (header === undefined) {
    if (needed) throw fault('missing-version', { is: 'http.write-needs-if-match' });
    return null;
  }
  const digits = /^"?(\d{1,9})"?$/.exec(header)?.[1];
  if (digits === undefined)
    throw fault('malformed', { is: 'http.if-match-version-number' }, [
      { path: 'If-Match', message: { is: 'http.whole-number' } },
    ]);
  return Number(digits);
}

function bodyHash(body: unknown, version: number | null): string {
  if (body instanceof SpooledFile) return body.sha256;
  const text = Buffer.isBuffer(body) ? body : JSON.stringify([version, body ?? null]);
  return createHash('sha256').update(text).digest('hex');
}

/** @throws {Fault} 412 when the locked row has moved on since the writer saw it */
export function checkVersion(
  seen: number | null,
  row: { readonly version: number; readonly updatedAt: Date },
  byName: string,
): void {
  if (seen !== null && seen !== row.version)
    throw fault('stale', {
      is: 'http.changed-version-yours-nothing',
      byName,
      updatedAt: row.updatedAt.toISOString(),
      version: row.version,
      seen,
    });
}

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/;

/** A path parameter that must be an id; anything else names nothing. */
export function idParam(params: Readonly<Record<string, string>>, name: string): string {
  const value = params[name] ?? '';
  if (!UUID.test(value)) throw fault('not-found', { is: 'http.no', name, value: value.slice(0, 80) });
  return value;
}

/** Turns whatever was thrown into a problem document. */
export function answerProblem(log: (error: unknown) => void) {
  return (error: unknown, _request: Request, response: Response, next: NextFunction): void => {
    if (response.headersSent) {
      next(error);
      return;
    }
    const known = asFault(error);
    if (known.code === 'internal') log(error);
    const problem = known.toProblem();
    if (problem.status === 503) response.setHeader('Retry-After', RETRY_SECONDS);
    response.status(problem.status).type('application/problem+json').send(JSON.stringify(problem));
  };
}

/** After so many seconds a database that was stopped is likely to be back. */
const RETRY_SECONDS = 2;

function asFault(error: unknown): Fault {
  if (error instanceof Fault) return error;
  if (isUnreachable(error)) return fault('unavailable', { is: 'http.database-cannot-reached-moment' });
  if (OUT_OF_TIME.includes(sqlState(error) ?? '')) return fault('busy', { is: 'http.took-too-long-given' });
  const status = typeof error === 'object' && error !== null && 'status' in error ? Number(error.status) : 0;
  if (status === 413) return fault('too-large', { is: 'http.input-larger-than-address' });
  if (status === 415) return fault('wrong-content-type', { is: 'http.content-type-or-encoding' });
  if (status >= 400 && status < 500) return fault('malformed', { is: 'http.request-cannot-read-sent' });
  return fault('internal', { is: 'http.fault-ours-written-log' });
}
