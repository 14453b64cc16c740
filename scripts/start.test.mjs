import { spawn } from 'node:child_process';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import pg from 'pg';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { freePort, PROJECT } from './tools.mjs';

const isRoot = process.getuid() === 0;
const NOBODY = 65534;
const made = [];
const spawned = [];

afterEach(() => {
  for (const child of spawned.splice(0)) child.kill('SIGKILL'); // only what a failed test left
  for (const folder of made.splice(0)) {
    for (const pid of processesOf(folder)) process.kill(pid, 'SIGKILL');
    fs.rmSync(folder, { recursive: true, force: true });
  }
});

function folder(mode = 0o755) {
  const one = fs.mkdtempSync(path.join(os.tmpdir(), 'mercato-test-'));
  fs.chmodSync(one, mode);
  made.push(one);
  return one;
}

/** Living processes (no zombies) whose command line names a folder. */
function processesOf(text) {
  return fs
    .readdirSync('/proc')
    .filter((name) => /^\d+$/.test(name) && Number(name) !== process.pid)
    .map(Number)
    .filter((pid) => {
      try {
        return fs.readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes(text);
      } catch {
        return false; // gone while we looked
      }
    });
}

function childrenOf(parent) {
  return fs
    .readdirSync('/proc')
    .filter((name) => /^\d+$/.test(name))
    .filter((pid) => {
      try {
        return fs.readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1]?.split(' ')[1] === String(parent);
      } catch {
        return false;
      }
    })
    .map(Number);
}

const lives = (pid) => {
  try {
    return !fs.readFileSync(`/proc/${pid}/stat`, 'utf8').includes(') Z ');
  } catch {
    return false;
  }
};

/** A child process with what it said, and a promise of its end. */
function run(args, options = {}) {
  const child = spawn(process.execPath, args, { cwd: PROJECT, stdio: ['pipe', 'pipe', 'pipe'], ...options });
  spawned.push(child);
  let text = '';
  const heard = [];
  const hear = (data) => {
    text += data;
    for (const one of heard) one();
  };
  child.stdout.on('data', hear);
  child.stderr.on('data', hear);
  const ended = new Promise((resolve) =>
    child.on('exit', (code) => {
      resolve(code);
      for (const one of heard) one();
    }),
  );
  return {
    child,
    ended,
    text: () => text,
    says: (pattern) =>
      new Promise((resolve, reject) => {
        const look = () => {
          const found = pattern.exec(text);
          if (found) resolve(found);
          else if (child.exitCode !== null) reject(new Error(`ended with ${child.exitCode} and said: ${text}`));
        };
        heard.push(look);
        look();
      }),
  };
}

/** A program that uses the cluster of a folder until its standard input ends. */
function user(data, options) {
  const program = `
    import { openCluster } from ${JSON.stringify(path.join(PROJECT, 'scripts/postgres.mjs'))};
    import { main } from ${JSON.stringify(path.join(PROJECT, 'scripts/tools.mjs'))};
    await main(async () => {
      const { url, stop } = await openCluster(${JSON.stringify(data)}, { fast: false });
      console.log('open ' + url);
      for await (const _ of process.stdin);
      await stop();
    });`;
  return run(['--input-type=module', '-e', program], options);
}
const urlOf = async (one) => (await one.says(/open (\S+)/))[1];
const leave = async (one) => {
  one.child.stdin.end();
  expect(await one.ended).toBe(0);
};
/** Nothing of it runs any more: a process that was told to end may need a moment on a busy machine. */
const nothingRuns = (data) =>
  vi.waitFor(() => expect(processesOf(data)).toEqual([]), { timeout: 20_000, interval: 50 });
async function ask(url, text) {
  const client = new pg.Client(url);
  await client.connect();
  const { rows } = await client.query(text);
  await client.end();
  return rows;
}

