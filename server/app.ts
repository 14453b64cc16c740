import { existsSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import express, { type Express, Router } from 'express';
import helmet from 'helmet';
import { serveCatalogue } from './catalogue/routes.ts';
import { serveCleaning } from './cleaning/routes.ts';
import type { Connection } from './database/connect.ts';
import { Example, type World } from './demo/example.ts';
import { exampleDoor, serveExample } from './demo/exampleRoutes.ts';
import { DeviceHub } from './devices/hub.ts';
import { serveDevices } from './devices/routes.ts';
import { serveGermination } from './germination/routes.ts';
import { answerProblem } from './http/answerProblem.ts';
import { Api } from './http/api.ts';
import { serveDocument } from './http/document.ts';
import { fault } from './http/fault.ts';
import { serveSession, sessions, whoAsks } from './http/session.ts';
import { spool } from './http/spool.ts';
import { serveImport } from './import/routes.ts';
import type { Feed } from './live/feed.ts';
import { serveLive } from './live/routes.ts';
import { Teller } from './live/teller.ts';
import { serveLots } from './lot-sheet/routes.ts';
import { type LotPicture, refreshStanding } from './lot-sheet/standing.ts';
import { serveMoisture } from './moisture/routes.ts';
import { serveOtherSeeds } from './other-seeds/routes.ts';
import { servePurity } from './purity/routes.ts';
import { serveQuickTests } from './quick-tests/routes.ts';
import { serveLaboratory } from './register/laboratoryRoutes.ts';
import { servePasswords } from './register/passwords.ts';
import { servePeople, setUpRoute } from './register/people.ts';
import { serveStations } from './register/stations.ts';
import { serveRelease } from './release/routes.ts';
import { serveEditions } from './rule-books/editionRoutes.ts';
import { serveRuleBooks } from './rule-books/routes.ts';
import { serveSampling } from './sampling/routes.ts';
import { serveSowing } from './sowing/routes.ts';
import { serveStorage } from './storage/routes.ts';
import { serveStore } from './store/routes.ts';
import { serveFeed, serveToday } from './today/routes.ts';
import { serveWeight } from './weight/routes.ts';

export interface AppParts {
  readonly connection: Connection;
  /** The lines to balances; one of its own where none is given. */
  readonly hub?: DeviceHub;
  /** What all processes write to, as it is told to the browsers. */
  readonly feed: Feed;
  readonly clock: () => Date;
  /** Names under which it is asked for; asked for under another, it answers nothing. Any, where none are given. */
  readonly hosts?: readonly string[];
  /** What stands between it and the browsers, as Express takes it. */
  readonly trustProxy?: string | number | undefined;
  readonly log: (error: unknown) => void;
}

const WEB = join(dirname(fileURLToPath(import.meta.url)), '../web/dist');
const JSON_LIMIT = '1mb';
/** A file of lots, bytes. */
const FILE_BYTES = 24 * 1024 * 1024;
/** One table of a rule book. */
const TABLE_LIMIT = '4mb';
/** A list of 4 MB, as base64. */
const LIST_LIMIT = '6mb';

/** The whole application: API under /api, everything else is the web client. */
export async function makeApp({
  connection,
  clock,
  log,
  hub = new DeviceHub(),
  feed,
  hosts,
  trustProxy,
}: AppParts): Promise<{ app: Express; api: Api; example: Example }> {
  const app = express();
  app.disable('x-powered-by');
  app.set('query parser', 'simple');
  if (trustProxy !== undefined) app.set('trust proxy', trustProxy);
  if (hosts) app.use(onlyFor(hosts));
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          'default-src': ["'none'"],
          // The reader of labels before the camera is WebAssembly.
          'script-src': ["'self'", "'wasm-unsafe-eval'"],
          'style-src': ["'self'"],
          // The two style sheets that the charts put into the page, by their hash; nothing else is let in.
          'style-src-elem': [
            "'self'",
            "'sha256-TBymqJXQvXKxe+z+3ydUYBErlkFFu110c5FjiVB8p+M='",
            "'sha256-aSysLrDECVdJ6L+jLf8CC5QKLmwRuk/OZiZk9mYky8A='",
          ],
          'style-src-attr': ["'unsafe-inline'"],
          'img-src': ["'self'", 'data:'],
          'font-src': ["'self'"],
          'connect-src': ["'self'"],
          'worker-src': ["'self'"],
          'manifest-src': ["'self'"],
          'form-action': ["'self'"],
          'base-uri': ["'none'"],
          'frame-ancestors': ["'none'"],
          'object-src': ["'none'"],
        },
      },
      strictTransportSecurity: false,
    }),
  );

  const router = Router();
  router.use(noStore);
  router.use('/import/lots', onlyOf(/^text\/csv\b/i, 'text/csv'), spool(/^text\/csv\b/i, FILE_BYTES));
  router.use('/import', onlyOf(/^text\/csv\b/i, 'text/csv'), express.text({ type: 'text/csv', limit: TABLE_LIMIT }));
  router.use('/store/lists', onlyOf(/^application\/json\b/i, 'application/json'), express.json({ limit: LIST_LIMIT }));
  router.use(
    onlyOf(/^application\/([\w.-]+\+)?json\b/i, 'application/json'),
    express.json({ limit: JSON_LIMIT, strict: false }),
  );
  router.use(await sessions(connection));
  serveCatalogue(router);
  serveDocument(router);
  const example = new Example({
    connection,
    clock,
    serve: (inside, world) => serveLaboratoryOf(inside, { ...world, clock, hub: new DeviceHub(), inside: true }),
  });
  router.use(exampleDoor(example));
  const api = serveLaboratoryOf(router, {
    connection,
    clock,
    hub,
    feed,
    inside: false,
    isThere: () => example.isThere(),
  });
  serveExample(api, example);
  router.use(() => {
    throw fault('not-found', 'http.no-such-address');
  });
  app.use('/api', router);

  if (existsSync(WEB)) {
    app.use('/assets', express.static(join(WEB, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }));
    app.use(
      express.static(WEB, { index: false, setHeaders: (response) => response.setHeader('Cache-Control', 'no-cache') }),
    );
    app.get('/{*path}', (_request, response) =>
      response.setHeader('Cache-Control', 'no-cache').sendFile(join(WEB, 'index.html')),
    );
  }
  app.use(answerProblem(log));
  return { app, api, example };
}

