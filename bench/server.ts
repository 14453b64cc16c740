/** Requests against all the SQL of the same requests alone, on the same pool size, at the same concurrency. */
import { fork } from 'node:child_process';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import pg from 'pg';
import { v7 as uuid } from 'uuid';
import type { PlaceList } from '@mercato/contract/store/packets';
import { makeApp } from '@mercato/server/app';
import { connect, migrateSchema } from '@mercato/server/database/connect';
import { prepareLaboratory } from '@mercato/server/laboratory';
import { Feed } from '@mercato/server/live/feed';
import { refreshOutdated } from '@mercato/server/lot-sheet/refreshOutdated';
import { hashPassword } from '@mercato/server/register/hashPassword';
import { person } from '@mercato/server/register/peopleTables';
import { PASSWORD, Visitor } from '@mercato/server/testing/visitor';
import { fill } from './fill.ts';
import { fillShed } from './fillShed.ts';
import { fillStore } from './fillStore.ts';
import { NOW } from './now.ts';
import { quantile, recording, replay, type Statement, timed } from './recorder.ts';

const LOTS = Number(process.env.BENCH_LOTS ?? 100_000);
const PACKETS = 5_000;
const BATCHES = 20_000;
const WRITES = 400;
const READS = 600;
const AT_ONCE = 4;

const admin = new pg.Client(process.env.DATABASE_URL);
await admin.connect();
const urlOf = (name: string) => (process.env.DATABASE_URL ?? '').replace(/\/[^/]*$/, `/${name}`);
const clone = async (from: string, to: string) => admin.query(`create database ${to} template ${from}`);

async function serve(name: string) {
  const connection = connect(urlOf(name));
  const { app } = await makeApp({
    connection,
    feed: new Feed(connection.url),
    clock: () => NOW,
    log: (error) => console.error(error),
  });
  const server = await new Promise<Server>((resolve) => {
    const started = app.listen(0, '127.0.0.1', () => {
      resolve(started);
    });
  });
  const visitor = new Visitor(`http://127.0.0.1:${(server.address() as AddressInfo).port}`);
  await visitor.signIn('bench');
  return {
    connection,
    visitor,
    close: async () => {
      server.closeAllConnections();
      server.close();
      await connection.pool.end();
    },
  };
}

/** The same application, in a process of its own. */
async function serveApart(name: string) {
  const child = fork(join(import.meta.dirname, 'serve.ts'), { env: { ...process.env, DATABASE_URL: urlOf(name) } });
  const port = await new Promise<number>((resolve, reject) => {
    child.once('message', (message) => {
      resolve(Number(message));
    });
    child.once('exit', () => {
      reject(new Error('the server did not start'));
    });
  });
  const visitor = new Visitor(`http://127.0.0.1:${port}`);
  await visitor.signIn('bench');
  return { visitor, close: () => child.disconnect() };
}

function report(what: string, http: readonly number[], sql: readonly number[]): void {
  for (const [name, share] of [
    ['p50', 0.5],
    ['p95', 0.95],
  ] as const) {
    const [a, b] = [quantile(http, share), quantile(sql, share)];
    console.log(
      `${what}: ${name} ${(a / b).toFixed(2)} × its SQL alone (${a.toFixed(2)} ms against ${b.toFixed(2)} ms, n ${http.length})`,
    );
  }
}

// A laboratory of the wanted size.
await admin.query('create database bench_base');
const base = connect(urlOf('bench_base'));
await migrateSchema(base);
await prepareLaboratory(base, NOW);
await base.db.insert(person).values({
  id: uuid(),
  username: 'bench',
  name: 'Bench',
  roles: ['sampler', 'analyst', 'lead'],
  passwordHash: await hashPassword(PASSWORD),
  createdAt: NOW,
});
const begun = performance.now();
const { dishes } = await fill(base.pool, LOTS);
console.log(`${LOTS} lots, ${LOTS * 4} dishes filled in ${((performance.now() - begun) / 1000).toFixed(0)} s`);
// What stands of the lots that are written to was derived when they were written to before.
await base.pool.query(
  `update lot set standing_version = null
   from vessel where vessel.lot_id = lot.id and vessel.id = any($1)`,
  [dishes.slice(0, WRITES + 40)],
);
await refreshOutdated(base, () => NOW);
await fillStore(base.pool, PACKETS);
await fillShed(base.pool, BATCHES);
await base.pool.end();

// Writes: recorded on one copy, timed through HTTP on the second, replayed on the third.
await clone('bench_base', 'bench_recorded');
const chosen = dishes.slice(0, WRITES);
const count = {
  counts: { normal: 38, abnormal: 4, hard: 0, fresh: 0, dead: 2 },
  closed: false,
  final: false,
  entry: 'typed',
};
const put = (visitor: Visitor, dish: string) =>
  visitor.put(`/germination/dishes/${dish}/days/10`, count, 2).then((answer) => {
    if (answer.status !== 200) throw new Error(`answered ${answer.status}: ${JSON.stringify(answer.body)}`);
  });
