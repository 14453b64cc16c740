import { asc, eq } from 'drizzle-orm';
import type { CountView, DishView } from '@mercato/contract/germination/germination';
import type { Held } from '@mercato/contract/hands/hands';
import type { Edition, KindMethod } from '@mercato/core/rule-books/edition';
import { daysBetween } from '@mercato/core/units/days';
import { addCounts, CLASSES, type Counts, NO_COUNTS, perClass, type SeedClass } from '@mercato/core/units/seedCounts';
import { addParts, type Parts, type SeedPart } from '@mercato/core/units/seedParts';
import { anyOf, prepared, type Reader, type Transaction } from '../database/connect.ts';
import { type HeldRow, heldRows, type LateEvent, lateKeys, takenOf } from '../hands/hands.ts';
import { lateFate } from '../hands/tables.ts';
import { type LotFile, testsIn } from '../register/lotFile.ts';
import type { Vessel } from '../register/vessels.ts';
import { methodFor } from '../rule-books/editions.ts';
import { type BesideRows, besideRows, NOTHING_BESIDE, recountsOf, spoiledOf } from './beside.ts';
import { correctionReason } from './countReason.ts';
import { deviationsIn, type TestDeviations } from './deviations.ts';
import { germinationCount, tallyEvent } from './tables.ts';

export type CountRow = typeof germinationCount.$inferSelect;

/** The address of a count: the day of the test on which it was first said to be seen. */
export const keyOf = (field: string) => Number(field.slice('day:'.length));
export const countsOf = (row: CountRow): Counts => perClass((one) => row[one]);

/** The counts of each day that nothing supersedes. */
export function currentCounts(rows: readonly CountRow[]): CountRow[] {
  const superseded = new Set(rows.map((row) => row.supersedes));
  return rows.filter((row) => !superseded.has(row.id));
}

/** What is written of the germination tests of a lot, as it was read. */
export interface GerminationRows {
  readonly counts: readonly CountRow[];
  readonly keys: readonly PressedKey[];
  readonly held: readonly HeldRow[];
  readonly beside: BesideRows;
  readonly deviations: TestDeviations;
  /** What editions other than the lot's own say of its kind, for tests that they judge. */
  readonly asked: ReadonlyMap<Edition, KindMethod | undefined>;
}

export const dishesOf = (file: LotFile): Vessel[] => file.vessels.filter((one) => one.kind === 'replicate');

/** @param locked  the transaction in which nobody else takes a dish of the lot up until it ends; left out = it is only read */
export async function germinationRows(tx: Reader, file: LotFile, locked?: Transaction): Promise<GerminationRows> {
  const ids = dishesOf(file).map((one) => one.id);
  const asked = new Map<Edition, KindMethod | undefined>();
  for (const { edition } of testsIn(file, 'germination'))
    if (edition !== file.edition && !asked.has(edition))
      asked.set(edition, await methodFor(tx, edition, file.lot.species, file.lot.bookKind, file.lists.figures));
  if (ids.length === 0) return { counts: [], keys: [], held: [], beside: NOTHING_BESIDE, deviations: new Map(), asked };
  const counts = await prepared(tx, 'counts of dishes', (on, name) =>
    on
      .select()
      .from(germinationCount)
      .where(anyOf(germinationCount.subject, 'ids'))
      .orderBy(asc(germinationCount.recordedAt), asc(germinationCount.id))
      .prepare(name),
  ).execute({ ids });
  const keys = await prepared(tx, 'keys of dishes', (on, name) =>
    on
      .select({
        dishId: tallyEvent.dishId,
        day: tallyEvent.day,
        session: tallyEvent.session,
        by: tallyEvent.by,
        at: tallyEvent.at,
        name: tallyEvent.seedClass,
        part: tallyEvent.part,
        seeds: tallyEvent.seeds,
        late: tallyEvent.late,
        fate: lateFate.fate,
      })
      .from(tallyEvent)
      .leftJoin(lateFate, eq(lateFate.eventId, tallyEvent.id))
      .where(anyOf(tallyEvent.dishId, 'ids'))
      // Keys of one batch share their instant: in the order in which they were pressed.
      .orderBy(asc(tallyEvent.at), asc(tallyEvent.session), asc(tallyEvent.sequence))
      .prepare(name),
  ).execute({ ids });
  const beside = await besideRows(tx, ids);
  return {
    counts,
    keys,
    held: await heldRows(tx, 'dish', ids, locked),
    beside,
    deviations: beside.shelves.length === 0 ? new Map() : await deviationsOfDishes(tx, file, counts),
    asked,
  };
}

/** Deviations of the tests of a lot, up to the day on which each dish was closed. */
export function deviationsOfDishes(tx: Reader, file: LotFile, counts: readonly CountRow[]): Promise<TestDeviations> {
  const ends = new Map(
    currentCounts(counts).flatMap((row) => (row.final && row.closed ? [[row.subject, row.seenOn] as const] : [])),
  );
  return deviationsIn(tx, file, (dish) => ends.get(dish) ?? null);
}

