import mersenneTwister from '@stdlib/random-base-mt19937';
import { normalChance } from '../statistics/normalDistribution.ts';
import { aboveUpTo, ArgumentFault, numberIn, wholeIn } from '../units/argument.ts';
import type { Particle, Sure } from './figures.ts';
import { type Feeding, passChance, type Screen, sticks } from './screen.ts';
import { ballMm, terminalVelocity } from './terminalVelocity.ts';

/** One class of what goes in: the seed itself, or something that grows in it or comes with it. */
export interface FeedPart {
  readonly particle: Particle;
  /** Of the feed by mass, percent; all parts together are brought to 100. */
  readonly massPercent: number;
  /** Whether it is the seed that is wanted. */
  readonly wanted: boolean;
}

/** One pass, and which of its streams is kept. */
export type TriedPass =
  | { readonly by: 'screen'; readonly screen: Screen; readonly feeding: Feeding; readonly keep: 'over' | 'through' }
  /** `factor` is what own passes have found of the machine: 1 where nothing is known. */
  | { readonly by: 'air'; readonly speedMS: number; readonly where: 'column' | 'fan'; readonly factor: number }
  /** Gates from 0 (light end) to 1; what falls between them runs again. */
  | { readonly by: 'table'; readonly lightGate: number; readonly heavyGate: number }
  /** Pockets lift what is short: kept is what they lift, or what they leave. */
  | { readonly by: 'indent'; readonly pocketMm: number; readonly keep: 'lifted' | 'left' }
  /** By surface or roundness: shares that were measured or entered, one for each part, percent. */
  | { readonly by: 'shares'; readonly keptPercent: readonly number[] };

export interface TrialTask {
  readonly feed: readonly FeedPart[];
  readonly passes: readonly TriedPass[];
  /** Particles drawn of each class, integer 100..20 000. */
  readonly each: number;
  /** Whole number 1..4294967295; the same number gives the same answer. */
  readonly seed: number;
  /** How often the doubtful figures are drawn anew for the range, integer 0..400; 0 = no range. */
  readonly rounds: number;
}

export interface Ranged {
  readonly estimate: number;
  /** Nine in ten of the draws lie between; null where none were made. */
  readonly low: number | null;
  readonly high: number | null;
}

export interface TriedPassResult {
  /** Of each part that came to this pass, the share by mass that is kept, 0..1. */
  readonly keptShares: readonly number[];
  /** The same by number. */
  readonly byNumber: readonly number[];
  /** Of the whole feed, by mass. */
  readonly keptPercent: number;
  readonly purityPercent: number;
  /** Of what came to a screen, by number: what sticks in its holes. */
  readonly sticksPercent: number | null;
}

export interface TrialResult {
  readonly purityBeforePercent: number;
  readonly passes: readonly TriedPassResult[];
  readonly purityPercent: Ranged;
  /** Clean mass of the mass that went in. */
  readonly yieldPercent: Ranged;
  /** Wanted seed that is kept, of all that went in. */
  readonly recoveryPercent: Ranged;
}

/** Correlation of the logarithms of length and width, and of width and thickness: a guess. */
const LENGTH_WIDTH = 0.4;
const WIDTH_THICKNESS = 0.6;
/** Spread of the air's speed where a seed meets it, in logarithms. From memory. */
const AIR_SPREAD = { column: 0.12, fan: 0.25 } as const;
/** How a gravity table spreads its deck, and how far a seed strays on it: guesses. */
const TABLE = { spread: 0.8, strays: 0.12 } as const;
/** Pockets hold what is as long as so many pockets; both from memory, fitted by own passes. */
const INDENT = { grip: 1, spreadMm: 0.4 } as const;
/** How far a figure may be off by how sure its writer was, as a share (one standard deviation): guesses. */
const DOUBT: Readonly<Record<Sure, number>> = { high: 0.02, medium: 0.05, low: 0.1 };
/** The same for what is guessed of machines: tries, open area, load, spread of air and deck. */
const MACHINE_DOUBT = 0.25;

