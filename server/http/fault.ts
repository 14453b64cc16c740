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
const said = (why: Why): Said => (typeof why === 'string' ? ({ is: why } as Said) : why);

/**
 * A refusal: what is wrong with the whole, and at which fields, by dotted path.
 * @param at  what is wrong at each field; or a list, where words of a schema or a reader are among them
 */
export const fault = (
  code: ErrorCode,
  why: Why,
  at: Readonly<Record<string, Why>> | readonly FieldRefusal[] = {},
): Fault =>
  new Fault(
    code,
    said(why),
    Array.isArray(at)
      ? (at as readonly FieldRefusal[])
      : Object.entries(at).map(([path, one]) => ({ path, message: said(one as Why) })),
  );

/** What is wrong at some fields, the first of which speaks for the whole. */
export const refused = (faults: readonly FieldRefusal[], otherwise: Why = 'http.request-cannot-read-sent'): Fault =>
  new Fault('invalid', faults[0]?.message ?? said(otherwise), faults);

const TITLES: Readonly<Record<ErrorCode, string>> = {
  malformed: 'The request cannot be read',
  'missing-idempotency-key': 'A write needs a key of its own',
  'not-signed-in': 'Nobody is signed in',
  'wrong-password': 'Name or password is wrong',
  'wrong-csrf-token': 'The request does not come from this page',
  'not-permitted': 'Not permitted',
  'not-found': 'There is no such thing',
  conflict: 'It stands against something that is there',
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
