import { sql } from 'drizzle-orm';
import * as pg from 'drizzle-orm/pg-core';
import type { DialReading } from '@mercato/contract/air/care';
import type { AccessionHeader } from '@mercato/contract/store/accessions';
import type { ListReading } from '@mercato/contract/store/lists';
import { type Busy, type LastTest, PLACE_KINDS } from '@mercato/contract/store/packets';
import type { Band } from '@mercato/core/air/air';
import type { PlaceEntry } from '@mercato/core/air/placeBook';
import type { PacketEntry } from '@mercato/core/store/packetBook';
import { idOf, instant, oneOf } from '../database/columns.ts';
import { changed, person, written } from '../register/peopleTables.ts';

/** Rooms, refrigerators, drawers, boxes, envelopes: what packets lie in, one in the other. */
export const storePlace = pg.pgTable(
  'store_place',
  {
    id: pg.uuid('id').primaryKey(),
    parentId: idOf('parent_id', (): pg.AnyPgColumn => storePlace.id),
    kind: pg.text('kind', { enum: PLACE_KINDS }).notNull(),
    name: pg.text('name').notNull(),
    code: pg.text('code').notNull().unique(),
    /** How many dishes stand on it; null = it is none for dishes. */
    dishPlaces: pg.integer('dish_places'),
    /** Within what its air is to stay, and when silence is an alarm; null where nobody said. */
    band: pg.jsonb('band').$type<Band>(),
    /** Where its logger is heard, tcp://address:port; empty where it has none. */
    logger: pg.text('logger').notNull().default(''),
    /** When its logger was last asked by itself: of several servers one does. */
    askedAt: instant('asked_at'),
    /** The list that made it. */
    listId: idOf('list_id', (): pg.AnyPgColumn => storeList.id),
    /** It is no more: it stays on file for what lay in it, and in no map. */
    removed: pg.boolean('removed').notNull().default(false),
    version: pg.integer('version').notNull().default(1),
    ...changed,
  },
  () => [oneOf('store_place_kind', 'kind', PLACE_KINDS)],
);

/** The newest header of each harvest; all of them stand in `accession_revision`. */
export const accession = pg.pgTable(
  'accession',
  {
    id: pg.uuid('id').primaryKey(),
    /** Running number of the store, such as A-0012. */
    number: pg.text('number').notNull().unique(),
    version: pg.integer('version').notNull(),
    kind: pg.text('kind').notNull(),
    species: pg.text('species').notNull(),
    variety: pg.text('variety').notNull(),
    harvestYear: pg.integer('harvest_year').notNull(),
    header: pg.jsonb('header').$type<AccessionHeader>().notNull(),
    ...changed,
  },
  (t) => [pg.index('accession_species').on(t.species)],
);

export const accessionRevision = pg.pgTable(
  'accession_revision',
  {
    accessionId: idOf('accession_id', () => accession.id).notNull(),
    version: pg.integer('version').notNull(),
    header: pg.jsonb('header').$type<AccessionHeader>().notNull(),
    ...written,
    reason: pg.text('reason'),
  },
  (t) => [pg.primaryKey({ columns: [t.accessionId, t.version] })],
);

/** A packet of one harvest. What is left and where it lies follows from its lines, and is kept beside them for the list. */
export const packet = pg.pgTable(
  'packet',
  {
    id: pg.uuid('id').primaryKey(),
    accessionId: idOf('accession_id', () => accession.id).notNull(),
    code: pg.text('code').notNull().unique(),
    packedOn: pg.text('packed_on').notNull(),
    supplier: pg.text('supplier').notNull(),
    wrapping: pg.text('wrapping').notNull(),
    note: pg.text('note').notNull(),
    /** What this packet's seed was treated with, beside its harvest; empty = as the harvest says. */
    treated: pg.text('treated').notNull().default(''),
    version: pg.integer('version').notNull().default(1),
    placeId: idOf('place_id', () => storePlace.id),
    measure: pg.text('measure').notNull(),
    /** Seeds, or grams. */
    left: pg.numeric('left').notNull(),
    searchText: pg.text('search_text').notNull(),
    /** The newest test of it, as it ended. */
    lastTest: pg.jsonb('last_test').$type<LastTest>(),
    /** The batch in which it dries, freezes or warms up, and until when; null = in none. */
    busy: pg.jsonb('busy').$type<Busy>(),
    /** The list that it came in with, and the line of it. */
    listId: idOf('list_id', () => storeList.id),
    listLine: pg.integer('list_line'),
    /** It came in with a list that was undone: it is on file and in no list of packets. */
    undone: pg.boolean('undone').notNull().default(false),
    ...changed,
    createdAt: instant('created_at').notNull(),
  },
  (t) => [
    pg.index('packet_accession').on(t.accessionId),
    pg.index('packet_place').on(t.placeId),
    pg.index('packet_list').on(t.listId),
    pg.index('packet_newest').on(t.createdAt.desc(), t.id.desc()),
    pg.index('packet_search').using('gin', sql`search_text gin_trgm_ops`),
    pg.check('packet_measure', sql`measure in ('count','mass')`),
    pg.check('packet_left', sql`"left" >= 0 and "left" <> 'NaN'`),
  ],
);

