import { desc, eq, inArray, sql, type SQL } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { Standing } from '@mercato/contract/lot-sheet/standing';
import type { LotHeader } from '@mercato/contract/register/lots';
import { nextReference } from '@mercato/core/register/nextReference';
import type { Book } from '@mercato/core/rule-books/edition';
import { type Kind, methodsFor } from '@mercato/core/rule-books/findKind';
import type { MassUnit } from '@mercato/core/units/gramsPer';
import { toGrams } from '@mercato/core/units/mass';
import { brokeConstraint, forUpdate, type Reader, type Transaction } from '../database/connect.ts';
import { fault } from '../http/fault.ts';
import { waitingFor } from '../http/waiting.ts';
import { currentEdition, editionById, kindOf } from '../rule-books/editions.ts';
import type { AuditNote } from './audit.ts';
import { lot, lotRevision } from './tables.ts';

export type Lot = typeof lot.$inferSelect;

export async function lotById(tx: Reader, id: string): Promise<Lot> {
  const [row] = await tx.select().from(lot).where(eq(lot.id, id));
  if (!row) throw fault('not-found', 'register.no-such-lot');
  return row;
}

/** Locks a lot's row: writes that must see each other's vessels and tests go through it. */
export async function lockLot(tx: Transaction, id: string): Promise<Lot> {
  const [row] = await waitingFor(
    { is: 'register.lot-being-written' },
    forUpdate(tx, tx.select().from(lot).where(eq(lot.id, id))),
  );
  if (!row) throw fault('not-found', 'register.no-such-lot');
  return row;
}

/** Locks the lot that something belongs to, before that itself: one order for all. `lotId` is a query of its id. */
export async function lockLotOf(tx: Transaction, lotId: SQL): Promise<void> {
  await waitingFor(
    { is: 'register.lot-being-written' },
    forUpdate(
      tx,
      tx
        .select({ id: lot.id })
        .from(lot)
        .where(sql`${lot.id} = (${lotId})`),
    ),
  );
}

/** @throws {Fault} 409 when the lot was divided: its parts are sampled, tested and released, each on its own */
export function refuseDivided(row: Lot): void {
  if (row.parts.length > 0)
    throw fault('conflict', { is: 'register.lot-divided-into-go', parts: row.parts.join(', ') }, 'lot');
}

const EMPTY_STANDING: Standing = { step: 'sampling', mark: 'next', stands: { is: 'to-sample' } };

/**
 * Opens a lot.
 * @throws {Fault} 422 for an unknown kind or an impossible harvest, 409 for a reference that is taken
 */
export async function openLot(
  tx: Transaction,
  header: LotHeader,
  hand: { personId: string; at: Date },
  audit: (note: AuditNote) => Promise<void>,
  from: Pick<Lot, 'batchId' | 'treatments'> = { batchId: null, treatments: [] },
): Promise<Lot> {
  const edition = await currentEdition(tx, header.book);
  const columns = await headerColumns(tx, header, edition.id, hand.at);
  const id = uuid();
  const [row] = await waitingFor(
    { is: 'register.reference-being-opened', reference: header.reference },
    tx
      .insert(lot)
      .values({
        id,
        version: 1,
        ...columns,
        ...from,
        createdAt: hand.at,
        updatedAt: hand.at,
        updatedBy: hand.personId,
        state: 'open',
        standing: EMPTY_STANDING,
      })
      .returning()
      .catch(takenReference),
  );
  if (!row) throw new Error('the lot was not stored');
  await tx.insert(lotRevision).values({ lotId: id, version: 1, header, by: hand.personId, at: hand.at, reason: null });
  await audit({ lotId: id, act: { is: 'lot-opened' }, subject: `lot ${header.reference}`, after: header });
  return row;
}

/** Corrects a lot's header: the old one stays in `lot_revision`. The rule book is pinned once tests exist. */
export async function correctLot(
  tx: Transaction,
  before: Lot,
  header: LotHeader,
  hand: { personId: string; at: Date },
  reason: string,
  hasTests: boolean,
  audit: (note: AuditNote) => Promise<void>,
): Promise<Lot> {
  const old = headerOf(before, await bookOf(tx, before));
  if (hasTests && (old.book !== header.book || old.species !== header.species))
    throw fault('conflict', 'register.tests-exist-kind-rule', old.book === header.book ? 'species' : 'book');
  const editionId = old.book === header.book ? before.editionId : (await currentEdition(tx, header.book)).id;
  const columns = await headerColumns(tx, header, editionId, hand.at);
  const version = before.version + 1;
  const [row] = await tx
    .update(lot)
    .set({ ...columns, version, updatedAt: hand.at, updatedBy: hand.personId })
    .where(eq(lot.id, before.id))
    .returning()
    .catch(takenReference);
  if (!row) throw fault('not-found', 'register.no-such-lot');
  await tx.insert(lotRevision).values({ lotId: before.id, version, header, by: hand.personId, at: hand.at, reason });
  await audit({
    lotId: before.id,
    act: { is: 'lot-corrected' },
    subject: `lot ${header.reference}`,
    before: old,
    after: header,
    reason,
  });
  return row;
}

