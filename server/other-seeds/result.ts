import { and, asc, eq, inArray, sql } from 'drizzle-orm';
import { isReduced, type Extent } from '@mercato/contract/other-seeds/extent';
import type { StepLine } from '@mercato/contract/lot-sheet/standing';
import {
  type FoundSpecies,
  type KeyBinding,
  type OtherSeedsTest,
  type OtherSeedsView,
  type TrayView,
} from '@mercato/contract/other-seeds/otherSeeds';
import type { FoundName } from '@mercato/contract/names/names';
import { judgeNoxious, readNoxious, type NoxiousRow, type NoxiousVerdict } from '@mercato/core/other-seeds/noxious';
import { countsThere, stillToSearchG } from '@mercato/core/other-seeds/judgeSearch';
import { ratePerMass } from '@mercato/core/other-seeds/ratePerMass';
import { judgeLeastMass } from '@mercato/core/rule-books/leastMass';
import type { Edition, Figure, KindMethod } from '@mercato/core/rule-books/edition';
import { Exact, writtenDecimals } from '@mercato/core/units/mass';
import { worst, type Outcome, type Verdict } from '@mercato/core/verdict/verdict';
import type { Reader } from '../database/connect.ts';
import { counts, heldPlaces, lateKeys, takenOf } from '../hands/hands.ts';
import { lateFate } from '../hands/tables.ts';
import { namesOf } from '../register/people.ts';
import { allObservations } from '../database/observations.ts';
import { requestOf, testsIn, waitingIn, type LotFile } from '../register/lotFile.ts';
import type { BenchTest } from '../register/tests.ts';
import { covers, fieldViews, handsOf, notSetAside, withoutTest } from '../register/tests.ts';
import { vesselView } from '../register/vessels.ts';
import { taxonOf } from '@mercato/core/rule-books/resolveName';
import { currentEdition, editionContent } from '../rule-books/editions.ts';
import { speciesList, type SpeciesList } from '../rule-books/names.ts';
import { bindingsOf, nameIn, namesSaid } from '../names/names.ts';
import { findsOf } from './finds.ts';
import { fieldsOfTray, speciesIn, trayOf } from './fields.ts';
import { findEvent, otherSeedsObservation } from './tables.ts';

const CONFIDENCE = 0.95;

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

/** The mass searched against the least for the kind; a reduced search needs a share of it. The Act's list of noxious weeds has its own column. */
export function searchedMassOf(
  edition: Edition,
  method: KindMethod | undefined,
  extent: Extent,
  examined: string,
): Verdict {
  const share = isReduced(extent) ? edition.parameterIfAny('other_seeds_reduced_share') : undefined;
  const least = method?.otherSeedsG;
  const asked: Figure<number> | undefined =
    least && share ? { value: least.value * share.value, rule: share.rule } : least;
  return judgeLeastMass('mass searched', new Exact(examined), asked, writtenDecimals(examined));
}

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

type Found = Pick<OtherSeedsTest, 'examinedG' | 'massVerdict' | 'species' | 'names' | 'total'> & {
  readonly noxious: readonly NoxiousVerdict[];
};

/** What the trays of a test say was found together; nothing while no tray is closed. */
export function foundIn(
  /** Each with its mass as written; null while it is open. */
  trays: readonly { readonly examined: string | null; readonly species: TrayView['species'] }[],
  edition: Edition,
  method: KindMethod | undefined,
  extent: Extent,
  noxious: readonly NoxiousRow[],
  nameOf: (written: string) => FoundName,
): Found {
  const closed = trays.flatMap(({ examined, species }) => (examined === null ? [] : [{ text: examined, species }]));
  if (closed.length === 0)
    return { examinedG: null, massVerdict: null, species: [], names: [], total: null, noxious: [] };
  const examined = closed.reduce((sum, one) => sum.plus(one.text), new Exact(0));
  const examinedG = examined.toNumber();
  const counts = new Map<string, number>();
  for (const { name, count } of closed.flatMap((one) => one.species)) counts.set(name, (counts.get(name) ?? 0) + count);
  const names = [...counts.keys()].map(nameOf);
  const species = [...counts]
    .map(([name, count]): FoundSpecies => ({
      name,
      taxon: names.find((one) => one.written === name)?.taxon ?? null,
      count,
      rate: ratePerMass(count, examinedG, CONFIDENCE),
    }))
    .sort((a, b) => b.count - a.count || a.name.localeCompare(b.name));
  const count = species.reduce((sum, one) => sum + one.count, 0);
  return {
    examinedG,
    massVerdict: searchedMassOf(
      edition,
      method,
      extent,
      examined.toFixed(Math.max(...closed.map((one) => writtenDecimals(one.text)))),
    ),
    species,
    names,
    total: { count, rate: ratePerMass(count, examinedG, CONFIDENCE) },
    noxious: [...judgeNoxious(noxious, findsOf(counts, names), examinedG)],
  };
}

