import { desc, eq, sql } from 'drizzle-orm';
import type { DecisionView, LotBrief, TestFrame } from '@mercato/contract/register/lots';
import type { RequestView } from '@mercato/contract/register/request';
import type { TestStep } from '@mercato/contract/register/steps';
import type { Edition, KindMethod } from '@mercato/core/rule-books/edition';
import type { Kind } from '@mercato/core/rule-books/findKind';
import { prepared, type Reader } from '../database/connect.ts';
import { inOrder } from '../database/inOrder.ts';
import { todayIn } from '../http/day.ts';
import { editionById, kindOf, methodFor } from '../rule-books/editions.ts';
import { type House, houseOf, type Laboratory, LABORATORY_COLUMNS, NO_LABORATORY } from './house.ts';
import { type Lot, lotById } from './lots.ts';
import { benchTest, decision, laboratory, vessel } from './tables.ts';
import type { BenchTest } from './tests.ts';
import { IN_ORDER, massOf, type Vessel } from './vessels.ts';

/** What every step needs of one lot, read once: a write that changes any of it opens the file anew. */
export interface LotFile {
  readonly lot: Lot;
  readonly edition: Edition;
  readonly brief: LotBrief;
  /** Botanical family of the kind; empty where it is not known. */
  readonly family: string;
  /** Thousand-seed weight of the kind, g; null where it is not known. */
  readonly thousandSeedWeightG: Kind['thousandSeedWeightG'];
  /** The row of the lot's kind in its rule book, own figures filled in. */
  readonly method: KindMethod | undefined;
  readonly laboratory: Laboratory;
  readonly lists: House['lists'];
  readonly today: string;
  readonly names: ReadonlyMap<string, string>;
  readonly vessels: readonly Vessel[];
  readonly tests: readonly BenchTest[];
  /** The newest decision on each test, and on the submitted sample; newest first. */
  readonly decisions: readonly DecisionView[];
  /** All that were ever made of the lot. */
  readonly decided: readonly { readonly id: string; readonly step: string }[];
  /** Editions that its tests are judged by. */
  readonly editions: ReadonlyMap<string, Edition>;
}

/** What was asked for with a lot, as it stands. */
export const requestOf = (lot: Lot): RequestView | null => lot.request;

/** Whether the sample came from outside, drawn by the client: nothing is drawn here, and nothing said of the lot. */
export const sentIn = (lot: Lot): boolean => requestOf(lot)?.sampledBy === 'client';

/** @throws {Fault} 404 when there is no such lot */
export async function openFile(tx: Reader, lotId: string, now: Date): Promise<LotFile> {
  return fileOf(tx, await lotById(tx, lotId), now);
}

/**
 * The file of a lot whose row was read already, because it had to be locked.
 * @param by  as if it and its tests were judged by this edition
 */
export async function fileOf(tx: Reader, row: Lot, now: Date, by?: string): Promise<LotFile> {
  const lot = by === undefined ? row : { ...row, editionId: by };
  const edition = await editionById(tx, lot.editionId);
  const { laboratory, names, lists } = await houseOf(tx);
  const { vessels, tests: own } = await seedOf(tx, lot.id);
  const tests = by === undefined ? own : own.map((one) => ({ ...one, editionId: by }));
  const editions = new Map([[lot.editionId, edition]]);
  await inOrder(
    tests.filter((one) => one.editionId !== lot.editionId),
    async (one) => editions.set(one.editionId, await editionById(tx, one.editionId)),
  );
  const kind = await kindOf(tx, lot.species);
  return {
    lot,
    edition,
    brief: briefOf(lot, edition, kind),
    family: kind?.family ?? '',
    thousandSeedWeightG: kind?.thousandSeedWeightG ?? null,
    method: await methodFor(tx, edition, lot.species, lot.bookKind, lists.figures),
    laboratory,
    lists,
    today: todayIn(now, laboratory.zone),
    names,
    vessels,
    tests,
    ...(await decisionsOf(tx, lot.id, tests, vessels, names)),
    editions,
  };
}

