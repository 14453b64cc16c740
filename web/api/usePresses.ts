import { useEffect, useReducer, useRef, useState } from 'react';
import { KeyQueue, type KeyRoad, type StoredKey, type Waiting } from './keyQueue.ts';

/** A key as a station presses it: how many seeds of what, and where. */
interface Pressable {
  readonly sequence: number;
  readonly seeds: number;
}
type Counts = Readonly<Record<string, number>>;

/** By place (a dish on a count day, a tray): what this page counts there, and the keys that can be taken back. */
type State<K> = Readonly<Record<string, { readonly counts: Counts; readonly keys: readonly Omit<K, 'sequence'>[] }>>;
type Action<K> =
  | { readonly do: 'press'; readonly at: string; readonly from: Counts; readonly keys: readonly Omit<K, 'sequence'>[] }
  | { readonly do: 'take-back'; readonly at: string }
  | { readonly do: 'forget'; readonly at: string };

/** What a kind of station counts: in which place a key falls, and under which name. */
export interface Station<K extends Pressable> {
  readonly road: KeyRoad;
  readonly place: (key: Omit<K, 'sequence'>) => string;
  readonly name: (key: Omit<K, 'sequence'>) => string;
}

/** Keys of one test: shown at once, kept on this machine, sent as they can be. */
export function usePresses<K extends Pressable>(
  station: Station<K>,
  personId: string,
  testId: string,
  refresh: () => Promise<unknown>,
) {
  const { road, place, name } = station;
  const [state, dispatch] = useReducer(reduce, {});
  const [waiting, setWaiting] = useState<Waiting>({ keys: 0, trouble: null, refused: 0 });
  const [resting, setResting] = useState(false);
  const [leftover, setLeftover] = useState<readonly StoredKey<K>[] | null>(null);
  const reading = useRef(refresh);
  useEffect(() => {
    reading.current = refresh;
  });
  const queue = useRef<KeyQueue<K> | null>(null);
  useEffect(() => {
    const mine = new KeyQueue<K>(road, personId, testId, {
      onWaiting: setWaiting,
      onLeftover: setLeftover,
      onCaughtUp: () => reading.current(),
      onLate: (keys) => {
        for (const at of new Set(keys.map(place))) dispatch({ do: 'forget', at });
        void reading.current();
      },
    });
    queue.current = mine;
    return () => mine.stop();
  }, [road, place, personId, testId]);

  function reduce(before: State<K>, action: Action<K>): State<K> {
    if (action.do === 'forget') {
      if (!(action.at in before)) return before;
      const { [action.at]: _gone, ...rest } = before;
      return rest;
    }
    const mine = before[action.at];
    const last = mine?.keys.at(-1);
    if (action.do === 'take-back')
      return mine && last
        ? {
            ...before,
            [action.at]: { counts: add(mine.counts, name(last), -last.seeds), keys: mine.keys.slice(0, -1) },
          }
        : before;
    const counts = action.keys.reduce((sum, key) => add(sum, name(key), key.seeds), mine?.counts ?? action.from);
    return { ...before, [action.at]: { counts, keys: [...(mine?.keys ?? []), ...action.keys] } };
  }
  const before = (at: string, known: Counts): Counts =>
    (leftover ?? []).filter((key) => place(key) === at).reduce((sum, key) => add(sum, name(key), key.seeds), known);
  return {
    /** Seeds by name at a place: what this page pressed on top of what was `known` there. */
    of: (at: string, known: Counts) => state[at]?.counts ?? before(at, known),
    press: (at: string, known: Counts, keys: readonly Omit<K, 'sequence'>[]) => {
      dispatch({ do: 'press', at, from: before(at, known), keys });
      for (const key of keys) queue.current?.push(key);
    },
    /** Undoes the last key of a place, and says which it was; null when there is none of this page's. */
    takeBack: (at: string) => {
      const last = state[at]?.keys.at(-1);
      if (!last) return null;
      dispatch({ do: 'take-back', at });
      queue.current?.push({ ...last, seeds: -last.seeds });
      return last;
    },
    forget: (at: string) => dispatch({ do: 'forget', at }),
    /** Reads anew what is counted of a place, and goes on from there; while it does, `resting` says so. */
    rebase: async (at: string) => {
      setResting(true);
      try {
        await queue.current?.settled();
        await reading.current();
        dispatch({ do: 'forget', at });
      } finally {
        setResting(false);
      }
    },
    resting,
    waiting,
    dropRefused: () => void queue.current?.dropRefused(),
    /** Sends what waits; null once the server holds all keys, else why they have to wait. */
    settled: async () => (await queue.current?.settled()) ?? null,
    // What an earlier page left behind is on its way now: until it has arrived, or cannot, nobody knows the total.
    ready: leftover !== null && (leftover.length === 0 || waiting.trouble !== null),
  };
}

const add = (counts: Counts, name: string, seeds: number): Counts => ({
  ...counts,
  [name]: (counts[name] ?? 0) + seeds,
});
