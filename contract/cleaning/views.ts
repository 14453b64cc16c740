import type { GOALS, Method, Outlet, ScreeningsFate, ShedEntry } from '@mercato/core/cleaning/entries';
import type { BatchDue, BatchOutcome } from '@mercato/core/cleaning/standing';
import type { AccessionView } from '../store/accessions.ts';
import type { BatchAbout, PURPOSES } from './batches.ts';

export interface BatchLine {
  line: number;
  id: string;
  entry: ShedEntry;
  /** The line in whose place it stands. */
  corrects: { line: number; reason: string } | null;
  by: string;
  /** When it was seen, and when it was written down. */
  at: string;
  writtenAt: string;
  lateReason: string | null;
  struck: { reason: string } | null;
}

export interface BatchBrief {
  id: string;
  number: string;
  name: string;
  kind: string;
  variety: string;
  species: string;
  harvestYear: number;
  purpose: (typeof PURPOSES)[number];
  state: 'open' | 'closed';
  passes: number;
  /** g; null where it was not weighed. */
  inG: string | null;
  cleanG: string;
  outcome: BatchOutcome;
  /** What is due in it next, and when, ISO; null = nothing. */
  dueAt: string | null;
  due: { pass: string; act: BatchDue['act'] } | null;
  updatedAt: string;
}
export interface BatchList {
  total: number;
  page: number;
  pageSize: number;
  rows: BatchBrief[];
}
export interface BatchView extends BatchBrief {
  version: number;
  now: string;
  about: BatchAbout;
  of: AccessionView;
  /** Of the species list; '' where the kind is not of it. */
  family: string;
  thousandSeedWeightG: { low: number; high: number } | null;
  oilFraction: number | null;
  desiccation: 'orthodox' | 'sensitive' | 'unknown';
  lines: BatchLine[];
  codes: Record<string, string>;
  /** Other vessels that stand open at a bench where one of these does. */
  besides: { bench: string; vessel: string; code: string; batch: string; kind: string; variety: string }[];
  /** Lots and packets that it became. */
  became: { id: string; is: 'lot' | 'packet'; name: string }[];
}

/** Screenings of all batches: where each went, the newest first. */
export interface GoneRow {
  batchId: string;
  number: string;
  kind: string;
  variety: string;
  line: number;
  at: string;
  by: string;
  vessel: string;
  outlet: Outlet | null;
  /** null = nobody weighed it. */
  massG: string | null;
  to: ScreeningsFate;
  whom: string;
  treated: string[];
}
export interface GoneList {
  years: number[];
  year: number | null;
  total: number;
  page: number;
  pageSize: number;
  /** Weighed mass by where it went, g, and how often nobody weighed it. */
  sums: { to: ScreeningsFate; times: number; massG: string; unweighed: number }[];
  rows: GoneRow[];
}

/** The last settings that were called good, for this kind or its relatives. */
export interface Remembered {
  method: Method;
  settings: Record<string, unknown>;
  goal: (typeof GOALS)[number];
  machine: string | null;
  kind: string;
  variety: string;
  batch: string;
  on: string;
  /** Whether it was this kind, one of its genus, or of its family. */
  near: 'kind' | 'genus' | 'family';
  good: boolean | null;
}
export interface RememberedList {
  settings: Remembered[];
}
