import type { TallyKey } from '@mercato/contract/germination/germination';
import { openDB, type DBSchema } from 'idb';
import { Refused, write } from '../api/client.ts';

interface StoredKey extends TallyKey {
  session: string;
  personId: string;
  testId: string;
}
interface Shelf extends DBSchema {
  keys: { key: [string, number]; value: StoredKey; indexes: { person: string } };
}

const shelf = () =>
  openDB<Shelf>('mercato-tallies', 1, {
    upgrade(db) {
      db.createObjectStore('keys', { keyPath: ['session', 'sequence'] }).createIndex('person', 'personId');
    },
  });

const BATCH = 200;
const PAUSE = 300;
const RETRY = 3000;

/**
 * Key presses on their way to the server. Each is kept on this machine, under the person who pressed
 * it, until the server has acknowledged it; repeats do no harm, because (session, sequence) is unique.
 */
export class TallyQueue {
  private readonly session = crypto.randomUUID();
  private sequence = 0;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private sending = false;
  private stopped = false;

  constructor(
    private readonly personId: string,
    private readonly testId: string,
    private readonly onWaiting: (keys: number, trouble: string | null) => void,
  ) {
    this.later(0);
  }

  push(key: Omit<TallyKey, 'sequence'>): void {
    const stored: StoredKey = {
      ...key,
      sequence: this.sequence++,
      session: this.session,
      personId: this.personId,
      testId: this.testId,
    };
    void shelf()
      .then((db) => db.put('keys', stored))
      .then(() => {
        this.later(PAUSE);
      });
  }

  stop(): void {
    this.stopped = true;
    clearTimeout(this.timer);
    // What is still here goes out now if it can, and with the next station if it cannot.
    void this.flush();
  }

  private later(pause: number): void {
    if (this.stopped) return;
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.flush(), pause);
  }

  private async flush(): Promise<void> {
    if (this.sending) return;
    this.sending = true;
    try {
      const db = await shelf();
      const waiting = await db.getAllFromIndex('keys', 'person', this.personId);
      this.onWaiting(waiting.length, null);
      const first = waiting[0];
      if (!first) return;
      const batch = waiting
        .filter((one) => one.session === first.session && one.testId === first.testId)
        .slice(0, BATCH);
      await write('POST', `/germination/tests/${first.testId}/tallies`, {
        session: first.session,
        keys: batch.map(({ sequence, dishId, day, seedClass, seeds }) => ({ sequence, dishId, day, seedClass, seeds })),
      });
      const done = db.transaction('keys', 'readwrite');
      await Promise.all([...batch.map((one) => done.store.delete([one.session, one.sequence])), done.done]);
      this.onWaiting(waiting.length - batch.length, null);
      if (waiting.length > batch.length) this.later(0);
    } catch (error) {
      const db = await shelf();
      const count = await db.countFromIndex('keys', 'person', this.personId);
      const status = error instanceof Refused ? error.status : 0;
      this.onWaiting(
        count,
        status === 401
          ? 'Signed out: the keys stay here until you sign in again.'
          : error instanceof Error
            ? error.message
            : 'not sent',
      );
      if (status === 401) this.stopped = true;
      else this.later(RETRY);
    } finally {
      this.sending = false;
    }
  }
}
