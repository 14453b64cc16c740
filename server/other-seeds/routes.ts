import { otherSeedsCountSchema, type OtherSeedsCount } from '@mercato/contract/other-seeds/otherSeeds';
import { newTestSchema } from '@mercato/contract/register/tests';
import { ratePerMass } from '@mercato/core/other-seeds/ratePerMass';
import { Exact } from '@mercato/core/units/mass';
import { eq } from 'drizzle-orm';
import { currentObservations, recordObservations } from '../database/observations.ts';
import { idParam, type Api, type WriteContext } from '../http/api.ts';
import { fault } from '../http/fault.ts';
import type { LotPicture } from '../lot-sheet/standing.ts';
import { openFile } from '../register/lotFile.ts';
import { lotById } from '../register/lots.ts';
import { vessel } from '../register/tables.ts';
import { bumpTest, judged, keepJudgement, lockTest, startTest, type BenchTest } from '../register/tests.ts';
import { editionById, methodFor } from '../rule-books/editions.ts';
import { readOtherSeeds, searchedMassOf } from './result.ts';
import { otherSeedsObservation } from './tables.ts';

export function otherSeedsRoutes(api: Api<LotPicture>): void {
  api.read('/lots/:lot/other-seeds', async ({ tx, params, now }) =>
    readOtherSeeds(tx, await openFile(tx, idParam(params, 'lot'), now)),
  );

  api.write({
    method: 'post',
    path: '/other-seeds/tests',
    permission: 'bench.write',
    schema: newTestSchema,
    status: 201,
    handle: async (context) => {
      const test = await startTest(context, 'other-seeds', context.body.vesselId, {});
      return (await context.settle(test.lotId)).gathered.otherSeeds;
    },
  });

  api.write({
    method: 'put',
    path: '/other-seeds/tests/:test',
    permission: 'bench.write',
    schema: otherSeedsCountSchema,
    versioned: true,
    handle: async (context) => {
      const test = await lockTest(context.tx, idParam(context.params, 'test'), 'other-seeds', context.seenVersion);
      await countOtherSeeds(context, test, context.body);
      return (await context.settle(test.lotId)).gathered.otherSeeds;
    },
  });
}

/**
 * Writes what was found. A species that was named before and is missing now was counted as 0: its
 * old count stays on file, superseded.
 */
export async function countOtherSeeds(
  { tx, hand, audit, touch }: Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit' | 'touch'>,
  test: BenchTest,
  body: OtherSeedsCount,
): Promise<void> {
  const examined = new Exact(body.examined);
  if (!examined.gt(0))
    throw fault('invalid', 'Something must have been searched.', [{ path: 'examined', message: 'must be above 0' }]);
  const [from] = await tx.select({ massG: vessel.massG }).from(vessel).where(eq(vessel.id, test.vesselId));
  if (from?.massG && examined.gt(from.massG))
    throw fault('invalid', 'More was searched than the working sample holds.', [
      { path: 'examined', message: `the working sample holds ${new Exact(from.massG).toString()} g` },
    ]);
  const before = await currentObservations(tx, otherSeedsObservation, [test.id]);
  const named = new Set(body.species.map((one) => `species:${one.name}`));
  const gone = before.filter(
    (one) => one.field.startsWith('species:') && one.enteredText !== '0' && !named.has(one.field),
  );
  const changes = await recordObservations(
    tx,
    otherSeedsObservation,
    { id: test.id, lotId: test.lotId },
    [
      { field: 'examined', text: body.examined, unit: 'g', value: examined.toString() },
      ...body.species.map((one) => ({
        field: `species:${one.name}`,
        text: String(one.count),
        unit: null,
        value: String(one.count),
      })),
      ...gone.map((one) => ({ field: one.field, text: '0', unit: null, value: '0' })),
    ],
    hand,
    body.reason,
  );
  if (changes.added.length + changes.corrected.length === 0) return;
  await bumpTest(tx, test, hand);
  const current = await currentObservations(tx, otherSeedsObservation, [test.id]);
  const count = current
    .filter((one) => one.field.startsWith('species:'))
    .reduce((sum, one) => sum + Number(one.value), 0);
  const lot = await lotById(tx, test.lotId);
  const mass = searchedMassOf(
    await methodFor(tx, await editionById(tx, test.editionId), lot.species, lot.bookKind),
    body.examined,
  );
  await keepJudgement(
    tx,
    judged(test),
    current.map((one) => one.id),
    mass.outcome,
    { count, ...ratePerMass(count, examined.toNumber(), 0.95), massVerdict: mass },
    hand.at,
  );
  await audit({
    lotId: test.lotId,
    action:
      changes.corrected.length > 0 ? `corrected other seeds ${test.number}` : `counted other seeds ${test.number}`,
    subject: `test ${test.id}`,
    before: changes.corrected,
    after: body,
    reason: body.reason,
  });
  touch(test.lotId);
}
