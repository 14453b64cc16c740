import fc from 'fast-check';
import { expect, it } from 'vitest';
import { fitAgeing, sharesOn } from './fitAgeing.ts';
import { ownCurve, ownWords } from './ownRecord.ts';

// Invented tests; the fit itself is checked against R 4.2.2 glm(binomial("probit")) in storage.test.ts.
const TESTS = [
  { days: 200, germinated: 47, n: 50 },
  { days: 560, germinated: 41, n: 50 },
  { days: 930, germinated: 27, n: 50 },
  { days: 1300, germinated: 15, n: 50 },
];

it('says what its curve says, within its reach and not beyond', () => {
  const own = ownCurve(TESTS);
  const fit = fitAgeing(TESTS);
  if (!('curve' in own) || 'reason' in fit) throw new Error('no curve');
  expect(ownWords(own)(930)).toEqual({ ...sharesOn(fit)(930), tests: 4 });
  expect(ownWords(own)(1600)).not.toBeNull();
  expect(ownWords(own)(1700)).toBeNull();
});

it('says nothing from two tests, from tests that rise, or where nothing has aged', () => {
  expect(ownCurve(TESTS.slice(0, 2))).toEqual({ reason: 'too-few-tests' });
  expect(ownCurve(TESTS.map((one, i) => ({ ...one, germinated: 20 + 5 * i })))).toMatchObject({
    reason: 'does-not-fall',
  });
  expect(ownCurve(TESTS.map((one) => ({ ...one, germinated: 50 })))).toMatchObject({
    reason: 'all-came-up',
  });
});

it('keeps its limits around its estimate, and narrows them with more seeds at the same shares', () => {
  fc.assert(
    fc.property(fc.integer({ min: 2, max: 20 }), fc.integer({ min: 0, max: 1300 }), (times, days) => {
      const more = TESTS.map((one) => ({ ...one, germinated: one.germinated * times, n: one.n * times }));
      const [few, many] = [ownCurve(TESTS), ownCurve(more)].map((one) => ('curve' in one ? ownWords(one)(days) : null));
      if (!few || !many) throw new Error('no word');
      expect(few.lower <= few.estimate && few.estimate <= few.upper).toBe(true);
      expect(many.estimate).toBeCloseTo(few.estimate, 6);
      expect(many.upper - many.lower).toBeLessThan(few.upper - few.lower);
    }),
  );
});
