// `npm run bench`: what things cost, as ratios in one run, on a throwaway database. BENCH_LOTS changes the size.
import { spawn, spawnSync } from 'node:child_process';
import path from 'node:path';
import { ensurePostgres, openThrowawayCluster } from './postgres.mjs';
import {
  checkNode,
  ensureChromium,
  ensurePackages,
  ensureWebClient,
  freePort,
  main,
  PROJECT,
  Refusal,
  whilePreparing,
} from './tools.mjs';

const run = (file, env) => {
  const args = ['--import', 'tsx', path.join('bench', file)];
  const { status } = spawnSync(process.execPath, args, {
    cwd: PROJECT,
    stdio: 'inherit',
    env: { ...process.env, ...env },
  });
  if (status !== 0) throw new Refusal(`bench/${file} failed.`);
};

async function ready(port, server) {
  for (let tries = 0; tries < 240 && server.exitCode === null; tries += 1) {
    const answer = await fetch(`http://127.0.0.1:${port}/api/session`).catch(() => null);
    if (answer?.ok) return;
    await new Promise((resolve) => setTimeout(resolve, 500));
  }
  throw new Refusal('the server did not come up.');
}

await main(async () => {
  checkNode();
  await whilePreparing(async () => {
    ensurePackages();
    ensurePostgres();
    ensureChromium();
    ensureWebClient();
  });
  const cluster = await openThrowawayCluster(path.join(PROJECT, '.cache'));
  try {
    run('core.ts', {});
    run('server.ts', { DATABASE_URL: cluster.url, NODE_ENV: 'production' });
    const port = String(await freePort());
    const server = spawn(process.execPath, ['--import', 'tsx', path.join('server', 'main.ts')], {
      cwd: PROJECT,
      stdio: ['ignore', 'ignore', 'inherit'],
      env: {
        ...process.env,
        NODE_ENV: 'production',
        PORT: port,
        HOST: '127.0.0.1',
        MERCATO_DEMO: '1',
        DATABASE_URL: cluster.url,
      },
    });
    try {
      await ready(port, server);
      run('web.ts', { BENCH_ADDRESS: `http://127.0.0.1:${port}` });
    } finally {
      server.kill('SIGTERM');
      await new Promise((resolve) => server.on('exit', resolve));
    }
  } finally {
    await cluster.stop();
  }
});
