import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parse } from 'csv-parse/sync';
import type { Book } from '@mercato/core/rule-books/edition';

/** How far a demo lot has come. Each state includes all that comes before it. */
export type DemoState =
  | 'opened'
  | 'sampled'
  | 'weighing'
  | 'gained'
  | 'oven'
  | 'set-up'
  | 'final-today'
  | 'overdue'
  | 'out-of-range'
  | 'retesting'
  | 'retested'
  | 'ready'
  | 'accepted'
  | 'released'
  | 'stale'
  | 'expired';

export interface DemoLot {
  readonly reference: string;
  readonly species: string;
  readonly variety: string;
  readonly kg: number;
  /** Containers and the mass of one, kg; 0 = bulk. */
  readonly bags: readonly [number, number];
  readonly book: Book;
  readonly state: DemoState;
  /** Average normal, abnormal, hard, fresh in a dish; the rest is dead. */
  readonly dish: readonly [number, number, number, number];
  /** Shares of pure seed, other crop (ISTA: other seeds), weed and inert matter, percent. */
  readonly purity: readonly [number, number, number, number];
  readonly moisture: number;
  /** Other species found in the other-seeds sample. */
  readonly found: readonly (readonly [string, number])[];
  readonly origin: string;
}

type Line = Readonly<Record<string, string>>;

const figures = <N extends readonly string[]>(line: Line, ...names: N) =>
  names.map((name) => Number(line[name])) as { [I in keyof N]: number };

/** Invented figures, in `lots.csv`. Newest first; varieties and fields are made up. */
export const DEMO_LOTS: readonly DemoLot[] = parse<Line>(readFileSync(join(import.meta.dirname, 'lots.csv')), {
  columns: true,
}).map((line): DemoLot => ({
  reference: line.reference ?? '',
  species: line.species ?? '',
  variety: line.variety ?? '',
  kg: Number(line.kg),
  bags: figures(line, 'bags', 'bag_kg'),
  book: line.book as Book,
  state: line.state as DemoState,
  dish: figures(line, 'normal', 'abnormal', 'hard', 'fresh'),
  purity: figures(line, 'pure', 'crop', 'weed', 'inert'),
  moisture: Number(line.moisture),
  found: (line.found ?? '')
    .split('; ')
    .filter(Boolean)
    .map((one) => {
      const [name = '', count] = one.split('=');
      return [name, Number(count)];
    }),
  origin: line.origin ?? '',
}));