/** One draw of everything that is doubtful; all 1 = the figures as they stand. */
interface Doubts {
  readonly sizes: readonly number[];
  readonly velocities: readonly number[];
  readonly tries: number;
  readonly openArea: number;
  readonly airSpread: number;
  readonly tableSpread: number;
  readonly grip: number;
}

/** Normal values, one for each class, particle and dimension: drawn once, used in every round. */
interface Drawn {
  readonly each: number;
  readonly l: Float64Array;
  readonly w: Float64Array;
  readonly t: Float64Array;
}

function normals(seed: number): () => number {
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

function drawAll(classes: number, each: number, normal: () => number): Drawn {
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

interface Left {
  readonly masses: readonly number[];
  readonly numbers: readonly number[];
}

/** Every particle, with its size, mass and air speed, and the share of it that is still there. */
class Stream {
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

/** Chance of a particle to be kept by a pass. */
function keeper(pass: TriedPass, stream: Stream, doubts: Doubts): (i: number) => number {
  switch (pass.by) {
    case 'screen': {
      const feeding = {
        tries: pass.feeding.tries * doubts.tries,
        openArea: Math.min(0.9, pass.feeding.openArea * doubts.openArea),
        load: pass.feeding.load,
      };
      return (i) => {
        const through = passChance(pass.screen, stream.sizeAt(i), feeding);
        return pass.keep === 'through' ? through : 1 - through;
      };
    }
    case 'air': {
      const spread = AIR_SPREAD[pass.where] * doubts.airSpread;
      const speed = Math.log(pass.speedMS * pass.factor);
      return (i) => normalChance((Math.log(stream.velocity[i] ?? 1) - speed) / spread);
    }
    case 'table': {
      const middle = Math.log(stream.middleVelocity());
      return (i) => {
        const lies = 0.5 + TABLE.spread * doubts.tableSpread * (Math.log(stream.velocity[i] ?? 1) - middle);
        const heavy = normalChance((lies - pass.heavyGate) / TABLE.strays);
        const light = normalChance((pass.lightGate - lies) / TABLE.strays);
        // What falls between the gates runs again until it leaves at an end.
        return heavy + light === 0 ? 0 : heavy / (heavy + light);
      };
    }
    case 'indent': {
      const grip = INDENT.grip * doubts.grip * pass.pocketMm;
      return (i) => {
        const lifted = normalChance((grip - (stream.length[i] ?? 0)) / INDENT.spreadMm);
        return pass.keep === 'lifted' ? lifted : 1 - lifted;
      };
    }
    case 'shares':
      return (i) => (pass.keptPercent[Math.floor(i / stream.each)] ?? 100) / 100;
  }
}

interface Round {
  readonly passes: readonly TriedPassResult[];
  readonly purityPercent: number;
  readonly yieldPercent: number;
  readonly recoveryPercent: number;
}

const share = (part: number, whole: number) => (whole > 0 ? part / whole : 0);
const wantedOf = (feed: readonly FeedPart[], masses: readonly number[]) =>
  masses.reduce((sum, one, k) => sum + (feed[k]?.wanted ? one : 0), 0);
const total = (masses: readonly number[]) => masses.reduce((sum, one) => sum + one, 0);

function runRound(stream: Stream, passes: readonly TriedPass[], doubts: Doubts): Round {
  const first = stream.left();
  let before = first;
  const results = passes.map((pass): TriedPassResult => {
    let [stuck, came] = [0, 0];
    const keeps = keeper(pass, stream, doubts);
    for (let i = 0; i < stream.there.length; i += 1) {
      const there = stream.there[i] ?? 0;
      if (there < 1e-12) continue;
      if (pass.by === 'screen') {
        came += there;
        if (sticks(pass.screen, stream.sizeAt(i))) stuck += there;
      }
      stream.there[i] = there * keeps(i);
    }
    const after = stream.left();
    const shares = (of: keyof Left) => after[of].map((one, k) => share(one, before[of][k] ?? 0));
    const result = {
      keptShares: shares('masses'),
      byNumber: shares('numbers'),
      keptPercent: 100 * total(after.masses),
      purityPercent: 100 * share(wantedOf(stream.feed, after.masses), total(after.masses)),
      sticksPercent: pass.by === 'screen' ? 100 * share(stuck, came) : null,
    };
    before = after;
    return result;
  });
  const [wantedIn, wantedOut] = [first, before].map((one) => wantedOf(stream.feed, one.masses));
  return {
    passes: results,
    purityPercent: 100 * share(wantedOut ?? 0, total(before.masses)),
    yieldPercent: 100 * total(before.masses),
    recoveryPercent: 100 * share(wantedOut ?? 0, wantedIn ?? 0),
  };
}

const AS_THEY_STAND = (classes: number): Doubts => ({
  sizes: Array.from({ length: classes }, () => 1),
  velocities: Array.from({ length: classes }, () => 1),
  tries: 1,
  openArea: 1,
  airSpread: 1,
  tableSpread: 1,
  grip: 1,
});

function drawDoubts(feed: readonly FeedPart[], normal: () => number): Doubts {
  const off = (sd: number) => Math.exp(sd * normal());
  return {
    sizes: feed.map(({ particle }) => off(DOUBT[particle.sure.size])),
    velocities: feed.map(({ particle }) => off(DOUBT[particle.sure.velocity])),
    tries: off(MACHINE_DOUBT),
    openArea: off(MACHINE_DOUBT / 2),
    airSpread: off(MACHINE_DOUBT),
    tableSpread: off(MACHINE_DOUBT),
    grip: off(0.03),
  };
}

/** Particles of each class in a round of the range: what is drawn anew there are figures, not particles. */
const EACH_IN_A_ROUND = 500;

/**
 * What screens, air and tables would do to seed, before any is risked. Particles are drawn of each class in equal
 * numbers, and count by what the class weighs in the feed; each pass keeps a share of each of them. Yields after every
 * step how far it is (0..1), so that a caller can show progress and stop.
 *
 * The range comes from drawing the doubtful *figures* anew (sizes, air speeds, what is guessed of machines), not the
 * particles.
 *
 * @throws {RangeError} naming the figure that cannot be
 * Source: as in `screen.ts` and `terminalVelocity.ts`; air as Φ of the logarithms; table, indent and doubts are guesses
 * to be fitted by own passes; Mersenne twister.
 */
export function* tryPasses(task: TrialTask): Generator<number, TrialResult> {
  checkTask(task);
  const { feed, passes, each, seed, rounds } = task;
  const normal = normals(seed);
  const drawn = drawAll(feed.length, each, normal);
  const stands = AS_THEY_STAND(feed.length);
  const stream = new Stream(feed, each);
  stream.fill(drawn, stands);
  const purityBefore = wantedOf(feed, stream.left().masses);
  const few = Math.min(each, EACH_IN_A_ROUND);
  const steps = each + rounds * few;
  yield 0;
  const main = runRound(stream, passes, stands);
  yield each / steps;
  const small = new Stream(feed, few);
  const others: Round[] = [];
  for (let round = 0; round < rounds; round += 1) {
    const doubts = drawDoubts(feed, normal);
    small.fill(drawn, doubts);
    others.push(runRound(small, passes, doubts));
    yield (each + (round + 1) * few) / steps;
  }
  const ranged = (of: (round: Round) => number): Ranged => {
    const sorted = others.map(of).sort((a, b) => a - b);
    const at = (p: number) => sorted[Math.round(p * (sorted.length - 1))] ?? null;
    return { estimate: of(main), low: at(0.05), high: at(0.95) };
  };
  return {
    purityBeforePercent: 100 * purityBefore,
    passes: main.passes,
    purityPercent: ranged((one) => one.purityPercent),
    yieldPercent: ranged((one) => one.yieldPercent),
    recoveryPercent: ranged((one) => one.recoveryPercent),
  };
}

/** Runs it to the end, for callers that do not watch. */
export function triedPasses(task: TrialTask): TrialResult {
  const running = tryPasses(task);
  for (;;) {
    const step = running.next();
    if (step.done) return step.value;
  }
}

export const MOST_CLASSES = 40;
export const MOST_PASSES = 60;

function checkTask({ feed, passes, each, seed, rounds }: TrialTask): void {
  wholeIn('each', each, 100, 20_000);
  wholeIn('seed', seed, 1, 0xffffffff);
  wholeIn('rounds', rounds, 0, 400);
  const many = (field: string, got: number, most: number) => {
    if (got < 1 || got > most) throw new ArgumentFault(field, { is: 'argument.so-many', least: 1, most, got });
  };
  many('feed', feed.length, MOST_CLASSES);
  many('passes', passes.length, MOST_PASSES);
  feed.forEach((one, k) => aboveUpTo(`feed.${k}.massPercent`, one.massPercent, 0, 100));
  if (!feed.some((one) => one.wanted)) throw new ArgumentFault('feed', { is: 'argument.no-wanted-seed' });
  passes.forEach((pass, i) => {
    const at = `passes.${i}`;
    if (pass.by === 'screen') {
      aboveUpTo(`${at}.screen.holeMm`, pass.screen.holeMm, 0, 100);
      numberIn(`${at}.feeding.tries`, pass.feeding.tries, 1, 10_000_000);
      aboveUpTo(`${at}.feeding.openArea`, pass.feeding.openArea, 0, 0.9);
      numberIn(`${at}.feeding.load`, pass.feeding.load, 0, 100);
    } else if (pass.by === 'air') {
      aboveUpTo(`${at}.speedMS`, pass.speedMS, 0, 60);
      aboveUpTo(`${at}.factor`, pass.factor, 0, 10);
    } else if (pass.by === 'table') {
      numberIn(`${at}.lightGate`, pass.lightGate, -2, 3);
      numberIn(`${at}.heavyGate`, pass.heavyGate, pass.lightGate, 3);
    } else if (pass.by === 'indent') aboveUpTo(`${at}.pocketMm`, pass.pocketMm, 0, 50);
    else {
      if (pass.keptPercent.length !== feed.length)
        throw new ArgumentFault(`${at}.keptPercent`, {
          is: 'argument.as-many',
          as: 'feed',
          wanted: feed.length,
          got: pass.keptPercent.length,
        });
      pass.keptPercent.forEach((one, k) => numberIn(`${at}.keptPercent.${k}`, one, 0, 100));
    }
  });
}

/** How far a seed drifts from where it is poured, m: from a height in wind, by the air that carries it. */
export const drift = (heightM: number, windMS: number, velocityMS: number): number => (windMS * heightM) / velocityMS;

/**
 * The one unknown figure of a machine, so that the trial leaves what an own pass left: a factor on its air, or the
 * tries of its screen.
 *
 * @param change  the passes with this figure
 * @param keptPercent  kept of what came to the pass, by mass, as it was weighed
 * @returns       the figure between `low` and `high`; null where none of them leaves so much
 */
export function fitMachine(
  task: TrialTask,
  change: (figure: number) => TriedPass,
  keptPercent: number,
  [low, high]: readonly [number, number],
): number | null {
  numberIn('keptPercent', keptPercent, 0, 100);
  const kept = (logFigure: number) =>
    triedPasses({ ...task, passes: [change(Math.exp(logFigure))], rounds: 0 }).yieldPercent.estimate;
  let [a, b] = [Math.log(low), Math.log(high)];
  const [atA, atB] = [kept(a), kept(b)];
  if ((atA - keptPercent) * (atB - keptPercent) > 0) return null;
  for (let i = 0; i < 40; i += 1) {
    const middle = (a + b) / 2;
    if ((kept(middle) - keptPercent) * (atA - keptPercent) > 0) a = middle;
    else b = middle;
  }
  return Math.exp((a + b) / 2);
}
