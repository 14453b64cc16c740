import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Request, Response, Router } from 'express';
import type { LiveNote, Topic } from '@mercato/contract/http/live';
import type { Asks, FileRoute, ReadRoute, Route, StreamRoute, WriteRoute } from '@mercato/contract/http/route';
import { type Checked, validate } from '@mercato/contract/http/validate';
import { may } from '@mercato/core/register/permissions';
import type { Connection } from '../database/connect.ts';
import { noteOf, sessionName } from '../live/notes.ts';
import { keepAudit } from '../register/audit.ts';
import { bodyHash, keyOf, pageOf, plainParams, versionOf, zoneOf } from './asked.ts';
import type { AnsweredFile, ApiParts, Prepare, ReadContext, SignedIn, WriteContext } from './context.ts';
import { todayIn } from './day.ts';
import { fault, refused } from './fault.ts';
import { once } from './once.ts';
import { SpooledFile } from './spool.ts';

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
      response.setHeader('Content-Disposition', `inline; filename="${file.name}"`);
      if (typeof file.body === 'string' || Buffer.isBuffer(file.body)) {
        response.send(file.body);
        return;
      }
      if (file.bytes !== undefined) response.setHeader('Content-Length', file.bytes);
      await pipeline(Readable.from(file.body), response);
    });
  }

  /**
   * A read that goes on: what `start` emits reaches the browser as server-sent events until it leaves, or `end` is
   * called; then its answer is called. `emit` answers false where an event was left out, because its reader cannot keep up.
   */
  stream<Path extends string, Event extends object, Query extends string>(
    route: StreamRoute<Path, Event, Query>,
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
      if (!checked.ok) throw refused(checked.faults);
      const params = plainParams<Path>(request);
      const prepared = (await prepare?.({
        tx: this.parts.connection.db,
        person,
        params,
        body: checked.value,
        now: this.parts.clock(),
      })) as Prepared;
      const own: string[] = [];
      const answer = await once(
        this.parts,
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
}

/** @throws {Fault} 401 when nobody is signed in, 403 for somebody who may not */
function whoMay(response: Response, permission: Asks): SignedIn {
  const person = response.locals.person as SignedIn | undefined;
  if (!person) throw fault('not-signed-in', 'http.sign-first');
  if (permission !== 'anybody' && !may(person.roles, permission))
    throw fault('not-permitted', { is: 'http.not-theirs-do', name: person.name, roles: person.roles.join(' and ') });
  return person;
}