describe('the cluster of a data folder', () => {
  it('is shared by two that start at once, and ended by the last', async () => {
    const data = folder();
    const [a, b] = [user(data), user(data)];
    expect(await urlOf(a)).toBe(await urlOf(b));
    await leave(a);
    expect(await ask(await urlOf(b), 'select 1 as one')).toEqual([{ one: 1 }]);
    await leave(b);
    await nothingRuns(data);
  });

  it('comes back with its data after everything was killed', async () => {
    const data = folder();
    const first = user(data);
    await ask(await urlOf(first), 'create table kept as select 7 as figure');
    first.child.kill('SIGKILL');
    await first.ended;
    for (const pid of processesOf(data)) process.kill(pid, 'SIGKILL');
    const second = user(data);
    expect(await ask(await urlOf(second), 'select figure from kept')).toEqual([{ figure: 7 }]);
    await leave(second);
    await nothingRuns(data);
  });

  it('is ended by the next user when only the first was killed', async () => {
    const data = folder();
    const first = user(data);
    const url = await urlOf(first);
    first.child.kill('SIGKILL');
    await first.ended;
    const second = user(data);
    expect(await urlOf(second)).toBe(url);
    await leave(second);
    await nothingRuns(data);
  });

  it('takes no notice of a stale postmaster.pid, even one that names a living process', async () => {
    const data = folder();
    await leave(user(data));
    const file = path.join(data, 'postgres', 'postmaster.pid');
    fs.writeFileSync(file, `${process.pid}\n${data}/postgres\n0\n5432\n`);
    const second = user(data);
    expect(await ask(await urlOf(second), 'select 1 as one')).toEqual([{ one: 1 }]);
    await leave(second);
    expect(lives(process.pid)).toBe(true);
  });

  it('leaves a folder alone that it did not make, and says so', async () => {
    const data = folder();
    fs.mkdirSync(path.join(data, 'postgres'));
    fs.writeFileSync(path.join(data, 'postgres', 'thesis.txt'), 'mine');
    const one = user(data);
    expect(await one.ended).toBe(1);
    expect(one.text()).toMatch(/is there, but is no PostgreSQL cluster; move it away/);
    expect(one.text()).not.toMatch(/\n\s+at /);
    expect(fs.readFileSync(path.join(data, 'postgres', 'thesis.txt'), 'utf8')).toBe('mine');
  });

  it.runIf(isRoot)('works below a folder that PostgreSQL’s user cannot enter', async () => {
    const data = path.join(folder(0o700), 'inside');
    const one = user(data);
    expect(await ask(await urlOf(one), 'select 1 as one')).toEqual([{ one: 1 }]);
    const elsewhere = /the database lives in (\S+)/.exec(one.text())?.[1] ?? '';
    expect(elsewhere).toMatch(/^\/var\/lib\/mercato-pg\/[0-9a-f]{12}\/postgres$/);
    await leave(one);
    fs.rmSync(path.dirname(elsewhere), { recursive: true });
  });

  it.runIf(isRoot)('is found again after the project was moved, and a copy of it gets nobody else’s', async () => {
    const top = folder(0o700);
    const old = path.join(top, 'old');
    const first = user(old);
    await ask(await urlOf(first), 'create table kept as select 7 as figure');
    const elsewhere = /the database lives in (\S+)/.exec(first.text())?.[1] ?? '';
    await leave(first);
    const moved = path.join(top, 'moved');
    fs.renameSync(old, moved);
    const second = user(moved);
    expect(await ask(await urlOf(second), 'select figure from kept')).toEqual([{ figure: 7 }]);
    await leave(second);

    const copy = path.join(top, 'copy');
    fs.cpSync(moved, copy, { recursive: true });
    const stranger = user(copy);
    expect(await stranger.ended).toBe(1);
    expect(stranger.text()).toMatch(/which is still there: \S+copy looks like a copy of it/);

    // A version before wrote no place beside the secret: then nothing is made in its stead.
    const secret = path.join(moved, 'postgres.json');
    const { password } = JSON.parse(fs.readFileSync(secret, 'utf8'));
    fs.writeFileSync(secret, JSON.stringify({ password }));
    const again = path.join(top, 'again');
    fs.renameSync(moved, again);
    const lost = user(again);
    expect(await lost.ended).toBe(1);
    expect(lost.text()).toContain(
      `write the right one of these into ${path.join(again, 'postgres.json')} as "cluster"`,
    );
    expect(lost.text()).toContain(elsewhere);
    expect(JSON.parse(fs.readFileSync(path.join(again, 'postgres.json'), 'utf8'))).toEqual({ password });
    fs.writeFileSync(path.join(again, 'postgres.json'), JSON.stringify({ password, cluster: elsewhere }));
    const found = user(again);
    expect(await ask(await urlOf(found), 'select figure from kept')).toEqual([{ figure: 7 }]);
    await leave(found);
    fs.rmSync(path.dirname(elsewhere), { recursive: true });
  });

  it.runIf(isRoot)('works for an ordinary user, who is told which Debian package is missing', async () => {
    const data = folder();
    fs.chownSync(data, NOBODY, NOBODY);
    const ordinary = { uid: NOBODY, gid: NOBODY, env: { PATH: process.env.PATH, HOME: data } };
    const one = user(data, ordinary);
    expect(await ask(await urlOf(one), 'select 1 as one')).toEqual([{ one: 1 }]);
    await leave(one);
    const program = `
      import { ensureDebianPackage, main } from ${JSON.stringify(path.join(PROJECT, 'scripts/tools.mjs'))};
      await main(() => ensureDebianPackage({ what: 'the PostgreSQL server', packages: ['postgresql'], present: () => false }));`;
    const missing = run(['--input-type=module', '-e', program], ordinary);
    expect(await missing.ended).toBe(1);
    expect(missing.text()).toMatch(/the PostgreSQL server is not installed, and only root can install it/);
    expect(missing.text()).toContain('apt-get install -y --no-install-recommends postgresql');
  });
});

