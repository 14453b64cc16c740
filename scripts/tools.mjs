// Small pieces that the start and the test command share. Plain Node, no packages.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { createRequire } from 'node:module';
import fs from 'node:fs';
import net from 'node:net';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

export const PROJECT = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '..');
export const say = (line) => process.stderr.write(`mercato: ${line}\n`);

/** An error whose message is meant for the person at the terminal; it is shown without a stack. */
export class Refusal extends Error {}

export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19))
    throw new Refusal(`Node ${process.versions.node} is too old: 20.19 or newer is needed.`);
}

const sha = (text) => createHash('sha256').update(text).digest('hex');

/** Installs the packages of the lock file unless these very ones are there already. */
export function ensurePackages() {
  const lock = sha(fs.readFileSync(path.join(PROJECT, 'package-lock.json')));
  const mark = path.join(PROJECT, 'node_modules', '.mercato-lock');
  if (fs.existsSync(mark) && fs.readFileSync(mark, 'utf8') === lock) return;
  say('installing packages from the lock file (a minute or two, once) …');
  const run = spawnSync('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
    cwd: PROJECT,
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  if (run.status !== 0) throw new Refusal('npm ci failed; its message stands above.');
  fs.writeFileSync(mark, lock);
}

/** Builds the web client unless nothing it is made of has changed. */
export function ensureWebClient() {
  const out = path.join(PROJECT, 'web', 'dist');
  const mark = path.join(out, '.built');
  const hash = sha(
    ['core', 'contract', 'web', 'package-lock.json']
      .flatMap((one) => filesBelow(path.join(PROJECT, one)))
      .map((file) => `${file}:${sha(fs.readFileSync(file))}`)
      .join('\n'),
  );
  if (fs.existsSync(mark) && fs.readFileSync(mark, 'utf8') === hash) return;
  say('building the web client …');
  // npm may keep vite below web/ or at the root; the client's own view of it is the right one.
  const vite = path.join(
    path.dirname(createRequire(path.join(PROJECT, 'web', 'package.json')).resolve('vite/package.json')),
    'bin',
    'vite.js',
  );
  const run = spawnSync(process.execPath, [vite, 'build', '--logLevel', 'warn'], {
    cwd: path.join(PROJECT, 'web'),
    stdio: ['ignore', 'inherit', 'inherit'],
  });
  if (run.status !== 0) throw new Refusal('building the web client failed; the message stands above.');
  fs.writeFileSync(mark, hash);
}

function filesBelow(place) {
  if (!fs.statSync(place).isDirectory()) return [place];
  return fs
    .readdirSync(place, { withFileTypes: true })
    .filter((one) => one.name !== 'node_modules' && one.name !== 'dist')
    .flatMap((one) => filesBelow(path.join(place, one.name)))
    .sort();
}

/** Installs a Debian package when a program is missing; as an ordinary user says what to ask for. */
export function ensureDebianPackage({ present, packages, what, before }) {
  if (present()) return;
  const command = `apt-get update && apt-get install -y --no-install-recommends ${packages.join(' ')}`;
  if (process.getuid() !== 0)
    throw new Refusal(
      `${what} is not installed, and only root can install it. Ask for:\n    ${command}\nand start again.`,
    );
  say(`installing ${what} from Debian's packages …`);
  before?.();
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  for (const args of [
    ['update', '-q'],
    ['install', '-y', '-q', '--no-install-recommends', '-o', 'Dpkg::Options::=--force-confold', ...packages],
  ]) {
    const run = spawnSync('apt-get', args, { env, stdio: ['ignore', 'ignore', 'inherit'] });
    if (run.status !== 0)
      throw new Refusal(`apt-get ${args[0]} failed (${run.status ?? run.signal}). By hand:\n    ${command}`);
  }
  if (!present()) throw new Refusal(`${what} was installed but cannot be found.`);
}

export const freePort = () =>
  new Promise((resolve, reject) => {
    const server = net.createServer();
    server.on('error', reject);
    server.listen(0, '127.0.0.1', () => {
      const { port } = server.address();
      server.close(() => resolve(port));
    });
  });

export const sleep = (ms) => new Promise((resolve) => setTimeout(resolve, ms));

export function processLives(pid) {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return error.code === 'EPERM';
  }
}

/** Runs `work` while holding a lock folder; a lock whose holder is dead is taken over. */
export async function withLock(folder, work) {
  const holder = path.join(folder, 'pid');
  for (let tries = 0; ; tries += 1) {
    try {
      fs.mkdirSync(folder);
      fs.writeFileSync(holder, String(process.pid));
      break;
    } catch (error) {
      if (error.code !== 'EEXIST') throw error;
      const pid = Number(fs.existsSync(holder) ? fs.readFileSync(holder, 'utf8') : 0);
      // A lock without a pid is being taken this very moment, unless it stays so.
      if ((pid && !processLives(pid)) || (!pid && tries > 20)) {
        fs.rmSync(folder, { recursive: true, force: true });
        continue;
      }
      if (tries > 600) throw new Refusal(`another start (process ${pid}) has held ${folder} for two minutes.`);
      await sleep(200);
    }
  }
  try {
    return await work();
  } finally {
    fs.rmSync(folder, { recursive: true, force: true });
  }
}

/** Runs a script's main function: a refusal is one sentence, anything else keeps its stack. */
export async function main(work) {
  try {
    await work();
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    say(error.message);
    process.exit(1);
  }
}
