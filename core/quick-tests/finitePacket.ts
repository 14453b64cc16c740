import { hypergeometricCdf } from '../statistics/hypergeometric.ts';
import { between, wholeIn } from '../units/argument.ts';

export interface PacketShare {
  /** Living seeds in the whole packet as it was before the test: exact limits. */
  readonly aliveLower: number;
  readonly aliveUpper: number;
  /** Seeds that are left when those tested are gone, and how many of them live. */
  readonly left: number;
  readonly leftLower: number;
  readonly leftUpper: number;
}

/**
 * What a test says of the packet that it was taken from. A packet is finite: with ten of twenty-five tested, the
 * result itself is part of the packet, and testing all of it leaves nothing to guess.
 *
 * @param sprouted  integer 0..tested
 * @param tested    integer 1..packetSeeds
 * @param packetSeeds  seeds in the packet before the test, integer 1..1e6
 * @param confidence   0 < confidence < 1
 * @throws {RangeError} if an argument leaves its range
 *
 * Source: the hypergeometric distribution, limits by the same definition as Clopper & Pearson (1934): the numbers of
 * living seeds from which a result as high, or as low, comes with more than half of the error.
 */
export function packetShare(sprouted: number, tested: number, packetSeeds: number, confidence = 0.95): PacketShare {
  for (const [name, value, least, most] of [
    ['packetSeeds', packetSeeds, 1, 1e6],
    ['tested', tested, 1, packetSeeds],
    ['sprouted', sprouted, 0, tested],
  ] as const)
    wholeIn(name, value, least, most);
  between('confidence', confidence, 0, 1);
  // A chance that is just half of the error (2 of 80, once) is none that is larger; rounding must not make it one.
  const tail = ((1 - confidence) / 2) * (1 + 1e-9);
  const dead = tested - sprouted;
  const [fewest, most] = [sprouted, packetSeeds - dead];
  const atMost = (k: number, alive: number) => hypergeometricCdf(k, packetSeeds, alive, tested);
  // As many or more living ones in the test = as few or fewer of the others; so no small tail is a difference.
  const asHigh = (alive: number) => atMost(dead, packetSeeds - alive) > tail;
  const asLow = (alive: number) => atMost(sprouted, alive) > tail;
  const aliveLower = firstWhere(fewest, most, asHigh);
  const aliveUpper =
    packetSeeds - firstWhere(packetSeeds - most, packetSeeds - fewest, (none) => asLow(packetSeeds - none));
  return {
    aliveLower,
    aliveUpper,
    left: packetSeeds - tested,
    leftLower: aliveLower - sprouted,
    leftUpper: aliveUpper - sprouted,
  };
}

/** The first whole number from low to high for which it holds; it holds for high, and for all above the first. */
function firstWhere(low: number, high: number, holds: (value: number) => boolean): number {
  while (low < high) {
    const middle = Math.floor((low + high) / 2);
    if (holds(middle)) high = middle;
    else low = middle + 1;
  }
  return low;
}
