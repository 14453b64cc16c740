import { aboveUpTo, aboveZero, ArgumentFault, between, zeroOrMore } from '../units/argument.ts';
import { dryFromWet, wetFromDry } from './equilibrium.ts';
import { crossing, type SeedWater } from './seedWater.ts';

/** What a desiccant holds in air of a humidity: points, driest first, with straight lines between them. */
export interface Desiccant {
  readonly name: string;
  readonly points: readonly { readonly humidityPercent: number; readonly holdsPercent: number }[];
  readonly source: string;
  readonly confidence: string;
}

/**
 * Reads desiccants as they are shipped: one row a point, all of one desiccant together.
 * @throws {RangeError} for a figure that is none, or points that do not rise
 */
export function readDesiccants(rows: readonly Readonly<Record<string, string>>[]): readonly Desiccant[] {
  const names = [...new Set(rows.map((row) => row.desiccant ?? ''))];
  return names.map((name) => {
    const own = rows.filter((row) => row.desiccant === name);
    const points = own.map((row) => ({
      humidityPercent: Number(row.humidity_percent),
      holdsPercent: Number(row.holds_percent),
    }));
    points.forEach((one, i) => {
      const before = points[i - 1] ?? { humidityPercent: 0, holdsPercent: 0 };
      if (!(one.humidityPercent > before.humidityPercent && one.holdsPercent > before.holdsPercent))
        throw new RangeError(`desiccants, ${name}, point ${i + 1}: does not rise`);
    });
    return { name, points, source: own[0]?.source ?? '', confidence: own[0]?.confidence ?? '' };
  });
}

/** What it holds in balance with air, percent of its dry mass; beyond the last point it holds no more. */
export function heldAt({ points }: Desiccant, humidityPercent: number): number {
  let [x, y] = [0, 0];
  for (const one of points) {
    if (humidityPercent <= one.humidityPercent)
      return y + ((one.holdsPercent - y) * (humidityPercent - x)) / (one.humidityPercent - x);
    [x, y] = [one.humidityPercent, one.holdsPercent];
  }
  return y;
}

/** Seed and desiccant shut up together, and what both come to. */
export interface OverGel {
  /** Of the air between them, at the end, percent. */
  readonly humidityPercent: number;
  /** Of the seed, wet basis. */
  readonly moisturePercent: number;
  /** What the desiccant holds then, percent of its dry mass. */
  readonly holdsPercent: number;
  /** Water that went from one to the other, g. */
  readonly waterG: number;
  readonly massAfterG: number;
}

interface Shut {
  readonly massG: number;
  /** Wet basis, percent. */
  readonly moisturePercent: number;
  /** What the desiccant holds already, percent of its dry mass. */
  readonly holdsPercent: number;
  readonly airC: number;
}

function checkShut({ massG, moisturePercent, holdsPercent, airC }: Shut): void {
  aboveZero('massG', massG);
  between('moisturePercent', moisturePercent, 0, 100);
  zeroOrMore('holdsPercent', holdsPercent);
  aboveUpTo('airC', airC, -50, 80);
}

/**
 * What seed comes to over a desiccant: water leaves the one and goes into the other until both stand in balance with
 * the same air. The gel counts by what it holds at the *final* humidity, not by what it could hold at most.
 *
 * @param gelG  dry mass of the desiccant, g
 * @throws {RangeError} naming the argument
 * Source: conservation of water; isotherms of both as they are given. The air between them holds next to nothing.
 */
export function overGel(seed: SeedWater, gel: Desiccant, shut: Shut, gelG: number): OverGel {
  checkShut(shut);
  aboveZero('gelG', gelG);
  const { massG, moisturePercent, holdsPercent, airC } = shut;
  const dryG = massG * (1 - moisturePercent / 100);
  const all = massG - dryG + (gelG * holdsPercent) / 100;
  const held = (humidity: number) =>
    (dryG * seed.dryAt(humidity, airC)) / 100 + (gelG * heldAt(gel, 100 * humidity)) / 100;
  const humidity = crossing((at) => held(at) - all, 0, 1);
  const dryPercent = seed.dryAt(humidity, airC);
  return {
    humidityPercent: 100 * humidity,
    moisturePercent: wetFromDry(dryPercent),
    holdsPercent: heldAt(gel, 100 * humidity),
    waterG: massG - dryG * (1 + dryPercent / 100),
    massAfterG: dryG * (1 + dryPercent / 100),
  };
}

export interface GelNeeded {
  readonly waterG: number;
  readonly massAfterG: number;
  /** Of the air in which seed of the target stands, percent. */
  readonly humidityPercent: number;
  /** What the desiccant holds in that air, percent of its dry mass. */
  readonly holdsPercent: number;
  /** Dry mass of the desiccant, g. */
  readonly gelG: number;
}

/**
 * How much desiccant brings seed down to a moisture.
 * @throws {RangeError} naming the argument; a target above the present moisture, or one at which the desiccant holds
 * no more than it does already
 */
export function gelNeeded(seed: SeedWater, gel: Desiccant, shut: Shut, targetPercent: number): GelNeeded {
  checkShut(shut);
  between('targetPercent', targetPercent, 0, 100);
  const { massG, moisturePercent, airC } = shut;
  if (targetPercent > moisturePercent)
    throw new ArgumentFault('targetPercent', { is: 'argument.already-drier', moisturePercent, got: targetPercent });
  const dryG = massG * (1 - moisturePercent / 100);
  const targetDry = dryFromWet(targetPercent);
  const humidityPercent = 100 * seed.humidityAt(targetDry, airC);
  const holdsPercent = heldAt(gel, humidityPercent);
  const takes = holdsPercent - shut.holdsPercent;
  const waterG = massG - dryG * (1 + targetDry / 100);
  if (!(takes > 0))
    throw new ArgumentFault('holdsPercent', { is: 'argument.gel-spent', most: holdsPercent, got: shut.holdsPercent });
  return { waterG, massAfterG: massG - waterG, humidityPercent, holdsPercent, gelG: (100 * waterG) / takes };
}