/** The worse of the mass searched and what the lists say. */
export const otherSeedsOutcome = (found: Pick<Found, 'massVerdict' | 'noxious'>): Outcome =>
  worst([...(found.massVerdict ? [found.massVerdict.outcome] : []), ...found.noxious.map((one) => one.outcome)]);

export function reportedOtherSeeds(view: OtherSeedsView): OtherSeedsTest | undefined {
  return notSetAside(view.tests).at(-1);
}

/** Names that nobody can judge: bound to no species, and taxa of which a list that counts names some. */
export function unknownIn(test: OtherSeedsTest): { readonly unbound: string[]; readonly unclear: string[] } {
  const unbound = test.names.filter((one) => one.taxon === null).map((one) => one.written);
  const unclear = test.noxious.filter((one) => one.counts && one.consequence === 'unclear').map((one) => one.species);
  return { unbound, unclear: [...new Set(unclear)].filter((one) => !unbound.includes(one)) };
}

/** The other-seeds line of the lot sheet. */
export function otherSeedsLine(view: OtherSeedsView, sampled: boolean): StepLine<'other-seeds'> {
  const base = { step: 'other-seeds', by: null, at: null, blocks: [] } as const;
  const test = reportedOtherSeeds(view);
  if (!test)
    return {
      ...base,
      ...withoutTest(view.waiting, sampled),
    };
  const hand = handsOf(
    test.trays.flatMap((one) => Object.values(one.fields)),
    { by: test.createdBy, at: test.createdAt },
  );
  const { examinedG, extent } = test;
  if (!test.total || examinedG === null) return { ...base, ...hand, mark: 'next', stands: { is: 'to-search' } };
  const { count, rate } = test.total;
  if (test.stillToSearchG > 0)
    return {
      ...base,
      ...hand,
      mark: 'next',
      stands: { is: 'searching', count, examinedG, leftG: test.stillToSearchG },
    };
  const light = test.massVerdict?.outcome === 'outside';
  const { unbound, unclear } = unknownIn(test);
  const noSale = test.noxious.find((one) => one.counts && one.consequence === 'no-sale');
  const barred = noSale && { species: noSale.species, jurisdiction: noSale.jurisdiction };
  const against = [...view.contradictions];
  const written = [hand.at, ...namesSaid(test.names)].sort().at(-1) ?? hand.at;
  const accepted = covers(test.decision, written);
  return {
    ...base,
    ...hand,
    mark:
      light || barred || against.length > 0 ? 'outside' : unbound.length + unclear.length > 0 ? 'not-judged' : 'within',
    stands: {
      is: 'searched',
      extent,
      count,
      examinedG,
      perKg: rate.perKg.estimate,
      perLb: rate.perLb.estimate,
      perKgUpper: rate.perKg.upper,
      light: light ? { leastG: test.massVerdict?.limit ?? null, accepted } : null,
      barred: barred ? { ...barred, accepted } : null,
      unbound,
      unclear,
      against,
    },
    blocks: [
      ...(barred && !accepted ? [{ is: 'barred' as const, ...barred }] : []),
      ...(unbound.length > 0 && !accepted ? [{ is: 'unbound' as const, names: unbound }] : []),
      ...(unclear.length > 0 && !accepted ? [{ is: 'unclear' as const, names: unclear }] : []),
      ...(against.length > 0 && !covers(test.decision, view.contradictedAt ?? written)
        ? [{ is: 'contradicted' as const, against }]
        : []),
      ...(light && !covers(test.decision, hand.at) ? [{ is: 'light' as const }] : []),
    ],
  };
}