/** What happened to a packet, line by line. Written once; a later line strikes an earlier one. */
export const packetLine = pg.pgTable(
  'packet_line',
  {
    packetId: idOf('packet_id', () => packet.id).notNull(),
    /** From 0, without a gap. */
    line: pg.integer('line').notNull(),
    entry: pg.jsonb('entry').$type<PacketEntry>().notNull(),
    ...written,
  },
  (t) => [pg.primaryKey({ columns: [t.packetId, t.line] }), pg.check('packet_line_number', sql`line >= 0`)],
);

/** A list of packets as somebody kept it: the file byte by byte, and how it was read. */
export const storeList = pg.pgTable(
  'store_list',
  {
    id: pg.uuid('id').primaryKey(),
    name: pg.text('name').notNull(),
    what: pg.text('what').notNull().default('packets'),
    /** The place whose climate it is. */
    placeId: idOf('place_id', () => storePlace.id),
    base64: pg.text('base64').notNull(),
    sha256: pg.text('sha256').notNull(),
    state: pg.text('state').notNull().default('open'),
    reading: pg.jsonb('reading').$type<ListReading>().notNull(),
    version: pg.integer('version').notNull().default(1),
    ...written,
    ...changed,
  },
  (t) => [
    pg.index('store_list_same').on(t.sha256),
    pg.check('store_list_what', sql`what in ('packets','climate') and (what = 'climate') = (place_id is not null)`),
    pg.check('store_list_state', sql`state in ('open','in','undone')`),
  ],
);

/** What loggers saw, written once; what a file said counts only while the file is in the store. */
export const climateReading = pg.pgTable(
  'climate_reading',
  {
    id: pg.uuid('id').primaryKey(),
    placeId: idOf('place_id', () => storePlace.id).notNull(),
    at: instant('at').notNull(),
    temperatureC: pg.numeric('temperature_c').notNull(),
    humidityPercent: pg.numeric('humidity_percent'),
    /** The file that said so; null = the logger itself, or a hand. */
    listId: idOf('list_id', () => storeList.id),
    /** Whoever read a dial; null = a logger. */
    by: idOf('by', () => person.id),
    /** The dial's figure and unit as they were read. */
    entered: pg.jsonb('entered').$type<DialReading['temperature']>(),
  },
  (t) => [
    pg.index('climate_reading_place').on(t.placeId, t.at),
    pg.index('climate_reading_list').on(t.listId),
    pg.check(
      'climate_reading_air',
      sql`temperature_c between -60 and 80 and (humidity_percent is null or humidity_percent between 0 and 100)`,
    ),
  ],
);

/** A dial that was read wrongly: it stays on file, and counts no more. Written once. */
export const climateStrike = pg.pgTable('climate_strike', {
  readingId: idOf('reading_id', () => climateReading.id).primaryKey(),
  reason: pg.text('reason').notNull(),
  ...written,
});

/** The book of a place: door, desiccant, alarms that somebody saw. Written once; a later line strikes an earlier one. */
export const placeLine = pg.pgTable(
  'place_line',
  {
    placeId: idOf('place_id', () => storePlace.id).notNull(),
    /** From 0, without a gap. */
    line: pg.integer('line').notNull(),
    entry: pg.jsonb('entry').$type<PlaceEntry>().notNull(),
    ...written,
  },
  (t) => [pg.primaryKey({ columns: [t.placeId, t.line] }), pg.check('place_line_number', sql`line >= 0`)],
);
