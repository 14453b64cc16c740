import { describe, expect, it } from 'vitest';
import { drawSeeds, type DrawnPicture, LOOSE, type PictureOf } from '../testing/seedPicture.ts';
import { type SproutCount, sproutsOf } from './sprouts.ts';

const TOWEL = { ...LOOSE, width: 1600, height: 1200, seeds: 30, sprouted: 0.6 };
/** Seeds of the generator that nothing was tuned on; tuning used 11 to 19. */
const SETS: readonly (readonly [string, Partial<PictureOf>])[] = [
  ['half of them', { seed: 4201 }],
  ['long seed', { seed: 4202, aspect: 3.2, halfLength: 30, seeds: 25 }],
  ['kidneys', { seed: 4203, kidneys: true }],
  ['round and small', { seed: 4204, aspect: 1.05, halfLength: 13 }],
  [
    'pale on a dark towel with noise',
    { seed: 4205, ground: [24, 26, 40], grain: [200, 170, 110], noise: 8, texture: 4 },
  ],
  ['nearly all', { seed: 4206, sprouted: 0.94 }],
  ['hardly any', { seed: 4207, sprouted: 0.05 }],
  ['of many sizes, in uneven light', { seed: 4208, vary: 0.2, uneven: 0.3 }],
];

/** How many are told as they were drawn; each found seed belongs to the nearest drawn one. */
function right({ seeds: drawn }: DrawnPicture, { seeds }: SproutCount) {
  return drawn.filter((one) => {
    const near = seeds.filter(({ x, y }) => Math.hypot(x - one.x, y - one.y) < one.lengthPx);
    return near.length === 1 && near[0]?.sprouted === (one.root !== null);
  }).length;
}

// Source: geometry. What was drawn is known (`core/testing/seedPicture.ts`): roots of 0.8 to 3 widths.
describe('what has sprouted on drawn towels', () => {
  it.each(SETS)('%s', { timeout: 60_000 }, (_, change) => {
    const drawn = drawSeeds({ ...TOWEL, ...change });
    const found = sproutsOf(drawn.picture);
    expect(found.seeds).toHaveLength(drawn.seeds.length);
    expect(right(drawn, found)).toBeGreaterThanOrEqual(drawn.seeds.length - 1);
    // What it is wrong about it says is to be looked at.
    const sure = found.seeds.filter((one) => one.odd === null);
    const wrong = sure.filter((one) => {
      const at = drawn.seeds.find((seed) => Math.hypot(one.x - seed.x, one.y - seed.y) < seed.lengthPx);
      return at === undefined || (at.root !== null) !== one.sprouted;
    });
    expect(wrong).toEqual([]);
  });

  it('goes by the length of the root, and asks to look where it is short', { timeout: 60_000 }, () => {
    const of = (roots: readonly [number, number]) =>
      sproutsOf(drawSeeds({ ...TOWEL, seed: 4211, seeds: 12, sprouted: 1, vary: 0, roots }).picture).seeds;
    const long = of([2, 2]);
    for (const one of long) {
      expect(one).toMatchObject({ sprouted: true, odd: null });
      // Along its middle, by steps to a neighbour: up to a tenth too long, and the end of the seed hides a little.
      expect(one.rootPx / one.seedPx).toBeGreaterThan(1.6);
      expect(one.rootPx / one.seedPx).toBeLessThan(2.5);
    }
    expect(of([0.35, 0.35]).filter((one) => one.sprouted)).toEqual([]);
    const short = of([0.7, 0.7]);
    expect(short.every((one) => one.odd === 'short-root')).toBe(true);
    expect(
      sproutsOf(drawSeeds({ ...TOWEL, seed: 4212, sprouted: 0 }).picture).seeds.filter((one) => one.sprouted),
    ).toEqual([]);
  });

  it('takes two that lie together for two or asks to look, and is the same every time', { timeout: 60_000 }, () => {
    const drawn = drawSeeds({ ...LOOSE, seed: 4213, seeds: 24, touching: 1, width: 1000, height: 800 });
    const found = sproutsOf(drawn.picture);
    const asked = found.seeds.filter((one) => one.odd === 'two-together').length;
    expect(found.seeds.length + asked).toBeGreaterThanOrEqual(22);
    expect(sproutsOf(drawn.picture)).toEqual(found);
  });

  it('refuses a towel with nothing on it', () => {
    const { picture } = drawSeeds({ ...LOOSE, seeds: 0, seed: 4214, width: 400, height: 300, texture: 0, uneven: 0 });
    expect(() => sproutsOf(picture)).toThrow(/^picture:/);
  });
});
