import mersenneTwister from '@stdlib/random-base-mt19937';
import { normalQuantile } from '../statistics/normalDistribution.ts';
import { aboveZero, ArgumentFault, between, zeroOrMore } from '../units/argument.ts';

/** Weight after drying, by the dry matter that stays. Source: W₂ = W₁ (100 − M₁) / (100 − M₂). */
export function massAfterDrying(massG: number, fromPercent: number, toPercent: number): number {
  aboveZero('massG', massG);
  between('fromPercent', fromPercent, 0, 100);
  between('toPercent', toPercent, 0, 100);
  return (massG * (100 - fromPercent)) / (100 - toPercent);
}

/**
 * Moisture by a weight, from an earlier weight whose moisture is known: the formula turned round.
 * @throws {RangeError} if the seed would weigh less than its dry matter
 */
export function moistureByWeight(firstG: number, firstPercent: number, nowG: number): number {
  aboveZero('firstG', firstG);
  between('firstPercent', firstPercent, 0, 100);
  aboveZero('nowG', nowG);
  const dryG = (firstG * (100 - firstPercent)) / 100;
  if (!(nowG > dryG)) throw new ArgumentFault('nowG', { is: 'argument.not-below-dry-matter', dryG, got: nowG });
  return 100 * (1 - dryG / nowG);
}

export interface DryingRun {
  /** Of the same seed in the same tray, oldest first; the first is the start. */
  readonly weighings: readonly { readonly hours: number; readonly massG: number }[];
  /** Moisture at the first weighing, percent wet basis. */
  readonly startPercent: number;
  readonly targetPercent: number;
  /** What the seed would come to in this air, percent wet basis; null = the air is not known. */
  readonly restsAtPercent: number | null;
}

export type NoForecast =
  /** Two weighings with the air known, four without. */
  | 'needs-weighings'
  /** The weight does not fall, or does not rise where it is to. */
  | 'does-not-fall'
  | 'does-not-rise'
  /** In this air it stays damper than it is to be, or drier. */
  | 'rests-above-target'
  | 'rests-below-target';

/** What a tray will weigh at an hour, g, with nine in ten of what the weights leave open. */
export interface ForecastAt {
  readonly hours: number;
  readonly massG: number;
  readonly lowG: number;
  readonly highG: number;
}

export interface DryingForecast {
  readonly massWhenDryG: number;
  /** By the newest weight. */
  readonly moisturePercent: number;
  readonly done: boolean;
  /** Hours since the first weighing at which it is dry, with nine in ten of what the weights leave open. */
  readonly dryAt: { readonly hours: number; readonly low: number; readonly high: number | null } | null;
  readonly none: NoForecast | null;
  /** Share of what is still to go that goes in an hour. */
  readonly rate: number | null;
  readonly restsAtG: number | null;
  /** From the first weighing to somewhat beyond the hour at which it is dry; empty without a forecast. */
  readonly course: readonly ForecastAt[];
}

interface Curve {
  readonly rests: number;
  readonly rate: number;
  readonly squares: number;
}

const FASTEST = 3;
const SLOWEST = 1e-4;
/** A tray is weighed to about this share of its weight, where so few weighings cannot tell. Guess. */
const WEIGHED_TO = 0.001;
const DRAWS = 200;

/** Best curve W = rests + (W₀ − rests)·e^(−rate·t): rates are tried from slow to fast, the rest follows by least squares. */
function fit(hours: readonly number[], masses: readonly number[], restsAt: number | null): Curve {
  const first = masses[0] ?? 0;
  const at = (rate: number): Curve => {
    let [sxx, sxy] = [0, 0];
    const fading = hours.map((t) => Math.exp(-rate * (t - (hours[0] ?? 0))));
    if (restsAt === null)
      fading.forEach((e, i) => {
        const x = 1 - e;
        sxx += x * x;
        sxy += x * ((masses[i] ?? 0) - first * e);
      });
    const rests = restsAt ?? (sxx > 0 ? sxy / sxx : first);
    let squares = 0;
    fading.forEach((e, i) => {
      squares += ((masses[i] ?? 0) - rests - (first - rests) * e) ** 2;
    });
    return { rests, rate, squares };
  };
  let [low, high] = [Math.log(SLOWEST), Math.log(FASTEST)];
  // A grid first, so that the search begins in the right valley; then thirds.
  const grid = Array.from({ length: 40 }, (_, i) => low + ((high - low) * i) / 39);
  const best = grid.reduce((a, b) => (at(Math.exp(b)).squares < at(Math.exp(a)).squares ? b : a));
  const step = (high - low) / 39;
  [low, high] = [best - step, best + step];
  for (let i = 0; i < 60; i += 1) {
    const [a, b] = [low + (high - low) / 3, high - (high - low) / 3];
    if (at(Math.exp(a)).squares < at(Math.exp(b)).squares) high = b;
    else low = a;
  }
  return at(Math.exp((low + high) / 2));
}

/** The way to its target may go down or up; null where it ends before. */
function timeTo(target: number, first: number, { rests, rate }: Curve): number | null {
  const left = (first - rests) / (target - rests);
  return Number.isFinite(left) && left > 1 ? Math.log(left) / rate : null;
}

