import { and, eq, inArray } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { DECIDED_ON, type DecidedOn } from '@mercato/contract/register/acts';
import type { Decision } from '@mercato/contract/register/decisions';
import type { NewDecision } from '@mercato/contract/register/lots';
import type { WriteContext } from '../http/context.ts';
import { fault } from '../http/fault.ts';
import { benchTest, decision, heterogeneityTest, vessel } from './tables.ts';

const ALLOWED: Readonly<Record<DecidedOn | 'test', readonly Decision[]>> = {
  test: ['accept', 'set-aside'],
  submitted: ['accept'],
  primary: ['accept', 'own-lots', 'refuse', 'heterogeneity-test'],
  heterogeneity: ['accept', 'own-lots', 'refuse'],
};
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
    .where(and(eq(vessel.id, body.subject), eq(vessel.lotId, lotId), inArray(vessel.kind, ['submitted', 'primary'])));
  const [spread] = await tx
    .select()
    .from(heterogeneityTest)
    .where(and(eq(heterogeneityTest.id, body.subject), eq(heterogeneityTest.lotId, lotId)));
  if (!test && !sample && !spread) throw fault('invalid', 'register.lot-no-such-test', 'subject');
  const onWhat = sample ? (sample.kind === 'primary' ? 'primary' : 'submitted') : 'heterogeneity';
  const kind = test ? 'test' : onWhat;
  const allowed = ALLOWED[kind];
  if (!allowed.includes(body.decision))
    throw fault(
      'invalid',
      { is: 'register.decide-one-of', figure: DECIDED_ON[kind], allowed: allowed.join(', ') },
      'decision',
    );
  await tx.insert(decision).values({
    id: uuid(),
    lotId,
    step: test?.step ?? 'sampling',
    testId: test?.id ?? null,
    vesselId: sample?.id ?? null,
    heterogeneityId: spread?.id ?? null,
    decision: body.decision,
    reason: body.reason,
    by: hand.personId,
    at: hand.at,
  });
  await audit({
    lotId,
    act: { is: 'decided', decision: body.decision, on: test ? { step: test.step, test: test.number } : onWhat },
    subject: sample ? `vessel ${sample.code}` : `test ${body.subject}`,
    after: body,
    reason: body.reason,
  });
  touch(lotId);
}
