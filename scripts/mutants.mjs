// `npm run mutants -- ROOM`: which changes to a judging room of core no test notices.
import fs from 'node:fs';
import path from 'node:path';
import {
  checkNode,
  ensurePackages,
  heedSignals,
  main,
  PROJECT,
  Refusal,
  runToEnd,
  say,
  wasInterrupted,
} from './tools.mjs';

/** How many of a room's logic mutants the tests must kill, in percent. */
const ROOMS = {
  germination: 85,
  purity: 85,
  moisture: 85,
  weight: 85,
  units: 85,
  'other-seeds': 80,
  sampling: 80,
  release: 80,
  'quick-tests': 80,
  storage: 80,
  cleaning: 80,
  drying: 80,
  sowing: 80,
  store: 80,
  air: 80,
  'rule-books': 80,
};

const HELP = `npm run mutants -- ROOM [--incremental]

Changes one room of core in one place after another, and runs the room's own
tests and the catalogue's check values each time. Prints the changes that no
test noticed, and the share that was. Ends with 1 where the share is too low.

  ROOM           ${Object.keys(ROOMS).slice(0, 6).join(', ')},
                 ${Object.keys(ROOMS).slice(6).join(', ')}
  --incremental  asks again only for what changed since the last run
`;

/** Literals are left out: what they say is words, shapes and rule-book figures, not judgement. */
const NO_LOGIC = ['StringLiteral', 'ObjectLiteral', 'ArrayDeclaration'];
/** Changes after which the code does the same as before, each with the reason. */
const HARMLESS = path.join(PROJECT, 'core', 'testing', 'harmlessMutants.json');

/**
 * A copy of the core and the contract in which workspaces resolve to the copy's own files: in a sandbox below the project
 * they would resolve to the unchanged ones, and a mutant that only a test of another workspace notices would live.
 */
export function copyProject(to) {
  fs.mkdirSync(to, { recursive: true });
  for (const one of ['core', 'contract', 'package.json', 'tsconfig.json'])
    fs.cpSync(path.join(PROJECT, one), path.join(to, one), { recursive: true });
  const modules = path.join(PROJECT, 'node_modules');
  fs.mkdirSync(path.join(to, 'node_modules', '@mercato'), { recursive: true });
  for (const name of fs.readdirSync(modules))
    if (name !== '@mercato' && !name.startsWith('.'))
      fs.symlinkSync(path.join(modules, name), path.join(to, 'node_modules', name));
  for (const name of ['core', 'contract'])
    fs.symlinkSync(path.join('..', '..', name), path.join(to, 'node_modules', '@mercato', name));
}

/** Runs the mutants of some files of a copy against some of its tests; answers with the report, or null if it was cut short. */
export async function runMutants(copy, { mutate, tests, incrementalFile }) {
  fs.writeFileSync(
    path.join(copy, 'vitest.config.mjs'),
    `export default { test: { include: ${JSON.stringify(tests)}, testTimeout: 60_000 } };\n`,
  );
  const file = path.join(copy, 'mutants.json');
  const settings = {
    testRunner: 'vitest',
    plugins: ['@stryker-mutator/vitest-runner'],
    vitest: { configFile: 'vitest.config.mjs', related: false },
    mutate,
    mutator: { excludedMutations: NO_LOGIC },
    inPlace: true,
    coverageAnalysis: 'perTest',
    concurrency: 2,
    reporters: ['json'],
    jsonReporter: { fileName: file },
    logLevel: 'warn',
    allowConsoleColors: false,
    ...(incrementalFile ? { incremental: true, incrementalFile } : {}),
  };
  fs.writeFileSync(path.join(copy, 'stryker.config.json'), JSON.stringify(settings));
  const code = await runToEnd(
    process.execPath,
    [path.join(PROJECT, 'node_modules', '@stryker-mutator', 'core', 'bin', 'stryker.js'), 'run', 'stryker.config.json'],
    { cwd: copy, stdio: ['ignore', 'inherit', 'inherit'] },
  );
  if (wasInterrupted()) return null;
  if (code !== 0) throw new Refusal('the run of mutants failed; its message stands above.');
  return JSON.parse(fs.readFileSync(file, 'utf8'));
}

