// `npm start`: everything from a fresh clone to a served application.
import { spawn } from 'node:child_process';
import path from 'node:path';
import { openCluster } from './postgres.mjs';
import {
  checkNode,
  ensurePackages,
  ensureWebClient,
  main,
  PROJECT,
  Refusal,
  say,
  sleep,
  whilePreparing,
} from './tools.mjs';

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
  MERCATO_HOSTS     names under which it may be asked for, with commas
                    between; on loopback this machine's own            none
  MERCATO_TRUST_PROXY  what stands between it and the browsers, as Express
                    takes it: a number of proxies, or their addresses    none
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

/** How often PostgreSQL is looked at. */
const WATCH_MS = 1000;
/** A child that ran so long before it ended is started again at once. */
const STEADY_MS = 60_000;
const pauseAfter = (tries) => Math.min(30_000, 1000 * 2 ** tries);

/**
 * The demo's devices, on free ports of this machine or on those that they had before, by name; a start without them is a
 * start all the same.
 */
async function startDevices(before = {}) {
  const child = spawn(process.execPath, ['--import', 'tsx', path.join('devices', 'main.ts')], {
    cwd: PROJECT,
    env: { ...process.env, DEVICE_PORTS: JSON.stringify(before) },
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
    gone: new Promise((resolve) => child.on('exit', () => resolve())),
    ports,
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

  let url = process.env.DATABASE_URL || cluster.url;
  let devices = demo === '1' ? await startDevices() : null;
  let server = null;
  let ending = false;
  const end = (signal) => {
    if (ending) return;
    ending = true;
    say('stopping …');
    server?.kill(signal === 'SIGHUP' ? 'SIGTERM' : signal);
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => end(signal));

  /** Serves until the server ends; answers with its exit code, and whether it had come up. */
  const serve = () =>
    new Promise((resolve) => {
      let up = false;
      server = spawn(process.execPath, ['--import', 'tsx', path.join('server', 'main.ts')], {
        cwd: PROJECT,
        env: {
          ...process.env,
          NODE_ENV: 'production',
          PORT: port,
          MERCATO_DEMO: demo,
          DATABASE_URL: url,
          ...(devices ? { MERCATO_DEVICES: JSON.stringify(devices.ports) } : {}),
        },
        stdio: ['ignore', 'inherit', 'inherit', 'ipc'], // the channel tells the server when this process is gone
        detached: true, // Ctrl-C reaches us alone, and we end things in order
      });
      server.on('message', ({ ready }) => {
        up = true;
        process.stdout.write(`${ready}\n`);
      });
      server.on('exit', (status) => resolve({ code: status ?? (ending ? 0 : 1), up }));
    });

  // PostgreSQL is nobody's child here: it is looked after by looking.
  const watch = async () => {
    while (cluster && !ending) {
      await sleep(WATCH_MS);
      if (ending || cluster.lives()) continue;
      say('PostgreSQL has ended by itself; it is started again.');
      const again = await cluster.revive().catch((error) => say(`PostgreSQL does not start again: ${error.message}`));
      if (!again || again === url) continue;
      // It could not have its old port: the server has to look for it at another.
      url = again;
      server?.kill('SIGTERM');
    }
  };
  void watch();
  const watchDevices = (one) =>
    one?.gone.then(async () => {
      for (let tries = 0; !ending; tries += 1) {
        const pause = pauseAfter(tries);
        say(`the simulated devices have ended by themselves; they are started again in ${pause / 1000} s.`);
        await sleep(pause);
        if (ending) return;
        devices = await startDevices(one.ports);
        if (!devices) continue;
        void watchDevices(devices);
        return;
      }
    });
  void watchDevices(devices);

  let wasUp = false;
  let ended;
  for (let tries = 0; ; tries += 1) {
    const began = Date.now();
    ended = await serve();
    wasUp ||= ended.up;
    // What never came up has said why; everything else comes back.
    if (ending || !wasUp) break;
    if (Date.now() - began > STEADY_MS) tries = 0;
    const pause = pauseAfter(tries);
    say(`the server has ended by itself (${ended.code}); it is started again in ${pause / 1000} s.`);
    await sleep(pause);
    if (ending) break;
  }
  const stopped = ending;
  ending = true;
  await devices?.stop();
  await cluster?.stop();
  process.exit(stopped ? 0 : ended.code);
});
