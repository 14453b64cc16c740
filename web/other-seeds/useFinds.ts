import type { FindBatch, FindKey, TrayView } from '@mercato/contract/other-seeds/otherSeeds';
import { otherSeedsRoutes } from '@mercato/contract/other-seeds/routes';
import type { Waiting } from '../api/keyQueue.ts';
import { callRoute } from '../api/routes.ts';
import { type Station, usePresses } from '../api/usePresses.ts';

/** Seeds by species. */
export type Finds = Readonly<Record<string, number>>;

const STATION: Station<FindKey> = {
  road: {
    shelf: 'mercato-finds',
    send: (test, batch) => callRoute(otherSeedsRoutes.keepFinds, { test }, batch as FindBatch),
  },
  place: (key) => String(key.tray),
  name: (key) => key.species,
};

/** Tallies of a search, tray by tray: shown at once, kept on this machine, sent as they can be. */
export function useFinds(
  personId: string,
  testId: string,
  refresh: () => Promise<unknown>,
): {
  readonly of: (tray: TrayView) => Finds;
  readonly found: (tray: TrayView, species: string, seeds: number) => void;
  /** Undoes the last key of a tray, and says which species it was; null when there is none of this station's. */
  readonly takeBack: (tray: TrayView) => string | null;
  readonly forget: (tray: TrayView) => void;
  /** Reads anew what is tallied of a tray, and goes on from there. */
  readonly rebase: (tray: TrayView) => Promise<void>;
  readonly resting: boolean;
  /** Sends what waits; null once the server holds all keys, else why they have to wait. */
  readonly settled: () => Promise<string | null>;
  readonly waiting: Waiting;
  readonly dropRefused: () => void;
  readonly ready: boolean;
} {
  const presses = usePresses(STATION, personId, testId, refresh);
  const known = (tray: TrayView) => Object.fromEntries(tray.tallies.map((one) => [one.name, one.seeds]));
  return {
    of: (tray) => presses.of(String(tray.number), known(tray)),
    found: (tray, species, seeds) =>
      presses.press(String(tray.number), known(tray), [{ tray: tray.number, species, seeds, turn: tray.held.turn }]),
    takeBack: (tray) => presses.takeBack(String(tray.number))?.species ?? null,
    forget: (tray) => presses.forget(String(tray.number)),
    rebase: (tray) => presses.rebase(String(tray.number)),
    resting: presses.resting,
    settled: presses.settled,
    waiting: presses.waiting,
    dropRefused: presses.dropRefused,
    ready: presses.ready,
  };
}

/** What a tally says as the lines of a tray: species that were found at all, most first. */
export const linesOf = (finds: Finds): { name: string; count: number }[] =>
  Object.entries(finds)
    .filter(([, count]) => count > 0)
    .map(([name, count]) => ({ name, count }))
    .sort((a, b) => b.count - a.count || a.name.localeCompare(b.name));
