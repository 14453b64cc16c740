import type { Said } from '../words/faults.ts';

/** Every way a request can fail, and the status it is answered with; the compiler keeps the table complete. */
export const ERROR_STATUS = {
  malformed: 400,
  'missing-idempotency-key': 400,
  'not-signed-in': 401,
  'wrong-password': 401,
  'wrong-csrf-token': 403,
  'not-permitted': 403,
  'not-found': 404,
  conflict: 409,
  stale: 412,
  'too-large': 413,
  'wrong-content-type': 415,
  invalid: 422,
  'key-reused': 422,
  'missing-version': 428,
  'too-many-tries': 429,
  internal: 500,
  busy: 503,
  unavailable: 503,
} as const;
export type ErrorCode = keyof typeof ERROR_STATUS;

/** One fault of an input: where, what was wrong and what is allowed. */
export interface FieldFault {
  readonly path: string;
  readonly message: string;
  /** What `message` says, as a code with its figures; left out where a schema says it. */
  readonly said?: Said;
}

/** A problem document (RFC 9457) with the faults named one by one. */
export interface Problem {
  readonly type: string;
  readonly title: string;
  readonly status: number;
  readonly code: ErrorCode;
  readonly detail: string;
  /** What `detail` says, as a code with its figures; left out where a schema says it. */
  readonly said?: Said;
  readonly errors?: readonly FieldFault[];
}
