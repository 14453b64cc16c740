import type { WeighedOn } from '@mercato/contract/devices/balances';
import type { SeenOn } from '@mercato/contract/http/seen';
import type { Act } from '@mercato/contract/words/acts';
import type { Outcome } from '@mercato/core/verdict/verdict';
import type { ObservationTable } from '../database/observationTable.ts';
import {
  currentObservations,
  type Entry,
  type Hand,
  type Observation,
  recordObservations,
} from '../database/observations.ts';
import { weighingNotes } from '../devices/balances.ts';
import type { WriteContext } from '../http/context.ts';
import { seenOf } from './seen.ts';
import { type BenchTest, bumpTest, drawnBefore, judged, keepJudgement } from './tests.ts';

/** The figures of a test that stand now, by their field. */
export type TextOf = (field: string) => string | undefined;

interface Weighing {
  readonly table: ObservationTable;
  readonly entries: readonly Entry[];
  /** What was sent: why it corrects, when it was seen, and on which balance it was weighed. */
  readonly body: SeenOn & { readonly reason?: string; readonly weighedOn?: Readonly<Record<string, WeighedOn>> };
  /** Days of single fields, where they are other ones. */
  readonly seenByField?: Hand['seenByField'];
  readonly act: (corrects: boolean) => Act;
  /** What the figures that now stand come to; null as long as they do not suffice. */
  readonly judge: (
    text: TextOf,
    current: readonly Observation[],
  ) => Promise<{
    readonly outcome: Outcome;
    readonly result: object;
  } | null>;
}

/** Writes the weighings of a test down, counts the write, and keeps what they are judged as; nothing where nothing is new. */
export async function keepWeighings(
  { tx, hand, audit, touch }: Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit' | 'touch'>,
  test: BenchTest,
  { table, entries, body, seenByField, act, judge }: Weighing,
): Promise<void> {
  const notes = await weighingNotes(
    tx,
    body.weighedOn,
    Object.fromEntries(entries.flatMap((one) => (one.unit === 'g' ? [[one.field, one.text]] : []))),
    hand.at,
  );
  const changes = await recordObservations(
    tx,
    table,
    { id: test.id, lotId: test.lotId },
    entries.map((one) => ({ ...one, device: notes[one.field] ?? one.device })),
    {
      ...hand,
      seen: seenOf(hand, body, await drawnBefore(tx, test.vesselId)),
      ...(seenByField === undefined ? {} : { seenByField }),
    },
    body.reason,
  );
  const corrects = changes.corrected.length > 0;
  if (changes.added.length === 0 && !corrects) return;
  await bumpTest(tx, test, hand);
  const current = await currentObservations(tx, table, [test.id]);
  const verdict = await judge((field) => current.find((one) => one.field === field)?.enteredText, current);
  if (verdict)
    await keepJudgement(
      tx,
      judged(test),
      current.map((one) => one.id),
      verdict.outcome,
      verdict.result,
      hand,
    );
  await audit({
    lotId: test.lotId,
    act: act(corrects),
    subject: `test ${test.id}`,
    before: changes.corrected,
    after: body,
    reason: body.reason,
  });
  touch(test.lotId);
}
