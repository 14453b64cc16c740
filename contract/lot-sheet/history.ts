import type { Act } from '../words/acts.ts';

/** One entry of a lot's trail. */
export interface HistoryEntry {
  at: string;
  by: string | null;
  /** A code with its figures; words in entries of earlier versions. */
  act: Act | string;
  subject: string;
  before: unknown;
  after: unknown;
  reason: string | null;
}
export interface LotHistory {
  entries: HistoryEntry[];
}
