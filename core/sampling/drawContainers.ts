import { randomBelow } from '../statistics/randomBelow.ts';
import { wholeIn } from '../units/argument.ts';
import type { DrawMethod } from './drawMethods.ts';

export interface DrawPlan {
  /** Containers in the lot, numbered from 1 in the order in which they stand. */
  readonly containers: number;
  /** Containers that are combined into one sampling unit; 1 where each is a unit of its own. */
  readonly unitSize: number;
  readonly primarySamples: number;
  /** Sampling units to be opened. */
  readonly unitsToSample: number;
}

export interface DrawnContainer {
  readonly number: number;
  /** Primary samples to be taken from it. */
  readonly cores: number;
}

/**
 * Which containers are opened: drawn at random, or evenly spaced from a random start. The same seed gives
 * the same draw, so that it can be repeated and checked.
 *
 * @param seed  whole number 1..4294967295
 * @returns     in the order in which they stand; the cores add up to the plan's primary samples
 * @throws {RangeError} naming the figure that cannot be
 *
 * Source: ISTA and 7 CFR 201.41 ask for containers at random or evenly spread (from memory); Mersenne twister
 * of Matsumoto M. & Nishimura T. (1998) ACM TOMACS 8:3–30.
 */
export function drawContainers(plan: DrawPlan, method: DrawMethod, seed: number): readonly DrawnContainer[] {
  const { containers, unitSize, primarySamples, unitsToSample } = plan;
  wholeIn('containers', containers, 1, 1e6);
  wholeIn('unitSize', unitSize, 1, containers);
  const units = Math.ceil(containers / unitSize);
  wholeIn('unitsToSample', unitsToSample, 1, units);
  wholeIn('primarySamples', primarySamples, unitsToSample, 1e6);
  wholeIn('seed', seed, 1, 0xffffffff);
  const below = randomBelow(seed);
  const chosen = method === 'random' ? someOf(units, unitsToSample, below) : spread(units, unitsToSample, below);
  const cores = new Map<number, number>();
  chosen.forEach((unit, i) => {
    const share = Math.floor(primarySamples / unitsToSample) + (i < primarySamples % unitsToSample ? 1 : 0);
    const first = unit * unitSize;
    const inside = Math.min(unitSize, containers - first);
    // A unit of several packets gives its samples from as many different packets as it has.
    const order = someOf(inside, Math.min(share, inside), below);
    for (let core = 0; core < share; core += 1) {
      const number = first + (order[core % order.length] ?? 0) + 1;
      cores.set(number, (cores.get(number) ?? 0) + 1);
    }
  });
  // Units and the packets inside them come in ascending order, and so do the keys of the map.
  return [...cores].map(([number, count]) => ({ number, cores: count }));
}

/** Where a container stands in a stack that is numbered along its rows, layer by layer; all from 1. */
export function placeInStack(
  number: number,
  columns: number,
  rows: number,
): { readonly layer: number; readonly row: number; readonly column: number } {
  const index = number - 1;
  return {
    layer: Math.floor(index / (columns * rows)) + 1,
    row: (Math.floor(index / columns) % rows) + 1,
    column: (index % columns) + 1,
  };
}

/** So many different numbers below `total`, in ascending order (Floyd's method). */
function someOf(total: number, take: number, below: (limit: number) => number): number[] {
  const chosen = new Set<number>();
  for (let i = total - take; i < total; i += 1) {
    const candidate = below(i + 1);
    chosen.add(chosen.has(candidate) ? i : candidate);
  }
  return [...chosen].sort((a, b) => a - b);
}

/** Evenly spaced from a random start: gaps differ by one at the most. */
function spread(total: number, take: number, below: (limit: number) => number): number[] {
  const start = below(total);
  return Array.from({ length: take }, (_, i) => Math.floor((start + i * total) / take) % total).sort((a, b) => a - b);
}
