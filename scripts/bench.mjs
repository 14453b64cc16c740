// `npm run bench`: what things cost, as ratios in one run, on a throwaway database. BENCH_LOTS changes the size.
import { spawn } from 'node:child_process';
import fs from 'node:fs';
import path from 'node:path';
import { ensurePostgres, openThrowawayCluster, sweepClusters } from './postgres.mjs';
import {
  checkNode,
  ensureChromium,
  ensurePackages,
  ensureWebClient,
  freePort,
  heedSignals,
  main,
  PROJECT,
  Refusal,
  runToEnd,
  wasInterrupted,
  whilePreparing,
} from './tools.mjs';

const HELP = `npm run bench [-- core shed pictures drying courses server web importing] [-- --help]

Measures on a throwaway database what things cost, as ratios in one run; all, or
those that are named:
  core.ts    ageing curves against a general-purpose fit; the schools' chances
  shed.ts    trials of passes, settings that are proposed, the book of a long batch
  drying.ts    moisture in balance, and a bin that dries, against SciPy if that is here
  courses.ts   time courses of germination and their intervals, against R if that is here
  pictures.ts  a picture of 12 megapixels, against python3-skimage if that is here
  server.ts  requests against their own SQL alone: one germination count, the
             lot list, the seed store, what next, record, today, care
  web.ts     in headless Chromium: first load, a key to its painted figure,
             with and without the server, opening a long search
  importing.ts  other people's reads, and what the server grows by, while a
             file of 23 MB comes in

  BENCH_LOTS   lots in the database            100000
  BENCH_LIST   1 prints the SQL of one count   none
`;

const run = async (file, env) => {
  const args = ['--expose-gc', '--import', 'tsx', path.join('bench', file)];
  const code = await runToEnd(process.execPath, args, {
    cwd: PROJECT,
    stdio: 'inherit',
    env: { ...process.env, ...env },
  });
  if (code !== 0) throw new Refusal(wasInterrupted() ? 'stopped.' : `bench/${file} failed.`);
};

async function ready(port, server) {
  for (let tries = 0; tries < 240 && server.exitCode === null && !wasInterrupted(); tries += 1) {
    const answer = await fetch(`http://127.0.0.1:${port}/api/session`).catch(() => null);
    if (answer?.ok) return;
    await new Promise((resolve) => setTimeout(resolve, 500));
  }
  throw new Refusal('the server did not come up.');
}

await main(async () => {
  if (process.argv.includes('--help') || process.argv.includes('-h')) {
    process.stdout.write(HELP);
    return;
  }
  heedSignals();
  checkNode();
  await whilePreparing(async () => {
    ensurePackages();
    ensurePostgres();
    ensureChromium();
    ensureWebClient();
  });
  const clusters = path.join(PROJECT, '.cache', `bench-${process.pid}`);
  try {
    const cluster = await openThrowawayCluster(clusters);
    try {
      const asked = process.argv.slice(2);
      const wants = (one) => asked.length === 0 || asked.includes(one);
      if (wants('core')) await run('core.ts', {});
      if (wants('shed')) await run('shed.ts', {});
      if (wants('drying')) await run('drying.ts', {});
      if (wants('courses')) await run('courses.ts', {});
      if (wants('pictures')) await run('pictures.ts', {});
      if (wants('server')) await run('server.ts', { DATABASE_URL: cluster.url, NODE_ENV: 'production' });
      if (!wants('web') && !wants('importing')) return;
      await withServer(cluster.url, async (port, pid) => {
        const env = { BENCH_ADDRESS: `http://127.0.0.1:${port}` };
        if (wants('web')) await run('web.ts', env);
        if (wants('importing')) await run('importing.ts', { ...env, BENCH_PID: String(pid) });
      });
    } finally {
      await cluster.stop();
    }
  } finally {
    sweepClusters(clusters);
    fs.rmSync(clusters, { recursive: true, force: true });
  }
});

/** Serves the demo on a database while `work` is done. */
async function withServer(url, work) {
  const port = String(await freePort());
  const server = spawn(process.execPath, ['--import', 'tsx', path.join('server', 'main.ts')], {
    cwd: PROJECT,
    stdio: ['ignore', 'ignore', 'inherit'],
    detached: true,
    env: {
      ...process.env,
      NODE_ENV: 'production',
      PORT: port,
      HOST: '127.0.0.1',
      MERCATO_DEMO: '1',
      DATABASE_URL: url,
    },
  });
  try {
    await ready(port, server);
    await work(port, server.pid);
  } finally {
    if (server.exitCode === null) {
      server.kill('SIGTERM');
      await new Promise((resolve) => server.on('exit', resolve));
    }
  }
}
