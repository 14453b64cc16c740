import fc from 'fast-check';
import { expect, it } from 'vitest';
import { contentOf } from '../testing/books.ts';
import { readShedFigures } from './figures.ts';
import { readScreen, readScreens, sixtyFourths } from './readScreen.ts';

const { screens } = readShedFigures(contentOf('shed'));

// Source: by hand, 1 in = 25.4 mm (international inch, 1959); decimal trade sizes as the shipped list has them. That half
// of a mesh is wire is common practice, no source.
it.each([
  ['5.5 round', { shape: 'round', holeMm: 5.5 }],
  ['5,5 mm', { shape: 'round', holeMm: 5.5 }],
  ['14/64', { shape: 'round', holeMm: expect.closeTo(5.55625, 9) as number }],
  ['1/16 in round', { shape: 'round', holeMm: 1.5875 }],
  ['2.0 × 20 slot', { shape: 'slot', holeMm: 2, lengthMm: 20 }],
  ['2 slot', { shape: 'slot', holeMm: 2, lengthMm: 20 }],
  ['1/14 x 1/2 oblong', { shape: 'slot', holeMm: 1.81, lengthMm: 12.7 }],
  ['.064 x 3/8 oblong', { shape: 'slot', holeMm: 1.63, lengthMm: 9.52 }],
  ['5/64 triangle', { shape: 'triangle', holeMm: 1.984375 }],
  ['20 mesh', { shape: 'mesh', holeMm: 0.635, lengthMm: 0.635, wireMm: 0.635 }],
  ['1 1/4', { shape: 'round', holeMm: 31.75 }],
])('reads %s', (text, screen) => {
  expect(readScreen(text, screens)).toEqual(screen);
});

it.each([
  '',
  'round',
  '5.5 star',
  '0.05 round',
  '61 round',
  '5 x 20 round',
  '20 x 5 slot',
  'x 20 slot',
  '5/0',
  '5..5',
  '0 mesh',
])('knows no screen %j', (text) => {
  expect(readScreen(text, screens)).toBeNull();
});

it('finds each of the list by its name, and holds the borders of what a screen can be', () => {
  for (const one of screens) expect(readScreen(` ${one.name.toUpperCase()} `, screens)).toBe(one.screen);
  expect([0.1, 60].map((mm) => readScreen(`${mm} round`, [])?.holeMm)).toEqual([0.1, 60]);
  expect([0.09, 60.1].map((mm) => readScreen(`${mm} round`, []))).toEqual([null, null]);
});

it('reads screens one over another, and names the first that there is not', () => {
  const { screens: read, unknown } = readScreens('5.5 round; 2.0 slot\n1/16', screens);
  expect([read.map((one) => one.shape), unknown]).toEqual([['round', 'slot', 'round'], null]);
  expect(readScreens('5.5 round; wide', screens).unknown).toBe('wide');
  expect(readScreens('', screens)).toEqual({ screens: [], unknown: null });
});

// Source: by hand, 1/64 in = 0.396875 mm.
it('says the trade size that a hole is', () => {
  fc.assert(
    fc.property(fc.integer({ min: 2, max: 80 }), (n) => {
      expect(sixtyFourths((n * 25.4) / 64)).toBe(n);
      expect(sixtyFourths(Math.round((n * 2540) / 64) / 100)).toBe(n);
    }),
  );
  // 5.5 mm lies 0.056 mm from 14/64; 5.65 mm 0.094 from the same and 0.105 from 14½.
  expect([5.5, 5.65, 5.04].map(sixtyFourths)).toEqual([14, null, null]);
});
