import { inTheirPlaces, struckLines } from './bookOrder.ts';
import type { BatchBook, BookLine, Inflow, Measures, PassState, Stream, VesselState, Weighed } from './bookState.ts';
import { CannotBe } from './cannotBe.ts';
import type { EntryOf, Into, Outlet, ShedEntry, Weighing } from './entries.ts';
import type { Treatment } from '../register/treatment.ts';
import { addToPass } from './passLines.ts';
import { emptied, joined, newVessel, NOTHING_LOOKED_AT } from './vessels.ts';
import { readWeighing, together } from './weighings.ts';

/** Reads a book line by line; each kind of line has its own method. */
class Reader {
  readonly vessels = new Map<string, VesselState>();
  readonly passes = new Map<string, PassState>();
  readonly cameIn = new Map<number, Stream>();
  readonly pickings: BatchBook['pickings'][number][] = [];
  readonly arrivals: BatchBook['arrivals'][number][] = [];
  settled: BatchBook['settled'] = null;
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

  /** A pass of which something is written that was seen at this instant. */
  passAt(id: string, at: number): PassState {
    const found = this.passes.get(id);
    if (!found) throw new CannotBe('pass', { is: 'shed.no-such-pass' });
    if (at < found.startedAt - CLOCKS_APART) throw new CannotBe('seenTime', { is: 'shed.seen-before-start' });
    return found;
  }

  /** The vessel that a stream falls into; a new one is made. */
  into(into: Into, outlet: Outlet | null): VesselState {
    if ('vessel' in into) return this.vessel(into.vessel, 'into');
    const { id } = into.made;
    if (this.vessels.has(id)) throw new CannotBe('into', { is: 'shed.vessel-there-already' });
    const made = newVessel(into.made, outlet);
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
    }
    const { line, outlet, testWeightKgHl = null } = of;
    vessel.seed = { sample: { ...NOTHING_LOOKED_AT, testWeightKgHl } };
    const weighed = this.read(weighing, vessel, 'weighed');
    const seed = vessel.empty ? vessel.seed : { sample: NOTHING_LOOKED_AT };
    const stream = { line, outlet, vessel: vessel.id, weighed, seed };
    vessel.now = vessel.empty ? weighed : together(vessel.now, weighed);
    vessel.empty = false;
    vessel.streams.push(stream);
    if (outlet === null) vessel.treatments = joined(vessel.treatments, this.measures.treatments);
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
        emptied(vessel);
      } else
        vessel.now = {
          massG: left,
          uncertaintyG: vessel.now ? Math.hypot(vessel.now.uncertaintyG, weighed.uncertaintyG) : 0,
          moisturePercent: vessel.now?.moisturePercent ?? null,
        };
      return { ...weighed, moisturePercent };
    }
    const all =
      weighed === null
        ? vessel.now
        : { ...weighed, moisturePercent: weighed.moisturePercent ?? vessel.now?.moisturePercent ?? null };
    emptied(vessel);
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

  cameOff(pass: PassState, entry: EntryOf<'came-off'>, line: number): void {
    const { outlet } = entry;
    if (pass.ended) throw new CannotBe('pass', { is: 'shed.pass-ended' });
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
        this.picked(entry, line, at);
        return;
      case 'arrived':
        this.arrived(entry, line, at);
        return;
      case 'pass':
        this.startPass(entry, line, at);
        return;
      case 'came-off':
        this.cameOff(this.passAt(entry.pass, at), entry, line);
        return;
      case 'ended':
      case 'stopped':
      case 'soak':
      case 'drying':
      case 'sorted':
      case 'plots':
      case 'priced':
        if (entry.what === 'drying') this.read(entry.weighed, null, 'weighed');
        addToPass(this.passAt(entry.pass, at), entry, at);
        return;
      case 'settled':
        if (this.arrivals.length === 0) throw new CannotBe('', { is: 'shed.no-load' });
        this.settled = entry;
        return;
      case 'weighed':
        this.weighedLater(entry);
        return;
      case 'looked':
        this.looked(entry);
        return;
      case 'opened':
        this.opened(entry);
        return;
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
        const { name, outlet, treatments } = vessel;
        const of = { name, outlet, treatments };
        this.gone.push({ line, at, entry, weighed: this.take(vessel, entry, 'weighed'), of });
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

/** As far apart as the clocks of two machines may stand, and a minute that somebody wrote down, ms. Guess. */
const CLOCKS_APART = 10 * 60_000;
const LATER: readonly ShedEntry['what'][] = ['strike', 'looked', 'plots', 'priced', 'settled'];

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
  const { vessels, passes, cameIn, pickings, arrivals, settled, mishaps, gone, bagged, closed } = reader;
  return { vessels, passes, cameIn, pickings, arrivals, settled, mishaps, gone, bagged, closed, struck };
}