const recorded = await serve('bench_recorded');
const writes: Statement[][] = [];
for (const dish of chosen) writes.push(await recording(() => put(recorded.visitor, dish)));
console.log(`one germination count: ${writes[0]?.length ?? 0} SQL statements`);
if (process.env.BENCH_LIST)
  for (const one of writes[0] ?? [])
    console.log(
      one.text
        .replace(/\s+/g, ' ')
        .replace(/^select .* from/, 'select … from')
        .slice(0, 150),
    );

const search = [
  'clover',
  'wren',
  'ings timothy',
  'b-0421',
  'tallowmead',
  'avena',
  'lolium chalk',
  'nothing-like-it',
  '',
];
const reads = Array.from(
  { length: READS },
  (_, i) =>
    `/lots?q=${encodeURIComponent(search[i % search.length] ?? '')}&page=${1 + (i % 3)}&state=${['all', 'open', 'held'][i % 3]}`,
);
const get = (visitor: Visitor, path: string) =>
  visitor.get(path).then((answer) => {
    if (answer.status !== 200) throw new Error(`answered ${answer.status}`);
  });
const places = (await recorded.visitor.get<PlaceList>('/store/places')).body.places;
const drawer = places.find((one) => one.kind === 'drawer')?.id ?? '';
const storeReads = Array.from(
  { length: READS },
  (_, i) =>
    [
      '/store',
      '/store?q=leek',
      '/store?q=tomato+2020&show=all',
      `/store?place=${drawer}`,
      '/store?show=gone&page=2',
      '/store?q=nothing-like-it',
    ][i % 6] ?? '',
);
const shedReads = Array.from(
  { length: READS },
  (_, i) =>
    [
      '/shed/batches?state=open',
      '/shed/batches?state=open&sort=due',
      '/shed/batches?state=all&q=leek+field+7',
      `/shed/batches?state=closed&page=${1 + (i % 40)}`,
      '/shed/batches?state=all&q=nothing-like-it',
    ][i % 5] ?? '',
);
const recordAll = async (paths: readonly string[]) => {
  const statements: Statement[][] = [];
  for (const path of paths) statements.push(await recording(() => get(recorded.visitor, path)));
  return statements;
};
const readStatements = await recordAll(reads);
const storeStatements = await recordAll(storeReads);
const shedStatements = await recordAll(shedReads);
await recorded.close();
// The session that the recorded statements ask for exists in this copy alone: it serves the reads too.

await clone('bench_base', 'bench_http');
await clone('bench_base', 'bench_sql');
const http = await serveApart('bench_http');
const sqlPool = new pg.Pool({ connectionString: urlOf('bench_sql'), max: 12 });
// Both sides are warm before anything is timed, and neither is always first.
const half = chosen.length / 2;
const warm = dishes.slice(WRITES, WRITES + 40);
await timed(warm, AT_ONCE, (dish) => put(http.visitor, dish));
await timed(readStatements.slice(0, 40), AT_ONCE, (one) => replay(sqlPool, one));
const httpWrites: number[] = [];
const sqlWrites: number[] = [];
for (const part of [0, 1]) {
  httpWrites.push(
    ...(await timed(chosen.slice(part * half, (part + 1) * half), AT_ONCE, (dish) => put(http.visitor, dish))),
  );
  sqlWrites.push(
    ...(await timed(writes.slice(part * half, (part + 1) * half), AT_ONCE, (one) => replay(sqlPool, one))),
  );
}
report('write of one germination count', httpWrites, sqlWrites);

async function timeReads(what: string, paths: readonly string[], statements: readonly Statement[][]): Promise<void> {
  const httpReads: number[] = [];
  const sqlReads: number[] = [];
  await timed(paths.slice(0, 60), AT_ONCE, (path) => get(http.visitor, path));
  for (const part of [0, 1, 2, 3]) {
    const from = (part * READS) / 4;
    httpReads.push(...(await timed(paths.slice(from, from + READS / 4), AT_ONCE, (path) => get(http.visitor, path))));
    sqlReads.push(...(await timed(statements.slice(from, from + READS / 4), AT_ONCE, (one) => replay(sqlPool, one))));
  }
  report(what, httpReads, sqlReads);
}
await timeReads(`lot list with search at ${LOTS} lots`, reads, readStatements);
await timeReads(`seed store, opened and narrowed, at ${PACKETS} packets`, storeReads, storeStatements);
await timeReads(`batches of the shed, opened and narrowed, at ${BATCHES} batches`, shedReads, shedStatements);
for (const page of [
  '/store/next',
  '/store/record',
  '/today',
  '/store/care',
  '/search?q=ryegrass%202025',
  '/search?q=zzz',
  '/shed/screenings',
]) {
  const once = await timed(Array<string>(5).fill(page), 1, (path) => get(http.visitor, path));
  process.stdout.write(
    `${page} at ${PACKETS} packets with ten years of tests: ${once.sort((a, b) => a - b)[2]?.toFixed(0)} ms (p50 of 5)\n`,
  );
}
http.close();
await sqlPool.end();
await admin.end();
