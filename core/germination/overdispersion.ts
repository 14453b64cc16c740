import { checkDishes, type Dishes } from './betweenDishes.ts';

/** How much more dishes differ than chance: a share of living seed that itself varies from dish to dish. */
export interface Overdispersion {
  /** Mean share. */
  readonly mu: number;
  /** Likeness of seeds of one dish, 0..1; 0 = nothing beyond chance, null where all seeds or none germinated. */
  readonly rho: number | null;
  /** The beta distribution of the shares; null at rho 0. */
  readonly a: number | null;
  readonly b: number | null;
  readonly logLikelihood: number;
  readonly logLikelihoodBinomial: number;
  readonly seMu: number | null;
  readonly seRho: number | null;
  /** By analysis of variance, and after Fleiss and Cuzick; null where they are 0/0. */
  readonly anovaIcc: number | null;
  readonly anovaMSB: number | null;
  readonly anovaMSW: number | null;
  readonly anovaN0: number | null;
  readonly fleissCuzickIcc: number | null;
  readonly pearsonX2: number | null;
  readonly pearsonDispersion: number | null;
}

const MOST_STEPS = 200;
const NEAR = 1e-9;
const sum = (of: readonly number[]) => of.reduce((a, b) => a + b, 0);

/** Logarithm of likelihood with its derivatives, in the mean share and theta = rho / (1 − rho) = 1 / (a + b). */
interface At {
  readonly value: number;
  readonly mu: number;
  readonly theta: number;
  readonly mumu: number;
  readonly mutheta: number;
  readonly thetatheta: number;
}

/**
 * Σ log (μ + jθ) over those that germinated, Σ log (1 − μ + jθ) over the others, less Σ log (1 + jθ) over all: the
 * beta-binomial without gamma functions, so that θ = 0 is the binomial itself.
 */
function likelihood({ x, n }: Dishes, mu: number, theta: number): At {
  let [value, dMu, dTheta, mumu, mutheta, thetatheta] = [0, 0, 0, 0, 0, 0];
  x.forEach((found, i) => {
    const seeds = n[i] ?? 0;
    for (let j = 0; j < seeds; j += 1) {
      const one = 1 + j * theta;
      value -= Math.log(one);
      dTheta -= j / one;
      thetatheta += (j / one) ** 2;
      // Those that germinated, and the others, each counted from 0.
      const up = j < found;
      const k = up ? j : j - found;
      const part = (up ? mu : 1 - mu) + k * theta;
      const sign = up ? 1 : -1;
      value += Math.log(part);
      dMu += sign / part;
      dTheta += k / part;
      mumu -= 1 / part ** 2;
      mutheta -= (sign * k) / part ** 2;
      thetatheta -= (k / part) ** 2;
    }
    for (let j = 1; j <= found; j += 1) value += Math.log((seeds - found + j) / j);
  });
  return { value, mu: dMu, theta: dTheta, mumu, mutheta, thetatheta };
}

/** Newton's steps up the likelihood, halved until they climb, within the shares that can be. */
function climbed(dishes: Dishes, from: readonly [number, number]): { mu: number; theta: number; at: At } {
  let [mu, theta] = from;
  let at = likelihood(dishes, mu, theta);
  for (let i = 0; i < MOST_STEPS; i += 1) {
    const det = at.mumu * at.thetatheta - at.mutheta ** 2;
    // Where it is not bowed downwards, straight uphill.
    const bowed = det > 0 && at.mumu < 0;
    const stepMu = bowed ? (at.mutheta * at.theta - at.thetatheta * at.mu) / det : at.mu / Math.abs(at.mumu);
    const stepTheta = bowed ? (at.mutheta * at.mu - at.mumu * at.theta) / det : theta * Math.sign(at.theta) * 0.5;
    let next: { mu: number; theta: number; at: At } | null = null;
    for (let share = 1; share > 1e-10; share /= 2) {
      const [m, t] = [mu + share * stepMu, theta + share * stepTheta];
      if (!(m > 0 && m < 1 && t > 0)) continue;
      const there = likelihood(dishes, m, t);
      if (there.value >= at.value) {
        next = { mu: m, theta: t, at: there };
        break;
      }
    }
    if (!next) break;
    const moved = Math.abs(next.mu - mu) + Math.abs(next.theta - theta) / (1 + theta);
    ({ mu, theta, at } = next);
    if (moved < NEAR) break;
  }
  return { mu, theta, at };
}

