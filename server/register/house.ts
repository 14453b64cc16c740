import type { ClosedWeek } from '@mercato/core/units/closedDays';
import type { CountDepth } from '@mercato/core/units/seedParts';
import { sql } from 'drizzle-orm';
import { prepared, type Reader } from '../database/connect.ts';
import type { Paper } from '../paper/print.ts';
import { laboratory } from './tables.ts';

export interface Laboratory {
  readonly name: string;
  readonly address: string;
  readonly zone: string;
  readonly paper: Paper;
  /** Days of the week, and single days, on which nobody is at the bench. */
  readonly closedWeek: ClosedWeek;
  readonly closedDays: string[];
  readonly countDepth: CountDepth;
  /** So many days photographs are kept; null = for good. */
  readonly photoDays: number | null;
}
/** Before it was set up. */
export const NO_LABORATORY: Laboratory = {
  name: '',
  address: '',
  zone: 'UTC',
  paper: 'A4',
  closedWeek: 'none',
  closedDays: [],
  countDepth: 'classes',
  photoDays: null,
};
export const LABORATORY_COLUMNS = {
  name: laboratory.name,
  address: laboratory.address,
  zone: laboratory.zone,
  paper: laboratory.paper,
  closedWeek: laboratory.closedWeek,
  closedDays: laboratory.closedDays,
  countDepth: laboratory.countDepth,
  photoDays: laboratory.photoDays,
};

/** What whoever works on a lot needs of the laboratory, read in one statement. */
export interface House {
  readonly laboratory: Laboratory;
  /** All people by id. */
  readonly names: ReadonlyMap<string, string>;
  /** How many rows the laboratory's own lists have. They only grow, so that a list with as many is the same list. */
  readonly lists: {
    readonly kinds: number;
    readonly figures: number;
    readonly editions: number;
    readonly acts: number;
  };
}

export async function houseOf(tx: Reader): Promise<House> {
  const [row] = await prepared(tx, 'house', (on, name) =>
    on
      .select({
        ...LABORATORY_COLUMNS,
        people: sql<Readonly<Record<string, string>>>`(select coalesce(json_object_agg(id, name), '{}') from person)`,
        kinds: sql<number>`(select count(*)::int from own_kind)`,
        figures: sql<number>`(select count(*)::int from kind_figure)`,
        editions: sql<number>`(select count(*)::int from rule_book_edition)`,
        acts: sql<number>`(select count(*)::int from edition_act)`,
      })
      .from(laboratory)
      .prepare(name),
  ).execute();
  if (!row) throw new Error('the laboratory row is missing');
  const { people, kinds, figures, editions, acts, ...lab } = row;
  return { laboratory: lab, names: new Map(Object.entries(people)), lists: { kinds, figures, editions, acts } };
}
