import { newTestSchema } from '@mercato/contract/register/tests';
import { purityWeighingsSchema, type PurityWeighings } from '@mercato/contract/purity/purity';
import type { FieldFault } from '@mercato/contract/http/problem';
import { COMPONENT_NAMES, COMPONENTS, weighingDecimals, type Component } from '@mercato/core/purity/analysePurity';
import type { Edition } from '@mercato/core/rule-books/edition';
import { Exact, writtenDecimals } from '@mercato/core/units/mass';
import type { Transaction } from '../database/connect.ts';
import { currentObservations, recordObservations } from '../database/observations.ts';
import { idParam, type Api, type WriteContext } from '../http/api.ts';
import { fault } from '../http/fault.ts';
import type { LotPicture } from '../lot-sheet/standing.ts';
import { openFile } from '../register/lotFile.ts';
import { lotById } from '../register/lots.ts';
import { bumpTest, judged, keepJudgement, lockTest, startTest, type BenchTest } from '../register/tests.ts';
import { editionById, methodFor } from '../rule-books/editions.ts';
import { analysisOf, purityMassOf, purityOutcome, readPurity } from './result.ts';
import { purityObservation } from './tables.ts';

export function purityRoutes(api: Api<LotPicture>): void {
  api.read('/lots/:lot/purity', async ({ tx, params, now }) =>
    readPurity(tx, await openFile(tx, idParam(params, 'lot'), now)),
  );

  api.write({
    method: 'post',
    path: '/purity/tests',
    permission: 'bench.write',
    schema: newTestSchema,
    status: 201,
    handle: async (context) => {
      const test = await startTest(context, 'purity', context.body.vesselId, {});
      return (await context.settle(test.lotId)).gathered.purity;
    },
  });

  api.write({
    method: 'put',
    path: '/purity/tests/:test',
    permission: 'bench.write',
    schema: purityWeighingsSchema,
    versioned: true,
    handle: async (context) => {
      const test = await lockTest(context.tx, idParam(context.params, 'test'), 'purity', context.seenVersion);
      await weigh(context, test, context.body);
      return (await context.settle(test.lotId)).gathered.purity;
    },
  });
}

/** Writes the weighings of a purity test down, judges them when they are complete, and keeps the verdict. */
export async function weigh(
  { tx, hand, audit, touch }: Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit' | 'touch'>,
  test: BenchTest,
  body: PurityWeighings,
): Promise<void> {
  const edition = await editionById(tx, test.editionId);
  checkWeighings(edition, body);
  const fields = ['workingSample', ...COMPONENTS[edition.book]] as const;
  const entries = fields.flatMap((field) => {
    const text = body[field];
    return text === undefined ? [] : [{ field, text, unit: 'g', value: new Exact(text).toString() }];
  });
  const changes = await recordObservations(
    tx,
    purityObservation,
    { id: test.id, lotId: test.lotId },
    entries,
    hand,
    body.reason,
  );
  if (changes.added.length + changes.corrected.length === 0) return;
  await bumpTest(tx, test, hand);
  await judge(tx, test, edition, hand.at);
  await audit({
    lotId: test.lotId,
    action:
      changes.corrected.length > 0 ? `corrected purity test ${test.number}` : `weighed purity test ${test.number}`,
    subject: `test ${test.id}`,
    before: changes.corrected,
    after: body,
    reason: body.reason,
  });
  touch(test.lotId);
}

/** What cannot be is refused at its field; a gain or loss beyond the limit is stored and judged. */
function checkWeighings(edition: Edition, body: PurityWeighings): void {
  const own: readonly string[] = COMPONENTS[edition.book];
  const faults: FieldFault[] = [];
  const first = new Exact(body.workingSample);
  if (!first.gt(0))
    throw fault('invalid', 'The working sample weighs more than nothing.', [
      { path: 'workingSample', message: 'must be above 0' },
    ]);
  const decimals = weighingDecimals(edition, first);
  const check = (field: 'workingSample' | Component, name: string) => {
    const text = body[field];
    if (text === undefined) return;
    if (field !== 'workingSample' && !own.includes(field))
      faults.push({ path: field, message: `${edition.name} has no such component` });
    else if (writtenDecimals(text) !== decimals)
      faults.push({
        path: field,
        message: `${name} of a sample of ${body.workingSample} g is weighed to ${decimals} decimals: ${new Exact(text).toFixed(decimals)}, or weigh again`,
      });
    else if (new Exact(text).gt(first.times(2)))
      faults.push({ path: field, message: `${name} cannot weigh more than twice the working sample` });
  };
  check('workingSample', 'the working sample');
  for (const component of Object.keys(COMPONENT_NAMES) as Component[]) check(component, COMPONENT_NAMES[component]);
  if (
    own.every(
      (component) =>
        body[component as Component] !== undefined && new Exact(body[component as Component] ?? 0).isZero(),
    )
  )
    faults.push({ path: 'pureSeed', message: 'the components add to nothing' });
  if (faults.length > 0) throw fault('invalid', faults[0]?.message ?? '', faults);
}

async function judge(tx: Transaction, test: BenchTest, edition: Edition, at: Date): Promise<void> {
  const current = await currentObservations(tx, purityObservation, [test.id]);
  const text = (field: string) => current.find((one) => one.field === field)?.enteredText;
  const analysis = analysisOf(edition, text);
  if (!analysis) return;
  const lot = await lotById(tx, test.lotId);
  const mass = purityMassOf(await methodFor(tx, edition, lot.species, lot.bookKind), text('workingSample'));
  await keepJudgement(
    tx,
    judged(test),
    current.map((one) => one.id),
    purityOutcome(analysis, mass),
    { ...analysis, massVerdict: mass },
    at,
  );
}
