import { sql } from 'drizzle-orm';
import * as pg from 'drizzle-orm/pg-core';
import type { BatchAbout } from '@mercato/contract/cleaning/batches';
import { type CleanDown, MACHINES, type NewLoad, type NewMachine } from '@mercato/contract/cleaning/machines';
import { METHODS, OUTLETS, type ShedEntry } from '@mercato/core/cleaning/entries';
import type { BatchStanding } from '@mercato/core/cleaning/standing';
import type { Treatment } from '@mercato/core/register/treatment';
import { idOf, instant, oneOf } from '../database/columns.ts';
import { changed, written } from '../register/peopleTables.ts';
import { accession } from '../store/tables.ts';

/** Seed on its way from the plant to the bag. How it stands follows from its lines, and is kept beside them for the list. */
export const shedBatch = pg.pgTable(
  'shed_batch',
  {
    id: pg.uuid('id').primaryKey(),
    /** Running number, such as B-0031. */
    number: pg.text('number').notNull().unique(),
    accessionId: idOf('accession_id', () => accession.id).notNull(),
    about: pg.jsonb('about').$type<BatchAbout>().notNull(),
    version: pg.integer('version').notNull().default(1),
    state: pg.text('state').notNull().default('open'),
    standing: pg.jsonb('standing').$type<BatchStanding>().notNull(),
    /** The earliest thing that is due in it. */
    dueAt: instant('due_at'),
    searchText: pg.text('search_text').notNull(),
    createdAt: instant('created_at').notNull(),
    ...changed,
  },
  (t) => [
    pg.index('shed_batch_newest').on(t.createdAt.desc(), t.id.desc()),
    pg
      .index('shed_batch_due')
      .on(t.dueAt)
      .where(sql`due_at is not null`),
    pg.index('shed_batch_harvest').on(t.accessionId),
    pg.index('shed_batch_search').using('gin', sql`search_text gin_trgm_ops`),
    pg.check('shed_batch_state', sql`state in ('open','closed')`),
  ],
);

/** What happened to a batch, line by line. Written once; a later line crosses an earlier one out. */
export const shedLine = pg.pgTable(
  'shed_line',
  {
    batchId: idOf('batch_id', () => shedBatch.id).notNull(),
    /** From 0, without a gap. */
    line: pg.integer('line').notNull(),
    /** Made where it was written, so that what is sent twice stands once. */
    id: pg.uuid('id').notNull().unique(),
    entry: pg.jsonb('entry').$type<ShedEntry>().notNull(),
    /** The earlier line in whose place it stands, and why. */
    corrects: pg.integer('corrects'),
    reason: pg.text('reason'),
    seenAt: instant('seen_at').notNull(),
    lateReason: pg.text('late_reason'),
    ...written,
  },
  (t) => [
    pg.primaryKey({ columns: [t.batchId, t.line] }),
    pg.check('shed_line_number', sql`line >= 0`),
    pg.check('shed_line_corrects', sql`(corrects is null) = (reason is null) and corrects < line`),
  ],
);

/** Vessels of a batch, with the codes on their labels. */
export const shedVessel = pg.pgTable(
  'shed_vessel',
  {
    id: pg.uuid('id').primaryKey(),
    batchId: idOf('batch_id', () => shedBatch.id).notNull(),
    code: pg.text('code').notNull().unique(),
    name: pg.text('name').notNull(),
    /** The bench on which it stands open; null = covered. */
    openAt: pg.text('open_at'),
  },
  (t) => [
    pg.index('shed_vessel_batch').on(t.batchId),
    pg
      .index('shed_vessel_open')
      .on(t.openAt)
      .where(sql`open_at is not null`),
  ],
);

export const shedMachine = pg.pgTable(
  'shed_machine',
  {
    id: pg.uuid('id').primaryKey(),
    kind: pg.text('kind', { enum: MACHINES }).notNull(),
    name: pg.text('name').notNull(),
    about: pg.jsonb('about').$type<Omit<NewMachine, 'kind' | 'name'>>().notNull(),
    /** It is no more; it stays on file for what ran on it. */
    removed: pg.boolean('removed').notNull().default(false),
    version: pg.integer('version').notNull().default(1),
    ...changed,
  },
  () => [oneOf('shed_machine_kind', 'kind', MACHINES)],
);

/** Passes as their batches have them: what runs on a machine, and which settings were good. */
export const shedPass = pg.pgTable(
  'shed_pass',
  {
    id: pg.uuid('id').primaryKey(),
    batchId: idOf('batch_id', () => shedBatch.id).notNull(),
    method: pg.text('method', { enum: METHODS }).notNull(),
    machineId: idOf('machine_id', () => shedMachine.id),
    startedAt: instant('started_at').notNull(),
    endedAt: instant('ended_at'),
    good: pg.boolean('good'),
    /** The line that started it was crossed out. */
    struck: pg.boolean('struck').notNull().default(false),
    entry: pg.jsonb('entry').$type<Extract<ShedEntry, { what: 'pass' }>>().notNull(),
  },
  (t) => [
    pg.index('shed_pass_batch').on(t.batchId),
    pg.index('shed_pass_machine').on(t.machineId, t.startedAt.desc()),
    pg.index('shed_pass_method').on(t.method, t.startedAt.desc()),
    oneOf('shed_pass_method_known', 'method', METHODS),
  ],
);

/** Clean-downs of a machine; written once. */
export const shedCleanDown = pg.pgTable(
  'shed_clean_down',
  {
    id: pg.uuid('id').primaryKey(),
    machineId: idOf('machine_id', () => shedMachine.id).notNull(),
    body: pg.jsonb('body').$type<CleanDown>().notNull(),
    ...written,
  },
  (t) => [pg.index('shed_clean_down_machine').on(t.machineId, t.at.desc())],
);

/** Screenings that went, as the books of their batches have them: where every kilo is. */
export const shedGone = pg.pgTable(
  'shed_gone',
  {
    batchId: idOf('batch_id', () => shedBatch.id).notNull(),
    line: pg.integer('line').notNull(),
    seenAt: instant('seen_at').notNull(),
    /** g, as it was weighed; null = nobody weighed it. */
    massG: pg.numeric('mass_g'),
    vessel: pg.text('vessel').notNull(),
    /** The outlet that it fell from; null = as it came. */
    outlet: pg.text('outlet', { enum: OUTLETS }),
    entry: pg.jsonb('entry').$type<Extract<ShedEntry, { what: 'gone' }>>().notNull(),
    treatments: pg.jsonb('treatments').$type<Treatment[]>().notNull(),
  },
  (t) => [pg.primaryKey({ columns: [t.batchId, t.line] }), pg.index('shed_gone_newest').on(t.seenAt.desc())],
);

/** Appointments of trucks. */
export const shedLoad = pg.pgTable(
  'shed_load',
  {
    id: pg.uuid('id').primaryKey(),
    /** Day of the appointment, yyyy-mm-dd. */
    onDay: pg.text('on_day').notNull(),
    state: pg.text('state').notNull().default('announced'),
    body: pg.jsonb('body').$type<NewLoad>().notNull(),
    batchId: idOf('batch_id', () => shedBatch.id),
    version: pg.integer('version').notNull().default(1),
    ...changed,
  },
  (t) => [
    pg.index('shed_load_day').on(t.onDay),
    pg.check('shed_load_state', sql`state in ('announced','arrived','cancelled')`),
  ],
);
