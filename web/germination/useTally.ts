import type { DishView, TallyBatch, TallyKey } from '@mercato/contract/germination/germination';
import { germinationRoutes } from '@mercato/contract/germination/routes';
import { CLASSES, type Counts, NO_COUNTS, type SeedClass } from '@mercato/core/units/seedCounts';
import { callRoute } from '../api/routes.ts';
import { type Station, usePresses } from '../api/usePresses.ts';

interface Pressed {
  seedClass: SeedClass;
  seeds: number;
}

/** By dish and count day: what is called on one day is never part of another's. */
const STATION: Station<TallyKey> = {
  road: {
    shelf: 'mercato-tallies',
    send: (test, batch) => callRoute(germinationRoutes.keepKeys, { test }, batch as TallyBatch),
  },
  place: (key) => `${key.dishId} ${key.day}`,
  name: (key) => key.seedClass,
};

/** Tallies of one count day: shown at once, kept on this machine, sent as they can be. */
export function useTally(personId: string, testId: string, day: number, refresh: () => Promise<unknown>) {
  const presses = usePresses(STATION, personId, testId, refresh);
  const known = (dish: DishView) => ({
    ...NO_COUNTS,
    ...(dish.tallies.find((one) => one.day === day)?.counts ?? dish.days.find((one) => one.key === day)?.counts),
  });
  const place = (dish: DishView) => `${dish.id} ${day}`;
  return {
    ...presses,
    /** Seeds called of a dish at this count: what this station pressed on top of what was there when it opened. */
    of: (dish: DishView): Counts => ({ ...NO_COUNTS, ...presses.of(place(dish), known(dish)) }),
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
export function difference(from: Counts, to: Counts): Pressed[] {
  return CLASSES.flatMap((seedClass) =>
    to[seedClass] === from[seedClass] ? [] : [{ seedClass, seeds: to[seedClass] - from[seedClass] }],
  );
}
