import { ERROR_STATUS, type ErrorCode, type FieldFault, type Problem } from '@mercato/contract/http/problem';

/** A refusal that the person at the other end can understand and mend. */
export class Fault extends Error {
  constructor(
    readonly code: ErrorCode,
    readonly detail: string,
    readonly errors: readonly FieldFault[] = [],
  ) {
    super(detail);
  }

  toProblem(): Problem {
    return {
      type: `urn:mercato:problem:${this.code}`,
      title: TITLES[this.code],
      status: ERROR_STATUS[this.code],
      code: this.code,
      detail: this.detail,
      ...(this.errors.length > 0 ? { errors: this.errors } : {}),
    };
  }
}

export function fault(code: ErrorCode, detail: string, errors: readonly FieldFault[] = []): Fault {
  return new Fault(code, detail, errors);
}

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
