import { expect, it } from 'vitest';
import { aboveUpTo, aboveZero, ArgumentFault, between, numberIn, percentIn, wholeIn, zeroOrMore } from './argument.ts';

/** Which of some values a check lets through. */
const allowed = (check: (value: number) => void, values: readonly number[]): number[] =>
  values.filter((value) => {
    try {
      check(value);
      return true;
    } catch (error) {
      expect(error).toBeInstanceOf(ArgumentFault);
      return false;
    }
  });

// Source: the borders as each name says them; what is no number is never allowed.
it('lets through what lies inside, at both borders as its name says', () => {
  const near = [NaN, -Infinity, -1, -0.001, 0, 0.001, 1, 1.5, 2, 2.001, 3, 99.999, 100, 100.001, 1e9, Infinity];
  expect(allowed((v) => wholeIn('x', v, 1, 3), near)).toEqual([1, 2, 3]);
  expect(allowed((v) => numberIn('x', v, 0, 2), near)).toEqual([0, 0.001, 1, 1.5, 2]);
  expect(allowed((v) => percentIn('x', v), near)).toEqual([0, 0.001, 1, 1.5, 2, 2.001, 3, 99.999, 100]);
  expect(allowed((v) => between('x', v, 0, 2), near)).toEqual([0.001, 1, 1.5]);
  expect(allowed((v) => aboveUpTo('x', v, 0, 2), near)).toEqual([0.001, 1, 1.5, 2]);
  expect(allowed((v) => aboveZero('x', v), near)).toEqual([0.001, 1, 1.5, 2, 2.001, 3, 99.999, 100, 100.001, 1e9]);
  expect(allowed((v) => zeroOrMore('x', v), near)).toEqual([0, 0.001, 1, 1.5, 2, 2.001, 3, 99.999, 100, 100.001, 1e9]);
});

it('names the field, what is allowed and what came', () => {
  expect(() => wholeIn('counts.normal', 1.5, 0, 100)).toThrow('counts.normal: argument.whole 0 100 1.5');
  expect(() => between('share', 1, 0, 1)).toThrow('share: argument.between 0 1 1');
  expect(() => aboveUpTo('oil', 0, 0, 1)).toThrow('oil: argument.above-up-to 0 1 0');
  expect(new ArgumentFault('a.b', { is: 'argument.percent', got: 101 })).toMatchObject({
    field: 'a.b',
    says: { is: 'argument.percent', got: 101 },
  });
});
