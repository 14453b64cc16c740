import type { DishView, TallyBatch, TallyKey } from '@mercato/contract/germination/germination';
import { germinationRoutes } from '@mercato/contract/germination/routes';
import { CLASSES, type Counts, NO_COUNTS, perClass, type SeedClass } from '@mercato/core/units/seedCounts';
import { type Parts, partsOf, SEED_PARTS, type SeedPart } from '@mercato/core/units/seedParts';
import { callRoute } from '../api/routes.ts';
import { type Station, usePresses } from '../api/usePresses.ts';

/** So many seeds of a class, or of a kind within it. */
export interface Pressed {
  seedClass: SeedClass;
  part?: SeedPart;
  seeds: number;
}
/** What is called of a dish: the five classes, and kinds within them where they were told apart. */
export interface Called {
  readonly counts: Counts;
  readonly parts: Parts;
}
export const NOTHING_CALLED: Called = { counts: NO_COUNTS, parts: {} };

/** By dish and count day: what is called on one day is never part of another's. */
const STATION: Station<TallyKey> = {
  road: {
    shelf: 'mercato-tallies',
    send: (test, batch) => callRoute(germinationRoutes.keepKeys, { test }, batch as TallyBatch),
  },
  place: (key) => `${key.dishId} ${key.day}`,
  name: (key) => key.part ?? key.seedClass,
};

/** Seeds by the name of their key: those of a kind under it, the rest of its class under the class. */
const byKey = ({ counts, parts }: Called): Record<string, number> => ({
  ...perClass((one) => counts[one] - partsOf(one).reduce((sum, part) => sum + (parts[part] ?? 0), 0)),
  ...parts,
});
const called = (keys: Readonly<Record<string, number>>): Called => ({
  counts: perClass((one) => (keys[one] ?? 0) + partsOf(one).reduce((sum, part) => sum + (keys[part] ?? 0), 0)),
  parts: Object.fromEntries(SEED_PARTS.flatMap((part) => (keys[part] === undefined ? [] : [[part, keys[part]]]))),
});

/** Tallies of one count day: shown at once, kept on this machine, sent as they can be. */
export function useTally(personId: string, testId: string, day: number, refresh: () => Promise<unknown>) {
  const presses = usePresses(STATION, personId, testId, refresh);
  const known = (dish: DishView) =>
    byKey(dish.tallies.find((one) => one.day === day) ?? dish.days.find((one) => one.key === day) ?? NOTHING_CALLED);
  const place = (dish: DishView) => `${dish.id} ${day}`;
  const of = (dish: DishView): Called => called(presses.of(place(dish), known(dish)));
  return {
    ...presses,
    /** What is called of a dish at this count: what this station pressed on top of what was there when it opened. */
    all: of,
    of: (dish: DishView): Counts => of(dish).counts,
    press: (dish: DishView, pressed: readonly Pressed[]) =>
      presses.press(
        place(dish),
        known(dish),
        pressed.map((one) => ({ dishId: dish.id, day, turn: dish.held.turn, ...one })),
      ),
    /** Undoes the last key of a dish; false when there is none of this station's. */
    takeBack: (dish: DishView) => presses.takeBack(place(dish)) !== null,
    forget: (dish: DishView) => presses.forget(place(dish)),
    rebase: (dish: DishView) => presses.rebase(place(dish)),
  };
}
export type Tally = ReturnType<typeof useTally>;

/** What must be pressed so that `from` becomes `to`. */
export function difference(from: Called, to: Called): Pressed[] {
  const [before, after] = [byKey(from), byKey(to)];
  const by = (name: string) => (after[name] ?? 0) - (before[name] ?? 0);
  return CLASSES.flatMap((seedClass): Pressed[] => [
    { seedClass, seeds: by(seedClass) },
    ...partsOf(seedClass).map((part) => ({ seedClass, part, seeds: by(part) })),
  ]).filter((one) => one.seeds !== 0);
}
