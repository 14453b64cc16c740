import { asc, eq, inArray, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type {
  ContainerResult,
  HeterogeneityCorrection,
  HeterogeneityView,
  NewHeterogeneityTest,
} from '@mercato/contract/sampling/heterogeneity';
import { rowFor } from '@mercato/core/rule-books/lookUp';
import { allowanceFor, type Attribute, judgeHeterogeneity } from '@mercato/core/sampling/judgeHeterogeneity';
import { exactDecimal } from '@mercato/core/units/mass';
import type { Reader } from '../database/connect.ts';
import { allObservations, currentObservations, recordObservations } from '../database/observations.ts';
import type { WriteContext } from '../http/context.ts';
import { fault } from '../http/fault.ts';
import { type LotFile, openFile } from '../register/lotFile.ts';
import type { Lot } from '../register/lots.ts';
import { seenOf } from '../register/seen.ts';
import { heterogeneityTest, judgement, lot as lotTable } from '../register/tables.ts';
import { fieldViews, keepJudgement } from '../register/tests.ts';
import { editionById } from '../rule-books/editions.ts';
import { heterogeneityObservation } from './tables.ts';

type Write = Pick<WriteContext<unknown>, 'tx' | 'hand' | 'now' | 'audit' | 'touch'>;
type HeterogeneityRow = typeof heterogeneityTest.$inferSelect;

/** Records a heterogeneity test of a (locked) lot with the results of its containers, and judges it. */
export async function startHeterogeneityTest(context: Write, lot: Lot, body: NewHeterogeneityTest): Promise<void> {
  const { tx, hand, audit, touch } = context;
  checkResults(body.attribute, body.results, lot);
  const row: HeterogeneityRow = {
    id: uuid(),
    lotId: lot.id,
    number: lot.heterogeneityTests + 1,
    attribute: body.attribute,
    part: body.part,
    seedsEach: body.seedsEach,
    editionId: lot.editionId,
    by: hand.personId,
    at: hand.at,
  };
  await tx.insert(heterogeneityTest).values(row);
  await tx
    .update(lotTable)
    .set({ heterogeneityTests: sql`${lotTable.heterogeneityTests} + 1` })
    .where(eq(lotTable.id, lot.id));
  const seen = seenOf(hand, body);
  await recordResults({ ...context, hand: { ...hand, seen } }, row, body.results, undefined);
  await audit({
    lotId: lot.id,
    act: { is: 'heterogeneity-recorded', test: row.number },
    subject: `heterogeneity test ${row.id}`,
    after: body,
  });
  touch(lot.id);
}

/** Corrects results of containers, each with its reason; the verdict is made anew beside the old one. */
export async function correctHeterogeneityTest(
  context: Write,
  row: HeterogeneityRow,
  body: HeterogeneityCorrection,
): Promise<void> {
  const { tx, now, audit, touch } = context;
  checkResults(row.attribute as Attribute, body.results, (await openFile(tx, row.lotId, now)).lot);
  const current = await currentObservations(tx, heterogeneityObservation, [row.id]);
  body.results.forEach((one, i) => {
    if (!current.some((other) => other.field === String(one.container)))
      throw fault(
        'invalid',
        { is: 'sampling.container-no-result-correct', container: one.container },
        `results.${i}.container`,
      );
  });
  const corrected = await recordResults(context, row, body.results, body.reason);
  await audit({
    lotId: row.lotId,
    act: { is: 'heterogeneity-corrected', test: row.number },
    subject: `heterogeneity test ${row.id}`,
    before: corrected,
    after: body,
    reason: body.reason,
  });
  touch(row.lotId);
}

function checkResults(attribute: Attribute, results: readonly ContainerResult[], lot: Lot): void {
  results.forEach(({ container, text }, i) => {
    if (lot.containers > 0 && container > lot.containers)
      throw fault('invalid', { is: 'sampling.lot-containers', containers: lot.containers }, `results.${i}.container`);
    const value = exactDecimal(text);
    if (attribute === 'other-seeds' ? !value.isInteger() : value.gt(100))
      throw fault(
        'invalid',
        attribute === 'other-seeds'
          ? { is: 'sampling.seeds-counted-whole-number' }
          : { is: 'sampling.percentage-most-100' },
        `results.${i}.text`,
      );
  });
}

async function recordResults(
  { tx, hand, now }: Write,
  row: HeterogeneityRow,
  results: readonly ContainerResult[],
  reason: string | undefined,
) {
  const { corrected } = await recordObservations(
    tx,
    heterogeneityObservation,
    { id: row.id, lotId: row.lotId },
    results.map((one) => ({
      field: String(one.container),
      text: one.text,
      unit: row.attribute === 'other-seeds' ? null : '%',
      value: one.text,
    })),
    hand,
    reason,
  );
  const file = await openFile(tx, row.lotId, now);
  const view = (await readHeterogeneity(tx, file)).find((one) => one.id === row.id);
  if (view)
    await keepJudgement(
      tx,
      { lotId: row.lotId, step: 'sampling', heterogeneityId: row.id, editionId: row.editionId },
      (await currentObservations(tx, heterogeneityObservation, [row.id])).map((one) => one.id),
      view.verdict.outcome,
      view.verdict,
      hand,
    );
  return corrected;
}

/** All heterogeneity tests of a lot, the newest last. */
export async function readHeterogeneity(tx: Reader, file: LotFile): Promise<HeterogeneityView[]> {
  if (file.lot.heterogeneityTests === 0) return [];
  const rows = await tx
    .select()
    .from(heterogeneityTest)
    .where(eq(heterogeneityTest.lotId, file.lot.id))
    .orderBy(asc(heterogeneityTest.number));
  const all = await allObservations(
    tx,
    heterogeneityObservation,
    rows.map((one) => one.id),
  );
  // The test is written once; the edition of its newest judgement is the one that it was judged by last.
  const judgedBy = new Map(
    (
      await tx
        .select({ id: judgement.heterogeneityId, editionId: judgement.editionId })
        .from(judgement)
        .where(
          inArray(
            judgement.heterogeneityId,
            rows.map((one) => one.id),
          ),
        )
        .orderBy(asc(judgement.seq))
    ).map((one) => [one.id, one.editionId]),
  );
  const views: HeterogeneityView[] = [];
  for (const row of rows) {
    const edition = await editionById(tx, judgedBy.get(row.id) ?? row.editionId);
    const attribute = row.attribute as Attribute;
    const { chaffy } = file.brief;
    const fields = fieldViews(
      all.filter((one) => one.subject === row.id),
      file.names,
    );
    const results = Object.entries(fields)
      .map(([container, field]) => ({ container: Number(container), field, value: Number(field.text) }))
      .sort((a, b) => a.container - b.container);
    views.push({
      id: row.id,
      number: row.number,
      attribute,
      part: row.part,
      seedsEach: row.seedsEach,
      edition: edition.name,
      results,
      verdict: judgeHeterogeneity(edition, {
        attribute,
        chaffy,
        values: results.map((one) => one.value),
        seedsEach: row.seedsEach,
      }),
      asked: rowFor(edition.heterogeneitySamples, file.lot.containers)?.limit ?? null,
      f: allowanceFor(attribute, chaffy),
      decision: file.decisions.find((one) => one.subject === row.id) ?? null,
      by: file.names.get(row.by) ?? '',
      at: row.at.toISOString(),
    });
  }
  return views;
}
