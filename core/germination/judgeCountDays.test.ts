import { describe, expect, it } from 'vitest';
import type { Edition } from '../rule-books/edition.ts';
import { readEdition } from '../rule-books/readEdition.ts';
import { AOSA, contentOf, ISTA } from '../testing/books.ts';
import { type CountDays, type DishDays, judgeCountDays } from './judgeCountDays.ts';

/** A test of a kind with counts on days 4 and 10, all dishes on their days unless said otherwise. */
const days = (change: Partial<DishDays & Omit<CountDays, 'dishes'>> & { on?: number } = {}): CountDays => {
  const { prescribed = { first: 4, final: 10 }, legume = false, on = 10, ...dish } = change;
  const all: DishDays = { first: 4, cause: null, final: on, ...dish };
  return { prescribed, legume, dishes: [all, all, all, all] };
};
/** The edition with its parameters changed, or left out. */
type Row = Readonly<Record<string, string>>;
function editionWith(change: (row: Row) => Row | null): Edition {
  const content = contentOf('ista');
  const { parameters } = content.tables;
  if (!parameters) throw new Error('the edition has parameters');
  const rows = parameters.rows.map(change).filter((row) => row !== null);
  return readEdition({ ...content, tables: { ...content.tables, parameters: { ...parameters, rows } } });
}
const last = (all: CountDays, dish: Partial<DishDays>): CountDays => ({
  ...all,
  dishes: all.dishes.map((one, i) => (i === 3 ? { ...one, ...dish } : one)),
});
const ista = (change?: Parameters<typeof days>[0]) => judgeCountDays(ISTA, days(change)).outcome;
const aosa = (change?: Parameters<typeof days>[0]) => judgeCountDays(AOSA, days(change)).outcome;

