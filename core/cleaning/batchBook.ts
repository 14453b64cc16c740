import { Exact, exactDecimal, type ExactNumber, toGrams, writtenDecimals } from '../units/mass.ts';
import { GRAMS_PER } from '../units/gramsPer.ts';
import { CannotBe } from './cannotBe.ts';
import type {
  EntryOf,
  Goal,
  Into,
  Method,
  Outlet,
  QuickSample,
  ShedAmount,
  ShedEntry,
  Treatment,
  VesselKind,
  Weighing,
} from './entries.ts';

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
  readonly uncertaintyG: ExactNumber;
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
  /** Passes that it was filled from; empty = from the field. */
  readonly from: string[];
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
  readonly number: number;
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
  readonly mishaps: readonly { readonly line: number; readonly at: number; readonly entry: EntryOf<'mishap'> }[];
  readonly gone: readonly {
    readonly line: number;
    readonly at: number;
    readonly entry: EntryOf<'gone'>;
    readonly weighed: Weighed | null;
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

/** What turns measures of room into mass, for the kind of a batch. */
export interface Measures {
  /** Pounds in a trade bushel; null = the kind has none. */
  readonly poundsPerBushel: number | null;
}

const NOTHING_LOOKED_AT: QuickSample = {
  pure: null,
  hundredSeedsG: null,
  testWeightKgHl: null,
  cut: null,
  defects: null,
  towel: null,
};
/** A reading lies anywhere within a step: its standard uncertainty is the step over √12 (GUM 4.3.7, from memory). */
const STEP_TO_SD = new Exact(12).sqrt();

/** @returns g; null where it is not known */
export function gramsOf(amount: ShedAmount, measures: Measures, testWeightKgHl: number | null): ExactNumber | null {
  if (amount.by === 'mass') return toGrams(amount);
  if (amount.by === 'bushels') {
    if (measures.poundsPerBushel === null) throw new CannotBe('amount', { is: 'shed.no-bushel' });
    return exactDecimal(amount.text).times(measures.poundsPerBushel).times(GRAMS_PER.lb);
  }
  // kg/hl are 10 g in a litre.
  return testWeightKgHl === null ? null : exactDecimal(amount.text).times(testWeightKgHl).times(10);
}

function readWeighing(weighing: Weighing, measures: Measures, testWeightKgHl: number | null): Weighed {
  const massG = gramsOf(weighing.amount, measures, testWeightKgHl);
  if (massG !== null && !massG.gt(0)) throw new CannotBe('weighed', { is: 'shed.above-nothing' });
  const one = gramsOf({ ...weighing.amount, text: '1' }, measures, testWeightKgHl) ?? new Exact(0);
  const written = new Exact(10).pow(-writtenDecimals(weighing.amount.text)).times(one);
  const step = Exact.max(written, weighing.scale?.stepG ?? 0);
  return { massG, uncertaintyG: step.div(STEP_TO_SD), moisturePercent: weighing.moisturePercent };
}

/** Two streams in one vessel: masses add up, moisture is their mean by mass where both are known. */
function together(a: Weighed | null, b: Weighed | null): Weighed | null {
  if (a === null || b === null) return null;
  if (a.massG === null || b.massG === null) return { massG: null, uncertaintyG: new Exact(0), moisturePercent: null };
  const massG = a.massG.plus(b.massG);
  return {
    massG,
    uncertaintyG: a.uncertaintyG.pow(2).plus(b.uncertaintyG.pow(2)).sqrt(),
    moisturePercent:
      a.moisturePercent === null || b.moisturePercent === null
        ? null
        : a.massG.times(a.moisturePercent).plus(b.massG.times(b.moisturePercent)).div(massG).toNumber(),
  };
}

/** The lines that a later one crossed out or corrected, with the reason. */
function struckLines(lines: readonly BookLine[]): Map<number, string> {
  const struck = new Map<number, string>();
  lines.forEach(({ entry, corrects }, i) => {
    const strikes = entry.what === 'strike' ? entry : corrects;
    if (!strikes) return;
    const target = lines[strikes.line]?.entry;
    const refuse = (is: 'shed.not-struckable' | 'shed.struck-already' | 'shed.corrects-another-kind') =>
      new CannotBe('line', { is }, i);
    if (!target || strikes.line >= i || target.what === 'strike') throw refuse('shed.not-struckable');
    if (struck.has(strikes.line)) throw refuse('shed.struck-already');
    if (corrects && target.what !== entry.what) throw refuse('shed.corrects-another-kind');
    struck.set(strikes.line, strikes.reason);
  });
  return struck;
}

/** Lines in the order in which they hold: one that corrects another stands in its place. */
function inTheirPlaces(lines: readonly BookLine[]): number[] {
  const places: number[] = [];
  lines.forEach(({ corrects }, i) => places.push(corrects ? (places[corrects.line] ?? i) : i));
  return lines.map((_, i) => i).sort((a, b) => (places[a] ?? 0) - (places[b] ?? 0) || a - b);
}

/** Reads a book line by line; each kind of line has its own method. */
class Reader {
  readonly vessels = new Map<string, VesselState>();
  readonly passes = new Map<string, PassState>();
  readonly cameIn = new Map<number, Stream>();
  readonly pickings: BatchBook['pickings'][number][] = [];
  readonly arrivals: BatchBook['arrivals'][number][] = [];
  readonly mishaps: BatchBook['mishaps'][number][] = [];
  readonly gone: BatchBook['gone'][number][] = [];
  readonly bagged: BatchBook['bagged'][number][] = [];
  closed = false;
  /** Treatments of what runs through a pass. */
  private readonly flows = new Map<string, readonly Treatment[]>();

  constructor(private readonly measures: Measures) {}

  vessel(id: string, path = 'vessel'): VesselState {
    const found = this.vessels.get(id);
    if (!found) throw new CannotBe(path, { is: 'shed.no-such-vessel' });
    return found;
  }

  pass(id: string): PassState {
    const found = this.passes.get(id);
    if (!found) throw new CannotBe('pass', { is: 'shed.no-such-pass' });
    return found;
  }

  running(id: string): PassState {
    const found = this.pass(id);
    if (found.ended) throw new CannotBe('pass', { is: 'shed.pass-ended' });
    return found;
  }

  /** The vessel that a stream falls into; a new one is made. */
  into(into: Into, outlet: Outlet | null): VesselState {
    if ('vessel' in into) return this.vessel(into.vessel, 'into');
    const { id, name, kind } = into.made;
    if (this.vessels.has(id)) throw new CannotBe('into', { is: 'shed.vessel-there-already' });
    const made: VesselState = {
      id,
      name,
      kind,
      outlet,
      from: [],
      streams: [],
      now: null,
      empty: true,
      treatments: [],
      openAt: null,
      seed: { sample: NOTHING_LOOKED_AT },
    };
    this.vessels.set(id, made);
    return made;
  }

  read(weighing: Weighing | null, vessel: VesselState | null, path: string): Weighed | null {
    if (weighing === null) return null;
    try {
      return readWeighing(weighing, this.measures, vessel?.seed.sample.testWeightKgHl ?? null);
    } catch (error) {
      throw error instanceof CannotBe ? new CannotBe(path, error.why) : error;
    }
  }

  /** Pours a stream into its vessel; what lies there already is mixed with it, and was looked at no more. */
  pour(
    vessel: VesselState,
    weighing: Weighing | null,
    of: { readonly line: number; readonly outlet: Outlet | null; readonly testWeightKgHl?: number | null },
  ): Stream {
    if (vessel.empty) {
      vessel.treatments = [];
      vessel.streams.length = 0;
      vessel.from.length = 0;
    }
    const { line, outlet, testWeightKgHl = null } = of;
    vessel.seed = { sample: { ...NOTHING_LOOKED_AT, testWeightKgHl } };
    const weighed = this.read(weighing, vessel, 'weighed');
    const seed = vessel.empty ? vessel.seed : { sample: NOTHING_LOOKED_AT };
    const stream = { line, outlet, vessel: vessel.id, weighed, seed };
    vessel.now = vessel.empty ? weighed : together(vessel.now, weighed);
    vessel.empty = false;
    vessel.streams.push(stream);
    return stream;
  }

  /** Takes seed out; the vessel keeps what is left. */
  take(
    vessel: VesselState,
    { part, weighed: weighing }: { readonly part: boolean; readonly weighed: Weighing | null },
    path: string,
  ): Weighed | null {
    if (vessel.empty) throw new CannotBe(path, { is: 'shed.empty', vessel: vessel.name });
    const weighed = this.read(weighing, vessel, path);
    if (part) {
      if (weighed === null) throw new CannotBe(path, { is: 'shed.part-not-weighed' });
      const moisturePercent = weighed.moisturePercent ?? vessel.now?.moisturePercent ?? null;
      const left = vessel.now?.massG != null && weighed.massG !== null ? vessel.now.massG.minus(weighed.massG) : null;
      if (left !== null && !left.gt(0)) {
        // As much as was thought to be there: whatever the scales say, there is nothing to go on with.
        vessel.empty = true;
        vessel.now = null;
      } else
        vessel.now = {
          massG: left,
          uncertaintyG: vessel.now?.uncertaintyG.pow(2).plus(weighed.uncertaintyG.pow(2)).sqrt() ?? new Exact(0),
          moisturePercent: vessel.now?.moisturePercent ?? null,
        };
      return { ...weighed, moisturePercent };
    }
    const all =
      weighed === null
        ? vessel.now
        : { ...weighed, moisturePercent: weighed.moisturePercent ?? vessel.now?.moisturePercent ?? null };
    vessel.empty = true;
    vessel.now = null;
    vessel.openAt = null;
    return all;
  }

  picked(entry: EntryOf<'picked'>, line: number, at: number): void {
    this.cameIn.set(line, this.pour(this.into(entry.into, null), entry.weighed, { line, outlet: null }));
    this.pickings.push({ line, at, entry });
  }

  arrived(entry: EntryOf<'arrived'>, line: number, at: number): void {
    const { testWeightKgHl } = entry;
    const stream = this.pour(this.into(entry.into, null), entry.weighed, { line, outlet: null, testWeightKgHl });
    this.cameIn.set(line, stream);
    this.arrivals.push({ line, at, entry });
  }

  startPass(entry: EntryOf<'pass'>, line: number, at: number): void {
    if (this.passes.has(entry.pass)) throw new CannotBe('pass', { is: 'shed.pass-there-already' });
    if (new Set(entry.from.map((one) => one.vessel)).size < entry.from.length)
      throw new CannotBe('from', { is: 'shed.names-it-twice' });
    let treatments: readonly Treatment[] = entry.treatment === null ? [] : [entry.treatment];
    const inflows = entry.from.map((one, i): Inflow => {
      const vessel = this.vessel(one.vessel, `from.${i}.vessel`);
      treatments = joined(vessel.treatments, treatments);
      const { seed } = vessel;
      return { vessel: vessel.id, part: one.part, weighed: this.take(vessel, one, `from.${i}`), seed };
    });
    this.passes.set(entry.pass, {
      id: entry.pass,
      number: this.passes.size + 1,
      line,
      method: entry.method,
      machine: entry.machine,
      goal: entry.goal,
      settings: entry.settings,
      startedAt: at,
      inflows,
      streams: [],
      treatment: entry.treatment,
      stops: [],
      soak: [],
      drying: [],
      sorted: [],
      plots: [],
      priced: null,
      ended: null,
    });
    this.flows.set(entry.pass, treatments);
  }

  cameOff(entry: EntryOf<'came-off'>, line: number): void {
    const pass = this.running(entry.pass);
    const { outlet } = entry;
    if (outlet === 'blown' && entry.into !== null) throw new CannotBe('into', { is: 'shed.blown-is-not-kept' });
    if (entry.into === null) {
      const weighed = this.read(entry.weighed, null, 'weighed');
      pass.streams.push({ line, outlet, vessel: null, weighed, seed: { sample: NOTHING_LOOKED_AT } });
      return;
    }
    const vessel = this.into(entry.into, outlet);
    // What came out of a vessel and goes back into it would be counted as going in without an end.
    if (pass.inflows.some((one) => one.vessel === vessel.id && one.part))
      throw new CannotBe('into', { is: 'shed.own-outlet', vessel: vessel.name });
    pass.streams.push(this.pour(vessel, entry.weighed, { line, outlet }));
    vessel.treatments = joined(vessel.treatments, this.flows.get(pass.id) ?? []);
    if (!vessel.from.includes(pass.id)) vessel.from.push(pass.id);
  }

  weighedLater(entry: EntryOf<'weighed'>): void {
    const vessel = this.vessel(entry.vessel);
    if (vessel.empty) throw new CannotBe('vessel', { is: 'shed.empty', vessel: vessel.name });
    const weighed = this.read(entry.weighed, vessel, 'weighed');
    if (weighed === null) return;
    const moisturePercent = weighed.moisturePercent ?? vessel.now?.moisturePercent ?? null;
    vessel.now = { ...weighed, moisturePercent };
    // A weight that came later is that of the one stream that lies there.
    const [only, ...others] = vessel.streams;
    if (only && others.length === 0 && only.weighed === null) only.weighed = vessel.now;
  }

  looked(entry: EntryOf<'looked'>): void {
    const vessel = this.vessel(entry.vessel);
    const found = Object.fromEntries(Object.entries(entry.sample).filter(([, value]) => value !== null));
    vessel.seed.sample = { ...vessel.seed.sample, ...found };
  }

  opened({ vessel: id, bench }: EntryOf<'opened'>): void {
    const vessel = this.vessel(id);
    if (vessel.empty) throw new CannotBe('vessel', { is: 'shed.empty', vessel: vessel.name });
    if (vessel.openAt !== null) throw new CannotBe('vessel', { is: 'shed.already-open', vessel: vessel.name });
    vessel.openAt = bench;
  }

  line(entry: ShedEntry, line: number, at: number): void {
    // What a towel or a plot says comes long after the batch was closed.
    if (this.closed && !LATER.includes(entry.what)) throw new CannotBe('', { is: 'shed.closed' });
    switch (entry.what) {
      case 'picked':
        return this.picked(entry, line, at);
      case 'arrived':
        return this.arrived(entry, line, at);
      case 'pass':
        return this.startPass(entry, line, at);
      case 'came-off':
        return this.cameOff(entry, line);
      case 'ended': {
        this.running(entry.pass).ended = { ...entry, at };
        return;
      }
      case 'weighed':
        return this.weighedLater(entry);
      case 'stopped': {
        this.running(entry.pass).stops.push(entry);
        return;
      }
      case 'looked':
        return this.looked(entry);
      case 'soak': {
        const pass = this.running(entry.pass);
        if (!SOAKS.includes(pass.method)) throw new CannotBe('pass', { is: 'shed.not-a-soak' });
        pass.soak.push({ at, entry });
        return;
      }
      case 'drying': {
        const pass = this.running(entry.pass);
        if (pass.method !== 'dry') throw new CannotBe('pass', { is: 'shed.not-a-drying' });
        this.read(entry.weighed, null, 'weighed');
        pass.drying.push({ at, entry });
        return;
      }
      case 'sorted': {
        const pass = this.running(entry.pass);
        if (pass.method !== 'hand-sort') throw new CannotBe('pass', { is: 'shed.not-a-sorting' });
        pass.sorted.push({ at, entry });
        return;
      }
      case 'plots': {
        const pass = this.pass(entry.pass);
        if (pass.method !== 'hand-sort') throw new CannotBe('pass', { is: 'shed.not-a-sorting' });
        pass.plots.push(entry);
        return;
      }
      case 'priced': {
        this.pass(entry.pass).priced = entry;
        return;
      }
      case 'opened':
        return this.opened(entry);
      case 'covered': {
        this.vessel(entry.vessel).openAt = null;
        return;
      }
      case 'mishap': {
        if (entry.vessel !== null) this.vessel(entry.vessel);
        this.mishaps.push({ line, at, entry });
        return;
      }
      case 'gone': {
        const vessel = this.vessel(entry.vessel);
        this.gone.push({ line, at, entry, weighed: this.take(vessel, entry, 'weighed') });
        return;
      }
      case 'bagged': {
        const vessel = this.vessel(entry.vessel);
        this.bagged.push({ line, at, entry, weighed: this.take(vessel, entry, 'weighed') });
        return;
      }
      case 'closed': {
        if ([...this.passes.values()].some((one) => one.ended === null))
          throw new CannotBe('', { is: 'shed.passes-run' });
        this.closed = true;
        return;
      }
      case 'strike':
        return;
    }
  }
}

const LATER: readonly ShedEntry['what'][] = ['strike', 'looked', 'plots', 'priced'];
const SOAKS: readonly Method[] = ['wash', 'float', 'ferment'];

const joined = (a: readonly Treatment[], b: readonly Treatment[]): readonly Treatment[] => [
  ...a,
  ...b.filter((one) => !a.some((other) => other.product === one.product && other.class === one.class)),
];

/**
 * A batch as its lines leave it: what lies in which vessel, what each pass took in and gave off. Lines that were
 * crossed out do not count. A pass is a node of its own every time it runs, so that what goes back to be threshed again
 * makes no circle.
 *
 * @param lines  in the order in which they were written
 * @throws {CannotBe} naming the field of the line that cannot be: an empty vessel, a pass that has ended
 */
export function readBook(lines: readonly BookLine[], measures: Measures): BatchBook {
  const struck = struckLines(lines);
  const reader = new Reader(measures);
  for (const i of inTheirPlaces(lines)) {
    const one = lines[i];
    if (!one || struck.has(i)) continue;
    try {
      reader.line(one.entry, i, one.at);
    } catch (error) {
      throw error instanceof CannotBe ? new CannotBe(error.path, error.why, i) : error;
    }
  }
  const { vessels, passes, cameIn, pickings, arrivals, mishaps, gone, bagged, closed } = reader;
  return { vessels, passes, cameIn, pickings, arrivals, mishaps, gone, bagged, closed, struck };
}
