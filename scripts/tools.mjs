// Small pieces that the start and the test command share. Plain Node, no packages.
import { spawn, spawnSync } from 'node:child_process';
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

/** Makes something from sources, unless it was made from these very ones. */
function makeFrom(sources, out, what, args, cwd) {
  const mark = path.join(out, '.built');
  const hash = sha(
    [...sources, 'package-lock.json']
      .flatMap((one) => filesBelow(path.join(PROJECT, one)))
      .map((file) => `${file}:${sha(fs.readFileSync(file))}`)
      .join('\n'),
  );
  if (fs.existsSync(mark) && fs.readFileSync(mark, 'utf8') === hash) return;
  say(`${what} …`);
  const run = spawnSync(process.execPath, args, { cwd, stdio: ['ignore', 'inherit', 'inherit'] });
  if (run.status !== 0) throw new Refusal(`${what} failed; the message stands above.`);
  fs.writeFileSync(mark, hash);
}

/** The web client, and what the API document says of answers. */
export function ensureWebClient() {
  const web = path.join(PROJECT, 'web');
  // npm may keep vite below web/ or at the root; the client's own view of it is the right one.
  const vite = path.join(
    path.dirname(createRequire(path.join(web, 'package.json')).resolve('vite/package.json')),
    'bin',
    'vite.js',
  );
  const build = [vite, 'build', '--logLevel', 'warn'];
  // Whoever asks, a test among them, gets the client that people get: React is four times slower as developers see it.
  const { NODE_ENV } = process.env;
  process.env.NODE_ENV = 'production';
  try {
    makeFrom(['core', 'contract', 'web'], path.join(web, 'dist'), 'building the web client', build, web);
  } finally {
    if (NODE_ENV === undefined) delete process.env.NODE_ENV;
    else process.env.NODE_ENV = NODE_ENV;
  }
  ensureAnswers();
}

/** What the API document says of answers, read from the types of the contract. */
export function ensureAnswers() {
  const script = path.join(PROJECT, 'scripts', 'answers.mjs');
  const out = path.join(PROJECT, '.cache', 'answers');
  makeFrom(['core', 'contract', 'scripts/answers.mjs'], out, 'writing the API document', [script], PROJECT);
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
    // Another installation on this machine is waited for.
    const run = spawnSync('apt-get', ['-o', 'DPkg::Lock::Timeout=300', ...args], {
      env,
      stdio: ['ignore', 'ignore', 'inherit'],
    });
    if (run.status !== 0)
      throw new Refusal(`apt-get ${args[0]} failed (${run.status ?? run.signal}). By hand:\n    ${command}`);
  }
  if (!present()) throw new Refusal(`${what} was installed but cannot be found.`);
}

export function ensureChromium() {
  ensureDebianPackage({
    what: 'Chromium',
    packages: ['chromium', 'fonts-liberation'],
    present: () => fs.existsSync('/usr/bin/chromium'),
  });
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

let interrupted = false;
const running = new Set();

/** From now on a signal ends what this script runs, and the script itself once it has put its things away. */
export function heedSignals() {
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
    process.on(signal, () => {
      interrupted = true;
      // Every program that we run puts its own things away on SIGINT.
      for (const child of running) child.kill('SIGINT');
    });
}
export const wasInterrupted = () => interrupted;

/** Runs a program to its end; answers with its exit code, null when it was ended by a signal or never begun. */
export const runToEnd = (command, args, options) =>
  new Promise((resolve) => {
    if (interrupted) {
      resolve(null);
      return;
    }
    // In a group of its own: Ctrl-C reaches us alone.
    const child = spawn(command, args, { ...options, detached: true });
    running.add(child);
    child.on('error', () => resolve(null));
    child.on('exit', (code) => {
      running.delete(child);
      resolve(code);
    });
  });

export const sleep = (ms) => new Promise((resolve) => setTimeout(resolve, ms));

const LOCK_SECONDS = 300;

/**
 * Takes a lock on a file: exclusive, or shared with others who take it shared. The kernel frees it when this
 * process ends, however it ends, so no lock is ever left behind. Returns what lets it go, or null when `wait`
 * is false and somebody else holds it.
 */
export async function takeLock(file, { shared = false, wait = true } = {}) {
  fs.mkdirSync(path.dirname(file), { recursive: true });
  const patience = wait ? ['-w', String(LOCK_SECONDS)] : ['-n'];
  // The holder lives as long as the pipe to it, in a group of its own, so that Ctrl-C reaches us first.
  const holder = spawn('flock', [shared ? '-s' : '-x', ...patience, '-E', '99', file, 'sh', '-c', 'echo held; cat'], {
    stdio: ['pipe', 'pipe', 'inherit'],
    detached: true,
  });
  const ended = new Promise((resolve) => holder.on('exit', resolve));
  const held = await new Promise((resolve, reject) => {
    holder.on('error', (error) => reject(new Refusal(`flock (Debian's util-linux) cannot be run: ${error.message}.`)));
    holder.stdout.once('data', () => resolve(true));
    void ended.then((code) => {
      if (code === 99) resolve(false);
      else reject(new Refusal(`${file} cannot be locked (flock ended with ${code}).`));
    });
  });
  if (!held && wait) throw new Refusal(`another start has held ${file} for ${LOCK_SECONDS / 60} minutes.`);
  if (!held) return null;
  for (const part of [holder, holder.stdin, holder.stdout]) part.unref();
  return async () => {
    for (const part of [holder, holder.stdin]) part.ref();
    holder.stdin.end();
    await ended;
  };
}

/** Runs `work` while nobody else does anything under the same lock. */
export async function withLock(file, work) {
  const letGo = await takeLock(file);
  try {
    return await work();
  } finally {
    await letGo();
  }
}

/** Two starts in one folder install and build one after the other. */
export const whilePreparing = (work) => withLock(path.join(PROJECT, '.cache', 'preparing.lock'), work);

/** Runs a script's main function: a refusal is one sentence, anything else keeps its stack. */
export async function main(work) {
  // Whoever read along may be gone (`| head`, a closed terminal): the work goes on, and puts itself away in order.
  for (const stream of [process.stdout, process.stderr]) stream.on('error', () => undefined);
  try {
    await work();
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    say(error.message);
    process.exit(1);
  }
}