/**
 * Beta-binomial fit of dishes: whether a share that varies from dish to dish explains them better than chance alone.
 * Behind the verdict of the rule book's table, never in its place.
 *
 * @throws {RangeError} for fewer than two dishes, or counts that cannot be
 * Source: maximum likelihood with the observed information, as R 4.2.2 with VGAM::vglm(cbind(x, n − x) ~ 1,
 * betabinomial); estimators by moments after Fleiss & Cuzick (1979) and analysis of variance.
 */
export function overdispersion(dishes: Dishes): Overdispersion {
  checkDishes(dishes);
  const { x, n } = dishes;
  const [found, seeds, k] = [sum(x), sum(n), x.length];
  const share = found / seeds;
  if (found === 0 || found === seeds)
    return {
      mu: share,
      rho: null,
      a: null,
      b: null,
      logLikelihood: 0,
      logLikelihoodBinomial: 0,
      seMu: null,
      seRho: null,
      anovaIcc: null,
      anovaMSB: null,
      anovaMSW: null,
      anovaN0: null,
      fleissCuzickIcc: null,
      pearsonX2: null,
      pearsonDispersion: null,
    };
  const seedsOf = (i: number) => n[i] ?? 0;
  const within = sum(x.map((one, i) => (one * (seedsOf(i) - one)) / seedsOf(i)));
  const between = sum(x.map((one, i) => seedsOf(i) * (one / seedsOf(i) - share) ** 2));
  const n0 = (seeds - sum(n.map((one) => one ** 2)) / seeds) / (k - 1);
  const [msb, msw] = [between / (k - 1), seeds > k ? within / (seeds - k) : null];
  const bySquares = msw === null ? null : msb + (n0 - 1) * msw;
  const pearson = between / (share * (1 - share));
  const moments = {
    anovaMSB: msb,
    anovaMSW: msw,
    anovaN0: n0,
    anovaIcc: msw === null || !bySquares ? null : (msb - msw) / bySquares,
    fleissCuzickIcc: seeds > k ? 1 - within / ((seeds - k) * share * (1 - share)) : null,
    pearsonX2: pearson,
    pearsonDispersion: pearson / (k - 1),
  };
  const alone = likelihood(dishes, share, 0);
  const binomial = {
    mu: share,
    rho: 0,
    a: null,
    b: null,
    logLikelihood: alone.value,
    logLikelihoodBinomial: alone.value,
    seMu: Math.sqrt((share * (1 - share)) / seeds),
    seRho: null,
    ...moments,
  };
  // Several hills are possible: it is climbed from a low and a high likeness.
  const tries = [0.01, 0.1, 1].map((theta) => climbed(dishes, [share, theta]));
  const best = tries.reduce((a, b) => (b.at.value > a.at.value ? b : a));
  if (!(best.at.value > alone.value + 1e-9) || best.theta < 1e-9) return binomial;
  const { mu, theta, at } = best;
  const det = at.mumu * at.thetatheta - at.mutheta ** 2;
  return {
    mu,
    rho: theta / (1 + theta),
    a: mu / theta,
    b: (1 - mu) / theta,
    logLikelihood: at.value,
    logLikelihoodBinomial: alone.value,
    seMu: Math.sqrt(-at.thetatheta / det),
    seRho: Math.sqrt(-at.mumu / det) / (1 + theta) ** 2,
    ...moments,
  };
}
