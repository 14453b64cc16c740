import { expect, test } from 'vitest';
import type { FoundSeed } from '@mercato/core/optics/countSeeds';
import { countsAs, handled, NO_CHANGES, press, setAs, toLookAt, total } from './hands.ts';

const seed = (x: number, change: Partial<FoundSeed> = {}): FoundSeed => ({
  x,
  y: 50,
  areaPx: 400,
  lengthPx: 20,
  widthPx: 20,
  solidity: 1,
  roundness: 1,
  outline: [
    [x - 10, 40],
    [x + 10, 40],
    [x + 10, 60],
    [x - 10, 60],
  ],
  touched: false,
  odd: null,
  counted: true,
  ...change,
});
const SEEDS = [
  seed(50),
  seed(100, { odd: 'small', counted: false }),
  seed(150, { odd: 'at-the-edge' }),
  seed(200, { odd: 'shape' }),
  seed(250, { odd: 'large' }),
];

test('a press leaves out, counts, adds and takes away', () => {
  expect(total(SEEDS, NO_CHANGES)).toBe(4);
  const out = press(SEEDS, NO_CHANGES, 45, 45, 5);
  expect([countsAs(SEEDS, out, 0), total(SEEDS, out), handled(out)]).toEqual([0, 3, 1]);
  expect(press(SEEDS, out, 55, 55, 5)).toEqual(NO_CHANGES);
  const crumb = press(SEEDS, NO_CHANGES, 100, 50, 5);
  expect(total(SEEDS, crumb)).toBe(5);
  const added = press(SEEDS, NO_CHANGES, 75, 50, 5);
  expect(added.marks).toEqual([[75, 50]]);
  expect(total(SEEDS, added)).toBe(5);
  expect(press(SEEDS, added, 80, 50, 5)).toEqual(NO_CHANGES);
  expect(press(SEEDS, added, 80.1, 50, 5).marks).toHaveLength(2);
});

test('what hides as one counts as two or three; as proposed it is nothing that hands changed', () => {
  const two = setAs(SEEDS, NO_CHANGES, 4, 2);
  expect([total(SEEDS, two), handled(two)]).toEqual([5, 1]);
  expect(setAs(SEEDS, two, 4, 1)).toEqual(NO_CHANGES);
  expect(total(SEEDS, press(SEEDS, two, 250, 50, 5))).toBe(3);
});

test('the oddest are looked at first', () => {
  expect(toLookAt(SEEDS)).toEqual([3, 4, 1, 2]);
});
