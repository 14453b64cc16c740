import { openDB, type IDBPDatabase } from 'idb';

/**
 * Records that wait on this machine for the server, each under the person who made it: in IndexedDB, or in
 * memory where the browser has none to give. `keyPath` names what makes a record one of a kind, in their order.
 */
export class Shelf<T extends { readonly personId: string }> {
  private readonly memory = new Map<string, T>();
  private readonly open: Promise<IDBPDatabase | null>;

  constructor(
    name: string,
    private readonly keyPath: readonly (keyof T & string)[],
  ) {
    this.open = this.openStore(name);
  }

  /** Where storage is denied, the browser may refuse at once or later: either way there is memory. */
  private async openStore(name: string): Promise<IDBPDatabase | null> {
    try {
      return await openDB(name, 1, {
        upgrade: (db) =>
          db.createObjectStore('waiting', { keyPath: [...this.keyPath] }).createIndex('person', 'personId'),
      });
    } catch {
      return null;
    }
  }

  async put(records: readonly T[]): Promise<void> {
    const db = await this.open;
    if (!db) {
      for (const one of records) this.memory.set(this.nameOf(one), one);
      return;
    }
    const write = db.transaction('waiting', 'readwrite');
    await Promise.all([...records.map((one) => write.store.put(one)), write.done]);
  }

  /** All of one person, in the order of their keys. */
  async of(personId: string): Promise<T[]> {
    const db = await this.open;
    if (!db) return [...this.memory.values()].filter((one) => one.personId === personId);
    return (await db.getAllFromIndex('waiting', 'person', personId)) as T[];
  }

  async remove(records: readonly T[]): Promise<void> {
    const db = await this.open;
    if (!db) {
      for (const one of records) this.memory.delete(this.nameOf(one));
      return;
    }
    const write = db.transaction('waiting', 'readwrite');
    await Promise.all([...records.map((one) => write.store.delete(this.keyOf(one))), write.done]);
  }

  private keyOf(one: T): IDBValidKey {
    return this.keyPath.map((part) => one[part]) as IDBValidKey;
  }

  private nameOf(one: T): string {
    return JSON.stringify(this.keyOf(one));
  }
}
