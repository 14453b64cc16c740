import { createHash } from 'node:crypto';
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

/** A session as it may be told of: its id opens it, so that only its hash goes round. */
export const sessionName = (id: string): string => createHash('sha256').update(id).digest('hex').slice(0, 32);

/** Whoever is signed out: the live streams of these sessions end, in every process. */
export function leaveNote({
  person,
  session,
  but,
}: {
  person?: string;
  session?: string;
  but?: string | null;
}): string {
  return JSON.stringify({
    leave: {
      ...(person === undefined ? {} : { person }),
      ...(session === undefined ? {} : { session: sessionName(session) }),
      ...(but == null ? {} : { but: sessionName(but) }),
    },
  } satisfies LiveNote);
}

/** Tells it when the transaction stands. */
export const notify = (note: string): SQL<string> => sql<string>`pg_notify(${CHANNEL}, ${note})::text`;
