import { sqlState } from '../database/connect.ts';
import { fault } from './fault.ts';

/** Two writers that wait for each other, or that cannot be put one after the other: PostgreSQL lets one go on. */
const COLLIDED: readonly string[] = ['40P01', '40001'];
const MOST_TRIES = 12;

/** Does a transaction again that another one collided with; what it did is undone, and nothing of it was seen. */
export async function untilItGoesThrough<T>(work: () => Promise<T>): Promise<T> {
  for (let tries = 1; ; tries += 1) {
    try {
      return await work();
    } catch (error) {
      if (!COLLIDED.includes(sqlState(error) ?? '')) throw error;
      if (tries === MOST_TRIES) throw fault('busy', 'http.too-many-people-wrote');
      // A little longer each time, and never all together.
      await new Promise((resolve) => setTimeout(resolve, Math.random() * Math.min(10 * 2 ** tries, 400)));
    }
  }
}
