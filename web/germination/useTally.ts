import type { DishView } from '@mercato/contract/germination/germination';
import { addCounts, CLASSES, NO_COUNTS, type Counts, type SeedClass } from '@mercato/core/units/seedCounts';
import { useEffect, useReducer, useRef, useState } from 'react';
import { TallyQueue, type StoredKey, type Waiting } from './tallyQueue.ts';

interface Pressed {
  seedClass: SeedClass;
  seeds: number;
}
/** By dish and count day: what is called on one day is never part of another's. */
type State = Readonly<Record<string, { readonly counts: Counts; readonly keys: readonly Pressed[] }>>;
type Action =
  | { readonly do: 'press'; readonly at: string; readonly from: Counts; readonly pressed: readonly Pressed[] }
  | { readonly do: 'take-back'; readonly at: string }
  | { readonly do: 'forget'; readonly at: string };

function reduce(state: State, action: Action): State {
  if (action.do === 'forget') {
    const { [action.at]: _gone, ...rest } = state;
    return rest;
  }
  const mine = state[action.at];
  if (action.do === 'take-back') {
    const last = mine?.keys.at(-1);
    if (!mine || !last) return state;
    return {
      ...state,
      [action.at]: {
        counts: { ...mine.counts, [last.seedClass]: mine.counts[last.seedClass] - last.seeds },
        keys: mine.keys.slice(0, -1),
      },
    };
  }
  const counts = { ...(mine?.counts ?? action.from) };
  for (const one of action.pressed) counts[one.seedClass] += one.seeds;
  return { ...state, [action.at]: { counts, keys: [...(mine?.keys ?? []), ...action.pressed] } };
}

export interface Tally {
  /** Seeds called of a dish at this count: what this station pressed on top of what was there when it opened. */
  readonly of: (dish: DishView) => Counts;
  readonly press: (dish: DishView, pressed: readonly Pressed[]) => void;
  /** Undoes the last key of a dish; false when there is none of this station's. */
  readonly takeBack: (dish: DishView) => boolean;
  readonly forget: (dish: DishView) => void;
  readonly waiting: Waiting;
  readonly dropRefused: () => void;
  /** False until this machine has been asked what it still holds. */
  readonly ready: boolean;
}

/** Tallies of one count day: shown at once, kept on this machine, sent as they can be. */
export function useTally(personId: string, testId: string, day: number, refresh: () => Promise<unknown>): Tally {
  const [state, dispatch] = useReducer(reduce, {});
  const [waiting, setWaiting] = useState<Waiting>({ keys: 0, trouble: null, refused: 0 });
  const [leftover, setLeftover] = useState<readonly StoredKey[] | null>(null);
  const reading = useRef(refresh);
  useEffect(() => {
    reading.current = refresh;
  });
  const queue = useRef<TallyQueue | null>(null);
  useEffect(() => {
    const mine = new TallyQueue(personId, testId, {
      onWaiting: setWaiting,
      onLeftover: setLeftover,
      onCaughtUp: () => reading.current(),
    });
    queue.current = mine;
    return () => {
      mine.stop();
    };
  }, [personId, testId]);
  const before = (dish: DishView): Counts => {
    const known =
      dish.tallies.find((one) => one.day === day)?.counts ??
      dish.days.find((one) => one.day === day)?.counts ??
      NO_COUNTS;
    const still = (leftover ?? []).filter((key) => key.dishId === dish.id && key.day === day);
    return addCounts([known, ...still.map((key) => ({ ...NO_COUNTS, [key.seedClass]: key.seeds }))]);
  };
  const place = (dish: DishView) => `${dish.id} ${day}`;
  return {
    of: (dish) => state[place(dish)]?.counts ?? before(dish),
    press: (dish, pressed) => {
      dispatch({ do: 'press', at: place(dish), from: before(dish), pressed });
      for (const one of pressed) queue.current?.push({ dishId: dish.id, day, ...one });
    },
    takeBack: (dish) => {
      const last = state[place(dish)]?.keys.at(-1);
      if (!last) return false;
      dispatch({ do: 'take-back', at: place(dish) });
      queue.current?.push({ dishId: dish.id, day, seedClass: last.seedClass, seeds: -last.seeds });
      return true;
    },
    forget: (dish) => {
      dispatch({ do: 'forget', at: place(dish) });
    },
    waiting,
    dropRefused: () => void queue.current?.dropRefused(),
    ready: leftover !== null,
  };
}

/** What must be pressed so that `from` becomes `to`. */
export function difference(from: Counts, to: Counts): Pressed[] {
  return CLASSES.flatMap((seedClass) =>
    to[seedClass] === from[seedClass] ? [] : [{ seedClass, seeds: to[seedClass] - from[seedClass] }],
  );
}
