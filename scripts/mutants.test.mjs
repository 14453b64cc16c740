import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterEach, expect, it } from 'vitest';
import { copyProject, mutantsOf, runMutants } from './mutants.mjs';
import { PROJECT } from './tools.mjs';

const made = [];
afterEach(() => {
  for (const folder of made.splice(0)) fs.rmSync(folder, { recursive: true, force: true });
});

/** What becomes of the mutants of one line of core, with some tests. */
async function fates(file, holds, tests) {
  const copy = fs.mkdtempSync(path.join(os.tmpdir(), 'mercato-test-'));
  made.push(copy);
  copyProject(copy);
  const line =
    fs
      .readFileSync(path.join(PROJECT, file), 'utf8')
      .split('\n')
      .findIndex((one) => one.includes(holds)) + 1;
  const report = await runMutants(copy, { mutate: [`${file}:${line}-${line}`], tests });
  return mutantsOf(report).map((one) => one.status);
}

it('a change that the catalogue’s check values alone can notice is noticed by them, and by no other tests', async () => {
  const line = ['core/moisture/ovenMoisture.ts', 'if (!withSeedG.gt(containerG))'];
  // The check values are of another workspace: they see the copy, and not the project's own files.
  const seen = await fates(...line, ['contract/catalogue/checks.test.ts']);
  expect(seen.length).toBeGreaterThan(0);
  expect(seen).toContain('Killed');
  expect(await fates(...line, ['core/units/days.test.ts'])).not.toContain('Killed');
});
