import type { NextFunction, Request, Response } from 'express';
import { isUnreachable, sqlState } from '../database/connect.ts';
import { Fault, fault } from './fault.ts';

/** A statement that ran, or waited for a lock, longer than it may. */
const OUT_OF_TIME: readonly string[] = ['57014', '55P03'];

/** Turns whatever was thrown into a problem document. */
export function answerProblem(log: (error: unknown) => void) {
  return (error: unknown, _request: Request, response: Response, next: NextFunction): void => {
    if (response.headersSent) {
      next(error);
      return;
    }
    const known = asFault(error);
    if (known.code === 'internal') log(error);
    const problem = known.toProblem();
    if (problem.status === 503) response.setHeader('Retry-After', RETRY_SECONDS);
    response.status(problem.status).type('application/problem+json').send(JSON.stringify(problem));
  };
}

/** After so many seconds a database that was stopped is likely to be back. */
const RETRY_SECONDS = 2;

function asFault(error: unknown): Fault {
  if (error instanceof Fault) return error;
  if (isUnreachable(error)) return fault('unavailable', 'http.database-cannot-reached-moment');
  if (OUT_OF_TIME.includes(sqlState(error) ?? '')) return fault('busy', 'http.took-too-long-given');
  const status = typeof error === 'object' && error !== null && 'status' in error ? Number(error.status) : 0;
  if (status === 413) return fault('too-large', 'http.input-larger-than-address');
  if (status === 415) return fault('wrong-content-type', 'http.content-type-or-encoding');
  if (status >= 400 && status < 500) return fault('malformed', 'http.request-cannot-read-sent');
  return fault('internal', 'http.fault-ours-written-log');
}
