import { betaTails } from '../statistics/betaDistribution.ts';
import { normalQuantile } from '../statistics/normalDistribution.ts';
import { aboveZero, ArgumentFault, numberIn, zeroOrMore } from '../units/argument.ts';
import type { WorkingStep } from '../verdict/verdict.ts';

/** What a share of good seed is worth: from so many percent, so much a kg. */
export interface PriceStep {
  readonly fromPercent: number;
  readonly perKg: number;
}

/** Seeds looked at: good ones of all. By mass, as many seeds as the mass holds. */
export interface Looked {
  readonly good: number;
  readonly of: number;
}

export interface PayTask {
  readonly inKg: number;
  readonly cleanKg: number;
  /** Rejected, and what it brings a kg (0 or less: it has to be got rid of). */
  readonly rejectedKg: number;
  readonly rejectedPerKg: number;
  readonly before: Looked;
  readonly after: Looked;
  /** Rising; the first begins at 0. */
  readonly prices: readonly PriceStep[];
  readonly hours: number;
  readonly wagePerHour: number;
  readonly feePerKg: number;
}

/** `paid` and `did-not`: with a chance of 95 % at least; else no sample of this size can tell. */
export type PayAnswer = 'paid' | 'did-not' | 'cannot-tell';
export interface Pay {
  readonly answer: PayAnswer;
  readonly gain: number;
  /** Nine times in ten it lies between. */
  readonly low: number;
  readonly high: number;
  readonly chancePaid: number;
  readonly worthBefore: number;
  readonly worthAfter: number;
  readonly cost: number;
  /** Seeds to look at of each, before and after, so that the answer would be known; null = no number that anybody counts. */
  readonly seedsToTell: number | null;
  readonly steps: readonly WorkingStep[];
}

const SURE = 0.95;
/** Nobody counts more by eye in a shed. */
const MOST_COUNTED = 20_000;

/** Chance of each price step, by what was looked at: a beta distribution from Jeffreys' prior. */
function gradeChances({ good, of }: Looked, prices: readonly PriceStep[]): number[] {
  const atLeast = (percent: number) => (percent <= 0 ? 1 : betaTails(percent / 100, good + 0.5, of - good + 0.5).upper);
  return prices.map((one, i) => {
    const next = prices[i + 1];
    return Math.max(0, atLeast(one.fromPercent) - (next ? atLeast(next.fromPercent) : 0));
  });
}

interface Worth {
  readonly gain: number;
  readonly chance: number;
}

/** Every gain that can be, with its chance, the least first. */
function gains(task: PayTask, cost: number): Worth[] {
  const { prices, inKg, cleanKg } = task;
  const [before, after] = [gradeChances(task.before, prices), gradeChances(task.after, prices)];
  const rejected = task.rejectedKg * task.rejectedPerKg;
  return after
    .flatMap((a, i) =>
      before.map((b, j) => ({
        gain: cleanKg * (prices[i]?.perKg ?? 0) + rejected - inKg * (prices[j]?.perKg ?? 0) - cost,
        chance: a * b,
      })),
    )
    .sort((x, y) => x.gain - y.gain);
}

function at(worths: readonly Worth[], p: number): number {
  let sum = 0;
  for (const one of worths) {
    sum += one.chance;
    if (sum >= p) return one.gain;
  }
  return worths.at(-1)?.gain ?? 0;
}

const answerOf = (chance: number): PayAnswer =>
  chance >= SURE ? 'paid' : chance <= 1 - SURE ? 'did-not' : 'cannot-tell';

const chancePaid = (worths: readonly Worth[]) =>
  worths.reduce((sum, one) => (one.gain > 0 ? sum + one.chance : sum), 0);

/**
 * Did the pass pay? What the clean seed and the rejected are worth, less what went in was worth, less hours and fee;
 * prices go by steps of the share of good seed, and a sample knows that share only so well.
 *
 * @throws {RangeError} naming the figure that cannot be
 * Source: ΔV = M_clean·E[price after] + M_rejected·p_s − M_in·E[price before] − hours·wage − fee·M_in, with
 * E = Σ price · P(step | sample); beta posterior of a share, Jeffreys' prior (Brown, Cai & DasGupta 2001).
 */
export function didItPay(task: PayTask): Pay {
  checkTask(task);
  const { inKg, cleanKg, rejectedKg, rejectedPerKg, hours, wagePerHour, feePerKg, prices } = task;
  const cost = hours * wagePerHour + feePerKg * inKg;
  const expected = (looked: Looked) =>
    gradeChances(looked, prices).reduce((sum, p, i) => sum + p * (prices[i]?.perKg ?? 0), 0);
  const [priceBefore, priceAfter] = [expected(task.before), expected(task.after)];
  const worthBefore = inKg * priceBefore;
  const worthAfter = cleanKg * priceAfter + rejectedKg * rejectedPerKg;
  const all = gains(task, cost);
  const chance = chancePaid(all);
  const answer = answerOf(chance);
  const shown = (value: number) => value.toFixed(2);
  return {
    answer,
    gain: worthAfter - worthBefore - cost,
    low: at(all, 0.05),
    high: at(all, 0.95),
    chancePaid: chance,
    worthBefore,
    worthAfter,
    cost,
    seedsToTell: answer === 'cannot-tell' ? seedsToTell(task, cost) : null,
    steps: [
      {
        label: 'worth before',
        expression: `${inKg} kg × ${priceBefore.toFixed(4)}, expected by the sample`,
        result: shown(worthBefore),
      },
      {
        label: 'worth after',
        expression: `${cleanKg} kg × ${priceAfter.toFixed(4)} + ${rejectedKg} kg × ${rejectedPerKg}`,
        result: shown(worthAfter),
      },
      {
        label: 'work and fee',
        expression: `${hours} h × ${wagePerHour} + ${inKg} kg × ${feePerKg}`,
        result: shown(cost),
      },
      {
        label: 'gain',
        expression: `${shown(worthAfter)} − ${shown(worthBefore)} − ${shown(cost)}`,
        result: shown(worthAfter - worthBefore - cost),
      },
      { label: 'chance that it paid', result: (100 * chance).toFixed(1), unit: '%' },
    ],
  };
}

