import { eq } from 'drizzle-orm';
import type { KeyBindings, NewOtherSeedsTest, TrayCount } from '@mercato/contract/other-seeds/otherSeeds';
import { ratePerMass } from '@mercato/core/other-seeds/ratePerMass';
import { Exact, shownGrams } from '@mercato/core/units/mass';
import {
  allObservations,
  currentObservations,
  type Hand,
  recordObservations,
  seenAs,
} from '../database/observations.ts';
import { weighingNotes } from '../devices/balances.ts';
import { writeInHand } from '../hands/hands.ts';
import { checkVersion } from '../http/asked.ts';
import type { WriteContext } from '../http/context.ts';
import { fault } from '../http/fault.ts';
import { bindingsOf, nameIn } from '../names/names.ts';
import { lotById } from '../register/lots.ts';
import { namesOf } from '../register/people.ts';
import { seenOf } from '../register/seen.ts';
import { benchTest, vessel } from '../register/tables.ts';
import { type BenchTest, bumpTest, drawnBefore, judged, keepJudgement, startTest } from '../register/tests.ts';
import { currentEdition, editionById, methodFor } from '../rule-books/editions.ts';
import { speciesList } from '../rule-books/names.ts';
import { fieldsOfTray, speciesIn, trayEntries, trayOf } from './fields.ts';
import { foundIn, otherSeedsOutcome } from './found.ts';
import { keysHeld, searchesFor, trayNamed, type Write } from './lateFinds.ts';
import { canonical, extentOf, listsOf, type OtherSeedsPlan, planOf } from './result.ts';
import { otherSeedsObservation } from './tables.ts';

/**
 * Writes what was found in one tray of a (locked) test and closes it. A species that was named before and is missing
 * now was counted as 0: its old count stays on file, superseded.
 */
export async function countTray(
  { tx, hand, audit, touch }: Write,
  test: BenchTest,
  tray: number,
  body: TrayCount,
  seenVersion: number | null,
): Promise<void> {
  const examined = new Exact(body.examined);
  if (!examined.gt(0)) throw fault('invalid', 'other-seeds.above-0', 'examined');
  const asked = await searchesFor(tx, test);
  body.species.forEach(({ name }, i) => {
    if (!asked(name))
      throw fault('invalid', { is: 'other-seeds.not-searched-test', species: name }, `species.${i}.name`);
  });
  const ever = await allObservations(tx, otherSeedsObservation, [test.id]);
  const mine = ever.filter((one) => trayOf(one.field).tray === tray);
  const newest = mine.at(-1);
  checkVersion(
    seenVersion,
    { version: mine.length, updatedAt: newest?.recordedAt ?? test.updatedAt },
    (await namesOf(tx)).get(newest?.by ?? '') ?? 'somebody',
  );
  const replaced = new Set(ever.map((one) => one.supersedes));
  const before = ever.filter((one) => !replaced.has(one.id));
  const [from] = await tx.select({ massG: vessel.massG }).from(vessel).where(eq(vessel.id, test.vesselId));
  const elsewhere = before
    .filter((one) => trayOf(one.field).name === 'examined' && trayOf(one.field).tray !== tray)
    .reduce((sum, one) => sum.plus(one.value ?? 0), new Exact(0));
  if (from?.massG && examined.plus(elsewhere).gt(from.massG))
    throw fault(
      'invalid',
      elsewhere.isZero()
        ? { is: 'other-seeds.working-sample-holds-g', shownGrams: shownGrams(new Exact(from.massG)) }
        : {
            is: 'other-seeds.working-sample-holds-g-2',
            shownGrams: shownGrams(new Exact(from.massG)),
            elsewhere: shownGrams(elsewhere),
          },
      'examined',
    );
  const closed = before.find((one) => trayOf(one.field).tray === tray && trayOf(one.field).name === 'examined');
  if (!closed) await writeInHand(tx, trayNamed(test, tray), hand, true);
  const superseded = closed ? null : checkKeys(await keysHeld(tx, test.id, tray), body);
  const named = new Set(body.species.map((one) => one.name));
  const gone = speciesIn(
    fieldsOfTray(Object.fromEntries(before.map((one) => [one.field, { text: one.enteredText }])), tray),
  ).filter((one) => !named.has(one.name));
  // What is added to a closed tray was seen when the tray was.
  const stated = seenOf(hand, body, await drawnBefore(tx, test.vesselId));
  const notes = await weighingNotes(tx, body.weighedOn, { examined: body.examined }, hand.at);
  const changes = await recordObservations(
    tx,
    otherSeedsObservation,
    { id: test.id, lotId: test.lotId },
    trayEntries(tray, body.examined, [...body.species, ...gone.map(({ name }) => ({ name, count: 0 }))]).map((one) =>
      one.unit === 'g' ? { ...one, device: notes.examined } : one,
    ),
    { ...hand, seen: closed && body.seenOn === undefined ? seenAs(closed) : stated },
    body.reason,
  );
  if (changes.added.length + changes.corrected.length === 0) return;
  await bumpTest(tx, test, hand);
  await judge(tx, test, hand);
  await audit({
    lotId: test.lotId,
    act: { is: changes.corrected.length > 0 ? 'tray-corrected' : 'tray-counted', test: test.number, tray },
    subject: `test ${test.id}`,
    before: changes.corrected,
    after: { ...body, ...(superseded ? { insteadOfKeys: superseded } : {}) },
    reason: body.reason,
  });
  touch(test.lotId);
}