interface LaboratoryParts extends World {
  readonly clock: () => Date;
  readonly hub: DeviceHub;
  /** The example's: visited, not signed in to. */
  readonly inside: boolean;
  readonly isThere?: () => Promise<boolean>;
}

/** All that a laboratory answers, once it is known which one is asked. */
function serveLaboratoryOf(
  router: Router,
  { connection, feed, clock, hub, inside, isThere }: LaboratoryParts,
): Api<LotPicture> {
  router.use(whoAsks(connection, inside ? 'example' : 'personId'));
  setUpRoute(router, connection, clock);
  serveFeed(router, connection, clock);
  const teller = new Teller(connection.pool);
  const tell = (note: string | null) => teller.tell(note);
  serveSession(router, connection, clock, tell, async () => ({
    inside,
    there: inside || ((await isThere?.()) ?? false),
  }));
  let heard: Promise<unknown> | undefined;
  const api: Api<LotPicture> = new Api(router, {
    listening: () =>
      (heard ??= feed.listen(
        ({ leave }) => {
          if (leave) api.endStreams(leave);
        },
        () => undefined,
      )),
    connection,
    clock,
    refreshStanding,
    tell,
  });
  for (const routes of [
    serveRuleBooks,
    serveEditions,
    servePeople,
    servePasswords,
    serveLaboratory,
    serveStations,
    serveLots,
    serveSampling,
    servePurity,
    serveOtherSeeds,
    serveMoisture,
    serveWeight,
    serveGermination,
    serveRelease,
    serveImport,
    serveCleaning,
    serveStore,
    serveQuickTests,
    serveStorage,
    serveSowing,
    serveToday,
  ])
    routes(api);
  serveDevices(api, hub);
  serveLive(api, feed);
  return api;
}

/**
 * Refuses a request that asks for another host: a page of elsewhere whose name was made to mean this machine would
 * speak to it as if it were its own.
 */
function onlyFor(hosts: readonly string[]): express.RequestHandler {
  return (request, response, next) => {
    const name = (request.get('host') ?? '').toLowerCase().replace(/:\d{1,5}$/, '');
    if (hosts.includes(name)) {
      next();
      return;
    }
    response.status(421).type('text/plain').send('This Mercato is not asked for under that name.\n');
  };
}

const noStore: express.RequestHandler = (_request, response, next) => {
  response.setHeader('Cache-Control', 'no-store');
  next();
};

/** Refuses a body of another kind before it is read. A body that was read already has gone through its own door. */
function onlyOf(types: RegExp, name: string): express.RequestHandler {
  return (request, _response, next) => {
    const hasBody =
      Number(request.headers['content-length'] ?? 0) > 0 || request.headers['transfer-encoding'] !== undefined;
    if (hasBody && request.body === undefined && !types.test(request.headers['content-type'] ?? ''))
      throw fault('wrong-content-type', { is: 'http.send', name });
    next();
  };
}
