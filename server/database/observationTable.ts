import { sql } from 'drizzle-orm';
import * as pg from 'drizzle-orm/pg-core';
import { SEEN_FROM } from '@mercato/contract/register/lots';
import { person } from '../register/peopleTables.ts';
import { idOf, instant, oneOf } from './columns.ts';

/**
 * The columns that every kind of observation shares. `superseded` rows are named by their successor;
 * nothing is updated or deleted (a trigger refuses it).
 */
export const observationColumns = (subject: () => pg.AnyPgColumn) => ({
  id: pg.uuid('id').primaryKey(),
  lotId: pg.uuid('lot_id').notNull(),
  /** The test, vessel or dish that was observed. */
  subject: idOf('subject', subject).notNull(),
  field: pg.text('field').notNull(),
  by: idOf('by', () => person.id).notNull(),
  /** The day, in the laboratory's zone, on which it was seen: what documents, ages and calendars use. */
  seenOn: pg.date('seen_on').notNull(),
  /**
   * Who says so: `stated` by a person, a file or a device; `recorded`: nobody did, the day of writing stands in; of
   * what a file brought without a day: `plan`, the day it was planned for, or `file`, the day on which it came in.
   */
  seenFrom: pg.text('seen_from', { enum: SEEN_FROM }).notNull(),
  /** Why it was written down so late. */
  lateReason: pg.text('late_reason'),
  /** The instant at which it was seen, where the time is known. */
  observedAt: instant('observed_at'),
  recordedAt: instant('recorded_at').notNull(),
  device: pg.text('device'),
  supersedes: pg.uuid('supersedes'),
  reason: pg.text('reason'),
});

/**
 * What leaves exactly one current observation per subject and field: one root, and at most one successor for each row,
 * of the same subject and field.
 */
export const oneCurrent = (
  name: string,
  t: Readonly<Record<'id' | 'subject' | 'field' | 'supersedes', pg.AnyPgColumn & pg.ExtraConfigColumn>>,
) => [
  pg
    .uniqueIndex(`${name}_one_root`)
    .on(t.subject, t.field)
    .where(sql`supersedes is null`),
  pg.index(`${name}_subject`).on(t.subject),
  pg.unique(`${name}_one_successor`).on(t.supersedes),
  pg.unique(`${name}_same`).on(t.id, t.subject, t.field),
  pg.foreignKey({
    name: `${name}_chain`,
    columns: [t.supersedes, t.subject, t.field],
    foreignColumns: [t.id, t.subject, t.field],
  }),
  pg.check(`${name}_reason`, sql`(supersedes is null) = (reason is null)`),
  oneOf(`${name}_seen_from`, 'seen_from', SEEN_FROM),
];

/**
 * A table of single figures or words: the text and unit as entered beside the canonical value (g, or a count), which is
 * null for words.
 * @param subject  the key of what is observed, such as a vessel or a test
 */
export const observationTable = (
  name: string,
  subject: () => pg.AnyPgColumn,
  more: (t: Pick<Record<'recordedAt', pg.ExtraConfigColumn>, 'recordedAt'>) => pg.PgTableExtraConfigValue[] = () => [],
) =>
  pg.pgTable(
    name,
    {
      ...observationColumns(subject),
      enteredText: pg.text('entered_text').notNull(),
      enteredUnit: pg.text('entered_unit'),
      value: pg.numeric('value'),
    },
    (t) => [...oneCurrent(name, t), pg.check(`${name}_value`, sql`value >= 0 and value <> 'NaN'`), ...more(t)],
  );
export type ObservationTable = ReturnType<typeof observationTable>;