/**
 * A tray that was tallied is closed on what the server holds of its keys. Answers with the keys that typed figures
 * stand instead of; null where there are none, or they agree.
 */
function checkKeys(held: Record<string, number>, { entry, species }: TrayCount): Record<string, number> | null {
  const said = new Map(species.map((one) => [one.name, one.count]));
  const names = new Set([...Object.keys(held), ...said.keys()]);
  if ([...names].every((name) => (held[name] ?? 0) === (said.get(name) ?? 0))) return null;
  const words = Object.entries(held).map(([name, seeds]) => `${seeds} ${name}`);
  if (entry === 'keys')
    throw fault(
      'conflict',
      { is: 'other-seeds.server-holds-wait-until', figure: words.length > 0 ? words.join(', ') : 'no keys' },
      'species',
    );
  return words.length > 0 ? held : null;
}

async function judge(tx: Write['tx'], test: BenchTest, hand: Hand): Promise<void> {
  const current = await currentObservations(tx, otherSeedsObservation, [test.id]);
  const fields = Object.fromEntries(current.map((one) => [one.field, { text: one.enteredText }]));
  const numbers = [...new Set(current.map((one) => trayOf(one.field).tray))];
  const lot = await lotById(tx, test.lotId);
  const edition = await editionById(tx, test.editionId);
  const plan = planOf(test);
  const known = await speciesList(tx);
  const bindings = await bindingsOf(tx, [test.id]);
  const found = foundIn(
    numbers.map((tray) => {
      const own = fieldsOfTray(fields, tray);
      return { examined: own.examined?.text ?? null, species: speciesIn(own) };
    }),
    edition,
    await methodFor(tx, edition, lot.species, lot.bookKind),
    extentOf(plan),
    canonical((await listsOf(tx, plan)).rows, known),
    (written) => nameIn(written, known, bindings, new Map()),
  );
  if (!found.total || found.examinedG === null) return;
  await keepJudgement(
    tx,
    judged(test),
    current.map((one) => one.id),
    otherSeedsOutcome(found),
    {
      count: found.total.count,
      ...ratePerMass(found.total.count, found.examinedG, 0.95),
      massVerdict: found.massVerdict,
      noxious: found.noxious,
    },
    hand,
  );
}

/** Binds species to keys for this sample; what was tallied before stays with its species. */
export async function bindKeys(
  { tx, audit, person, now }: Pick<WriteContext<unknown>, 'tx' | 'audit' | 'person' | 'now'>,
  test: BenchTest,
  { keys }: KeyBindings,
  /** Of the keys that the writer saw. */
  seenVersion: number | null,
): Promise<void> {
  const asked = await searchesFor(tx, test);
  keys.forEach(({ species }, i) => {
    if (!asked(species)) throw fault('invalid', { is: 'other-seeds.not-searched-test', species }, `keys.${i}.species`);
  });
  const plan = planOf(test);
  // The same keys again: an answer was lost on its way.
  if (JSON.stringify(plan.keys ?? []) === JSON.stringify(keys)) return;
  const version = plan.keysVersion ?? 0;
  checkVersion(
    seenVersion,
    { version, updatedAt: plan.keysBoundAt ? new Date(plan.keysBoundAt) : test.createdAt },
    plan.keysBoundBy ?? 'somebody',
  );
  await tx
    .update(benchTest)
    .set({
      plan: {
        ...plan,
        keys,
        keysVersion: version + 1,
        keysBoundBy: person.name,
        keysBoundAt: now.toISOString(),
      } satisfies OtherSeedsPlan,
    })
    .where(eq(benchTest.id, test.id));
  await audit({
    lotId: test.lotId,
    act: { is: 'keys-bound', test: test.number },
    subject: `test ${test.id}`,
    before: plan.keys ?? [],
    after: keys,
  });
}

/** Starts a search on a working sample; the noxious lists that are in use now are those it is held against. */
export async function startSearch(
  context: Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit' | 'touch'>,
  { vesselId, ...plan }: NewOtherSeedsTest,
): Promise<BenchTest> {
  const { id } = await currentEdition(context.tx, 'noxious');
  return startTest(context, 'other-seeds', vesselId, { ...plan, noxiousId: id });
}
