import type { DishView, TallyBatch, TallyKey } from '@mercato/contract/germination/germination';
import { germinationRoutes } from '@mercato/contract/germination/routes';
import { CLASSES, type Counts, NO_COUNTS, type SeedClass } from '@mercato/core/units/seedCounts';
import type { Waiting } from '../api/keyQueue.ts';
import { callRoute } from '../api/routes.ts';
import { type Station, usePresses } from '../api/usePresses.ts';

interface Pressed {
  seedClass: SeedClass;
  seeds: number;
}

export interface Tally {
  /** Seeds called of a dish at this count: what this station pressed on top of what was there when it opened. */
  readonly of: (dish: DishView) => Counts;
  readonly press: (dish: DishView, pressed: readonly Pressed[]) => void;
  /** Undoes the last key of a dish; false when there is none of this station's. */
  readonly takeBack: (dish: DishView) => boolean;
  readonly forget: (dish: DishView) => void;
  /** Reads anew what is counted of a dish, and goes on from there. */
  readonly rebase: (dish: DishView) => Promise<void>;
  readonly resting: boolean;
  readonly waiting: Waiting;
  readonly dropRefused: () => void;
  /** Sends what waits; null once the server holds all keys, else why they have to wait. */
  readonly settled: () => Promise<string | null>;
  /** False until this machine has been asked what it still holds. */
  readonly ready: boolean;
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
export function useTally(personId: string, testId: string, day: number, refresh: () => Promise<unknown>): Tally {
  const presses = usePresses(STATION, personId, testId, refresh);
  const known = (dish: DishView) => ({
    ...NO_COUNTS,
    ...(dish.tallies.find((one) => one.day === day)?.counts ?? dish.days.find((one) => one.key === day)?.counts),
  });
  const place = (dish: DishView) => `${dish.id} ${day}`;
  return {
    of: (dish) => ({ ...NO_COUNTS, ...presses.of(place(dish), known(dish)) }),
    press: (dish, pressed) =>
      presses.press(
        place(dish),
        known(dish),
        pressed.map((one) => ({ dishId: dish.id, day, turn: dish.held.turn, ...one })),
      ),
    takeBack: (dish) => presses.takeBack(place(dish)) !== null,
    forget: (dish) => presses.forget(place(dish)),
    rebase: (dish) => presses.rebase(place(dish)),
    resting: presses.resting,
    waiting: presses.waiting,
    dropRefused: presses.dropRefused,
    settled: presses.settled,
    ready: presses.ready,
  };
}

/** What must be pressed so that `from` becomes `to`. */
export function difference(from: Counts, to: Counts): Pressed[] {
  return CLASSES.flatMap((seedClass) =>
    to[seedClass] === from[seedClass] ? [] : [{ seedClass, seeds: to[seedClass] - from[seedClass] }],
  );
}