async function headerColumns(tx: Reader, header: LotHeader, editionId: string, now: Date) {
  const kind = await kindOf(tx, header.species);
  if (!kind) throw fault('invalid', { is: 'register.not-list-choose', species: header.species }, 'species');
  const edition = await editionById(tx, editionId);
  const bookKinds = methodsFor(edition, header.species).map((one) => one.bookKind);
  if (header.bookKind === null && bookKinds.length > 1)
    throw fault('invalid', { is: 'register.choose', bookKinds: bookKinds.join(', ') }, 'bookKind');
  if (header.bookKind !== null && !bookKinds.includes(header.bookKind))
    throw fault(
      'invalid',
      bookKinds.length > 0
        ? { is: 'register.one-of', bookKinds: bookKinds.join(', ') }
        : { is: 'register.rule-book-does-not' },
      'bookKind',
    );
  const thisMonth = now.getUTCFullYear() * 12 + now.getUTCMonth() + 1;
  if (header.harvestYear * 12 + (header.harvestMonth ?? 1) > thisMonth)
    throw fault('invalid', 'http.lies-future', 'harvestYear');
  const kilograms = toGrams(header.mass).div(1000);
  if (!kilograms.gt(0)) throw fault('invalid', 'http.above-0', 'mass.text');
  const containerKg = header.containerMass === null ? null : toGrams(header.containerMass).div(1000);
  if (containerKg && !containerKg.gt(0)) throw fault('invalid', 'http.above-0', 'containerMass.text');
  return {
    reference: header.reference,
    editionId,
    species: header.species,
    bookKind: header.bookKind ?? (bookKinds.length === 1 ? (bookKinds[0] ?? null) : null),
    variety: header.variety,
    harvestYear: header.harvestYear,
    harvestMonth: header.harvestMonth,
    massText: header.mass.text,
    massUnit: header.mass.unit,
    massKg: kilograms.toString(),
    containers: header.containers,
    containerMassText: header.containerMass?.text ?? null,
    containerMassUnit: header.containerMass?.unit ?? null,
    containerMassKg: containerKg?.toString() ?? null,
    origin: header.origin,
    searchText: searchText(header, kind),
  };
}

function searchText(header: LotHeader, kind: Kind): string {
  return foldText(
    [header.reference, header.variety, header.origin, kind.species, ...kind.commonNames, ...kind.synonyms].join(' '),
  );
}

/** Most references that are tried, one after the other. */
const TRIES = 50;

/** The reference that follows the newest lot's and that no lot has; null where none follows. */
export async function freeReference(tx: Reader): Promise<string | null> {
  const [newest] = await tx
    .select({ reference: lot.reference })
    .from(lot)
    .orderBy(desc(lot.createdAt), desc(lot.id))
    .limit(1);
  const following: string[] = [];
  let next = newest ? nextReference(newest.reference) : null;
  while (next !== null && following.length < TRIES) {
    following.push(next);
    next = nextReference(next);
  }
  const taken = new Set(
    following.length === 0
      ? []
      : (await tx.select({ reference: lot.reference }).from(lot).where(inArray(lot.reference, following))).map(
          (one) => one.reference,
        ),
  );
  return following.find((one) => !taken.has(one)) ?? null;
}

export function foldText(text: string): string {
  return text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();
}

function takenReference(error: unknown): never {
  if (brokeConstraint(error, 'lot_reference_unique'))
    throw fault('conflict', 'register.lot-reference-exists', 'reference');
  throw error;
}

export async function bookOf(tx: Reader, row: Lot): Promise<Book> {
  return (await editionById(tx, row.editionId)).book;
}

export function headerOf(row: Lot, book: Book): LotHeader {
  return {
    reference: row.reference,
    species: row.species,
    bookKind: row.bookKind,
    variety: row.variety,
    harvestYear: row.harvestYear,
    harvestMonth: row.harvestMonth,
    mass: { text: row.massText, unit: row.massUnit as MassUnit },
    containers: row.containers,
    containerMass:
      row.containerMassText === null ? null : { text: row.containerMassText, unit: row.containerMassUnit as MassUnit },
    origin: row.origin,
    book,
  };
}
