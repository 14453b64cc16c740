import { expect, it } from 'vitest';
import type { SoakAct } from './entries.ts';
import { soakState, type School } from './soak.ts';

// Source: common practice, no source: three waters two days apart, or left three days alone, looked at twice a day. The
// hours below are reckoned by hand from those figures.
const RULES = { waters: 3, daysBetweenWaters: 2, stillDays: 3, lookHours: 12 };
const HOUR = 3_600_000;
const done = (...acts: readonly (readonly [SoakAct, hours: number])[]) =>
  acts.map(([did, hours]) => ({ did, at: hours * HOUR, sinkers: null, floaters: null }));
const next = (school: School, ...acts: readonly (readonly [SoakAct, number])[]) => {
  const step = soakState('ferment', school, RULES, 0, done(...acts)).next;
  return step && [step.act, step.dueAt / HOUR];
};

it('gives fresh water every other day, and is looked at and stirred between', () => {
  expect(next('waters')).toEqual(['stirred', 12]);
  expect(next('waters', ['stirred', 30])).toEqual(['stirred', 42]);
  // The water comes before a look that would be due with it.
  expect(next('waters', ['stirred', 36])).toEqual(['water', 48]);
  expect(next('waters', ['stirred', 47])).toEqual(['water', 48]);
  const waters = [
    ['water', 48],
    ['water', 96],
    ['water', 144],
  ] as const;
  expect(next('waters', ...waters.slice(0, 2))).toEqual(['stirred', 108]);
  expect(next('waters', ...waters)).toEqual(['stirred', 156]);
  // Ready two days after the last water: stirred once more, left to settle, and poured off.
  expect(next('waters', ...waters, ['looked', 185])).toEqual(['stirred', 192]);
  expect(next('waters', ...waters, ['stirred', 192])).toEqual(['decanted', 193]);
});

it('leaves it untouched for three days, and looks at it all the same', () => {
  expect(next('still')).toEqual(['look', 12]);
  expect(next('still', ['looked', 60])).toEqual(['stirred', 72]);
  expect(next('still', ['looked', 59])).toEqual(['look', 71]);
  expect(next('still', ['stirred', 71])).toEqual(['stirred', 72]);
  expect(next('still', ['stirred', 72])).toEqual(['decanted', 73]);
  expect(next('still', ['stirred', 72], ['decanted', 74])).toEqual(['rinsed', 74]);
  expect(next('still', ['decanted', 74], ['rinsed', 75])).toEqual(['spread', 75]);
  expect(next('still', ['rinsed', 75], ['spread', 76])).toBeNull();
});

it('ends at once where there is mould, and keeps what sank and what floated', () => {
  expect(next('waters', ['mould', 20])).toEqual(['decanted', 20]);
  const counted = soakState('ferment', 'still', RULES, 0, [
    { did: 'looked', at: HOUR, sinkers: 10, floaters: 30 },
    { did: 'looked', at: 40 * HOUR, sinkers: 28, floaters: 12 },
    { did: 'mould', at: 41 * HOUR, sinkers: null, floaters: null },
  ]);
  // Floaters sink later: the newest count speaks.
  expect(counted).toMatchObject({ sinkers: 28, floaters: 12, sankPercent: 70, stop: true, waters: 0 });
  expect(soakState('ferment', 'still', RULES, 0, []).sankPercent).toBeNull();
});

it('only rinses what is washed, and pours off what is floated', () => {
  const first = (method: 'wash' | 'float') => soakState(method, 'still', RULES, 0, []).next?.act;
  expect([first('wash'), first('float')]).toEqual(['rinsed', 'decanted']);
  expect(soakState('float', 'still', RULES, 0, done(['decanted', 1])).next?.act).toBe('rinsed');
});
