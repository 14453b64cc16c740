import { type EnteredMass, Exact, type ExactNumber, toGrams } from '../units/mass.ts';
import { CannotBe, struckLines } from './strikes.ts';

/** So many seeds, or so much of them. */
export type Amount = { readonly by: 'count'; readonly seeds: number } | ({ readonly by: 'mass' } & EnteredMass);

/** What seed is taken out for. */
export const USES = ['sowing', 'test', 'gift', 'exchange', 'thrown away', 'other'] as const;
export type Use = (typeof USES)[number];

/** The day on which it was done, yyyy-mm-dd, where that is not the day of writing; and why it is written so late. */
export interface Dated {
  readonly seenOn?: string;
  readonly lateReason?: string;
}

/** One line in the book of a packet; lines are never changed, only struck by a later one. */
export type PacketEntry =
  | { readonly what: 'packed'; readonly amount: Amount }
  | ({
      readonly what: 'take';
      readonly amount: Amount;
      readonly use: Use;
      readonly to?: string;
      /** Why it was opened although it dried, froze or warmed up. */
      readonly anyway?: string;
    } & Dated)
  | ({ readonly what: 'count'; readonly amount: Amount } & Dated)
  | ({ readonly what: 'move'; readonly placeId: string | null } & Dated)
  | { readonly what: 'strike'; readonly line: number; readonly reason: string }
  /** What is to be known of it, and changes nothing that is reckoned. */
  | { readonly what: 'note'; readonly words: string }
  /** Seeds were taken for a test out of a packet that is weighed, and what they weighed is not known. */
  | { readonly what: 'unweighed'; readonly seeds: number; readonly to: string }
  /** The list that it came in with was undone: nothing of it was ever there. */
  | { readonly what: 'undone'; readonly reason: string };

export interface PacketBook {
  readonly by: Amount['by'];
  /** Seeds, or grams. */
  readonly left: ExactNumber;
  readonly placeId: string | null;
  /** Lines that no longer count, each with the reason. */
  readonly struck: ReadonlyMap<number, string>;
}

/** What a line rests on: it cannot have been done before the last of these. */
export const RESTS_ON: Readonly<Record<'take' | 'count' | 'move', readonly PacketEntry['what'][]>> = {
  take: ['packed', 'count'],
  count: ['packed', 'count', 'take'],
  move: ['packed', 'move'],
};

const figure = (amount: Amount): ExactNumber => (amount.by === 'count' ? new Exact(amount.seeds) : toGrams(amount));

/**
 * What a packet holds and where it lies, from its lines in order: what was packed or last counted, less what was
 * taken since; struck lines do not count.
 *
 * @param lines  the first is `packed`
 * @throws {CannotBe} when more is taken than is there, in another measure than the packet's, or a line is struck that
 *                    cannot be
 */
export function bookOf(lines: readonly PacketEntry[]): PacketBook {
  const struck = struckLines(lines, ['packed', 'undone'], 'book.packed-not-struckable');
  let by: Amount['by'] | null = null;
  let left = new Exact(0);
  let placeId: string | null = null;
  for (const [i, line] of lines.entries()) {
    if (struck.has(i)) continue;
    if (line.what === 'packed' || line.what === 'count') {
      by = line.amount.by;
      left = figure(line.amount);
    } else if (line.what === 'undone') {
      left = new Exact(0);
      placeId = null;
    } else if (line.what === 'move') placeId = line.placeId;
    else if (line.what === 'take') {
      if (line.amount.by !== by)
        throw new CannotBe('amount', { is: by === 'count' ? 'book.seeds-wanted' : 'book.mass-wanted' });
      const taken = figure(line.amount);
      if (taken.gt(left))
        throw new CannotBe('amount', { is: 'book.more-than-held', left: left.toNumber(), by: line.amount.by });
      left = left.minus(taken);
    }
  }
  if (by === null) throw new CannotBe('amount', { is: 'book.nothing-packed' });
  return { by, left, placeId, struck };
}
