import { isDeepStrictEqual } from 'node:util';
import { desc } from 'drizzle-orm';
import type { Connection } from '../database/connect.ts';
import { gather } from '../lot-sheet/gather.ts';
import { keepStep, keptOf, stillStands } from '../lot-sheet/kept.ts';
import { openFile } from '../register/lotFile.ts';
import { lot } from '../register/tables.ts';
import { documentsOf } from '../release/result.ts';

/** The newest lots of a laboratory that are looked at; files of hundreds of lots come in the same way. */
const LOTS = 25;

/**
 * Holds what is kept of each lot against what it is when all is read anew.
 * @throws {Error} where something kept is taken for right and is not
 */
export async function checkKept({ db }: Connection, now: Date): Promise<void> {
  const lots = await db.select({ id: lot.id }).from(lot).orderBy(desc(lot.createdAt), desc(lot.id)).limit(LOTS);
  for (const { id } of lots) {
    const file = await openFile(db, id, now);
    const { steps } = await gather(db, file);
    const on = { file, sampled: steps.some((one) => one.samples) };
    for (const one of steps) {
      const kept = stillStands(file, one.key);
      const fresh: unknown = JSON.parse(JSON.stringify(keepStep(one, on)));
      if (kept && !isDeepStrictEqual(kept, fresh))
        throw new Error(
          `${file.lot.reference}, ${one.step}: kept is ${JSON.stringify(kept)}, read anew it is ${JSON.stringify(fresh)}`,
        );
    }
    const documents = keptOf(file)?.documents;
    if (documents && !isDeepStrictEqual(documents, await documentsOf(db, id)))
      throw new Error(`${file.lot.reference}: documents are kept that are not there, or some are missing`);
  }
}
