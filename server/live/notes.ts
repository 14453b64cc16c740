import { sql, type SQL } from 'drizzle-orm';
import type { LiveNote, Topic } from '@mercato/contract/http/live';

/** What PostgreSQL calls the line over which the processes of one laboratory tell each other what was written. */
export const CHANNEL = 'mercato_live';
/** A notification takes 8000 bytes; beyond so many things, all that is shown may be old. */
const MOST_TOPICS = 100;

/** What is told of a write; null when there is nothing to tell. */
export function noteOf(page: string | null, topics: readonly Topic[]): string | null {
  if (topics.length === 0) return null;
  const note: LiveNote = topics.length > MOST_TOPICS ? { missed: true } : { topics: [...topics] };
  return JSON.stringify({ ...note, ...(page === null ? {} : { from: page }) });
}

/** All that is shown may be old. */
export const EVERYTHING = JSON.stringify({ missed: true } satisfies LiveNote);

/** Tells it when the transaction stands. */
export const notify = (note: string): SQL<string> => sql<string>`pg_notify(${CHANNEL}, ${note})::text`;
