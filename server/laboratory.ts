import { randomBytes } from 'node:crypto';
import type { Connection } from './database/connect.ts';
import { laboratory } from './register/tables.ts';
import { storeShippedEditions } from './rule-books/editions.ts';

/** What every database holds before anybody uses it: the laboratory's row and the shipped rule books. */
export async function prepareLaboratory({ db }: Connection, now: Date): Promise<void> {
  await db.transaction((tx) => storeShippedEditions(tx, now));
  await db
    .insert(laboratory)
    .values({
      id: 1,
      name: 'A laboratory without a name',
      address: '',
      zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
      demo: false,
      sessionSecret: randomBytes(32).toString('hex'),
    })
    .onConflictDoNothing();
}
