import { afterAll, beforeAll, expect, it } from 'vitest';
import { ITEMS } from '@mercato/contract/import/file';
import { RECORDS, STEP_ROUTES } from '@mercato/contract/lot-sheet/records';
import { WORK } from '@mercato/contract/lot-sheet/registry';
import type { LotSheet } from '@mercato/contract/register/lots';
import { STEPS, TEST_STEPS } from '@mercato/contract/register/steps';
import { NOTHING_REPORTED } from '@mercato/core/release/reported';
import { PLAYS } from '../demo/steps.ts';
import { openFile } from '../register/lotFile.ts';
import { CLOVER, type Laboratory, openLaboratory } from '../testing/laboratory.ts';
import { gather } from './gather.ts';
import { SHEET_STEPS, TOGETHER } from './registry.ts';
import { RowWriter } from './rows.ts';

let lab: Laboratory;
beforeAll(async () => {
  lab = await openLaboratory();
});
afterAll(() => lab.close());

it('holds every step of the work once, in the order of the sheet, each under a key of its own', () => {
  expect([...SHEET_STEPS.map((one) => one.step), 'release']).toEqual([...STEPS]);
  expect(new Set(SHEET_STEPS.map((one) => one.key)).size).toBe(SHEET_STEPS.length);
});

it('holds the same steps on every floor: what one registry knows and another forgot is found here', () => {
  const keys = SHEET_STEPS.map((one) => one.key);
  expect(WORK.map((one) => one.step)).toEqual(SHEET_STEPS.map((one) => one.step));
  expect(Object.keys(RECORDS)).toEqual(keys);
  expect(Object.keys(STEP_ROUTES)).toEqual(keys);
  // The sample is a fact of its own; every other step reports under its key.
  expect(Object.keys(NOTHING_REPORTED)).toEqual(['sample', ...keys.slice(1)]);
  const brought = SHEET_STEPS.filter((one) => one.bring).map((one) => one.step);
  expect(brought).toEqual([...TEST_STEPS]);
  for (const step of TEST_STEPS) expect(ITEMS, step).toHaveProperty([`${step}.sample`]);
  expect(PLAYS).toHaveLength(TEST_STEPS.length);
});

it('asks each step for everything, and none of them makes anything up of a lot that nobody has touched', async () => {
  const lead = await lab.as('lead');
  const { id } = (await lead.post<LotSheet>('/lots', { ...CLOVER, book: 'ista' })).body;
  const { db } = lab.connection;
  const file = await openFile(db, id, new Date('2026-11-24T12:00:00Z'));
  const gathered = await gather(db, file);
  expect(gathered.steps.map((one) => one.step)).toEqual(SHEET_STEPS.map((one) => one.step));
  expect(gathered.lines.map((one) => one.step)).toEqual(SHEET_STEPS.map((one) => one.step));
  for (const one of gathered.steps) {
    expect([one.judged(), one.remarks(), Object.keys(one.slips(file.edition))], one.step).toEqual([[], [], []]);
    expect(one.decisions().filter(Boolean), one.step).toEqual([]);
    expect(
      Object.values(one.facts(file)).every((fact) => fact === null),
      one.step,
    ).toBe(true);
    const lines = new RowWriter('no lot', new Map());
    one.rows(lines);
    expect(lines.rows, one.step).toEqual([]);
    expect(gathered).toHaveProperty([one.key]);
  }
  expect(gathered.facts).toEqual(NOTHING_REPORTED);
  for (const { of, see } of TOGETHER) expect(of).toContain((await see(db, gathered)).key);
});
