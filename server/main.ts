/** Serves Mercato: settings come from the environment (`npm start -- --help` lists them). */
import { readFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { createServer as createSecureServer } from 'node:https';
import { sql } from 'drizzle-orm';
import { pino } from 'pino';
import { pointLogger, takeAllLogs } from './air/care.ts';
import { makeApp } from './app.ts';
import { connect, migrateSchema } from './database/connect.ts';
import { prune } from './database/prune.ts';
import { loadDemo } from './demo/load.ts';
import { pointSimulated } from './devices/balances.ts';
import { pointDevices } from './devices/devices.ts';
import { DeviceHub } from './devices/hub.ts';
import { prunePhotos } from './germination/photos.ts';
import { withoutParameters } from './http/logged.ts';
import { prepareLaboratory } from './laboratory.ts';
import { Feed } from './live/feed.ts';
import { EVERYTHING, notify } from './live/notes.ts';
import { refreshOutdated } from './lot-sheet/refreshOutdated.ts';
import { makeSetUpLink } from './register/people.ts';
import { person } from './register/peopleTables.ts';

// What a query was given may be a password's hash, or anybody's data: of a failed one only its text is logged.
const log = pino({ level: process.env.LOG_LEVEL ?? 'warn', serializers: { err: withoutParameters } });
// Whoever read along may be gone: that ends no server.
for (const stream of [process.stdout, process.stderr]) stream.on('error', () => undefined);
const tell = (line: string) => process.stdout.write(`${line}\n`);
/** How often what is kept for a time only is cleared away. */
const PRUNE_MS = 60 * 60_000;
/** How often the loggers of the store are asked. */
const LOGGER_MS = 5 * 60_000;
/** How often lots are looked for whose standing is to be derived anew. */
const REFRESH_MS = 60_000;

function refuse(sentence: string): never {
  process.stderr.write(`mercato: ${sentence}\n`);
  process.exit(1);
}

const {
  DATABASE_URL: url,
  HOST: host = '127.0.0.1',
  PORT: port = '4310',
  MERCATO_DEVICES: devices,
  MERCATO_TLS_CERT: cert,
  MERCATO_TLS_KEY: key,
  MERCATO_HOSTS: named,
  MERCATO_TRUST_PROXY: proxy,
} = process.env;
const demo = process.env.MERCATO_DEMO !== '0';
const loopback = /^(127\.|::1$|localhost$)/.test(host);
if (!url) refuse('DATABASE_URL is missing; npm start sets it.');
if (Boolean(cert) !== Boolean(key)) refuse('MERCATO_TLS_CERT and MERCATO_TLS_KEY go together.');
if (!loopback && !cert) refuse(`HOST=${host} serves other machines: give MERCATO_TLS_CERT and MERCATO_TLS_KEY too.`);

const connection = connect(url);
const clock = () => new Date();
try {
  await migrateSchema(connection);
  await prepareLaboratory(connection, clock());
  if (demo) await loadDemo(connection, clock());
  if (devices) {
    const ports = JSON.parse(devices) as Readonly<Record<string, number>>;
    await connection.db.transaction(async (tx) => {
      await pointSimulated(tx, ports);
      await pointDevices(tx, ports);
      if (ports.logger !== undefined) await pointLogger(tx, `tcp://127.0.0.1:${ports.logger}`);
    });
  }
  const accounts = await connection.db.select({ demo: person.demo }).from(person);
  if (!loopback && accounts.some((one) => one.demo))
    refuse(
      'this database holds the demo with its known passwords; it is not served to other machines. Start with MERCATO_DEMO=0 and another MERCATO_DATA.',
    );
  await prune(connection, clock());
  await prunePhotos(connection, clock());

  // Whoever listens at another process may have missed what this one wrote before it ended.
  await connection.db.execute(sql`select ${notify(EVERYTHING)}`);
  const hub = new DeviceHub();
  const feed = new Feed(url);
  const { app, example } = await makeApp({
    connection,
    clock,
    hub,
    feed,
    log: (error) => log.error(error),
    // Served to this machine alone it answers to this machine's names; served to others, to those that are set.
    ...(named
      ? { hosts: named.toLowerCase().split(',') }
      : loopback
        ? { hosts: ['localhost', '127.0.0.1', '[::1]', host] }
        : {}),
    trustProxy: proxy === undefined || !/^\d+$/.test(proxy) ? proxy : Number(proxy),
  });
  const server =
    cert && key ? createSecureServer({ cert: readFileSync(cert), key: readFileSync(key) }, app) : createServer(app);
  // A proxy in front holds a connection for a minute: it must not be closed under a request.
  server.keepAliveTimeout = 65_000;
  server.headersTimeout = 66_000;
  server.on('error', (error: NodeJS.ErrnoException) => {
    refuse(error.code === 'EADDRINUSE' ? `port ${port} is taken; choose another with PORT.` : error.message);
  });
  server.listen(Number(port), host, () => {
    const address = server.address();
    const open = `${cert ? 'https' : 'http'}://${host.includes(':') ? `[${host}]` : host}:${typeof address === 'object' && address ? address.port : port}`;
    void (async () => {
      if (accounts.length === 0)
        tell(
          `mercato: nobody is registered yet. Set the laboratory up once, at ${open}/set-up#${await makeSetUpLink(connection, clock())}`,
        );
      const ready = `mercato: ready at ${open}`;
      // The start command says it once it knows it: from then on it brings this process back.
      if (process.send) process.send({ ready });
      else tell(ready);
    })();
  });

  // What an earlier version derived, or a shorter list of species, is derived anew while the laboratory works on.
  const refresh = () => {
    refreshOutdated(connection, clock).catch((error: unknown) => {
      log.error(error);
    });
  };
  refresh();
  const refreshing = setInterval(refresh, REFRESH_MS);
  const pruning = setInterval(() => {
    Promise.all([prune(connection, clock()), prunePhotos(connection, clock())]).catch((error: unknown) => {
      log.error(error);
    });
  }, PRUNE_MS);
  const askLoggers = () => {
    takeAllLogs(connection.db, clock(), (error) => log.error(error)).catch((error: unknown) => {
      log.error(error);
    });
  };
  askLoggers();
  const asking = setInterval(askLoggers, LOGGER_MS);

  let ending = false;
  const end = () => {
    if (ending) return;
    ending = true;
    hub.stop();
    void feed.stop();
    void example.stop();
    clearInterval(asking);
    clearInterval(refreshing);
    clearInterval(pruning);
    server.close(() => void connection.pool.end().finally(() => process.exit(0)));
    server.closeIdleConnections();
    setTimeout(() => {
      server.closeAllConnections();
    }, 3000).unref();
    // A database that is away keeps nobody here.
    setTimeout(() => process.exit(0), 8000).unref();
  };
  for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, end);
  // The start command is gone: nobody is left to stop us.
  process.on('disconnect', end);
} catch (error) {
  refuse(
    error instanceof Error
      ? `${error.message}${error.cause instanceof Error ? ` (${error.cause.message})` : ''}`
      : String(error),
  );
}