type PressedKey = LateEvent & {
  readonly dishId: string;
  readonly day: number;
  readonly part: SeedPart | null;
  readonly late: boolean;
};

/** Whether a key counts: it came in time, or was taken afterwards. */
export const keyCounts = ({ late, fate }: Pick<PressedKey, 'late' | 'fate'>): boolean => !late || fate === 'taken';

/** A dish with what was counted of it, whoever has it in hand. */
export type CountedDish = Omit<DishView, 'held' | 'late'>;

type LateSeed = LateEvent & { readonly day: number };

/** A dish with who has it in hand, and the keys that came late. */
export function inHands(
  dish: CountedDish,
  held: Omit<Held, 'taken'>,
  late: readonly LateSeed[],
  names: ReadonlyMap<string, string>,
): DishView {
  const days = [...new Set(late.map((one) => one.day))].sort((a, b) => a - b);
  return {
    ...dish,
    held: { ...held, taken: takenOf(late) },
    late: days.flatMap((day) =>
      lateKeys(
        late.filter((one) => one.day === day),
        names,
      ).map((one) => ({ ...one, day })),
    ),
  };
}

export function dishViews(
  replicates: readonly Vessel[],
  { counts: rows, keys: pressed, beside }: GerminationRows,
  names: ReadonlyMap<string, string>,
  /** Day 0 of the test on a working sample. */
  zeroOf: (vesselId: string) => string | null,
): { vessel: Vessel; view: CountedDish; late: LateSeed[] }[] {
  const keys = pressed.filter(keyCounts);
  return replicates.map((vessel) => {
    const days = dayViews(
      rows.filter((row) => row.subject === vessel.id),
      names,
      zeroOf(vessel.parentId ?? ''),
    );
    const seeds = vessel.seeds ?? 0;
    const open = keys.filter(
      (key) => key.dishId === vessel.id && !days.some((one) => one.key === key.day && one.closed),
    );
    return {
      vessel,
      late: pressed.filter((one) => one.late && one.dishId === vessel.id),
      view: {
        id: vessel.id,
        number: vessel.number,
        code: vessel.code,
        seeds,
        version: vessel.version,
        closed: days.some((one) => one.final && one.closed),
        total: addCounts(days.map((one) => one.counts)),
        parts: addParts(days),
        days,
        tallies: tallySums(open),
        spoiled: spoiledOf(beside, vessel.id, names),
        recounts: recountsOf(beside, vessel.id, names),
        photos: beside.photos.find((one) => one.dish === vessel.id)?.n ?? 0,
        shelf: [...(beside.shelves.find((one) => one.dish === vessel.id)?.path ?? [])],
      },
    };
  });
}

function tallySums(keys: readonly Pick<PressedKey, 'day' | 'name' | 'part' | 'seeds'>[]): DishView['tallies'] {
  return [...new Set(keys.map((key) => key.day))]
    .sort((a, b) => a - b)
    .map((day) => {
      const own = keys.filter((key) => key.day === day);
      const counts = { ...NO_COUNTS };
      for (const key of own) counts[key.name as SeedClass] += key.seeds;
      for (const one of CLASSES) counts[one] = Math.max(0, counts[one]);
      return { day, counts, parts: partSums(own) };
    });
}

/** Kinds within a class that were pressed as such. */
export function partSums(keys: readonly { readonly part: SeedPart | null; readonly seeds: number }[]): Parts {
  const sums: Partial<Record<SeedPart, number>> = {};
  for (const { part, seeds } of keys) if (part !== null) sums[part] = Math.max(0, (sums[part] ?? 0) + seeds);
  return sums;
}

function dayViews(rows: readonly CountRow[], names: ReadonlyMap<string, string>, zero: string | null): CountView[] {
  const byId = new Map(rows.map((row) => [row.id, row]));
  return currentCounts(rows)
    .map((row) => {
      const earlier: CountView['earlier'] = [];
      for (let next = row; next.supersedes !== null;) {
        const before = byId.get(next.supersedes);
        if (!before) break;
        earlier.push({
          counts: countsOf(before),
          by: names.get(before.by) ?? '',
          at: before.recordedAt.toISOString(),
          seenOn: before.seenOn,
          supersededBecause: correctionReason(next.reason),
        });
        next = before;
      }
      return {
        key: keyOf(row.field),
        day: zero === null ? keyOf(row.field) : daysBetween(zero, row.seenOn),
        seenOn: row.seenOn,
        seenFrom: row.seenFrom,
        counts: countsOf(row),
        parts: row.parts ?? {},
        closed: row.closed,
        final: row.final,
        cause: row.cause,
        by: names.get(row.by) ?? '',
        at: row.recordedAt.toISOString(),
        earlier,
      };
    })
    .sort((a, b) => a.day - b.day || a.key - b.key);
}
