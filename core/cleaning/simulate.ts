import { normalChance } from '../statistics/normalDistribution.ts';
import { numberIn } from '../units/argument.ts';
import { passChance, sticks } from './screen.ts';
import {
  checkTask,
  type FeedPart,
  type Ranged,
  type TrialResult,
  type TrialTask,
  type TriedPass,
  type TriedPassResult,
} from './trialTask.ts';
import { DOUBT, type Doubts, drawAll, type Left, MACHINE_DOUBT, normals, Stream } from './trialStream.ts';

/** Spread of the air's speed where a seed meets it, in logarithms. From memory. */
const AIR_SPREAD = { column: 0.12, fan: 0.25 } as const;
/** How a gravity table spreads its deck, and how far a seed strays on it: guesses. */
const TABLE = { spread: 0.8, strays: 0.12 } as const;
/** Pockets hold what is as long as so many pockets; both from memory, fitted by own passes. */
const INDENT = { grip: 1, spreadMm: 0.4 } as const;
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
