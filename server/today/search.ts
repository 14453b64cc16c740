import { and, desc, eq, ilike, or, sql } from 'drizzle-orm';
import { type Found, type Hit, LEAST_SOUGHT } from '@mercato/contract/register/search';
import { searchKinds } from '@mercato/core/rule-books/findKind';
import type { Reader } from '../database/connect.ts';
import { anywhere, holdsWords } from '../register/holdsWords.ts';
import { benchTest, lot } from '../register/tables.ts';
import { allKinds } from '../rule-books/editions.ts';
import { findBatches } from '../cleaning/result.ts';
import { accession, packet, storePlace } from '../store/tables.ts';

/** Most of each kind: who sees more of them writes more. */
const MOST = 6;

/** Lots, dishes by their cabinet, packets, batches of the shed, places and kinds that hold every typed word; newest first. */
export async function findAnything(tx: Reader, typed: string): Promise<Found> {
  const text = typed.trim();
  if (text.length < LEAST_SOUGHT) return { hits: [] };
  const pattern = anywhere(text.toLowerCase());
  const client = sql<string | null>`${lot.request}->>'client'`;
  const lots = await tx
    .select({ id: lot.id, reference: lot.reference, species: lot.species, variety: lot.variety, client })
    .from(lot)
    .where(or(and(...holdsWords(lot.searchText, text)), sql`lower(${client}) like ${pattern}`))
    .orderBy(desc(lot.createdAt), desc(lot.id))
    .limit(MOST);
  const cabinet = sql<string>`${benchTest.plan}->>'place'`;
  const dishes = await tx
    .select({ id: lot.id, reference: lot.reference, cabinet })
    .from(benchTest)
    .innerJoin(lot, eq(lot.id, benchTest.lotId))
    .where(and(eq(benchTest.step, 'germination'), sql`lower(${cabinet}) like ${pattern}`))
    .orderBy(desc(benchTest.createdAt))
    .limit(MOST);
  const packets = await tx
    .select({
      id: packet.id,
      code: packet.code,
      kind: accession.kind,
      variety: accession.variety,
      year: accession.harvestYear,
    })
    .from(packet)
    .innerJoin(accession, eq(accession.id, packet.accessionId))
    .where(and(eq(packet.undone, false), ...holdsWords(packet.searchText, text)))
    .orderBy(desc(packet.createdAt), desc(packet.id))
    .limit(MOST);
  const batches = await findBatches(tx, text, MOST);
  const places = await tx
    .select({ id: storePlace.id, name: storePlace.name, kind: storePlace.kind })
    .from(storePlace)
    .where(and(eq(storePlace.removed, false), ilike(storePlace.name, anywhere(text))))
    .limit(MOST);
  const hits: Hit[] = [
    ...lots.map((one): Hit => ({
      kind: 'lot',
      name: one.reference,
      beside: [one.species, one.variety, one.client].filter(Boolean).join(', '),
      open: `/lots/${one.id}`,
    })),
    ...dishes.map((one): Hit => ({
      kind: 'dishes',
      name: one.cabinet,
      beside: one.reference,
      open: `/lots/${one.id}/germination`,
    })),
    ...packets.map((one): Hit => ({
      kind: 'packet',
      name: [one.kind, one.variety].filter(Boolean).join(' '),
      beside: `${one.year}, ${one.code}`,
      open: `/store/packets/${one.id}`,
    })),
    ...batches,
    ...places.map((one): Hit => ({ kind: 'place', name: one.name, beside: one.kind, open: `/store?place=${one.id}` })),
    ...searchKinds(await allKinds(tx), text)
      .slice(0, MOST)
      .map((one): Hit => ({
        kind: 'kind',
        name: one.commonNames[0] ?? one.species,
        beside: one.species,
        open: `/lots?q=${encodeURIComponent(one.species)}`,
      })),
  ];
  return { hits };
}
