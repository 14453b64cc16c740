import { and, eq, inArray, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { KeptKeys, LateAct } from '@mercato/contract/hands/hands';
import { isLimited } from '@mercato/contract/other-seeds/extent';
import type { FindBatch } from '@mercato/contract/other-seeds/otherSeeds';
import type { Said } from '@mercato/contract/words/faults';
import { currentObservations } from '../database/observations.ts';
import { checkShown, counts, keepFate, keptKeys, type NamedPlace, type Place, receive, waits } from '../hands/hands.ts';
import type { WriteContext } from '../http/context.ts';
import { fault } from '../http/fault.ts';
import type { BenchTest } from '../register/tests.ts';
import { speciesList } from '../rule-books/names.ts';
import { trayOf } from './fields.ts';
import { isAmong } from './finds.ts';
import { extentOf, planOf } from './result.ts';
import { findEvent, otherSeedsObservation } from './tables.ts';

export type Write = Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit' | 'touch'>;

/** Whether a limited search looks for a species: by any of its names, or by its genus. */
export async function searchesFor(tx: Write['tx'], test: BenchTest): Promise<(written: string) => boolean> {
  const plan = planOf(test);
  if (!isLimited(extentOf(plan))) return () => true;
  const { resolve } = await speciesList(tx);
  return (written) => isAmong(plan.named ?? [], written, resolve);
}

const placeOfTray = (testId: string, tray: number): Place => ({ kind: 'tray', subject: testId, part: tray });
export const trayNamed = (test: Pick<BenchTest, 'id' | 'lotId'>, tray: number): NamedPlace => ({
  ...placeOfTray(test.id, tray),
  thing: { what: 'tray', number: tray },
  lotId: test.lotId,
});

/** Seeds that were keyed of one tray, by species. */
export async function keysHeld(tx: Write['tx'], testId: string, tray: number): Promise<Record<string, number>> {
  const rows = await tx
    .select({ name: findEvent.species, seeds: sql<number>`sum(${findEvent.seeds})::int` })
    .from(findEvent)
    .where(and(eq(findEvent.testId, testId), eq(findEvent.tray, tray), counts(findEvent)))
    .groupBy(findEvent.species);
  return Object.fromEntries(rows.filter((one) => one.seeds > 0).map((one) => [one.name, one.seeds]));
}

/** Keeps key presses of a test; a key of a session that came before is kept once. */
export async function keepFinds(
  { tx, hand }: Pick<Write, 'tx' | 'hand'>,
  test: BenchTest,
  body: FindBatch,
): Promise<KeptKeys> {
  const asked = await searchesFor(tx, test);
  body.keys.forEach((key, i) => {
    if (!asked(key.species))
      throw fault('invalid', { is: 'other-seeds.not-searched-test', species: key.species }, `keys.${i}.species`);
  });
  // A press that is repeated is kept once; one that comes again as something else is refused.
  const earlier = await tx
    .select()
    .from(findEvent)
    .where(
      and(
        eq(findEvent.session, body.session),
        inArray(
          findEvent.sequence,
          body.keys.map((key) => key.sequence),
        ),
      ),
    );
  body.keys.forEach((key, i) => {
    const before =
      earlier.find((one) => one.sequence === key.sequence) ?? body.keys.find((one) => one.sequence === key.sequence);
    if (before && (before.tray !== key.tray || before.species !== key.species || before.seeds !== key.seeds))
      throw fault('conflict', 'other-seeds.press-came-before-something', `keys.${i}.sequence`);
  });
  const fresh = body.keys.filter(
    (key, i) =>
      !earlier.some((one) => one.sequence === key.sequence) &&
      body.keys.findIndex((one) => one.sequence === key.sequence) === i,
  );
  const late = await receive(tx, hand, body.page ?? body.session, fresh, ({ tray, turn }) => ({
    place: placeOfTray(test.id, tray),
    turn,
  }));
  if (fresh.length > 0)
    await tx
      .insert(findEvent)
      .values(
        fresh.map((key) => {
          const { turn: _turn, ...pressed } = key;
          return {
            id: uuid(),
            session: body.session,
            testId: test.id,
            ...pressed,
            late: late.has(key),
            by: hand.personId,
            at: hand.at,
          };
        }),
      )
      .onConflictDoNothing();
  return keptKeys(body.keys, late, earlier);
}

/** Says what becomes of late keys of one tray of a (locked) test: they are added to its tally, or set aside for good. */
export async function decideLateFinds(
  { tx, hand, audit }: Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit'>,
  test: BenchTest,
  tray: number,
  { session, keys, fate }: LateAct,
): Promise<void> {
  const late = await tx
    .select()
    .from(findEvent)
    .where(
      and(eq(findEvent.testId, test.id), eq(findEvent.tray, tray), eq(findEvent.session, session), waits(findEvent)),
    );
  checkShown({ keys }, late.length);
  if (fate === 'taken') {
    const refuse = (message: Said): never => {
      throw fault('invalid', message, 'fate');
    };
    const current = await currentObservations(tx, otherSeedsObservation, [test.id]);
    if (current.some((one) => trayOf(one.field).tray === tray && trayOf(one.field).name === 'examined'))
      refuse({ is: 'other-seeds.tray-closed-correct-figures', tray });
    const sums = await keysHeld(tx, test.id, tray);
    for (const one of late) sums[one.species] = (sums[one.species] ?? 0) + one.seeds;
    for (const [name, seeds] of Object.entries(sums))
      if (seeds < 0) refuse({ is: 'other-seeds.takes-back-more-than', name });
  }
  await keepFate(tx, hand, late, fate);
  await audit({
    lotId: test.lotId,
    act: { is: 'tray-late-keys', test: test.number, tray, fate },
    subject: `test ${test.id}`,
    after: { keys: late.length, by: late[0]?.by },
  });
}
