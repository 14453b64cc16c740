import mersenneTwister from '@stdlib/random-base-mt19937';
import type { Sure } from './figures.ts';
import { ballMm, terminalVelocity } from './terminalVelocity.ts';
import type { FeedPart } from './trialTask.ts';

/** Correlation of the logarithms of length and width, and of width and thickness: a guess. */
const LENGTH_WIDTH = 0.4;
const WIDTH_THICKNESS = 0.6;
/** How far a figure may be off by how sure its writer was, as a share (one standard deviation): guesses. */
export const DOUBT: Readonly<Record<Sure, number>> = { high: 0.02, medium: 0.05, low: 0.1 };
/** The same for what is guessed of machines: tries, open area, load, spread of air and deck. */
export const MACHINE_DOUBT = 0.25;

/** One draw of everything that is doubtful; all 1 = the figures as they stand. */
export interface Doubts {
  readonly sizes: readonly number[];
  readonly velocities: readonly number[];
  readonly tries: number;
  readonly openArea: number;
  readonly airSpread: number;
  readonly tableSpread: number;
  readonly grip: number;
}

/** Normal values, one for each class, particle and dimension: drawn once, used in every round. */
export interface Drawn {
  readonly each: number;
  readonly l: Float64Array;
  readonly w: Float64Array;
  readonly t: Float64Array;
}

/** Normal values without an end; the same number gives the same ones. */
export function normals(seed: number): () => number {
  const whole32 = mersenneTwister.factory({ seed: [seed] });
  const random = () => whole32() / 2 ** 32;
  let spare: number | null = null;
  return () => {
    if (spare !== null) {
      const value = spare;
      spare = null;
      return value;
    }
    // Box and Muller's two at once; 1 − u lies in (0, 1].
    const radius = Math.sqrt(-2 * Math.log(1 - random()));
    const angle = 2 * Math.PI * random();
    spare = radius * Math.sin(angle);
    return radius * Math.cos(angle);
  };
}

export function drawAll(classes: number, each: number, normal: () => number): Drawn {
  const size = classes * each;
  const [l, w, t] = [new Float64Array(size), new Float64Array(size), new Float64Array(size)];
  for (let i = 0; i < size; i += 1) {
    const width = normal();
    w[i] = width;
    l[i] = LENGTH_WIDTH * width + Math.sqrt(1 - LENGTH_WIDTH ** 2) * normal();
    t[i] = WIDTH_THICKNESS * width + Math.sqrt(1 - WIDTH_THICKNESS ** 2) * normal();
  }
  return { each, l, w, t };
}

/** Of a value that is normal in its logarithm, by its own mean and sd. */
function logNormal(mean: number, sd: number): { readonly mu: number; readonly sigma: number } {
  const sigma = Math.sqrt(Math.log1p((sd / mean) ** 2));
  return { mu: Math.log(mean) - sigma ** 2 / 2, sigma };
}

export interface Left {
  readonly masses: readonly number[];
  readonly numbers: readonly number[];
}

/** Every particle, with its size, mass and air speed, and the share of it that is still there. */
export class Stream {
  readonly length: Float64Array;
  readonly width: Float64Array;
  readonly thickness: Float64Array;
  readonly velocity: Float64Array;
  /** Share of the feed's mass that it stands for. */
  readonly mass: Float64Array;
  readonly there: Float64Array;

  constructor(
    readonly feed: readonly FeedPart[],
    readonly each: number,
  ) {
    const size = feed.length * each;
    this.length = new Float64Array(size);
    this.width = new Float64Array(size);
    this.thickness = new Float64Array(size);
    this.velocity = new Float64Array(size);
    this.mass = new Float64Array(size);
    this.there = new Float64Array(size);
  }

  /** Lays out the particles of one round in the arrays that are there. */
  fill(drawn: Drawn, doubts: Doubts): void {
    const whole = this.feed.reduce((sum, one) => sum + one.massPercent, 0);
    this.there.fill(1);
    this.feed.forEach(({ particle, massPercent }, k) => {
      const scale = doubts.sizes[k] ?? 1;
      const of = (name: 'lengthMm' | 'widthMm' | 'thicknessMm') =>
        logNormal(particle.size[name] * scale, particle.sizeSd[name] * scale);
      const [l, w, t] = [of('lengthMm'), of('widthMm'), of('thicknessMm')];
      let volumes = 0;
      for (let i = 0; i < this.each; i += 1) {
        const [at, from] = [k * this.each + i, k * drawn.each + i];
        const length = Math.exp(l.mu + l.sigma * (drawn.l[from] ?? 0));
        const width = Math.exp(w.mu + w.sigma * (drawn.w[from] ?? 0));
        const thickness = Math.exp(t.mu + t.sigma * (drawn.t[from] ?? 0));
        this.length[at] = length;
        this.width[at] = width;
        this.thickness[at] = thickness;
        volumes += length * width * thickness;
      }
      const meanVolume = volumes / this.each;
      const meanSpeed =
        (particle.velocity?.mS ??
          terminalVelocity(particle.size, particle.densityGCm3, particle.shapeFactor).terminalVelocityMS) *
        (doubts.velocities[k] ?? 1);
      for (let i = 0; i < this.each; i += 1) {
        const at = k * this.each + i;
        const size = this.sizeAt(at);
        const volume = size.lengthMm * size.widthMm * size.thicknessMm;
        this.mass[at] = (massPercent / whole) * (volume / volumes);
        // v ∝ √(m / d²): a seed that is larger in the same make is carried by faster air.
        this.velocity[at] = meanSpeed * Math.sqrt(ballMm(size) / Math.cbrt(meanVolume));
      }
    });
  }

  sizeAt(i: number) {
    return {
      lengthMm: this.length[i] ?? 0,
      widthMm: this.width[i] ?? 0,
      thicknessMm: this.thickness[i] ?? 0,
    };
  }

  /** What is still there of each part: mass, as shares of the feed, and number of particles. */
  left(): Left {
    const [masses, numbers] = [this.feed.map(() => 0), this.feed.map(() => 0)];
    for (let i = 0; i < this.there.length; i += 1) {
      const [k, there] = [Math.floor(i / this.each), this.there[i] ?? 0];
      masses[k] = (masses[k] ?? 0) + (this.mass[i] ?? 0) * there;
      numbers[k] = (numbers[k] ?? 0) + there;
    }
    return { masses, numbers };
  }

  /** Air speed that half of the mass that is there lies below. */
  middleVelocity(): number {
    const order = Uint32Array.from({ length: this.velocity.length }, (_, i) => i);
    order.sort((a, b) => (this.velocity[a] ?? 0) - (this.velocity[b] ?? 0));
    const at = (i: number) => (this.mass[i] ?? 0) * (this.there[i] ?? 0);
    const half = order.reduce((sum, i) => sum + at(i), 0) / 2;
    let sum = 0;
    for (const i of order) {
      sum += at(i);
      if (sum >= half) return this.velocity[i] ?? 0;
    }
    return 0;
  }
}
