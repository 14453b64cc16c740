import { describe, expect, it } from 'vitest';
import { AOSA, ISTA } from '../testing/books.ts';
import { dish, testOf } from '../testing/dishes.ts';
import { combineMethods, testResult } from './result.ts';
import { type Method, methodOf, reasonsSeen, retestLacks } from './retest.ts';

const PLAIN: Method = { substrate: 'TP', temperature: '20', treatment: '', prechillDays: 0 };
const CHILLED = { ...PLAIN, prechillDays: 7 };
const SAND = { ...PLAIN, substrate: 'S' };

// Source: ISTA, germination, retesting (a) to (e): how the test after it is made (from memory).
describe('a retest follows from its reason', () => {
  it('dishes too far apart: by the same method, and by no other', () => {
    expect(retestLacks('range', [PLAIN], PLAIN)).toBeNull();
    expect(retestLacks('range', [SAND, PLAIN], PLAIN)).toBeNull();
    for (const other of [CHILLED, SAND, { ...PLAIN, temperature: '20<=>30' }, { ...PLAIN, treatment: 'KNO3' }])
      expect(retestLacks('range', [PLAIN], other)).toBe('same-method');
  });
  it('dormancy: by a treatment that was not tried before', () => {
    expect(retestLacks('dormancy', [PLAIN], CHILLED)).toBeNull();
    expect(retestLacks('dormancy', [PLAIN], { ...PLAIN, treatment: 'KNO3' })).toBeNull();
    expect(retestLacks('dormancy', [PLAIN], { ...PLAIN, treatment: '  ' })).toBe('treatment');
    expect(retestLacks('dormancy', [PLAIN], SAND)).toBe('treatment');
    expect(retestLacks('dormancy', [CHILLED, PLAIN], CHILLED)).toBe('treatment');
  });
  it('toxic paper or seedlings that are hard to judge: on another substrate', () => {
    for (const reason of ['toxic', 'hard-to-judge'] as const) {
      expect(retestLacks(reason, [PLAIN], SAND)).toBeNull();
      expect(retestLacks(reason, [PLAIN], CHILLED)).toBe('other-substrate');
    }
  });
  it('errors at the bench: as the bench likes', () => {
    for (const plan of [PLAIN, SAND, CHILLED]) expect(retestLacks('errors', [PLAIN], plan)).toBeNull();
  });
  it('names what the figures show', () => {
    expect(reasonsSeen({ fresh: false, apart: false, errors: false })).toEqual([]);
    expect(reasonsSeen({ fresh: true, apart: false, errors: false })).toEqual(['dormancy']);
    expect(reasonsSeen({ fresh: true, apart: true, errors: true })).toEqual(['dormancy', 'errors', 'range']);
  });
  it('a method is told by all that it is made of, however its treatment is written', () => {
    const all = [PLAIN, CHILLED, SAND, { ...PLAIN, temperature: '15' }, { ...PLAIN, treatment: 'KNO3' }];
    expect(new Set(all.map(methodOf)).size).toBe(all.length);
    expect(methodOf({ ...PLAIN, treatment: ' kno3 ' })).toBe(methodOf({ ...PLAIN, treatment: 'KNO3' }));
  });
});

// Source: ISTA, germination: of several methods the best result is reported with its method; only tests of one method
// are compared by Table 5C (from memory).
describe('tests by several methods', () => {
  const made = (method: string, ...normals: number[]) => ({ method, result: testOf(...normals) });
  it('are never averaged with each other: the best is reported, and where they tie the first', () => {
    const found = combineMethods(ISTA, [made('plain', 70, 72, 71, 71), made('chilled', 88, 90, 91, 87)]);
    expect(found).toMatchObject({ reported: { normal: 89 }, from: [1], chosen: 1, next: 'report', comparison: null });
    expect(found.groups.map(({ method, tests }) => [method, tests])).toEqual([
      ['plain', [0]],
      ['chilled', [1]],
    ]);
    const tied = combineMethods(ISTA, [made('a', 88, 90, 91, 87), made('b', 89, 89, 89, 89)]);
    expect(tied).toMatchObject({ from: [0], chosen: 0 });
  });
  it('two of one method between others are compared with each other, at their own places', () => {
    const found = combineMethods(ISTA, [
      made('chilled', 93, 88, 81, 72),
      made('plain', 70, 72, 71, 71),
      made('chilled', 86, 88, 84, 87),
    ]);
    expect(found).toMatchObject({ reported: { normal: 85 }, from: [0, 2], chosen: 0, seeds: 800 });
  });
  it('nothing is reported while a test of another method is open, and none where there is no test', () => {
    const open = testResult(ISTA, [dish(90), dish(90), dish(90), { ...dish(90), closed: false }]);
    const found = combineMethods(ISTA, [made('plain', 70, 72, 71, 71), { method: 'chilled', result: open }]);
    expect(found).toMatchObject({ reported: null, next: 'count', from: [], chosen: 1 });
    expect(combineMethods(ISTA, [])).toMatchObject({ reported: null, next: 'count', groups: [] });
  });
  it('where none may be reported, the method tried last says what follows', () => {
    const apart = combineMethods(ISTA, [made('plain', 93, 88, 81, 72), made('chilled', 60, 80, 98, 70)]);
    expect(apart).toMatchObject({ reported: null, next: 'retest', chosen: 1 });
  });
});

