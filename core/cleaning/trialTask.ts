import { aboveUpTo, ArgumentFault, numberIn, wholeIn } from '../units/argument.ts';
import type { Particle } from './figures.ts';
import type { Feeding, Screen } from './screen.ts';

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

export const MOST_CLASSES = 40;
export const MOST_PASSES = 60;

/** @throws {RangeError} naming the figure that cannot be */
export function checkTask({ feed, passes, each, seed, rounds }: TrialTask): void {
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
