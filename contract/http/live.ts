/** Names the page of a browser that writes: a hand at the bench. */
export const PAGE_HEADER = 'Mercato-Page';

/** What the live stream says: what was written to, by its id. Whoever shows it reads it anew. */
export interface LiveNote {
  /** Each a kind and an id: the record of a lot, who has a dish or tray of a lot in hand and what was keyed there, a round. */
  topics?: string[];
  /** The page that wrote: it has its answer already. */
  from?: string;
  /** Something may have been missed: all that is shown may be old. */
  missed?: true;
  /** Between processes, never to a browser: who is signed out, of all sessions or of one; `but` stays. */
  leave?: { person?: string; session?: string; but?: string };
}
/** What can be written to. */
export type Topic = `lot:${string}` | `hands:${string}` | `round:${string}` | `shed:${string}`;
export const LIVE_ADDRESS = '/live';
