import { and, asc, eq, inArray, sql } from 'drizzle-orm';
import type { Extent } from '@mercato/contract/other-seeds/extent';
import type { KeyBinding, OtherSeedsTest, OtherSeedsView, TrayView } from '@mercato/contract/other-seeds/otherSeeds';
import { countsThere, stillToSearchG } from '@mercato/core/other-seeds/judgeSearch';
import { type NoxiousRow, readNoxious } from '@mercato/core/other-seeds/noxious';
import { taxonOf } from '@mercato/core/rule-books/resolveName';
import { Exact } from '@mercato/core/units/mass';
import type { Reader } from '../database/connect.ts';
import { allObservations } from '../database/observations.ts';
import { counts, heldPlaces, lateKeys, takenOf } from '../hands/hands.ts';
import { lateFate } from '../hands/tables.ts';
import { bindingsOf, nameIn } from '../names/names.ts';
import { type LotFile, requestOf, testsIn, waitingIn } from '../register/lotFile.ts';
import { namesOf } from '../register/people.ts';
import { type BenchTest, fieldViews } from '../register/tests.ts';
import { vesselView } from '../register/vessels.ts';
import { currentEdition, editionContent } from '../rule-books/editions.ts';
import { speciesList, type SpeciesList } from '../rule-books/names.ts';
import { fieldsOfTray, speciesIn, trayOf } from './fields.ts';
import { foundIn } from './found.ts';
import { findEvent, otherSeedsObservation } from './tables.ts';

export { reportedOtherSeeds } from './found.ts';

/** How a test is made; what an older release started was a complete search. */
export interface OtherSeedsPlan {
  readonly extent?: Extent;
  readonly named?: readonly string[];
  readonly keys?: readonly KeyBinding[];
  /** Counts how often the keys were bound otherwise, and by whom last. */
  readonly keysVersion?: number;
  readonly keysBoundBy?: string;
  readonly keysBoundAt?: string;
  /** The noxious lists that it is held against. */
  readonly noxiousId?: string;
}
export const planOf = (test: BenchTest): OtherSeedsPlan => test.plan as OtherSeedsPlan;
export const extentOf = (plan: OtherSeedsPlan): Extent => plan.extent ?? 'complete';

interface Lists {
  readonly edition: { readonly id: string; readonly name: string };
  readonly rows: readonly NoxiousRow[];
}
/** Editions never change, so what was read once stays right. */
const known = new Map<string, Lists>();

/** The noxious lists that a test is held against: its own, or for one of an older release those in use. */
export async function listsOf(tx: Reader, plan: OtherSeedsPlan): Promise<Lists> {
  const id = plan.noxiousId ?? (await currentEdition(tx, 'noxious')).id;
  const before = known.get(id);
  if (before) return before;
  const content = await editionContent(tx, id);
  const lists = { edition: { id, name: content.name }, rows: readNoxious(content) };
  known.set(id, lists);
  return lists;
}

export async function readOtherSeeds(tx: Reader, file: LotFile): Promise<OtherSeedsView> {
  const filed = testsIn(file, 'other-seeds');
  const all = await allObservations(
    tx,
    otherSeedsObservation,
    filed.map(({ test }) => test.id),
  );
  const soldIn = requestOf(file.lot)?.soldIn ?? [];
  const bindings = await bindingsOf(
    tx,
    filed.map(({ test }) => test.id),
  );
  const known = filed.length > 0 ? await speciesList(tx) : null;
  let newest: Lists | null = null;
  const tests: OtherSeedsTest[] = [];
  for (const { test, frame, edition } of filed) {
    const plan = planOf(test);
    newest = await listsOf(tx, plan);
    const rows = all.filter((one) => one.subject === frame.id);
    const fields = fieldViews(rows, file.names);
    const trays = [...new Set(rows.map((one) => trayOf(one.field).tray))]
      .sort((a, b) => a - b)
      .map((number): TrayView => {
        const own = fieldsOfTray(fields, number);
        return {
          number,
          version: rows.filter((one) => trayOf(one.field).tray === number).length,
          fields: own,
          examinedG: own.examined ? new Exact(own.examined.text).toNumber() : null,
          species: speciesIn(own),
          tallies: [],
          ...IN_NOBODYS_HAND,
        };
      });
    const mass = file.vessels.find((one) => one.id === test.vesselId)?.massG;
    const sampleG = mass ? Number(mass) : null;
    const own = bindings.filter((one) => one.testId === test.id);
    const found = foundIn(
      trays.map((one) => ({ examined: one.fields.examined?.text ?? null, species: one.species })),
      edition,
      file.method,
      extentOf(plan),
      canonical(newest.rows, known),
      (written) => nameIn(written, known ?? UNKNOWN, own, file.names),
    );
    tests.push({
      ...frame,
      extent: extentOf(plan),
      named: [...(plan.named ?? [])],
      keys: [...(plan.keys ?? [])],
      keysVersion: plan.keysVersion ?? 0,
      trays,
      sampleG,
      ...found,
      stillToSearchG: frame.decision?.decision === 'accept' ? 0 : stillToSearchG(found.massVerdict, sampleG),
      noxious: found.noxious.map((one) => ({ ...one, counts: countsThere(one.jurisdiction, soldIn, edition.book) })),
    });
  }
  return {
    lot: file.brief,
    origin: file.lot.origin,
    leastG: file.method?.otherSeedsG?.value ?? null,
    lists: newest && {
      edition: newest.edition,
      jurisdictions: [...new Set(newest.rows.map((one) => one.jurisdiction))],
      soldIn,
    },
    waiting: waitingIn(file, 'other-seeds').map((one) => vesselView(one, file.names)),
    tests,
    contradictions: [],
    contradictedAt: null,
  };
}

