import type { KeptKeys } from '@mercato/contract/hands/hands';
import { fateOf } from './client.ts';
import { PAGE } from './page.ts';
import { Shelf } from './shelf.ts';

interface Numbered {
  readonly sequence: number;
}

/** What a key press carries besides what it means. */
interface Carried {
  readonly session: string;
  /** The page on which it was pressed: a hand. */
  readonly page?: string;
  readonly personId: string;
  readonly testId: string;
  /** Why the server would not take it; such a key is shown, and never sent again by itself. */
  readonly refused?: string;
}
/** A key press on its way to the server, under the person who pressed it. */
export type StoredKey<K extends Numbered> = K & Carried;

/** Keys of one session, as they travel. */
export interface KeyBatch {
  readonly session: string;
  readonly page: string | undefined;
  readonly keys: readonly Numbered[];
}

/** One kind of station: where its keys lie on this machine, and where they are sent. */
export interface KeyRoad {
  readonly shelf: string;
  readonly send: (testId: string, batch: KeyBatch) => Promise<KeptKeys>;
}

const BATCH = 200;
const PAUSE = 300;
const RETRY = 3000;

/** What waits on this machine. */
export interface Waiting {
  readonly keys: number;
  readonly trouble: string | null;
  /** Keys that the server would not take. */
  readonly refused: number;
}

interface Listener<K extends Numbered> {
  readonly onWaiting: (waiting: Waiting) => void;
  /** Keys of this test that an earlier page pressed and the server does not hold yet; first told before any key is taken. */
  readonly onLeftover: (keys: readonly StoredKey<K>[]) => void;
  /** Earlier keys have reached the server: what it knows must be read anew. */
  readonly onCaughtUp: () => Promise<unknown>;
  /** Keys of this test came after somebody else had their place: the server keeps them, and does not count them. */
  readonly onLate: (keys: readonly StoredKey<K>[]) => void;
}

/**
 * Key presses on their way to the server. Each is kept on this machine, under the person who pressed
 * it, until the server has acknowledged it; repeats do no harm, because (session, sequence) is unique.
 */
export class KeyQueue<K extends Numbered> {
  private readonly session = crypto.randomUUID();
  private readonly shelf: Shelf<StoredKey<K>>;
  private sequence = 0;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private sending = false;
  private stopped = false;
  /** The page that listened is gone. */
  private left = false;
  private leftover = 0;

  constructor(
    private readonly road: KeyRoad,
    private readonly personId: string,
    private readonly testId: string,
    private readonly listener: Listener<K>,
  ) {
    this.shelf = new Shelf(road.shelf, ['session', 'sequence']);
    void this.tellLeftover().then(() => this.later(0));
  }

  push(key: Omit<K, 'sequence'>): void {
    const { session, personId, testId } = this;
    const sequence = this.sequence++;
    void this.shelf
      .put([{ ...key, sequence, session, page: PAGE, personId, testId } as unknown as StoredKey<K>])
      .then(() => this.later(PAUSE));
  }

  /** Lets go of the keys that the server refused, when their person says so. */
  async dropRefused(): Promise<void> {
    const all = await this.shelf.of(this.personId);
    await this.shelf.remove(all.filter((key) => key.refused !== undefined));
    await this.tellLeftover();
    this.later(0);
  }

  /**
   * Sends all that waits, and answers once nothing does, or with why it has to wait. What is counted is closed only on
   * keys that the server holds.
   */
  async settled(): Promise<string | null> {
    for (;;) {
      while (this.sending) await new Promise((resolve) => setTimeout(resolve, 20));
      const before = (await this.shelf.of(this.personId)).filter((key) => key.refused === undefined);
      if (before.length === 0) return null;
      const trouble = await this.flush();
      if (trouble !== null) return trouble;
    }
  }

  stop(): void {
    this.stopped = true;
    this.left = true;
    clearTimeout(this.timer);
    // What is still here goes out now if it can, and with the next station if it cannot.
    void this.flush();
  }

  private later(pause: number): void {
    if (this.stopped) return;
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.flush(), pause);
  }

  private async tellLeftover(): Promise<void> {
    const all = await this.shelf.of(this.personId);
    const keys = all.filter(
      (key) => key.testId === this.testId && key.session !== this.session && key.refused === undefined,
    );
    this.leftover = keys.length;
    if (!this.left) this.listener.onLeftover(keys);
  }

  private async tellWaiting(trouble: string | null): Promise<void> {
    const all = await this.shelf.of(this.personId);
    if (this.left) return;
    const refused = all.filter((key) => key.refused !== undefined);
    this.listener.onWaiting({
      keys: all.length - refused.length,
      refused: refused.length,
      trouble: trouble ?? refused[0]?.refused ?? null,
    });
  }

  /** Sends what waits first; answers with the reason when it has to wait. */
  private async flush(): Promise<string | null> {
    if (this.sending) return null;
    this.sending = true;
    let trouble: string | null = null;
    try {
      const waiting = (await this.shelf.of(this.personId)).filter((key) => key.refused === undefined);
      const first = waiting[0];
      if (!first) {
        // The page that pressed them may have sent them itself, as its last act.
        if (this.leftover > 0) await this.caughtUp();
        return null;
      }
      const batch = waiting
        .filter((one) => one.session === first.session && one.testId === first.testId)
        .slice(0, BATCH);
      trouble = await this.send(first, batch);
      this.later(trouble === null ? 0 : RETRY);
      return trouble;
    } finally {
      this.sending = false;
      await this.tellWaiting(trouble);
    }
  }

  /** Sends keys of one session and test; answers with the reason when they have to wait. */
  private async send(first: StoredKey<K>, batch: readonly StoredKey<K>[]): Promise<string | null> {
    const keys = batch.map(({ session: _s, page: _h, personId: _p, testId: _t, refused: _r, ...key }) => key);
    let late: readonly number[] = [];
    try {
      const { session, page } = first;
      const kept = (await this.road.send(first.testId, { session, page, keys })) as Partial<KeptKeys>;
      late = kept.late ?? [];
    } catch (error) {
      const { fate, words } = fateOf(error);
      if (fate === 'signed-out') {
        this.stopped = true;
        return 'Signed out: the keys stay here until you sign in again.';
      }
      if (fate === 'later') return words;
      // The server will never take these; they must not stand in the way of the others.
      await this.shelf.put(batch.map((key) => ({ ...key, refused: words })));
      return null;
    }
    await this.shelf.remove(batch);
    if (late.length > 0 && first.testId === this.testId && !this.left)
      this.listener.onLate(batch.filter((key) => late.includes(key.sequence)));
    if (first.session !== this.session && first.testId === this.testId) await this.caughtUp();
    return null;
  }

  private async caughtUp(): Promise<void> {
    await this.listener.onCaughtUp();
    await this.tellLeftover();
  }
}
