import type { TrayView, OtherSeedsTest } from '@mercato/contract/other-seeds/otherSeeds';

/** Seeds are keyed; the tray is weighed or typed; a species gets its key; the keys are changed. */
export type Mode = 'tally' | 'close' | 'new' | 'keys';

/** What stands at the search beside what was found. */
export interface Finding {
  /** Number of the tray that is open; null = the one that is next. */
  readonly tray: number | null;
  readonly mode: Mode;
  /** The next key counts ten. */
  readonly ten: boolean;
  readonly message: string | null;
}

export type Act =
  | { readonly do: 'open'; readonly tray: number | null }
  | { readonly do: 'mode'; readonly mode: Mode }
  | { readonly do: 'ten' }
  | { readonly do: 'called' }
  | { readonly do: 'say'; readonly message: string | null };

export const BEGIN: Finding = { tray: null, mode: 'tally', ten: false, message: null };

/** What an act makes of the search. */
export function finding(state: Finding, act: Act): Finding {
  switch (act.do) {
    case 'open':
      return { ...state, tray: act.tray, mode: 'tally', message: null };
    case 'mode':
      return { ...state, mode: act.mode };
    case 'ten':
      return { ...state, ten: !state.ten };
    case 'called':
      return { ...state, ten: false, message: null };
    case 'say':
      return { ...state, message: act.message };
  }
}

/** A tray in which nothing was written yet. */
const NO_TRAY = {
  version: 0,
  fields: {},
  examinedG: null,
  species: [],
  tallies: [],
  held: { turn: 0, holder: null, taken: 0 },
  late: [],
};

/** The trays of a search: after the last closed one the next is at hand, as long as something is to be searched. */
export function traysOf({
  trays,
  sampleG,
  examinedG,
}: Pick<OtherSeedsTest, 'trays' | 'sampleG' | 'examinedG'>): readonly TrayView[] {
  const last = trays.at(-1);
  const searched = sampleG !== null && examinedG !== null && examinedG >= sampleG;
  if ((last && last.examinedG === null) || searched) return trays;
  return [...trays, { ...NO_TRAY, number: (last?.number ?? 0) + 1 }];
}

/** The tray that is open: the one that was chosen, else the first that is not closed, else the last. */
export const trayAt = (trays: readonly TrayView[], chosen: number | null): TrayView =>
  trays.find((one) => one.number === chosen) ??
  trays.find((one) => one.examinedG === null) ??
  trays.at(-1) ?? { ...NO_TRAY, number: 1 };

/** The tray so many steps on; behind the last comes the first. */
export function trayBeside(trays: readonly TrayView[], from: number, steps: number): number | null {
  const at = trays.findIndex((one) => one.number === from);
  return trays[(at + steps + trays.length) % trays.length]?.number ?? null;
}
