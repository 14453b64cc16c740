import { sqlState } from '../database/connect.ts';

interface Logged {
  readonly type: string;
  readonly message: string;
  readonly code?: string | undefined;
  readonly stack?: string | undefined;
  readonly cause?: Logged | undefined;
}

/** Where the stack begins: what stands before it repeats the message. */
const frames = (stack: string | undefined) =>
  stack
    ?.split('\n')
    .filter((line) => /^\s+at /.test(line))
    .join('\n');

/**
 * An error as it is logged: of a failed query its text, never what it was given. Messages of the database name values
 * too ("Key (username)=(…) already exists" is a detail), so that of those only the message itself is kept.
 */
export function withoutParameters(error: unknown): Logged {
  if (!(error instanceof Error)) return { type: typeof error, message: String(error) };
  const query = 'query' in error && typeof error.query === 'string' ? error.query : null;
  return {
    type: error.name,
    message: query === null ? (error.message.split('\nparams:')[0] ?? '') : `Failed query: ${query}`,
    code: sqlState(error),
    stack: frames(error.stack),
    cause: error.cause === undefined ? undefined : withoutParameters(error.cause),
  };
}