// Source of all limits: the rule text as remembered (shared rule notes; the rows say "from memory").
describe('the days on which a test was counted', () => {
  it('its own days are within, by both books', () => {
    expect(ista()).toBe('within');
    expect(aosa()).toBe('within');
  });

  it('ISTA: may end early once all that can germinate has, from the first count on; never on the day it was set up', () => {
    expect(ista({ on: 9 })).toBe('outside');
    expect(ista({ on: 9, cause: 'all-germinated' })).toBe('within');
    expect(ista({ on: 9, cause: 'not-yet-judgeable' })).toBe('outside');
    expect(ista({ on: 4, first: null, cause: 'all-germinated' })).toBe('within');
    expect(ista({ on: 3, first: null, cause: 'all-germinated' })).toBe('outside');
    expect(ista({ on: 0, first: null, cause: 'all-germinated' })).toBe('outside');
  });

  it('ISTA: may be extended by 7 days, or by half of the prescribed time where that is longer', () => {
    expect(ista({ on: 16 })).toBe('within');
    expect(ista({ on: 17 })).toBe('near');
    expect(ista({ on: 18 })).toBe('outside');
    const long = (on: number) => ista({ on, prescribed: { first: 7, final: 21 }, first: 7 });
    // Half of 21 days is 10.5: day 31 is allowed, day 32 is not.
    expect([30, 31, 32].map(long)).toEqual(['within', 'near', 'outside']);
    // At 14 days both are 7.
    const even = (on: number) => ista({ on, prescribed: { first: 7, final: 14 }, first: 7 });
    expect([21, 22].map(even)).toEqual(['near', 'outside']);
  });

  it('AOSA/FSA: the first count lies up to three days either way, and may be left out', () => {
    expect([1, 2, 4, 6, 7].map((first) => aosa({ first }))).toEqual(['near', 'within', 'within', 'within', 'near']);
    expect(aosa({ first: 0 })).toBe('outside');
    expect(aosa({ first: 8 })).toBe('outside');
    expect(aosa({ first: null })).toBe('within');
    // The other book leaves the day of the first count to the analyst.
    expect(ista({ first: 8 })).toBe('within');
  });

  it('AOSA/FSA: no early end; 2 days more where seedlings cannot be judged yet, 5 for swollen seed of legumes alone', () => {
    expect(aosa({ on: 9, cause: 'all-germinated' })).toBe('outside');
    expect(aosa({ on: 11 })).toBe('outside');
    expect([11, 12, 13].map((on) => aosa({ on, cause: 'not-yet-judgeable' }))).toEqual(['within', 'near', 'outside']);
    const swollen = (on: number, legume: boolean) => aosa({ on, cause: 'swollen-legume', legume });
    expect([14, 15, 16].map((on) => swollen(on, true))).toEqual(['within', 'near', 'outside']);
    expect(swollen(11, false)).toBe('outside');
  });

  it('the worst dish counts, whether it was closed too early or too late', () => {
    expect(judgeCountDays(ISTA, last(days(), { first: null, final: 3 }))).toMatchObject({
      outcome: 'outside',
      measured: 3,
    });
    expect(judgeCountDays(ISTA, last(days(), { final: 18 }))).toMatchObject({
      outcome: 'outside',
      measured: 18,
      limit: 17,
    });
    expect(judgeCountDays(AOSA, last(days(), { first: 8 }))).toMatchObject({ outcome: 'outside', measured: 8 });
  });

  it('a cause speaks for the dish of which it was seen, and for no other', () => {
    const early: DishDays = { first: 4, final: 8, cause: 'all-germinated' };
    const judge = (dishes: DishDays[]) => judgeCountDays(ISTA, { ...days(), dishes }).outcome;
    expect(judge([early, { ...early, cause: null, final: 10 }])).toBe('within');
    expect(judge([early, { ...early, cause: null }])).toBe('outside');
    expect(judge([{ ...early, cause: null }, early])).toBe('outside');
    const late: DishDays = { first: 4, final: 12, cause: 'not-yet-judgeable' };
    expect(judgeCountDays(AOSA, { ...days(), dishes: [late, { ...late, cause: null }] }).outcome).toBe('outside');
  });

  it('the verdict names the count that tells, with its rule', () => {
    expect(judgeCountDays(AOSA, days({ first: 8 }))).toMatchObject({
      measured: 8,
      first: 'outside',
      final: 'within',
      rule: { section: 'germination: first count, 1 to 3 days either way' },
    });
    expect(judgeCountDays(ISTA, days({ on: 18 }))).toMatchObject({
      measured: 18,
      first: 'within',
      final: 'outside',
      rule: { provenance: { verification: 'from memory' } },
    });
  });

  it('a kind with one count has no first one to miss, and an early end has no first count to wait for', () => {
    expect(aosa({ prescribed: { first: 7, final: 7 }, first: null, on: 7 })).toBe('within');
    // A count on another day is no first count there either.
    expect(judgeCountDays(AOSA, days({ prescribed: { first: 7, final: 7 }, first: 1, on: 7 }))).toMatchObject({
      outcome: 'within',
      first: 'within',
    });
  });

  it('says by a code what follows', () => {
    expect(judgeCountDays(ISTA, days()).next).toBe('counted-in-time');
    expect(judgeCountDays(ISTA, days({ on: 18 })).next).toBe('decide-or-repeat-test');
  });

  it('tells the working of every sort of dish once, the earliest first', () => {
    const dish = (first: number | null, final: number): DishDays => ({ first, final, cause: null });
    const told = (dishes: DishDays[], edition = ISTA) =>
      judgeCountDays(edition, { ...days(), dishes }).steps.map((one) => [one.label, one.expression ?? '', one.result]);
    expect(told([dish(6, 11), dish(4, 10), dish(4, 10), dish(null, 9)])).toEqual([
      ['first count, of day 4', '', 'left out'],
      ['first count', 'day 4, prescribed 4', '0'],
      ['first count', 'day 6, prescribed 4', '2'],
      ['final count', 'day 9, prescribed 10', '1 days early'],
      ['an early end', '', 'from day 4 on, once all that can germinate has'],
      ['final count', 'day 10, prescribed 10', 'on its day'],
      ['final count', 'day 11, prescribed 10', '1 days late'],
      ['longest extension', '', '7'],
    ]);
    const seen = judgeCountDays(ISTA, days({ on: 9, cause: 'all-germinated' })).steps;
    expect(seen.at(-1)).toMatchObject({ label: 'seen', result: 'all that can germinate has' });
    expect(told([dish(4, 12)], AOSA).at(-1)).toEqual(['no extension without a cause that the book knows', '', '0']);
  });

  it('a cause for one dish is told beside another of the same day, and the rule is the one that decided', () => {
    const late = (cause: DishDays['cause']): DishDays => ({ first: 4, final: 12, cause });
    const mixed = judgeCountDays(AOSA, { ...days(), dishes: [late(null), late('not-yet-judgeable')] });
    expect(mixed.steps.filter((one) => one.label === 'final count')).toHaveLength(2);
    const causes = judgeCountDays(AOSA, { ...days(), dishes: [late('swollen-legume'), late('not-yet-judgeable')] });
    expect(causes).toMatchObject({ outcome: 'outside' });
    expect(causes.steps.filter((one) => one.label === 'final count')).toHaveLength(2);
    expect(aosa({ on: 11, legume: true })).toBe('outside');
    expect(mixed).toMatchObject({ outcome: 'outside', final: 'outside', limit: 10, rule: null });
    // Of two that are alike the first tells.
    expect(
      judgeCountDays(ISTA, {
        ...days(),
        dishes: [
          { first: 4, final: 18, cause: null },
          { first: 4, final: 19, cause: null },
        ],
      }).measured,
    ).toBe(18);
    // Where 7 days and half of the time are the same, the rule of the 7 days is named.
    const even = judgeCountDays(ISTA, days({ on: 22, prescribed: { first: 7, final: 14 }, first: 7 }));
    expect(even.rule?.section).toBe('germination: duration, may be extended by 7 days');
    expect(judgeCountDays(ISTA, days({ on: 9 })).rule?.section).toMatch(/may end once all/);
    expect(judgeCountDays(ISTA, days({ first: null })).rule).toBeNull();
  });

  it('a first count that a book does not let out is missed', () => {
    const strict = editionWith((row) =>
      row.parameter === 'germination_first_count_skippable' ? { ...row, value: '0' } : row,
    );
    const verdict = judgeCountDays(strict, days({ first: null }));
    expect(verdict).toMatchObject({ outcome: 'outside', first: 'outside', measured: null, limit: 4 });
    expect(verdict.rule?.section).toBe('germination: first count');
  });

  it('an edition without the rows judges its own days alone', () => {
    const old = editionWith((row) => (/^germination_(early|final|first)/.test(row.parameter ?? '') ? null : row));
    const judge = (change?: Parameters<typeof days>[0]) => judgeCountDays(old, days(change)).outcome;
    expect([judge(), judge({ on: 9 }), judge({ on: 11 }), judge({ first: 5 }), judge({ first: null })]).toEqual([
      'within',
      'not-judged',
      'not-judged',
      'not-judged',
      'not-judged',
    ]);
    expect(judgeCountDays(old, days({ on: 9 }))).toMatchObject({ next: 'decide-on-count-days', limit: 10 });
    expect(judgeCountDays(old, days({ on: 9 })).steps.at(-1)?.result).toBe('not on its day');
  });

  it('refuses days that cannot be, by their name', () => {
    expect(() => judgeCountDays(ISTA, days({ on: -1, first: null }))).toThrow(/^dishes\.0\.final/);
    expect(() => judgeCountDays(ISTA, { ...days(), dishes: [] })).toThrow(/^dishes/);
    expect(() => judgeCountDays(ISTA, days({ first: 1.5 }))).toThrow(/^dishes\.0\.first/);
    expect(() => judgeCountDays(ISTA, days({ prescribed: { first: 5, final: 4 } }))).toThrow(/^prescribed\.final/);
    expect(() => judgeCountDays(ISTA, days({ on: 1001 }))).toThrow(/^dishes\.0\.final/);
    expect(ista({ on: 1000 })).toBe('outside');
  });
});