async function start(data, more = {}) {
  const port = String(await freePort());
  const env = { ...process.env, PORT: port, MERCATO_DATA: data, MERCATO_DEMO: '0', DATABASE_URL: '', ...more };
  return { port, ...run(['scripts/start.mjs'], { env }) };
}
const answers = async (port) => (await fetch(`http://127.0.0.1:${port}/api/session`)).json();

describe('npm start', () => {
  it('serves, twice at once on one database; Ctrl-C leaves nothing running and the data stand', async () => {
    const data = folder();
    const [a, b] = await Promise.all([start(data), start(data)]);
    const [, token] = await a.says(/set-up#(\S+)/);
    await Promise.all([a.says(/ready at/), b.says(/ready at/)]);
    expect(token.length).toBeGreaterThan(20);
    expect(await answers(b.port)).toMatchObject({ empty: true, demoAccounts: [], person: null });
    const below = [...childrenOf(a.child.pid), ...childrenOf(b.child.pid)];
    a.child.kill('SIGINT');
    expect(await a.ended).toBe(0);
    expect(await answers(b.port)).toMatchObject({ empty: true });
    b.child.kill('SIGTERM');
    expect(await b.ended).toBe(0);
    expect(below.filter(lives)).toEqual([]);
    await nothingRuns(data);
  });

  it('leaves no server behind when it is killed, and starts again', async () => {
    const data = folder();
    const first = await start(data);
    await first.says(/ready at/);
    const below = childrenOf(first.child.pid);
    first.child.kill('SIGKILL');
    await first.ended;
    await expect.poll(() => below.filter(lives), { timeout: 15_000 }).toEqual([]);
    const second = await start(data);
    await second.says(/ready at/);
    second.child.kill('SIGINT');
    expect(await second.ended).toBe(0);
    await nothingRuns(data);
  });

  // `npm start 2>&1 | head -1`, or a terminal that is closed: the next word of anybody failed, and PostgreSQL stayed.
  it('goes on when nobody reads what it says any more, and still puts everything away', async () => {
    const data = folder();
    const one = await start(data);
    await one.says(/ready at/);
    const server = childrenOf(one.child.pid).find((pid) =>
      fs.readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('server/main.ts'),
    );
    one.child.stdout.destroy();
    one.child.stderr.destroy();
    // It says so, to nobody.
    process.kill(server, 'SIGKILL');
    await expect.poll(async () => (await answers(one.port).catch(() => null))?.empty, { timeout: 60_000 }).toBe(true);
    const below = childrenOf(one.child.pid);
    one.child.kill('SIGINT');
    expect(await one.ended).toBe(0);
    expect(below.filter(lives)).toEqual([]);
    await nothingRuns(data);
  });

  it('brings back whichever of its children dies, and says so', async () => {
    const data = folder();
    const one = await start(data, { MERCATO_DEMO: '1' });
    await one.says(/ready at/);
    const commands = (pid) => fs.readFileSync(`/proc/${pid}/cmdline`, 'utf8').replaceAll('\0', ' ');
    const child = (what) => childrenOf(one.child.pid).find((pid) => lives(pid) && commands(pid).includes(what));
    const back = async (what, before) =>
      expect.poll(() => child(what) !== before && child(what) !== undefined, { timeout: 60_000 }).toBe(true);

    const server = child('server/main.ts');
    process.kill(server, 'SIGKILL');
    await one.says(/the server has ended by itself .*; it is started again in 1 s/);
    await back('server/main.ts', server);
    await expect.poll(async () => (await answers(one.port).catch(() => null))?.empty, { timeout: 60_000 }).toBe(false);

    const devices = child('devices/main.ts');
    process.kill(devices, 'SIGKILL');
    await one.says(/the simulated devices have ended by themselves/);
    await back('devices/main.ts', devices);

    const pidFile = path.join(data, 'postgres', 'postmaster.pid');
    const postmaster = Number(fs.readFileSync(pidFile, 'utf8').split('\n')[0]);
    process.kill(postmaster, 'SIGKILL');
    await one.says(/PostgreSQL has ended by itself; it is started again/);
    await expect.poll(async () => (await answers(one.port).catch(() => null))?.empty, { timeout: 60_000 }).toBe(false);
    const below = childrenOf(one.child.pid);
    one.child.kill('SIGINT');
    expect(await one.ended).toBe(0);
    expect(one.text()).not.toContain('did not stop');
    expect(below.filter(lives)).toEqual([]);
    await nothingRuns(data);
  });

  it('uses the database it is given, and stops only itself', async () => {
    const data = folder();
    const cluster = user(data);
    const url = await urlOf(cluster);
    await ask(url, 'create database given');
    const one = await start(folder(), { DATABASE_URL: url.replace(/postgres$/, 'given') });
    await one.says(/ready at/);
    one.child.kill('SIGINT');
    expect(await one.ended).toBe(0);
    expect(await ask(url, 'select 1 as one')).toEqual([{ one: 1 }]);
    await leave(cluster);
  });

  it('says what can be set, and refuses what cannot be in one sentence', async () => {
    const help = run(['scripts/start.mjs', '--help']);
    expect(await help.ended).toBe(0);
    for (const name of ['PORT', 'HOST', 'MERCATO_DATA', 'DATABASE_URL', 'MERCATO_DEMO', 'MERCATO_TLS_CERT'])
      expect(help.text()).toContain(name);
    for (const [more, sentence] of [
      [{ PORT: 'http' }, 'PORT must be a number'],
      [{ MERCATO_DEMO: 'yes' }, 'MERCATO_DEMO must be 0 or 1'],
      [{ DATABASE_URL: 'postgres://nobody@127.0.0.1:1/none' }, 'ECONNREFUSED'],
      [{ DATABASE_URL: 'postgres://nobody@127.0.0.1:1/none', HOST: '0.0.0.0' }, 'MERCATO_TLS_CERT'],
    ]) {
      const one = await start('/nowhere', more);
      expect(await one.ended, one.text()).toBe(1);
      expect(one.text()).toContain(sentence);
      expect(one.text()).not.toMatch(/\n\s+at /);
    }
  });
});

describe('a run that is cut short', () => {
  it.each([
    ['npm run bench', 'scripts/bench.mjs', [], /./],
    ['npm test', 'scripts/test.mjs', ['server'], /server …/],
  ])('%s leaves nothing running', async (_name, script, args, begun) => {
    const one = run([script, ...args], { env: { ...process.env, BENCH_LOTS: '2000' } });
    if (args.length > 0) await one.says(begun);
    const mine = () => processesOf(`-${one.child.pid}/`);
    // Its cluster is up.
    await expect.poll(() => mine().length, { timeout: 120_000 }).toBeGreaterThan(0);
    one.child.kill('SIGTERM');
    expect(await one.ended).toBe(1);
    expect(mine()).toEqual([]);
    expect(fs.readdirSync(path.join(PROJECT, '.cache')).filter((name) => name.endsWith(`-${one.child.pid}`))).toEqual(
      [],
    );
  });
  it('npm run bench says what it measures, and measures nothing, when it is asked', async () => {
    const help = run(['scripts/bench.mjs', '--help']);
    expect(await help.ended).toBe(0);
    expect(help.text()).toContain('BENCH_LOTS');
  });
});
