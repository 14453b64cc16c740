import { randomBelow } from '../statistics/randomBelow.ts';
import { wholeIn } from '../units/argument.ts';

/** Where one hundred of one arm stands; all numbered from 0. */
export interface DealtHundred {
  readonly arm: number;
  readonly hundred: number;
  readonly shelf: number;
}

/**
 * Deals whole hundreds to shelves at random, so that no place in a cabinet favours an arm: each arm lies as evenly over
 * the shelves as their room permits, and the shelves are filled as evenly. The same seed gives the same deal, so that it
 * can be repeated and checked.
 *
 * @param hundreds  of each arm, whole numbers 1..16
 * @param room      hundreds that each shelf can take, whole numbers 0..10000
 * @param seed      whole number 1..4294967295
 * @returns by arm and hundred
 * @throws {RangeError} if a figure leaves its range, or there is not room enough
 *
 * Source: randomised blocks, every shelf a block (common practice in trials); Mersenne twister of Matsumoto M. &
 * Nishimura T. (1998) ACM TOMACS 8:3–30.
 */
export function dealHundreds(hundreds: readonly number[], room: readonly number[], seed: number): DealtHundred[] {
  hundreds.forEach((one, i) => wholeIn(`hundreds.${i}`, one, 1, 16));
  room.forEach((one, i) => wholeIn(`room.${i}`, one, 0, 10_000));
  wholeIn('seed', seed, 1, 0xffffffff);
  const all = hundreds.reduce((sum, one) => sum + one, 0);
  const places = room.reduce((sum, one) => sum + one, 0);
  wholeIn('room', places, all, 1e6);
  const below = randomBelow(seed);
  const load = room.map(() => 0);
  const dealt: DealtHundred[] = [];
  // Arms take turns in a random order, so that none always finds the shelves empty.
  for (const arm of shuffled([...hundreds.keys()], below)) {
    const own = room.map(() => 0);
    for (let hundred = 0; hundred < (hundreds[arm] ?? 0); hundred += 1) {
      const free = [...room.keys()].filter((shelf) => (load[shelf] ?? 0) < (room[shelf] ?? 0));
      const burden = (shelf: number) => (own[shelf] ?? 0) * places + (load[shelf] ?? 0);
      const least = Math.min(...free.map(burden));
      const equal = free.filter((one) => burden(one) === least);
      const shelf = equal[below(equal.length)] ?? 0;
      own[shelf] = (own[shelf] ?? 0) + 1;
      load[shelf] = (load[shelf] ?? 0) + 1;
      dealt.push({ arm, hundred, shelf });
    }
  }
  return dealt.sort((a, b) => a.arm - b.arm || a.hundred - b.hundred);
}

/** Every order as likely as the other (Fisher and Yates). */
function shuffled(list: number[], below: (limit: number) => number): number[] {
  for (let i = list.length - 1; i > 0; i -= 1) {
    const j = below(i + 1);
    [list[i], list[j]] = [list[j] ?? 0, list[i] ?? 0];
  }
  return list;
}

/** Dishes that stand in one place from one day to another, both included; yyyy-mm-dd. */
export interface Standing {
  readonly from: string;
  readonly to: string;
  readonly dishes: number;
}

/** The most dishes that stand in a place at once on any day of a stretch. */
export function mostAtOnce(standing: readonly Standing[], from: string, to: string): number {
  const there = standing.filter((one) => one.from <= to && one.to >= from);
  // The number only grows where somebody comes, or where the stretch begins.
  const days = [from, ...there.map((one) => one.from).filter((day) => day > from)];
  return Math.max(
    0,
    ...days.map((day) =>
      there.filter((one) => one.from <= day && one.to >= day).reduce((sum, one) => sum + one.dishes, 0),
    ),
  );
}
