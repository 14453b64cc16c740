import { aboveUpTo, between, numberIn, wholeIn } from '../units/argument.ts';
import type { WorkingStep } from '../verdict/verdict.ts';

export interface Cells {
  readonly probCellFilled: number;
  readonly expectedFilled: number;
  readonly probAllFilled: number;
  readonly expectedPlants: number;
  readonly steps: readonly WorkingStep[];
}

/**
 * What a tray of cells will look like, with so many seeds in each.
 *
 * @param germination   share that comes up, 0..1
 * @param seedsPerCell  integer 1..1000
 * @param cells         integer 1..1e6
 * @throws {RangeError} if an argument leaves its range
 * Source: seeds come up independently: 1 − (1 − share)^seeds.
 */
export function fillCells(germination: number, seedsPerCell: number, cells: number): Cells {
  numberIn('germination', germination, 0, 1);
  for (const [name, value, most] of [
    ['seedsPerCell', seedsPerCell, 1000],
    ['cells', cells, 1e6],
  ] as const)
    wholeIn(name, value, 1, most);
  const empty = (1 - germination) ** seedsPerCell;
  const filled = 1 - empty;
  // ln(1 − empty) by log1p: with many cells and few empty ones the plain power loses its digits.
  const all = Math.exp(cells * Math.log1p(-empty));
  return {
    probCellFilled: filled,
    expectedFilled: cells * filled,
    probAllFilled: all,
    expectedPlants: cells * seedsPerCell * germination,
    steps: [
      {
        label: 'a cell has a plant',
        expression: `1 − (1 − ${germination})^${seedsPerCell}`,
        result: (filled * 100).toFixed(2),
        unit: '%',
      },
      {
        label: 'cells with a plant',
        expression: `${cells} × ${filled.toFixed(4)}`,
        result: (cells * filled).toFixed(1),
      },
      {
        label: 'no cell empty',
        expression: `${filled.toFixed(4)}^${cells}`,
        result: (all * 100).toFixed(2),
        unit: '%',
      },
      {
        label: 'plants, to be thinned',
        expression: `${cells} × ${seedsPerCell} × ${germination}`,
        result: (cells * seedsPerCell * germination).toFixed(1),
      },
    ],
  };
}

/** A share that is met exactly needs few seeds: its decimals have no more than these powers of two and five. */
const MOST_TIES = 100;

/**
 * Seeds in each cell for a wanted chance of at least one plant.
 *
 * @param germinationPercent  above 0, up to 100
 * @param wantedPercent       above 0, below 100
 * @returns the smallest whole number of seeds; a chance that is met exactly counts as met
 * @throws {RangeError} if an argument leaves its range
 *
 * Source: the smallest k with (1 − g)^k ≤ 1 − w, in whole numbers: ⌈log/log⌉ asks one too many where the two
 * sides are equal (90 % and 99.9 % take 3 seeds). Check values: R 4.2.2 with gmp.
 */
export function seedsPerCell(
  germinationPercent: number,
  wantedPercent: number,
): { readonly seedsPerCell: number; readonly chancePercent: number; readonly steps: readonly WorkingStep[] } {
  aboveUpTo('germinationPercent', germinationPercent, 0, 100);
  between('wantedPercent', wantedPercent, 0, 100);
  const g = germinationPercent / 100;
  let seeds = g === 1 ? 1 : Math.max(1, Math.ceil(Math.log1p(-wantedPercent / 100) / Math.log1p(-g)));
  if (seeds <= MOST_TIES) {
    while (seeds > 1 && enough(germinationPercent, wantedPercent, seeds - 1)) seeds -= 1;
    while (!enough(germinationPercent, wantedPercent, seeds)) seeds += 1;
  }
  const chance = -Math.expm1(seeds * Math.log1p(-g)) * 100;
  return {
    seedsPerCell: seeds,
    chancePercent: g === 1 ? 100 : chance,
    steps: [
      {
        label: 'seeds in a cell',
        expression: `smallest k with (100 − ${germinationPercent})^k ≤ (100 − ${wantedPercent}) × 100^(k−1)`,
        result: String(seeds),
      },
      {
        label: 'a cell has a plant',
        expression: `1 − (1 − ${germinationPercent} %)^${seeds}`,
        result: (g === 1 ? 100 : chance).toFixed(2),
        unit: '%',
      },
    ],
  };
}

/** (1 − g)^k ≤ 1 − w in whole numbers. */
function enough(germinationPercent: number, wantedPercent: number, k: number): boolean {
  const [failing, failingBase] = rest(germinationPercent);
  const [missing, missingBase] = rest(wantedPercent);
  return failing ** BigInt(k) * missingBase <= missing * failingBase ** BigInt(k);
}

/** 100 % less a percentage as it is written in decimals: numerator and denominator. */
function rest(percent: number): [bigint, bigint] {
  const [whole = '0', part = ''] = percent.toFixed(12).split('.');
  const base = 100n * 10n ** 12n;
  return [base - BigInt(whole + part), base];
}
