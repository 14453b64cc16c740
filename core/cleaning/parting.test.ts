import { expect, it } from 'vitest';
import { contentOf } from '../testing/books.ts';
import { readShedFigures } from './figures.ts';
import { partedBy } from './parting.ts';

const { particles, screens } = readShedFigures(contentOf('shed'));
const of = (name: string) => {
  const found = particles.find((one) => one.name === name);
  if (!found) throw new Error(name);
  return found;
};

it('finds the screen that parts two kinds best, whichever comes first', () => {
  const [best] = partedBy(of('wheat'), of('shrivelled wheat'), screens);
  expect(best).toMatchObject({ through: 'shrivelled wheat', screen: { screen: { shape: 'slot' } } });
  // Source: by hand, two normal distributions. The best slot lies between thicknesses of 2.0 and 2.9 mm, sd 0.25 of
  // both: at 2.45 mm each errs by Φ(−1.8) = 3.6 % (R 4.2.2 pnorm, from memory). Sizes are those of the shipped book.
  expect(best?.screen.screen.holeMm).toBeGreaterThan(2.2);
  expect(best?.screen.screen.holeMm).toBeLessThan(2.7);
  expect(best?.throughPercent).toBeGreaterThan(90);
  expect(best?.lostPercent).toBeLessThan(10);
  const [turned] = partedBy(of('shrivelled wheat'), of('wheat'), screens);
  expect(turned?.screen.name).toBe(best?.screen.name);
  expect(best?.sure).toBe('medium');
});

// Source: none needed; a kind beside itself cannot be parted, and an answer is no surer than the less sure of two sizes.
it('names none where two kinds are of one size, and says how unsure it is', () => {
  expect(partedBy(of('red clover'), of('red clover'), screens)).toEqual([]);
  const sure = partedBy(of('amaranth'), of('cereal chaff'), screens).map((one) => one.sure);
  expect(new Set(sure)).toEqual(new Set(['low']));
});
