// `npm start`: everything from a fresh clone to a served application.
import { spawn } from 'node:child_process';
import path from 'node:path';
import { openCluster } from './postgres.mjs';
import { checkNode, ensurePackages, ensureWebClient, main, PROJECT, Refusal, say, whilePreparing } from './tools.mjs';

const HELP = `npm start [-- --help]

Installs what is missing, starts PostgreSQL on loopback, loads the demo into an
empty database and serves Mercato. Ctrl-C stops all of it.

  PORT              where to listen                                    4310
  HOST              address to listen on; another than loopback wants
                    MERCATO_TLS_CERT and MERCATO_TLS_KEY, and refuses
                    the demo's accounts                                127.0.0.1
  MERCATO_DATA      folder of the database cluster                     .data
  DATABASE_URL      use this PostgreSQL instead of starting one        none
  MERCATO_DEMO      0 starts empty and prints a one-time set-up link   1
  MERCATO_TLS_CERT  certificate file, with MERCATO_TLS_KEY serves https none
`;

function settings() {
  const port = process.env.PORT ?? '4310';
  if (!/^\d{1,5}$/.test(port) || Number(port) > 65535)
    throw new Refusal(`PORT must be a number 0..65535, got "${port}".`);
  const demo = process.env.MERCATO_DEMO ?? '1';
  if (demo !== '0' && demo !== '1') throw new Refusal(`MERCATO_DEMO must be 0 or 1, got "${demo}".`);
  return { port, demo, data: path.resolve(PROJECT, process.env.MERCATO_DATA || '.data') };
}

/** The demo's balance and logger, on free ports of this machine; a start without them is a start all the same. */
async function startDevices() {
  const child = spawn(process.execPath, ['--import', 'tsx', path.join('devices', 'main.ts')], {
    cwd: PROJECT,
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'], // the channel tells it when this process is gone
    detached: true,
  });
  const ports = await new Promise((resolve) => {
    child.on('message', resolve);
    child.on('exit', () => resolve(null));
  });
  if (ports === null) {
    say('the simulated devices do not start; figures are typed.');
    return null;
  }
  return {
    balance: `tcp://127.0.0.1:${ports.port}`,
    logger: `tcp://127.0.0.1:${ports.loggerPort}`,
    stop: () =>
      new Promise((resolve) => {
        if (child.exitCode !== null || child.signalCode !== null) resolve();
        child.on('exit', () => resolve());
        child.kill('SIGTERM');
      }),
  };
}

await main(async () => {
  if (process.argv.includes('--help') || process.argv.includes('-h')) {
    process.stdout.write(HELP);
    return;
  }
  const { port, demo, data } = settings();
  checkNode();
  await whilePreparing(async () => {
    ensurePackages();
    ensureWebClient();
  });
  const cluster = process.env.DATABASE_URL ? null : await openCluster(data);

  const devices = demo === '1' ? await startDevices() : null;
  const server = spawn(process.execPath, ['--import', 'tsx', path.join('server', 'main.ts')], {
    cwd: PROJECT,
    env: {
      ...process.env,
      NODE_ENV: 'production',
      PORT: port,
      MERCATO_DEMO: demo,
      DATABASE_URL: process.env.DATABASE_URL || cluster.url,
      ...(devices ? { MERCATO_BALANCE: devices.balance, MERCATO_LOGGER: devices.logger } : {}),
    },
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'], // the channel tells the server when this process is gone
    detached: true, // Ctrl-C reaches us alone, and we end things in order
  });
  let ending = false;
  const end = (signal) => {
    if (ending) return;
    ending = true;
    say('stopping …');
    server.kill(signal === 'SIGHUP' ? 'SIGTERM' : signal);
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => end(signal));
  const code = await new Promise((resolve) => server.on('exit', (status) => resolve(status ?? (ending ? 0 : 1))));
  await devices?.stop();
  await cluster?.stop();
  process.exit(ending ? 0 : code);
});