/** The seed that was drawn of a lot, each sample with the test that took it. */
async function seedOf(tx: Reader, lotId: string): Promise<Pick<LotFile, 'vessels' | 'tests'>> {
  const rows = await prepared(tx, 'seed of lot', (on, name) =>
    on
      .select({ vessel, test: benchTest })
      .from(vessel)
      .leftJoin(benchTest, eq(benchTest.vesselId, vessel.id))
      .where(eq(vessel.lotId, sql.placeholder('lotId')))
      .orderBy(...IN_ORDER)
      .prepare(name),
  ).execute({ lotId });
  return {
    vessels: rows.map((row) => row.vessel),
    tests: rows.flatMap(({ test }) => test ?? []).sort((a, b) => a.step.localeCompare(b.step) || a.number - b.number),
  };
}

export async function laboratoryOf(tx: Reader): Promise<Laboratory> {
  const [row] = await tx.select(LABORATORY_COLUMNS).from(laboratory);
  return row ?? NO_LABORATORY;
}

export function briefOf(lot: Lot, edition: Edition, kind: Kind | undefined): LotBrief {
  return {
    id: lot.id,
    reference: lot.reference,
    species: lot.species,
    bookKind: lot.bookKind,
    commonName: kind?.commonNames[0] ?? '',
    chaffy: kind?.chaffy ?? false,
    book: edition.book,
    edition: { id: lot.editionId, name: edition.name },
  };
}

async function decisionsOf(
  tx: Reader,
  lotId: string,
  tests: readonly BenchTest[],
  vessels: readonly Vessel[],
  names: ReadonlyMap<string, string>,
): Promise<Pick<LotFile, 'decisions' | 'decided'>> {
  const rows = await prepared(tx, 'decisions of lot', (on, name) =>
    on
      .select()
      .from(decision)
      .where(eq(decision.lotId, sql.placeholder('lotId')))
      .orderBy(desc(decision.at), desc(decision.id))
      .prepare(name),
  ).execute({ lotId });
  const newest = new Map<string, DecisionView>();
  for (const row of rows) {
    const subject = row.testId ?? row.vesselId ?? row.heterogeneityId ?? '';
    if (newest.has(subject)) continue;
    const test = tests.find((one) => one.id === row.testId);
    newest.set(subject, {
      step: row.step as DecisionView['step'],
      subject,
      what: test
        ? `${test.step.replace('-', ' ')} test ${test.number}`
        : row.heterogeneityId !== null
          ? 'a heterogeneity test'
          : vessels.find((one) => one.id === row.vesselId)?.kind === 'primary'
            ? 'a primary sample'
            : 'the submitted sample',
      decision: row.decision,
      reason: row.reason,
      by: names.get(row.by) ?? '',
      at: row.at.toISOString(),
    });
  }
  return { decisions: [...newest.values()], decided: rows.map(({ id, step }) => ({ id, step })) };
}

/** A test of the file as every bench page shows it, with the edition that judges it. */
export interface FiledTest {
  readonly test: BenchTest;
  readonly edition: Edition;
  readonly frame: TestFrame;
}

/** The tests of one step, in the order in which they were started. */
export function testsIn(file: LotFile, step: TestStep): readonly FiledTest[] {
  const samples = new Map(file.vessels.map((one) => [one.id, one]));
  return file.tests
    .filter((one) => one.step === step)
    .map((test) => {
      const edition = file.editions.get(test.editionId) ?? file.edition;
      const sample = samples.get(test.vesselId);
      return {
        test,
        edition,
        frame: {
          id: test.id,
          lotId: test.lotId,
          number: test.number,
          version: test.version,
          vesselCode: sample?.code ?? '',
          sample: {
            id: test.vesselId,
            mass: sample ? massOf(sample) : null,
            seeds: sample?.seeds ?? null,
            gone: sample?.gone ?? null,
          },
          edition: { id: test.editionId, name: edition.name },
          createdBy: file.names.get(test.createdBy) ?? '',
          createdAt: test.createdAt.toISOString(),
          updatedBy: file.names.get(test.updatedBy) ?? '',
          updatedAt: test.updatedAt.toISOString(),
          decision: file.decisions.find((one) => one.subject === test.id) ?? null,
        },
      };
    });
}

/** Working samples drawn for a step that no test has taken yet. */
export function waitingIn(file: LotFile, step: TestStep): readonly Vessel[] {
  return file.vessels.filter(
    (one) => one.kind === 'working' && one.purpose === step && !file.tests.some((test) => test.vesselId === one.id),
  );
}