const IN_NOBODYS_HAND = { held: { turn: 0, holder: null, taken: 0 }, late: [] };

/**
 * Adds what was tallied so far, who has which tray in hand, and the keys that came late; only the station asks for it,
 * so that no other write has to.
 */
export async function withTallies(tx: Reader, view: OtherSeedsView): Promise<OtherSeedsView> {
  if (view.tests.length === 0) return view;
  const ids = view.tests.map((one) => one.id);
  const tallies = await tx
    .select({
      testId: findEvent.testId,
      tray: findEvent.tray,
      name: findEvent.species,
      seeds: sql<number>`sum(${findEvent.seeds})::int`,
    })
    .from(findEvent)
    .where(and(inArray(findEvent.testId, ids), counts(findEvent)))
    .groupBy(findEvent.testId, findEvent.tray, findEvent.species);
  const names = await namesOf(tx);
  const heldOf = await heldPlaces(tx, 'tray', ids, names);
  const late = await tx
    .select({
      testId: findEvent.testId,
      tray: findEvent.tray,
      session: findEvent.session,
      by: findEvent.by,
      at: findEvent.at,
      name: findEvent.species,
      seeds: findEvent.seeds,
      fate: lateFate.fate,
    })
    .from(findEvent)
    .leftJoin(lateFate, eq(lateFate.eventId, findEvent.id))
    .where(and(inArray(findEvent.testId, ids), findEvent.late))
    .orderBy(asc(findEvent.at), asc(findEvent.session), asc(findEvent.sequence));
  const none = { version: 0, fields: {}, examinedG: null, species: [], tallies: [] };
  return {
    ...view,
    tests: view.tests.map((test) => {
      const mine = tallies.filter((one) => one.testId === test.id && one.seeds !== 0);
      const lateHere = late.filter((one) => one.testId === test.id);
      const keyed = [...mine, ...lateHere].map((one) => one.tray);
      const numbers = [...new Set([...test.trays.map((one) => one.number), ...keyed])];
      return {
        ...test,
        trays: numbers
          .sort((a, b) => a - b)
          .map((number) => ({
            ...(test.trays.find((one) => one.number === number) ?? { number, ...none }),
            tallies: mine.filter((one) => one.tray === number).map(({ name, seeds }) => ({ name, seeds })),
            held: {
              ...heldOf(test.id, number),
              taken: takenOf(lateHere.filter((one) => one.tray === number)),
            },
            late: lateKeys(
              lateHere.filter((one) => one.tray === number),
              names,
            ),
          })),
      };
    }),
  };
}

const UNKNOWN: Pick<SpeciesList, 'resolve' | 'since'> = {
  resolve: () => ({ rank: 'unknown' }),
  since: () => null,
};

/** Names of a list as finds are bound: a synonym in a list is the species. */
export const canonical = (rows: readonly NoxiousRow[], known: SpeciesList | null): readonly NoxiousRow[] =>
  known === null ? rows : rows.map((row) => ({ ...row, species: taxonOf(known.resolve(row.species)) ?? row.species }));
