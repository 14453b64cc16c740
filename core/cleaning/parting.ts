import type { ListedScreen, Particle, Sure } from './figures.ts';
import { measureFor, screenShare } from './screen.ts';

export interface Parting {
  readonly screen: ListedScreen;
  /** Name of the one that goes through. */
  readonly through: string;
  readonly throughPercent: number;
  /** What goes through of the other, which stays. */
  readonly lostPercent: number;
  /** The least sure of both sizes and the hole. */
  readonly sure: Sure;
}

const ORDER: readonly Sure[] = ['high', 'medium', 'low'];
/** Below this a screen parts nothing that is worth a pass. */
const LEAST_APART = 20;

/** Mean and sd of what a hole measures of a kind, by its sizes; the sd by the largest of its dimensions' shares. */
function measured(particle: Particle, shape: ListedScreen['screen']['shape']): { mean: number; sd: number } {
  const mean = measureFor(shape, particle.size);
  const cv = (one: 'widthMm' | 'thicknessMm') => particle.sizeSd[one] / particle.size[one];
  const share =
    shape === 'round'
      ? cv('widthMm')
      : shape === 'slot'
        ? cv('thicknessMm')
        : Math.max(cv('widthMm'), cv('thicknessMm'));
  return { mean, sd: share * mean };
}

/**
 * Screens that part two kinds, the best first: as much as goes through of one more than of the other.
 * Source: closed form of each hole, as `screenShare`; for triangles and meshes the spread is a guess.
 */
export function partedBy(a: Particle, b: Particle, screens: readonly ListedScreen[]): readonly Parting[] {
  return screens
    .map((screen): Parting => {
      const share = (one: Particle) => {
        const { mean, sd } = measured(one, screen.screen.shape);
        return screenShare(mean, sd, screen.screen.holeMm).passesPercent;
      };
      const [ofA, ofB] = [share(a), share(b)];
      const [more, less] = ofA >= ofB ? [a, b] : [b, a];
      return {
        screen,
        through: more.name,
        throughPercent: Math.max(ofA, ofB),
        lostPercent: Math.min(ofA, ofB),
        sure:
          [more.sure.size, less.sure.size, screen.sure].sort((x, y) => ORDER.indexOf(y) - ORDER.indexOf(x))[0] ?? 'low',
      };
    })
    .filter((one) => one.throughPercent - one.lostPercent >= LEAST_APART)
    .sort((x, y) => y.throughPercent - y.lostPercent - (x.throughPercent - x.lostPercent));
}
