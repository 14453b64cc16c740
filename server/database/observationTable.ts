import { sql } from 'drizzle-orm';
import {
  type AnyPgColumn,
  check,
  date,
  foreignKey,
  index,
  numeric,
  pgTable,
  text,
  unique,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import { SEEN_FROM } from '@mercato/contract/register/lots';
import { person } from '../register/peopleTables.ts';
import { instant, oneOf, refersTo } from './columns.ts';

/**
 * The columns that every kind of observation shares. `superseded` rows are named by their successor;
 * nothing is updated or deleted (a trigger refuses it).
 */
export const observationColumns = () => ({
  id: uuid('id').primaryKey(),
  lotId: uuid('lot_id').notNull(),
  /** The test, vessel or dish that was observed. */
  subject: uuid('subject').notNull(),
  field: text('field').notNull(),
  by: uuid('by').notNull(),
  /** The day, in the laboratory's zone, on which it was seen: what documents, ages and calendars use. */
  seenOn: date('seen_on').notNull(),
  /**
   * Who says so: `stated` by a person, a file or a device; `recorded`: nobody did, the day of writing stands in; of
   * what a file brought without a day: `plan`, the day it was planned for, or `file`, the day on which it came in.
   */
  seenFrom: text('seen_from', { enum: SEEN_FROM }).notNull(),
  /** Why it was written down so late. */
  lateReason: text('late_reason'),
  /** The instant at which it was seen, where the time is known. */
  observedAt: instant('observed_at'),
  recordedAt: instant('recorded_at').notNull(),
  device: text('device'),
  supersedes: uuid('supersedes'),
  reason: text('reason'),
});

/**
 * A table of single figures or words: the text and unit as entered beside the canonical value
 * (g, or a count), which is null for words. The constraints leave exactly one current observation
 * per subject and field: one root, and at most one successor for each row, of the same subject and field.
 *
 * @param subject  the key of what is observed, such as a vessel or a test
 */
export function observationTable(name: string, subject: () => AnyPgColumn) {
  return pgTable(
    name,
    {
      ...observationColumns(),
      enteredText: text('entered_text').notNull(),
      enteredUnit: text('entered_unit'),
      value: numeric('value'),
    },
    (t) => [
      uniqueIndex(`${name}_one_root`)
        .on(t.subject, t.field)
        .where(sql`supersedes is null`),
      index(`${name}_subject`).on(t.subject),
      refersTo([t.subject], [subject()]),
      refersTo([t.by], [person.id]),
      unique(`${name}_one_successor`).on(t.supersedes),
      unique(`${name}_same`).on(t.id, t.subject, t.field),
      foreignKey({
        name: `${name}_chain`,
        columns: [t.supersedes, t.subject, t.field],
        foreignColumns: [t.id, t.subject, t.field],
      }),
      check(`${name}_value`, sql`value >= 0 and value <> 'NaN'`),
      check(`${name}_reason`, sql`(supersedes is null) = (reason is null)`),
      oneOf(`${name}_seen_from`, 'seen_from', SEEN_FROM),
    ],
  );
}
export type ObservationTable = ReturnType<typeof observationTable>;
