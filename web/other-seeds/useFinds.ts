import type { FindBatch, FindKey, TrayView } from '@mercato/contract/other-seeds/otherSeeds';
import { otherSeedsRoutes } from '@mercato/contract/other-seeds/routes';
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
export function useFinds(personId: string, testId: string, refresh: () => Promise<unknown>) {
  const presses = usePresses(STATION, personId, testId, refresh);
  const place = (tray: TrayView) => String(tray.number);
  const known = (tray: TrayView) => Object.fromEntries(tray.tallies.map((one) => [one.name, one.seeds]));
  return {
    ...presses,
    of: (tray: TrayView): Finds => presses.of(place(tray), known(tray)),
    found: (tray: TrayView, species: string, seeds: number) =>
      presses.press(place(tray), known(tray), [{ tray: tray.number, species, seeds, turn: tray.held.turn }]),
    /** Undoes the last key of a tray, and says which species it was; null when there is none of this station's. */
    takeBack: (tray: TrayView) => presses.takeBack(place(tray))?.species ?? null,
    forget: (tray: TrayView) => presses.forget(place(tray)),
    rebase: (tray: TrayView) => presses.rebase(place(tray)),
  };
}

/** What a tally says as the lines of a tray: species that were found at all, most first. */
export const linesOf = (finds: Finds): { name: string; count: number }[] =>
  Object.entries(finds)
    .filter(([, count]) => count > 0)
    .map(([name, count]) => ({ name, count }))
    .sort((a, b) => b.count - a.count || a.name.localeCompare(b.name));
