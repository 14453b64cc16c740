import type { TallyKey } from '@mercato/contract/germination/germination';
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';

/** A key press on its way to the server, under the person who pressed it. */
export interface StoredKey extends TallyKey {
  readonly session: string;
  readonly personId: string;
  readonly testId: string;
  /** Why the server would not take it; such a key is shown, and never sent again by itself. */
  readonly refused?: string;
}

interface Shelf extends DBSchema {
  keys: { key: [string, number]; value: StoredKey; indexes: { person: string } };
}

/** Where keys wait on this machine: in IndexedDB, or in memory where the browser has none to give. */
export class TallyShelf {
  private readonly memory = new Map<string, StoredKey>();
  private readonly open: Promise<IDBPDatabase<Shelf> | null> = openDB<Shelf>('mercato-tallies', 1, {
    upgrade(db) {
      db.createObjectStore('keys', { keyPath: ['session', 'sequence'] }).createIndex('person', 'personId');
    },
  }).catch(() => null);

  async put(keys: readonly StoredKey[]): Promise<void> {
    const db = await this.open;
    if (!db) {
      for (const key of keys) this.memory.set(nameOf(key), key);
      return;
    }
    const write = db.transaction('keys', 'readwrite');
    await Promise.all([...keys.map((key) => write.store.put(key)), write.done]);
  }

  /** Keys of one person, in the order in which each session pressed them. */
  async of(personId: string): Promise<StoredKey[]> {
    const db = await this.open;
    if (!db) return [...this.memory.values()].filter((key) => key.personId === personId);
    return db.getAllFromIndex('keys', 'person', personId);
  }

  async remove(keys: readonly StoredKey[]): Promise<void> {
    const db = await this.open;
    if (!db) {
      for (const key of keys) this.memory.delete(nameOf(key));
      return;
    }
    const write = db.transaction('keys', 'readwrite');
    await Promise.all([...keys.map((key) => write.store.delete([key.session, key.sequence])), write.done]);
  }
}

const nameOf = (key: StoredKey) => `${key.session} ${key.sequence}`;
