// `npm test [-- FLOOR …]`: lint, types, import directions, unit, integration and browser tests; one line of totals.
import fs from 'node:fs';
import path from 'node:path';
import { ensurePostgres, sweepClusters } from './postgres.mjs';
import {
  checkNode,
  ensureAnswers,
  ensureChromium,
  ensureDebianPackage,
  ensurePackages,
  ensureWebClient,
  freePort,
  heedSignals,
  main,
  PROJECT,
  Refusal,
  runToEnd,
  say,
  wasInterrupted,
  whilePreparing,
} from './tools.mjs';

const FLOORS = ['lint', 'types', 'arrows', 'core', 'contract', 'devices', 'web', 'server', 'scripts', 'e2e'];
const HELP = `npm test [-- FLOOR …]    without a floor: all of them, in this order
  lint      ESLint and Prettier          types   TypeScript, strict
  arrows    who may import whom          core    the computation
  contract  the calculation catalogue    devices the stand-ins at the bench
  web       what waits in the browser, and its forms
  server    against a real PostgreSQL    scripts start and database
  e2e       the interface in headless Chromium
`;

const bin = (name) => path.join(PROJECT, 'node_modules', '.bin', name);
const results = path.join(PROJECT, '.cache', 'results');
const totals = { passed: 0, failed: 0 };
const failedFloors = [];

/** Clusters of this run: whatever cuts it short, they go with it. */
const clusters = path.join(PROJECT, '.cache', `test-${process.pid}`);

async function run(name, command, args, { env = {}, out = 'inherit' } = {}) {
  if (wasInterrupted()) return false;
  say(`${name} …`);
  const code = await runToEnd(command, args, {
    cwd: PROJECT,
    stdio: ['ignore', out, out],
    env: { ...process.env, MERCATO_CLUSTERS: clusters, ...env },
  });
  return code === 0;
}

/**
 * A file that has not changed is not looked at again on the same machine. A rule that reads types may then miss what a
 * change elsewhere means for it; a clone has no cache, and looks at all.
 */
const cachedIn = (name) => ['--cache', '--cache-strategy', 'content', '--cache-location', `.cache/lint/${name}`];

/** A check that passes or fails as a whole counts as one test. */
async function check(name, ...commands) {
  let passed = true;
  for (const [command, ...args] of commands) passed = passed && (await run(name, bin(command), args));
  count(name, passed);
}

/** A check that runs beside others for minutes; what it says comes when it is done, in one piece. */
async function checkBeside(name, command, ...args) {
  const file = path.join(results, `${name}.txt`);
  const out = fs.openSync(file, 'w');
  // Whatever else runs goes first: some tests ask for an answer within two seconds.
  const passed = await run(name, 'nice', ['-n', '19', bin(command), ...args], { out });
  fs.closeSync(out);
  process.stdout.write(fs.readFileSync(file, 'utf8'));
  count(name, passed);
}

function count(name, passed) {
  totals[passed ? 'passed' : 'failed'] += 1;
  if (!passed) failedFloors.push(name);
}

function report(file) {
  return fs.existsSync(file) ? JSON.parse(fs.readFileSync(file, 'utf8')) : null;
}

async function vitest(projects) {
  const file = path.join(results, 'vitest.json');
  fs.rmSync(file, { force: true });
  const passed = await run(projects.join(', '), bin('vitest'), [
    'run',
    ...projects.flatMap((one) => ['--project', one]),
    '--reporter=default',
    '--reporter=json',
    `--outputFile.json=${file}`,
  ]);
  const counted = report(file);
  totals.passed += counted?.numPassedTests ?? 0;
  totals.failed += Math.max(counted?.numFailedTests ?? 0, passed ? 0 : 1);
  if (!passed) failedFloors.push(`the unit tests (${projects.join(', ')})`);
}

async function playwright() {
  const file = path.join(results, 'playwright.json');
  fs.rmSync(file, { force: true });
  fs.mkdirSync(clusters, { recursive: true });
  const data = fs.mkdtempSync(path.join(clusters, 'e2e-'));
  fs.chmodSync(data, 0o755);
  const passed = await run('e2e', bin('playwright'), ['test', '--reporter=line,json'], {
    env: {
      PORT: String(await freePort()),
      MERCATO_DATA: data,
      MERCATO_DEMO: '1',
      HOST: '127.0.0.1',
      DATABASE_URL: '',
      PLAYWRIGHT_JSON_OUTPUT_NAME: file,
    },
  });
  const stats = report(file)?.stats;
  totals.passed += (stats?.expected ?? 0) + (stats?.flaky ?? 0);
  totals.failed += Math.max(stats?.unexpected ?? 0, passed ? 0 : 1);
  if (!passed) failedFloors.push('e2e');
}

await main(async () => {
  const asked = process.argv.slice(2);
  if (asked.includes('--help') || asked.includes('-h')) {
    process.stdout.write(HELP);
    return;
  }
  const unknown = asked.find((one) => !FLOORS.includes(one));
  if (unknown) throw new Refusal(`there is no floor "${unknown}"; one of ${FLOORS.join(', ')}.`);
  const floors = asked.length > 0 ? asked : FLOORS;
  const on = (floor) => floors.includes(floor);
  checkNode();
  await whilePreparing(async () => {
    ensurePackages();
    if (on('server') || on('scripts') || on('e2e')) ensurePostgres();
    if (on('server'))
      ensureDebianPackage({
        what: 'poppler (reads PDFs in the tests)',
        packages: ['poppler-utils'],
        present: () => fs.existsSync('/usr/bin/pdffonts'),
      });
    if (on('e2e')) ensureChromium();
    if (on('server') || on('scripts') || on('e2e')) ensureAnswers();
    if (on('scripts') || on('e2e')) ensureWebClient();
  });
  heedSignals();
  fs.mkdirSync(results, { recursive: true });
  // ESLint with types takes one processor for minutes, and the unit tests often wait: they share the machine.
  const linted = on('lint') && checkBeside('lint', 'eslint', '.', '--max-warnings', '0', ...cachedIn('eslint'));
  if (on('lint')) await check('form', ['prettier', '--check', '--log-level', 'warn', '.', ...cachedIn('prettier')]);
  if (on('types')) await check('types', ['tsc', '-p', 'tsconfig.json'], ['tsc', '-p', 'web/tsconfig.json']);
  if (on('arrows')) {
    const floors = ['core', 'contract', 'server', 'web', 'devices'];
    await check('arrows', ['depcruise', ...floors, '--config', 'dependency-cruiser.cjs']);
  }
  const units = ['core', 'contract', 'devices', 'web', 'server', 'scripts'].filter(on);
  if (units.length > 0) await vitest(units);
  await linted;
  if (on('e2e')) await playwright();
  sweepClusters(clusters);
  fs.rmSync(clusters, { recursive: true, force: true });
  if (wasInterrupted()) throw new Refusal('stopped.');
  // What failed may stand thousands of lines above: say it again where a reader looks first.
  if (failedFloors.length > 0) say(`failed: ${failedFloors.join('; ')}`);
  process.stdout.write(`${totals.passed} passed, ${totals.failed} failed\n`);
  process.exit(totals.failed > 0 || totals.passed === 0 ? 1 : 0);
});
