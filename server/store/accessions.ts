import { desc, eq, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { AccessionHeader, AccessionView } from '@mercato/contract/store/accessions';
import type { Kind } from '@mercato/core/rule-books/findKind';
import { comesTrue } from '@mercato/core/store/comesTrue';
import { forUpdate, type Reader } from '../database/connect.ts';
import { checkVersion } from '../http/asked.ts';
import type { WriteContext } from '../http/context.ts';
import { fault } from '../http/fault.ts';
import { waitingFor } from '../http/waiting.ts';
import { foldText } from '../register/lots.ts';
import { namesOf } from '../register/people.ts';
import { kindOf } from '../rule-books/editions.ts';
import { accession, accessionRevision, packet } from './tables.ts';

export type Accession = typeof accession.$inferSelect;
type Write = Pick<WriteContext<unknown>, 'tx' | 'hand' | 'audit'>;

/** Any fixed number: whoever gives the next running number holds this lock until the transaction ends. */
const NUMBER_LOCK = 431_018_279;

export async function accessionById(tx: Reader, id: string): Promise<Accession> {
  const [row] = await tx.select().from(accession).where(eq(accession.id, id));
  if (!row) throw fault('not-found', 'store.no-such-harvest-store');
  return row;
}

/** The next running numbers; nobody else gets one until the transaction ends. */
export async function nextNumbers(tx: Reader, count: number): Promise<string[]> {
  await waitingFor({ is: 'store.numbers-being-given' }, tx.execute(sql`select pg_advisory_xact_lock(${NUMBER_LOCK})`));
  const [last] = await tx
    .select({ n: sql<number>`coalesce(max(substring(${accession.number} from 3)::int), 0)` })
    .from(accession);
  return Array.from({ length: count }, (_, i) => `A-${String((last?.n ?? 0) + 1 + i).padStart(4, '0')}`);
}

/**
 * Takes a harvest into the store, under the next running number.
 * @throws {Fault} 422 for a species that the list does not know, or a harvest in the future
 */
export async function addAccession({ tx, hand, audit }: Write, header: AccessionHeader): Promise<Accession> {
  await checkHeader(tx, header, hand.at, 'accession.');
  const [number = ''] = await nextNumbers(tx, 1);
  const row: Accession = {
    id: uuid(),
    number,
    version: 1,
    ...columns(header),
    updatedBy: hand.personId,
    updatedAt: hand.at,
  };
  await tx.insert(accession).values(row);
  await tx
    .insert(accessionRevision)
    .values({ accessionId: row.id, version: 1, header, by: hand.personId, at: hand.at, reason: null });
  await audit({ act: { is: 'harvest-taken-in' }, subject: `harvest ${number}`, after: header });
  return row;
}

/** Corrects what is known of a harvest; what was known before is kept, and a change needs its reason. */
export async function changeAccession(
  { tx, hand, audit }: Write,
  id: string,
  header: AccessionHeader,
  reason: string | undefined,
  seenVersion: number | null,
): Promise<Accession> {
  const [row] = await forUpdate(tx, tx.select().from(accession).where(eq(accession.id, id)));
  if (!row) throw fault('not-found', 'store.no-such-harvest-store');
  checkVersion(seenVersion, row, (await namesOf(tx)).get(row.updatedBy) ?? 'somebody');
  const changed = changedIn(row.header, header);
  if (changed.length === 0) return row;
  if (!reason)
    throw fault(
      'invalid',
      {
        is: 'store.say-why-changed',
        changed: changed.join(', '),
        figure: changed.length === 1 ? 'is' : 'are',
      },
      'reason',
    );
  await checkHeader(tx, header, hand.at, '');
  const next = { ...columns(header), version: row.version + 1, updatedBy: hand.personId, updatedAt: hand.at };
  await tx.update(accession).set(next).where(eq(accession.id, id));
  await tx
    .insert(accessionRevision)
    .values({ accessionId: id, version: next.version, header, by: hand.personId, at: hand.at, reason });
  // The list is searched by packet, so its words follow.
  const packets = await tx.select().from(packet).where(eq(packet.accessionId, id));
  const kind = await kindIn(tx, header);
  for (const one of packets)
    await tx
      .update(packet)
      .set({ searchText: wordsOf(header, row.number, one, kind) })
      .where(eq(packet.id, one.id));
  await audit({
    act: { is: 'harvest-corrected' },
    subject: `harvest ${row.number}`,
    before: row.header,
    after: header,
    reason,
  });
  return { ...row, ...next };
}

export const columns = (header: AccessionHeader) => ({
  kind: header.kind,
  species: header.species,
  variety: header.variety,
  harvestYear: header.harvestYear,
  header,
});

/** `path` leads to the header in what was sent. */
async function checkHeader(tx: Reader, header: AccessionHeader, now: Date, path: string): Promise<void> {
  if (header.species !== '' && !(await kindOf(tx, header.species)))
    throw fault('invalid', { is: 'store.not-list-kinds-leave', species: header.species }, `${path}species`);
  const lies = (field: 'harvestYear' | 'harvestMonth', month: number) => {
    // A day ahead: it is tomorrow already somewhere.
    if (Date.UTC(header.harvestYear, month - 1, 1) > now.getTime() + 86_400_000)
      throw fault('invalid', 'store.lies-future-harvest-have', `${path}${field}`);
  };
  lies('harvestYear', 1);
  lies('harvestMonth', header.harvestMonth ?? 1);
}

/** Names of what differs between two headers. */
function changedIn(before: AccessionHeader, after: AccessionHeader): string[] {
  return Object.keys(after).filter((key) => {
    const name = key as keyof AccessionHeader;
    return JSON.stringify(before[name]) !== JSON.stringify(after[name]);
  });
}

export async function accessionView(tx: Reader, row: Accession): Promise<AccessionView> {
  const names = await namesOf(tx);
  const all = await tx
    .select()
    .from(accessionRevision)
    .where(eq(accessionRevision.accessionId, row.id))
    .orderBy(desc(accessionRevision.version));
  const header = row.header;
  return {
    id: row.id,
    number: row.number,
    version: row.version,
    header,
    comesTrue: comesTrue(header),
    earlier: all.slice(0, -1).map((one, i) => ({
      version: one.version,
      by: names.get(one.by) ?? '',
      at: one.at.toISOString(),
      reason: one.reason,
      changed: changedIn((all[i + 1]?.header ?? {}) as AccessionHeader, one.header),
    })),
  };
}

/** Words that a packet is found by, folded. */
export async function searchText(
  tx: Reader,
  header: AccessionHeader,
  number: string,
  own: { readonly code: string; readonly supplier: string; readonly note: string },
): Promise<string> {
  return wordsOf(header, number, own, await kindIn(tx, header));
}

const kindIn = async (tx: Reader, { species }: AccessionHeader): Promise<Kind | undefined> =>
  species === '' ? undefined : kindOf(tx, species);

export function wordsOf(
  header: AccessionHeader,
  number: string,
  own: { readonly code: string; readonly supplier: string; readonly note: string },
  kind: Kind | undefined,
): string {
  return foldText(
    [
      number,
      header.kind,
      header.variety,
      header.from,
      header.species,
      ...(kind?.commonNames ?? []),
      String(header.harvestYear),
      own.code,
      own.supplier,
      own.note,
    ].join(' '),
  );
}
