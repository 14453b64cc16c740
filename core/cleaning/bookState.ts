import type { ExactNumber } from '../units/mass.ts';
import type { EntryOf, Goal, Method, Outlet, QuickSample, ShedEntry, VesselKind } from './entries.ts';
import type { Treatment } from '../register/treatment.ts';

/** A line with the instant at which it was seen, ms. */
export interface BookLine {
  readonly at: number;
  readonly entry: ShedEntry;
  /** The earlier line in whose place it stands, and why. */
  readonly corrects?: { readonly line: number; readonly reason: string } | null;
}

/** A mass with what its scale leaves open. */
export interface Weighed {
  /** null = not known, such as litres of a kind whose weight by room nobody measured. */
  readonly massG: ExactNumber | null;
  /** Standard uncertainty of the reading, g. */
  readonly uncertaintyG: number;
  readonly moisturePercent: number | null;
}

/** What went into a pass from one vessel. */
export interface Inflow {
  readonly vessel: string;
  readonly part: boolean;
  readonly weighed: Weighed | null;
  readonly seed: Seed;
}
/** Seed that lies or lay together, with the newest of what was looked at: also of what was sown of it, days later. */
export interface Seed {
  sample: QuickSample;
}
/** One stream that came off a pass, came in from the field, or arrived. */
export interface Stream {
  readonly line: number;
  readonly outlet: Outlet | null;
  readonly vessel: string | null;
  weighed: Weighed | null;
  readonly seed: Seed;
}

export interface VesselState {
  readonly id: string;
  readonly name: string;
  readonly kind: VesselKind;
  /** The outlet of its first stream; null = from the field. */
  readonly outlet: Outlet | null;
  readonly streams: Stream[];
  /** What lies in it now; null where it is not known. */
  now: Weighed | null;
  empty: boolean;
  treatments: readonly Treatment[];
  /** The bench on which it stands open. */
  openAt: string | null;
  seed: Seed;
}

export interface PassState {
  readonly id: string;
  readonly line: number;
  readonly method: Method;
  readonly machine: string | null;
  readonly goal: Goal;
  readonly settings: Readonly<Record<string, unknown>>;
  readonly startedAt: number;
  readonly inflows: readonly Inflow[];
  readonly streams: Stream[];
  readonly treatment: Treatment | null;
  readonly stops: EntryOf<'stopped'>[];
  readonly soak: { readonly at: number; readonly entry: EntryOf<'soak'> }[];
  readonly drying: { readonly at: number; readonly entry: EntryOf<'drying'> }[];
  readonly sorted: { readonly at: number; readonly entry: EntryOf<'sorted'> }[];
  readonly plots: EntryOf<'plots'>[];
  priced: EntryOf<'priced'> | null;
  ended: (EntryOf<'ended'> & { readonly at: number }) | null;
}

export interface BatchBook {
  readonly vessels: ReadonlyMap<string, VesselState>;
  readonly passes: ReadonlyMap<string, PassState>;
  /** Streams from the field, or by truck, by their line. */
  readonly cameIn: ReadonlyMap<number, Stream>;
  readonly pickings: readonly { readonly line: number; readonly at: number; readonly entry: EntryOf<'picked'> }[];
  readonly arrivals: readonly { readonly line: number; readonly at: number; readonly entry: EntryOf<'arrived'> }[];
  /** The newest terms by which its loads are paid. */
  readonly settled: EntryOf<'settled'> | null;
  readonly mishaps: readonly { readonly line: number; readonly at: number; readonly entry: EntryOf<'mishap'> }[];
  readonly gone: readonly {
    readonly line: number;
    readonly at: number;
    readonly entry: EntryOf<'gone'>;
    readonly weighed: Weighed | null;
    /** In what it lay, from which outlet, and what it was treated with. */
    readonly of: Pick<VesselState, 'name' | 'outlet' | 'treatments'>;
  }[];
  readonly bagged: readonly {
    readonly line: number;
    readonly at: number;
    readonly entry: EntryOf<'bagged'>;
    readonly weighed: Weighed | null;
  }[];
  readonly closed: boolean;
  /** Lines that no longer count, each with the reason. */
  readonly struck: ReadonlyMap<number, string>;
}

/** What the harvest of a batch brings with it. */
export interface Measures {
  /** Pounds in a trade bushel; null = the kind has none. */
  readonly poundsPerBushel: number | null;
  /** What it was treated with before it came. */
  readonly treatments: readonly Treatment[];
}
