import { sql } from 'drizzle-orm';
import { boolean, check, index, integer, jsonb, numeric, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import type { DialReading } from '@mercato/contract/air/care';
import type { AccessionHeader } from '@mercato/contract/store/accessions';
import type { ListReading } from '@mercato/contract/store/lists';
import { type Busy, type LastTest, PLACE_KINDS } from '@mercato/contract/store/packets';
import type { Band } from '@mercato/core/air/air';
import type { PlaceEntry } from '@mercato/core/air/placeBook';
import type { PacketEntry } from '@mercato/core/store/packetBook';
import { type Columns, instant, oneOf, refersTo } from '../database/columns.ts';
import { person } from '../register/peopleTables.ts';

/** Rooms, refrigerators, drawers, boxes, envelopes: what packets lie in, one in the other. */
export const storePlace = pgTable(
  'store_place',
  {
    id: uuid('id').primaryKey(),
    parentId: uuid('parent_id'),
    kind: text('kind', { enum: PLACE_KINDS }).notNull(),
    name: text('name').notNull(),
    code: text('code').notNull().unique(),
    /** Within what its air is to stay, and when silence is an alarm; null where nobody said. */
    band: jsonb('band').$type<Band>(),
    /** Where its logger is heard, tcp://address:port; empty where it has none. */
    logger: text('logger').notNull().default(''),
    /** When its logger was last asked by itself: of several servers one does. */
    askedAt: instant('asked_at'),
    /** The list that made it. */
    listId: uuid('list_id'),
    /** It is no more: it stays on file for what lay in it, and in no map. */
    removed: boolean('removed').notNull().default(false),
    version: integer('version').notNull().default(1),
    updatedBy: uuid('updated_by').notNull(),
    updatedAt: instant('updated_at').notNull(),
  },
  (t) => [
    refersTo([t.listId], (): Columns => [storeList.id]),
    refersTo([t.parentId], [t.id]),
    refersTo([t.updatedBy], [person.id]),
    oneOf('store_place_kind', 'kind', PLACE_KINDS),
  ],
);

/** The newest header of each harvest; all of them stand in `accession_revision`. */
export const accession = pgTable(
  'accession',
  {
    id: uuid('id').primaryKey(),
    /** Running number of the store, such as A-0012. */
    number: text('number').notNull().unique(),
    version: integer('version').notNull(),
    kind: text('kind').notNull(),
    species: text('species').notNull(),
    variety: text('variety').notNull(),
    harvestYear: integer('harvest_year').notNull(),
    header: jsonb('header').$type<AccessionHeader>().notNull(),
    updatedBy: uuid('updated_by').notNull(),
    updatedAt: instant('updated_at').notNull(),
  },
  (t) => [refersTo([t.updatedBy], [person.id]), index('accession_species').on(t.species)],
);

export const accessionRevision = pgTable(
  'accession_revision',
  {
    accessionId: uuid('accession_id').notNull(),
    version: integer('version').notNull(),
    header: jsonb('header').$type<AccessionHeader>().notNull(),
    by: uuid('by').notNull(),
    at: instant('at').notNull(),
    reason: text('reason'),
  },
  (t) => [
    refersTo([t.accessionId], [accession.id]),
    refersTo([t.by], [person.id]),
    primaryKey({ columns: [t.accessionId, t.version] }),
  ],
);

/** A packet of one harvest. What is left and where it lies follows from its lines, and is kept beside them for the list. */
export const packet = pgTable(
  'packet',
  {
    id: uuid('id').primaryKey(),
    accessionId: uuid('accession_id').notNull(),
    code: text('code').notNull().unique(),
    packedOn: text('packed_on').notNull(),
    supplier: text('supplier').notNull(),
    wrapping: text('wrapping').notNull(),
    note: text('note').notNull(),
    version: integer('version').notNull().default(1),
    placeId: uuid('place_id'),
    measure: text('measure').notNull(),
    /** Seeds, or grams. */
    left: numeric('left').notNull(),
    searchText: text('search_text').notNull(),
    /** The newest test of it, as it ended. */
    lastTest: jsonb('last_test').$type<LastTest>(),
    /** The batch in which it dries, freezes or warms up, and until when; null = in none. */
    busy: jsonb('busy').$type<Busy>(),
    /** The list that it came in with, and the line of it. */
    listId: uuid('list_id'),
    listLine: integer('list_line'),
    /** It came in with a list that was undone: it is on file and in no list of packets. */
    undone: boolean('undone').notNull().default(false),
    updatedBy: uuid('updated_by').notNull(),
    updatedAt: instant('updated_at').notNull(),
    createdAt: instant('created_at').notNull(),
  },
  (t) => [
    refersTo([t.accessionId], [accession.id]),
    refersTo([t.listId], [storeList.id]),
    refersTo([t.placeId], [storePlace.id]),
    refersTo([t.updatedBy], [person.id]),
    index('packet_accession').on(t.accessionId),
    index('packet_place').on(t.placeId),
    index('packet_list').on(t.listId),
    index('packet_newest').on(t.createdAt.desc(), t.id.desc()),
    index('packet_search').using('gin', sql`search_text gin_trgm_ops`),
    check('packet_measure', sql`measure in ('count','mass')`),
    check('packet_left', sql`"left" >= 0 and "left" <> 'NaN'`),
  ],
);

/** What happened to a packet, line by line. Written once; a later line strikes an earlier one. */
export const packetLine = pgTable(
  'packet_line',
  {
    packetId: uuid('packet_id').notNull(),
    /** From 0, without a gap. */
    line: integer('line').notNull(),
    entry: jsonb('entry').$type<PacketEntry>().notNull(),
    by: uuid('by').notNull(),
    at: instant('at').notNull(),
  },
  (t) => [
    refersTo([t.by], [person.id]),
    refersTo([t.packetId], [packet.id]),
    primaryKey({ columns: [t.packetId, t.line] }),
    check('packet_line_number', sql`line >= 0`),
  ],
);

/** A list of packets as somebody kept it: the file byte by byte, and how it was read. */
export const storeList = pgTable(
  'store_list',
  {
    id: uuid('id').primaryKey(),
    name: text('name').notNull(),
    what: text('what').notNull().default('packets'),
    /** The place whose climate it is. */
    placeId: uuid('place_id'),
    base64: text('base64').notNull(),
    sha256: text('sha256').notNull(),
    state: text('state').notNull().default('open'),
    reading: jsonb('reading').$type<ListReading>().notNull(),
    version: integer('version').notNull().default(1),
    by: uuid('by').notNull(),
    at: instant('at').notNull(),
    updatedBy: uuid('updated_by').notNull(),
    updatedAt: instant('updated_at').notNull(),
  },
  (t) => [
    refersTo([t.by], [person.id]),
    refersTo([t.placeId], [storePlace.id]),
    refersTo([t.updatedBy], [person.id]),
    index('store_list_same').on(t.sha256),
    check('store_list_what', sql`what in ('packets','climate') and (what = 'climate') = (place_id is not null)`),
    check('store_list_state', sql`state in ('open','in','undone')`),
  ],
);

/** What loggers saw, written once; what a file said counts only while the file is in the store. */
export const climateReading = pgTable(
  'climate_reading',
  {
    id: uuid('id').primaryKey(),
    placeId: uuid('place_id').notNull(),
    at: instant('at').notNull(),
    temperatureC: numeric('temperature_c').notNull(),
    humidityPercent: numeric('humidity_percent'),
    /** The file that said so; null = the logger itself, or a hand. */
    listId: uuid('list_id'),
    /** Whoever read a dial; null = a logger. */
    by: uuid('by'),
    /** The dial's figure and unit as they were read. */
    entered: jsonb('entered').$type<DialReading['temperature']>(),
  },
  (t) => [
    refersTo([t.by], [person.id]),
    refersTo([t.listId], [storeList.id]),
    refersTo([t.placeId], [storePlace.id]),
    index('climate_reading_place').on(t.placeId, t.at),
    index('climate_reading_list').on(t.listId),
    check(
      'climate_reading_air',
      sql`temperature_c between -60 and 80 and (humidity_percent is null or humidity_percent between 0 and 100)`,
    ),
  ],
);

/** A dial that was read wrongly: it stays on file, and counts no more. Written once. */
export const climateStrike = pgTable(
  'climate_strike',
  {
    readingId: uuid('reading_id').primaryKey(),
    reason: text('reason').notNull(),
    by: uuid('by').notNull(),
    at: instant('at').notNull(),
  },
  (t) => [refersTo([t.by], [person.id]), refersTo([t.readingId], [climateReading.id])],
);

/** The book of a place: door, desiccant, alarms that somebody saw. Written once; a later line strikes an earlier one. */
export const placeLine = pgTable(
  'place_line',
  {
    placeId: uuid('place_id').notNull(),
    /** From 0, without a gap. */
    line: integer('line').notNull(),
    entry: jsonb('entry').$type<PlaceEntry>().notNull(),
    by: uuid('by').notNull(),
    at: instant('at').notNull(),
  },
  (t) => [
    refersTo([t.by], [person.id]),
    refersTo([t.placeId], [storePlace.id]),
    primaryKey({ columns: [t.placeId, t.line] }),
    check('place_line_number', sql`line >= 0`),
  ],
);