/** Points of the course, and how far it goes on behind the hour at which it is dry. */
const POINTS = 40;
const BEYOND = 1.3;

/**
 * When a tray will be as dry (or as damp, where it is to be conditioned up) as it is to be, by its weights: they go
 * towards what the air allows, by the same share each hour. Refitted with every weighing; the range comes from weights
 * drawn anew about the curve.
 *
 * For a few exposed centimetres alone: a deep bin dries by a front that its airflow limits.
 *
 * @throws {RangeError} naming the figure that cannot be, such as times that do not grow
 * Source: thin-layer drying by Lewis (1921), least squares; parametric bootstrap, Mersenne twister.
 */
export function dryingForecast(run: DryingRun): DryingForecast {
  const { weighings, startPercent, targetPercent, restsAtPercent } = run;
  const [first] = weighings;
  const last = weighings.at(-1);
  if (!first || !last)
    throw new ArgumentFault('weighings', { is: 'argument.so-many', least: 1, most: null, got: weighings.length });
  between('startPercent', startPercent, 0, 100);
  between('targetPercent', targetPercent, 0, 100);
  if (restsAtPercent !== null) between('restsAtPercent', restsAtPercent, 0, 100);
  weighings.forEach((one, i) => {
    aboveZero(`weighings.${i}.massG`, one.massG);
    zeroOrMore(`weighings.${i}.hours`, one.hours);
    const before = weighings[i - 1];
    if (before && !(one.hours > before.hours))
      throw new ArgumentFault(`weighings.${i}.hours`, { is: 'argument.after-weighing-before', got: one.hours });
  });
  const massWhenDryG = massAfterDrying(first.massG, startPercent, targetPercent);
  const moisturePercent = moistureByWeight(first.massG, startPercent, last.massG);
  const down = targetPercent <= startPercent;
  const done = down ? last.massG <= massWhenDryG : last.massG >= massWhenDryG;
  const answer = { massWhenDryG, moisturePercent, done };
  const without = (none: NoForecast | null): DryingForecast => ({
    ...answer,
    dryAt: null,
    none,
    rate: null,
    restsAtG: null,
    course: [],
  });
  if (done) return without(null);
  const restsAtG = restsAtPercent === null ? null : massAfterDrying(first.massG, startPercent, restsAtPercent);
  if (weighings.length < (restsAtG === null ? 4 : 2)) return without('needs-weighings');
  if (!(down ? last.massG < first.massG : last.massG > first.massG))
    return without(down ? 'does-not-fall' : 'does-not-rise');
  const short = without(down ? 'rests-above-target' : 'rests-below-target');
  if (restsAtG !== null && (down ? restsAtG >= massWhenDryG : restsAtG <= massWhenDryG)) return short;
  const [hours, masses] = [weighings.map((one) => one.hours), weighings.map((one) => one.massG)];
  const curve = fit(hours, masses, restsAtG);
  const due = timeTo(massWhenDryG, first.massG, curve);
  if (due === null) return short;
  const free = weighings.length - 1 - (restsAtG === null ? 2 : 1);
  const guessed = WEIGHED_TO * first.massG;
  const spread = free > 0 ? Math.max(Math.sqrt(curve.squares / free), guessed / 10) : guessed;
  const whole32 = mersenneTwister.factory({ seed: [weighings.length] });
  const drawn = Array.from({ length: DRAWS }, () => {
    const noisy = hours.map((t, i) =>
      i === 0
        ? first.massG
        : curve.rests +
          (first.massG - curve.rests) * Math.exp(-curve.rate * (t - first.hours)) +
          spread * normalQuantile((whole32() + 0.5) / 2 ** 32),
    );
    return fit(hours, noisy, restsAtG);
  });
  const ordered = (of: (curve: Curve) => number) => drawn.map(of).sort((a, b) => a - b);
  const quantile = (of: readonly number[], p: number) => of[Math.round(p * (DRAWS - 1))] ?? Infinity;
  const times = ordered((curve) => timeTo(massWhenDryG, first.massG, curve) ?? Infinity);
  const high = first.hours + quantile(times, 0.95);
  const massAt = (curve: Curve, hour: number) =>
    curve.rests + (first.massG - curve.rests) * Math.exp(-curve.rate * (hour - first.hours));
  const until = Math.max(last.hours, first.hours + due * BEYOND);
  return {
    ...answer,
    dryAt: {
      hours: first.hours + due,
      low: Math.max(last.hours, first.hours + quantile(times, 0.05)),
      high: Number.isFinite(high) ? high : null,
    },
    none: null,
    rate: curve.rate,
    restsAtG: curve.rests,
    course: Array.from({ length: POINTS + 1 }, (_, i) => {
      const hour = first.hours + ((until - first.hours) * i) / POINTS;
      const masses = ordered((one) => massAt(one, hour));
      return {
        hours: hour,
        massG: massAt(curve, hour),
        lowG: quantile(masses, 0.05),
        highG: quantile(masses, 0.95),
      };
    }),
  };
}
