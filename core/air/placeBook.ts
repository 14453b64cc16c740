import { CannotBe, struckLines } from '../store/strikes.ts';
import { type Alarm, ALARMS } from './air.ts';

export { ALARMS };
/** What takes water out of the air of a vessel. */
export const DESICCANTS = [
  'silica gel',
  'silica gel that shows its state',
  'molecular sieve',
  'dried rice',
  'other',
] as const;
export const DESICCANT_STATES = ['fresh', 'turning', 'spent'] as const;

/** One line in the book of a place; lines are never changed, only struck by a later one. */
export type PlaceEntry =
  | { readonly what: 'door'; /** ISO instant. */ readonly at: string; readonly minutes: number; readonly why: string }
  | {
      readonly what: 'desiccant';
      readonly stuff: (typeof DESICCANTS)[number];
      readonly massG: number;
      readonly lookEveryDays: number;
    }
  | { readonly what: 'seen'; readonly state: (typeof DESICCANT_STATES)[number] }
  | { readonly what: 'no desiccant' }
  /** Somebody has seen an alarm, and says what was done. */
  | { readonly what: 'alarm'; readonly alarm: Alarm; /** ISO instant. */ readonly from: string; readonly words: string }
  | { readonly what: 'strike'; readonly line: number; readonly reason: string };

export interface PlaceLine {
  readonly entry: PlaceEntry;
  /** ISO instant at which it was written. */
  readonly at: string;
}

export interface PlaceStanding {
  readonly desiccant: {
    readonly stuff: (typeof DESICCANTS)[number];
    readonly massG: number;
    readonly state: (typeof DESICCANT_STATES)[number];
    /** ISO instants. */
    readonly since: string;
    readonly seenAt: string;
    readonly dueAt: string;
  } | null;
  /** Openings in the last seven days. */
  readonly openings: number;
  readonly openMinutes: number;
  readonly struck: ReadonlyMap<number, string>;
  /** Alarms that somebody has seen, as alarm and ISO instant of their beginning. */
  readonly seen: ReadonlyMap<string, string>;
}

export const alarmKey = (alarm: Alarm, fromIso: string) => `${alarm} ${fromIso}`;
const DAY = 86_400_000;

/**
 * How a place stands, from the lines of its book in order.
 *
 * @param now  ms since 1970
 * @throws {CannotBe} when a line is struck that cannot be, or a desiccant is looked at where there is none
 */
export function placeStanding(lines: readonly PlaceLine[], now: number): PlaceStanding {
  const struck = struckLines(
    lines.map((one) => one.entry),
    [],
    'book.not-struckable',
  );
  let desiccant = null as PlaceStanding['desiccant'];
  let [openings, openMinutes] = [0, 0];
  let every = 0;
  const seen = new Map<string, string>();
  const due = (at: string) => new Date(Date.parse(at) + every * DAY).toISOString();
  for (const [i, { entry, at }] of lines.entries()) {
    if (struck.has(i)) continue;
    if (entry.what === 'desiccant') {
      every = entry.lookEveryDays;
      desiccant = { stuff: entry.stuff, massG: entry.massG, state: 'fresh', since: at, seenAt: at, dueAt: due(at) };
    } else if (entry.what === 'no desiccant') desiccant = null;
    else if (entry.what === 'seen') {
      if (!desiccant) throw new CannotBe('state', { is: 'book.no-desiccant' });
      // Spent is due at once.
      desiccant = { ...desiccant, state: entry.state, seenAt: at, dueAt: entry.state === 'spent' ? at : due(at) };
    } else if (entry.what === 'alarm') seen.set(alarmKey(entry.alarm, entry.from), entry.words);
    else if (entry.what === 'door' && Date.parse(entry.at) > now - 7 * DAY) {
      openings += 1;
      openMinutes += entry.minutes;
    }
  }
  return { desiccant, openings, openMinutes, struck, seen };
}