/** As many seeds of each as would tell, if they showed the same shares. */
function seedsToTell(task: PayTask, cost: number): number | null {
  const fewest = Math.min(task.before.of, task.after.of);
  const tells = (seeds: number) => {
    const grown = ({ good, of }: Looked) => ({ good: (good / of) * seeds, of: seeds });
    const chance = chancePaid(gains({ ...task, before: grown(task.before), after: grown(task.after) }, cost));
    return answerOf(chance) !== 'cannot-tell';
  };
  for (let seeds = 50; seeds <= MOST_COUNTED; seeds = Math.ceil((seeds * 1.1) / 50) * 50)
    if (seeds > fewest && tells(seeds)) return seeds;
  return null;
}

function checkTask(task: PayTask): void {
  aboveZero('inKg', task.inKg);
  zeroOrMore('cleanKg', task.cleanKg);
  zeroOrMore('rejectedKg', task.rejectedKg);
  zeroOrMore('hours', task.hours);
  zeroOrMore('wagePerHour', task.wagePerHour);
  zeroOrMore('feePerKg', task.feePerKg);
  for (const name of ['before', 'after'] as const) {
    const { good, of } = task[name];
    aboveZero(`${name}.of`, of);
    numberIn(`${name}.good`, good, 0, of);
  }
  if (task.prices.length < 1 || task.prices[0]?.fromPercent !== 0)
    throw new ArgumentFault('prices', { is: 'argument.first-from-zero' });
  task.prices.forEach(({ fromPercent }, i) => {
    const before = task.prices[i - 1];
    numberIn(`prices.${i}.fromPercent`, fromPercent, 0, 100);
    if (before && !(fromPercent > before.fromPercent))
      throw new ArgumentFault(`prices.${i}.fromPercent`, {
        is: 'argument.above',
        low: before.fromPercent,
        got: fromPercent,
      });
  });
}

/**
 * Whether a pass that loses so much pays at all: what is left at the better price, with the price of what was lost,
 * against the price before.
 *
 * @param lostShare  0..1
 * @returns          gain for a kg that goes in, in the money of the prices; above 0 it pays
 * Source: (1 − x) p₁ + x p_s − c − p₀, derived.
 */
export function gainPerKg(
  lostShare: number,
  priceBefore: number,
  priceAfter: number,
  priceLost: number,
  costPerKg: number,
): number {
  numberIn('lostShare', lostShare, 0, 1);
  return (1 - lostShare) * priceAfter + lostShare * priceLost - costPerKg - priceBefore;
}

/**
 * Germination of what went in, from both streams that came off: by number, because a light stream holds more seeds to
 * the gram.
 *
 * @param yieldShare      clean mass of the mass in, 0..1
 * @param tswInG, tswCleanG  thousand-seed weight of what went in and of the clean seed, > 0
 * @param cleanPercent, rejectedPercent  germination of both, 0..100
 * Source: g_in = Yₙ·g_clean + (1 − Yₙ)·g_rejected, Yₙ = Y·TSW_in / TSW_clean, derived.
 */
export function germinationBefore(
  yieldShare: number,
  tswInG: number,
  tswCleanG: number,
  cleanPercent: number,
  rejectedPercent: number,
): number {
  numberIn('yieldShare', yieldShare, 0, 1);
  aboveZero('tswInG', tswInG);
  aboveZero('tswCleanG', tswCleanG);
  numberIn('cleanPercent', cleanPercent, 0, 100);
  numberIn('rejectedPercent', rejectedPercent, 0, 100);
  const byNumber = (yieldShare * tswInG) / tswCleanG;
  numberIn('yieldShare', byNumber, 0, 1);
  return byNumber * cleanPercent + (1 - byNumber) * rejectedPercent;
}

/** The most that a pass can lift germination to: all that it lost was dead, percent. */
export const highestGermination = (beforePercent: number, lostShare: number): number =>
  Math.min(100, beforePercent / (1 - lostShare));

/**
 * Seeds in each of two tests to see one share beside another, with a chance of error of 5 % on both sides.
 *
 * @param power  chance to see it, 0..1
 * Source: normal approximation of two proportions, as R 4.2.2 power.prop.test; rounded up.
 */
export function seedsToSee(onePercent: number, otherPercent: number, power = 0.8): number {
  const [p, q] = [onePercent / 100, otherPercent / 100];
  if (!(p > 0 && p < 1))
    throw new ArgumentFault('onePercent', { is: 'argument.between', low: 0, high: 100, got: onePercent });
  if (!(q > 0 && q < 1) || p === q)
    throw new ArgumentFault('otherPercent', { is: 'argument.between', low: 0, high: 100, got: otherPercent });
  const mean = (p + q) / 2;
  const z = normalQuantile(0.975) * Math.sqrt(2 * mean * (1 - mean));
  const y = normalQuantile(power) * Math.sqrt(p * (1 - p) + q * (1 - q));
  return Math.ceil(((z + y) / (p - q)) ** 2);
}
