import type { Said } from '@mercato/contract/words/faults';
import { sqlState } from '../database/connect.ts';
import { fault } from './fault.ts';

/** A statement that waited for a lock longer than it may. */
const WAITED = '55P03';

/** Runs a statement that may have to wait for somebody; who waited too long is told what for. */
export async function waitingFor<T>(what: Said, statement: PromiseLike<T>): Promise<T> {
  try {
    return await statement;
  } catch (error) {
    if (sqlState(error) === WAITED) throw fault('busy', what);
    throw error;
  }
}
