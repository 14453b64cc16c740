import { ERROR_STATUS, type ErrorCode, type FieldFault, type Problem } from '@mercato/contract/http/problem';
import { type PlainCode, type Said, saidWords } from '@mercato/contract/words/faults';

/** A field that is refused, and why: as a code with figures, or in the words of a schema, the core or a file's reader. */
export interface FieldRefusal {
  readonly path: string;
  readonly message: Said | string;
}

/** A refusal that the person at the other end can understand and mend. */
export class Fault extends Error {
  readonly errors: readonly FieldFault[];

  constructor(
    readonly code: ErrorCode,
    readonly said: Said | string,
    errors: readonly FieldRefusal[] = [],
  ) {
    super(saidWords(said));
    this.errors = errors.map(({ path, message }) => ({ path, message: saidWords(message), ...coded(message) }));
  }

  toProblem(): Problem {
    return {
      type: `urn:mercato:problem:${this.code}`,
      title: TITLES[this.code],
      status: ERROR_STATUS[this.code],
      code: this.code,
      detail: this.message,
      ...coded(this.said),
      ...(this.errors.length > 0 ? { errors: this.errors } : {}),
    };
  }
}

const coded = (said: Said | string): { said?: Said } => (typeof said === 'string' ? {} : { said });

/** Why something is refused: a code, with its figures where it has some. */
type Why = Said | PlainCode;

/**
 * A refusal, in one sentence.
 * @param at  the field that the sentence is said of, by dotted path; or what is wrong at each of several fields
 */
export function fault(code: ErrorCode, why: Why, at: string | readonly FieldRefusal[] = []): Fault {
  const message = typeof why === 'string' ? ({ is: why } as Said) : why;
  return new Fault(code, message, typeof at === 'string' ? [{ path: at, message }] : at);
}

/** What is wrong at some fields, the first of which speaks for the whole. */
export const refused = (faults: readonly FieldRefusal[]): Fault =>
  new Fault('invalid', faults[0]?.message ?? { is: 'http.request-cannot-read-sent' }, faults);

const TITLES: Readonly<Record<ErrorCode, string>> = {
  malformed: 'The request cannot be read',
  'missing-idempotency-key': 'A write needs a key of its own',
  'not-signed-in': 'Nobody is signed in',
  'wrong-password': 'Name or password is wrong',
  'wrong-csrf-token': 'The request does not come from this page',
  'not-permitted': 'Not permitted',
  'not-found': 'There is no such thing',
  conflict: 'Conflicts with an existing entry',
  stale: 'Somebody else was faster',
  'too-large': 'Too large',
  'wrong-content-type': 'Wrong content type',
  invalid: 'Something in the input is wrong',
  'key-reused': 'The key was used for something else',
  'missing-version': 'The version is missing',
  'too-many-tries': 'Too many tries',
  internal: 'Something went wrong here',
  busy: 'Too many at once',
  unavailable: 'The database is away',
};
