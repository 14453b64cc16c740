import { and, eq } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { NewDecision } from '@mercato/contract/register/lots';
import type { WriteContext } from '../http/api.ts';
import { fault } from '../http/fault.ts';
import { benchTest, decision, vessel } from './tables.ts';

/** Decides on a test of a (locked) lot, or on its submitted sample; the verdict beside it stays as it is. */
export async function decide(
  { tx, hand, audit, touch }: Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit' | 'touch'>,
  lotId: string,
  body: NewDecision,
): Promise<void> {
  const [test] = await tx
    .select()
    .from(benchTest)
    .where(and(eq(benchTest.id, body.subject), eq(benchTest.lotId, lotId)));
  const [sample] = await tx
    .select()
    .from(vessel)
    .where(and(eq(vessel.id, body.subject), eq(vessel.lotId, lotId), eq(vessel.kind, 'submitted')));
  if (!test && !sample)
    throw fault('invalid', 'This lot has no such test or sample.', [
      { path: 'subject', message: 'neither a test nor the submitted sample of this lot' },
    ]);
  if (sample && body.decision === 'set-aside')
    throw fault('invalid', 'A submitted sample cannot be set aside.', [
      { path: 'decision', message: 'accept it, or correct what was recorded of it' },
    ]);
  await tx.insert(decision).values({
    id: uuid(),
    lotId,
    step: test?.step ?? 'sampling',
    testId: test?.id ?? null,
    vesselId: sample?.id ?? null,
    decision: body.decision,
    reason: body.reason,
    by: hand.personId,
    at: hand.at,
  });
  await audit({
    lotId,
    action: `${body.decision === 'accept' ? 'accepted' : 'set aside'} ${test ? `${test.step} test ${test.number}` : 'the submitted sample'}`,
    subject: test ? `test ${test.id}` : `vessel ${sample?.code ?? ''}`,
    after: body,
    reason: body.reason,
  });
  touch(lotId);
}