/** Every logic mutant of a report: where it is, what it changed, what became of it. */
export function mutantsOf(report) {
  return Object.entries(report.files).flatMap(([file, { source, mutants }]) => {
    const lines = source.split('\n');
    return mutants
      .filter((one) => one.status !== 'Ignored')
      .map((one) => {
        const { start, end } = one.location;
        const line = lines[start.line - 1];
        const was =
          start.line === end.line ? line.slice(start.column - 1, end.column - 1) : `${line.slice(start.column - 1)} …`;
        return {
          file,
          line: start.line,
          code: line.trim(),
          was,
          is: one.replacement ?? '',
          mutator: one.mutatorName,
          status: one.status,
        };
      });
  });
}

const KILLED = ['Killed', 'Timeout'];
const same = (harmless, mutant) =>
  harmless.file === mutant.file &&
  harmless.code === mutant.code &&
  harmless.was === mutant.was &&
  harmless.is === mutant.is;

async function judge(room, incremental) {
  const copies = path.join(PROJECT, '.cache', `mutants-${process.pid}`);
  const kept = path.join(PROJECT, '.cache', 'mutants');
  fs.mkdirSync(kept, { recursive: true });
  try {
    copyProject(copies);
    const report = await runMutants(copies, {
      mutate: [`core/${room}/**/*.ts`, '!**/*.test.ts'],
      tests: [`core/${room}/**/*.test.ts`, 'contract/catalogue/checks.test.ts'],
      incrementalFile: incremental ? path.join(kept, `${room}.json`) : null,
    });
    if (report === null) throw new Refusal('stopped.');
    const all = mutantsOf(report);
    const listed = JSON.parse(fs.readFileSync(HARMLESS, 'utf8')).filter((one) => one.file.startsWith(`core/${room}/`));
    const stale = listed.filter((one) => !all.some((mutant) => same(one, mutant)));
    const wrong = listed.filter((one) => all.some((mutant) => same(one, mutant) && KILLED.includes(mutant.status)));
    const counted = all.filter((mutant) => !listed.some((one) => same(one, mutant)));
    const alive = counted.filter((one) => !KILLED.includes(one.status));
    fs.writeFileSync(path.join(kept, `${room}.alive.json`), JSON.stringify(alive, null, 1));
    for (const one of alive)
      process.stdout.write(
        `${one.file}:${one.line} ${one.status === 'NoCoverage' ? '(no test comes here) ' : ''}${one.mutator}: ${one.was} → ${one.is}\n    ${one.code}\n`,
      );
    for (const one of stale) process.stdout.write(`listed as harmless, but not there: ${one.file}: ${one.code}\n`);
    for (const one of wrong)
      process.stdout.write(`listed as harmless, but a test notices it: ${one.file}: ${one.was} → ${one.is}\n`);
    const share = counted.length === 0 ? 0 : (100 * (counted.length - alive.length)) / counted.length;
    const perFile = [...new Set(counted.map((one) => one.file))].map((file) => {
      const own = counted.filter((one) => one.file === file);
      return `  ${own.filter((one) => KILLED.includes(one.status)).length} of ${own.length}  ${file}`;
    });
    process.stdout.write(`${perFile.join('\n')}\n`);
    process.stdout.write(
      `${room}: ${counted.length - alive.length} of ${counted.length} logic mutants killed, ${share.toFixed(1)} % (wanted ${ROOMS[room]} %); ${listed.length} change nothing\n`,
    );
    return share >= ROOMS[room] && stale.length === 0 && wrong.length === 0;
  } finally {
    fs.rmSync(copies, { recursive: true, force: true });
  }
}

if (process.argv[1] === import.meta.filename)
  await main(async () => {
    const asked = process.argv.slice(2);
    if (asked.includes('--help') || asked.includes('-h')) {
      process.stdout.write(HELP);
      return;
    }
    const rooms = asked.filter((one) => !one.startsWith('--'));
    const unknown =
      rooms.find((one) => !(one in ROOMS)) ?? asked.find((one) => one.startsWith('--') && one !== '--incremental');
    if (unknown || rooms.length === 0)
      throw new Refusal(
        `${unknown ? `there is no "${unknown}"` : 'say which room'}; one of ${Object.keys(ROOMS).join(', ')}.`,
      );
    checkNode();
    ensurePackages();
    heedSignals();
    let good = true;
    for (const room of rooms) {
      say(`mutants of ${room} …`);
      good = (await judge(room, asked.includes('--incremental'))) && good;
    }
    process.exit(good ? 0 : 1);
  });