// Source: ISTA and AOSA, germination: the table is for four hundreds; fewer on request, their range recomputed from the
// studentized range (from memory, medium). q of 3 at 0.975 is 3.682 (SciPy 1.17.1 studentized_range.ppf(0.975, 3, 1e6) = 3.682): at 90 %,
// 3.682 × 3 = 11.0.
describe('a spoiled dish', () => {
  const spoil = (one: ReturnType<typeof dish>) => ({ ...one, spoiled: true, closed: false });
  it('leaves three hundreds, which are judged by a range for three and wait for a decision', () => {
    const at = (...normals: number[]) => testResult(ISTA, [...normals.map((one) => dish(one)), spoil(dish(3))]);
    expect(at(90, 84, 95)).toMatchObject({ complete: true, seeds: 300, lostSeeds: 100, hundreds: [90, 84, 95] });
    expect(at(90, 84, 95).verdict).toMatchObject({
      measured: 11,
      limit: 11,
      outcome: 'not-judged',
      next: 'decide-on-fewer',
    });
    expect(at(90, 84, 96).verdict).toMatchObject({
      measured: 12,
      limit: 11,
      outcome: 'outside',
      next: 'make-second-test',
    });
    expect(at(90, 84, 95).rounded?.rounded.normal).toBe(90);
    expect(testResult(AOSA, [dish(90), dish(84), dish(95), spoil(dish(3))]).verdict?.rule?.book).toBe('aosa');
  });
  it('takes its whole hundred with it where dishes hold 50', () => {
    const fifty = (normal: number, more = {}) => ({
      seeds: 50,
      closed: true,
      counts: { normal, abnormal: 0, hard: 0, fresh: 0, dead: 50 - normal },
      ...more,
    });
    const dishes = [45, 44, 46, 40, 45, 45, 47, 43].map((normal, i) => fifty(normal, { spoiled: i === 3 }));
    expect(testResult(ISTA, dishes)).toMatchObject({ seeds: 300, lostSeeds: 100, hundreds: [89, 90, 90] });
  });
  it('two left are judged by a range for two; one or none is not', () => {
    const left = (...normals: number[]) =>
      testResult(ISTA, [
        ...normals.map((one) => dish(one)),
        ...Array.from({ length: 4 - normals.length }, () => spoil(dish(0))),
      ]);
    // Source: SciPy 1.17.1, as above, of 2: 3.170: at 90 %, 9.5, to the whole percent 10.
    expect(left(85, 95).verdict).toMatchObject({ measured: 10, limit: 10, outcome: 'not-judged' });
    expect(left(84, 95).verdict).toMatchObject({ measured: 11, limit: 10, outcome: 'outside' });
    expect(left(90).verdict).toMatchObject({ outcome: 'not-judged', next: 'feeds-no-label' });
    expect(left()).toMatchObject({ complete: false, seeds: 0, lostSeeds: 400, rounded: null, verdict: null });
  });
  it('what is left is done when its own dishes are closed', () => {
    const open = testResult(ISTA, [dish(90), dish(90), { ...dish(90), closed: false }, spoil(dish(0))]);
    expect(open).toMatchObject({ complete: false, rounded: null, verdict: null });
  });
});
