import mersenneTwister from '@stdlib/random-base-mt19937';
import { expect, it } from 'vitest';
import { randomBelow } from './randomBelow.ts';

// Source: @stdlib/random-base-mt19937, whose numbers these are; chi-square with 6 degrees of freedom lies below 22.46 in
// 99.9 % of cases (tables).
it('numbers below a limit are those of the twister, repeat with their seed, and fall on each alike', () => {
  const next = mersenneTwister.factory({ seed: [17] });
  const below = randomBelow(17);
  for (let i = 0; i < 50; i += 1) expect(below(2 ** 32)).toBe(next());
  const draw = (seed: number) => {
    const of = randomBelow(seed);
    return Array.from({ length: 7000 }, () => of(7));
  };
  const drawn = draw(3);
  expect(drawn).toEqual(draw(3));
  expect(drawn).not.toEqual(draw(4));
  const squares = Array.from({ length: 7 }, (_, n) => (drawn.filter((one) => one === n).length - 1000) ** 2 / 1000);
  expect(squares.reduce((a, b) => a + b, 0)).toBeLessThan(22.46);
});
