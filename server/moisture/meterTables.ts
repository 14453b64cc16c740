import { sql } from 'drizzle-orm';
import * as pg from 'drizzle-orm/pg-core';
import type { Degree, Pair } from '@mercato/core/moisture/calibration';
import { idOf } from '../database/columns.ts';
import { device } from '../devices/tables.ts';
import { written } from '../register/peopleTables.ts';

export const moistureMeter = pg.pgTable('moisture_meter', {
  id: pg.uuid('id').primaryKey(),
  name: pg.text('name').notNull().unique(),
  /** Where its readings are heard; null = they are typed. */
  deviceId: idOf('device_id', () => device.id),
  ...written,
});

/** What a meter's readings of one kind mean: the pairs that it was fitted on. Written once; crossed out it counts no longer. */
export const moistureCalibration = pg.pgTable(
  'moisture_calibration',
  {
    id: pg.uuid('id').primaryKey(),
    meterId: idOf('meter_id', () => moistureMeter.id).notNull(),
    species: pg.text('species').notNull(),
    degree: pg.integer('degree').$type<Degree>().notNull(),
    pairs: pg.jsonb('pairs').$type<Pair[]>().notNull(),
    validUntil: pg.date('valid_until', { mode: 'string' }).notNull(),
    struck: pg.jsonb('struck').$type<{ by: string; at: string; reason: string } | null>(),
    ...written,
  },
  (t) => [
    pg.index('moisture_calibration_meter').on(t.meterId, t.species, t.at),
    pg.check('moisture_calibration_degree', sql`degree in (1, 2)`),
  ],
);

/** The meter held against the oven on one sample. Written once. */
export const moistureMeterCheck = pg.pgTable(
  'moisture_meter_check',
  {
    id: pg.uuid('id').primaryKey(),
    meterId: idOf('meter_id', () => moistureMeter.id).notNull(),
    species: pg.text('species').notNull(),
    seenOn: pg.date('seen_on', { mode: 'string' }).notNull(),
    meterPercent: pg.numeric('meter_percent').notNull(),
    ovenPercent: pg.numeric('oven_percent').notNull(),
    ...written,
  },
  (t) => [
    pg.index('moisture_meter_check_meter').on(t.meterId, t.seenOn),
    pg.check('moisture_meter_check_values', sql`meter_percent between 0 and 100 and oven_percent between 0 and 100`),
  ],
);
