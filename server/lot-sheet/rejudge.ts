import { desc, eq, sql } from 'drizzle-orm';
import type { Reader } from '../database/connect.ts';
import type { WriteContext } from '../http/context.ts';
import { fault } from '../http/fault.ts';
import { openFile } from '../register/lotFile.ts';
import { headerOf, type Lot } from '../register/lots.ts';
import { benchTest, judgement, lot as lotTable, lotRevision } from '../register/tables.ts';
import { keepJudgement } from '../register/tests.ts';
import { editionActs, editionById, editionHead } from '../rule-books/editions.ts';
import { gather } from './gather.ts';

/**
 * Judges a (locked) lot and its tests by another edition of the same book: a recorded act. Earlier judgements
 * stay; new ones are kept beside them, on the same observations.
 */
export async function rejudge(
  { tx, hand, now, audit, touch }: Pick<WriteContext<unknown>, 'tx' | 'hand' | 'now' | 'audit' | 'touch'>,
  lot: Lot,
  editionId: string,
  reason: string,
): Promise<void> {
  const [before, after] = [await editionHead(tx, lot.editionId), await editionHead(tx, editionId)];
  if (!before || !after || after.book !== before.book)
    throw fault(
      'invalid',
      { is: 'lot-sheet.choose-edition-same-book', figure: before ? `, ${before.book}` : '' },
      'editionId',
    );
  if (editionId === lot.editionId) throw fault('conflict', 'lot-sheet.lot-judged-edition-already', 'editionId');
  if ((await editionActs(tx)).get(editionId)?.act === 'retire')
    throw fault('conflict', 'lot-sheet.edition-retired', 'editionId');
  const version = lot.version + 1;
  const stamp = { version, updatedAt: now, updatedBy: hand.personId };
  await tx
    .update(lotTable)
    .set({ editionId, ...stamp })
    .where(eq(lotTable.id, lot.id));
  const header = headerOf(lot, (await editionById(tx, editionId)).book);
  await tx.insert(lotRevision).values({ lotId: lot.id, version, header, by: hand.personId, at: now, reason });
  await tx
    .update(benchTest)
    .set({ editionId, version: sql`${benchTest.version} + 1`, updatedAt: now, updatedBy: hand.personId })
    .where(eq(benchTest.lotId, lot.id));
  const file = await openFile(tx, lot.id, now);
  const earlier = await newestJudgements(tx, lot.id);
  for (const { subject, on, outcome, result } of (await gather(tx, file)).steps.flatMap((one) => one.judged())) {
    const observations = earlier.get(subject);
    if (observations) await keepJudgement(tx, { lotId: lot.id, editionId, ...on }, observations, outcome, result, hand);
  }
  await audit({
    lotId: lot.id,
    act: { is: 'lot-rejudged' },
    subject: `lot ${lot.reference}`,
    before: { edition: before.name },
    after: { edition: after.name },
    reason,
  });
  touch(lot.id);
}

/** The observations of each subject's newest judgement. */
async function newestJudgements(tx: Reader, lotId: string): Promise<Map<string, string[]>> {
  const rows = await tx
    .select({
      testId: judgement.testId,
      vesselId: judgement.vesselId,
      heterogeneityId: judgement.heterogeneityId,
      observations: judgement.observations,
    })
    .from(judgement)
    .where(eq(judgement.lotId, lotId))
    .orderBy(desc(judgement.seq));
  const newest = new Map<string, string[]>();
  for (const row of rows) {
    const subject = row.testId ?? row.vesselId ?? row.heterogeneityId ?? '';
    if (!newest.has(subject)) newest.set(subject, row.observations);
  }
  return newest;
}
