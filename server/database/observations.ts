import { and, asc, eq, getTableColumns, inArray, isNull } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import { v7 as uuid } from 'uuid';
import type { SeenFrom } from '@mercato/contract/register/lots';
import { fault } from '../http/fault.ts';
import type { Reader, Transaction } from './connect.ts';
import type { ObservationTable } from './observationTable.ts';

export type Observation = ObservationTable['$inferSelect'];

/** One figure or word to be written down. `value` is canonical (g, count), null for words. */
export interface Entry {
  readonly field: string;
  readonly text: string;
  readonly unit: string | null;
  readonly value: string | null;
  /** What it was read from, with how that stood. */
  readonly device?: string | undefined;
}

/** When something was seen. */
export interface Seen {
  /** The day in the laboratory's zone. */
  readonly on: string;
  readonly from: SeenFrom;
  /** The instant, where the time is known. */
  readonly at: Date | null;
  /** Why it is written down so late. */
  readonly lateReason: string | null;
}

export interface Hand {
  readonly personId: string;
  /** The page of their browser that writes; null where nobody says. */
  readonly page: string | null;
  readonly at: Date;
  /** The day of `at` in the laboratory's zone. */
  readonly today: string;
  readonly zone: string;
  /** Whether this person may correct what others wrote. */
  readonly mayCorrectOthers: boolean;
  readonly device?: string | null;
  /** When it was seen, where somebody said so; else it is seen as it is written down. */
  readonly seen?: Seen;
  /** The same for single fields, as a file brings it. */
  readonly seenByField?: ReadonlyMap<string, Seen>;
}

/** Current observations of several subjects: those that nothing supersedes. */
export async function currentObservations(
  tx: Reader,
  table: ObservationTable,
  subjects: readonly string[],
): Promise<Observation[]> {
  if (subjects.length === 0) return [];
  const later = alias(table, 'later');
  return tx
    .select(getTableColumns(table))
    .from(table)
    .leftJoin(later, eq(later.supersedes, table.id))
    .where(and(inArray(table.subject, [...subjects]), isNull(later.id)))
    .orderBy(asc(table.recordedAt), asc(table.id));
}

/** Everything ever written of a subject, oldest first, superseded rows included. */
export async function allObservations(
  tx: Reader,
  table: ObservationTable,
  subjects: readonly string[],
): Promise<Observation[]> {
  if (subjects.length === 0) return [];
  return tx
    .select()
    .from(table)
    .where(inArray(table.subject, [...subjects]))
    .orderBy(asc(table.recordedAt), asc(table.id));
}

/** The columns that say when something was seen. */
export const seenColumns = ({ on, from, at, lateReason }: Seen) => ({
  seenOn: on,
  seenFrom: from,
  observedAt: at,
  lateReason,
});

/** Seen as it is written down: nobody said otherwise. */
export const seenNow = ({ today, at }: Pick<Hand, 'today' | 'at'>): Seen => ({
  on: today,
  from: 'recorded',
  at,
  lateReason: null,
});

/**
 * Writes entries down. What is the same as before is left alone; what differs supersedes it, and
 * then needs a reason and the right to correct it; it was seen when the one that it corrects was seen. Returns the
 * fields that changed.
 */
export async function recordObservations(
  tx: Transaction,
  table: ObservationTable,
  subject: { readonly id: string; readonly lotId: string },
  entries: readonly Entry[],
  hand: Hand,
  reason: string | undefined,
): Promise<{
  readonly added: readonly string[];
  readonly corrected: readonly { field: string; before: string; after: string }[];
}> {
  const current = new Map((await currentObservations(tx, table, [subject.id])).map((one) => [one.field, one]));
  const added: string[] = [];
  const corrected: { field: string; before: string; after: string }[] = [];
  const rows = entries.flatMap((entry) => {
    const before = current.get(entry.field);
    if (before?.enteredText === entry.text && before.enteredUnit === entry.unit) return [];
    if (before) {
      checkCorrection(before.by, hand, reason, entry.field);
      corrected.push({
        field: entry.field,
        before: shown(before.enteredText, before.enteredUnit),
        after: shown(entry.text, entry.unit),
      });
    } else added.push(entry.field);
    return [
      {
        id: uuid(),
        lotId: subject.lotId,
        subject: subject.id,
        field: entry.field,
        by: hand.personId,
        // A correction of a figure was seen no later than the figure.
        ...seenColumns(before ? seenAs(before) : (hand.seenByField?.get(entry.field) ?? hand.seen ?? seenNow(hand))),
        recordedAt: hand.at,
        device: entry.device ?? hand.device ?? null,
        supersedes: before?.id ?? null,
        reason: before ? (reason ?? '') : null,
        enteredText: entry.text,
        enteredUnit: entry.unit,
        value: entry.value,
      },
    ];
  });
  if (rows.length > 0) await tx.insert(table).values(rows);
  return { added, corrected };
}

/** When an observation was seen, to be said of another that goes with it. */
export const seenAs = (one: Pick<Observation, 'seenOn' | 'seenFrom' | 'observedAt' | 'lateReason'>): Seen => ({
  on: one.seenOn,
  from: one.seenFrom,
  at: one.observedAt,
  lateReason: one.lateReason,
});

/**
 * Corrects the day on which fields of a subject were seen; their figures stay. Returns the days that changed.
 * @throws {Fault} 422 for a field of which nothing was recorded, or without a reason; 403 for what others wrote
 */
export async function redateObservations(
  tx: Transaction,
  table: ObservationTable,
  subject: string,
  fields: readonly string[],
  hand: Hand & { readonly seen: Seen },
  reason: string,
): Promise<readonly { readonly field: string; readonly before: string; readonly after: string }[]> {
  const current = new Map((await currentObservations(tx, table, [subject])).map((one) => [one.field, one]));
  const rows = fields.flatMap((field, i) => {
    const before = current.get(field);
    if (!before) throw fault('invalid', { is: 'http.nothing-recorded', field }, `fields.${i}`);
    if (before.seenOn === hand.seen.on) return [];
    checkCorrection(before.by, hand, reason, field);
    return [
      {
        before,
        row: {
          ...before,
          ...seenColumns(hand.seen),
          id: uuid(),
          by: hand.personId,
          recordedAt: hand.at,
          supersedes: before.id,
          reason,
        },
      },
    ];
  });
  if (rows.length > 0) await tx.insert(table).values(rows.map((one) => one.row));
  return rows.map(({ before }) => ({ field: before.field, before: before.seenOn, after: hand.seen.on }));
}

/** A correction names its reason; others' entries are corrected by the lead alone. */
export function checkCorrection(writtenBy: string, hand: Hand, reason: string | undefined, field: string): void {
  if (!reason) throw fault('invalid', { is: 'http.say-why-corrected', field }, 'reason');
  if (writtenBy !== hand.personId && !hand.mayCorrectOthers)
    throw fault('not-permitted', 'http.another-person-wrote-down', field);
}

const shown = (text: string, unit: string | null) => (unit === null ? text : `${text} ${unit}`);
