/** Lines of devices other than balances and loggers, as `docs/device-protocols.md` has them; null = not such a line. */

/** What an oven showed at a moment. */
export interface OvenSample {
  /** By the oven's own clock, ms. */
  readonly at: number;
  readonly ovenC: number;
  readonly setC: number;
  readonly door: 'shut' | 'open';
}

/** What no drying oven can show is a broken sensor, °C. */
const LEAST_C = -10;
const MOST_C = 400;
const OVEN =
  /^OVEN (-?\d{1,3}(?:\.\d{1,2})?) C set (\d{1,3}(?:\.\d{1,2})?) C door (shut|open) (\d{4}-\d\d-\d\dT\d\d:\d\d:\d\dZ)$/;

export function ovenLine(line: string): OvenSample | null {
  const [, shown, set, door, instant = ''] = OVEN.exec(line.trim()) ?? [];
  const [ovenC, setC, at] = [Number(shown), Number(set), Date.parse(instant)];
  if (door === undefined || Number.isNaN(at) || ovenC < LEAST_C || ovenC > MOST_C) return null;
  return { at, ovenC, setC, door: door === 'open' ? 'open' : 'shut' };
}

/** What a meter measured: its figure as it shows it, percent, and the seed's temperature. */
export interface MeterReading {
  readonly text: string;
  readonly seedC: number;
  /** Its running number: the same one is the same pouring. */
  readonly number: number;
}

const METER = /^M (\d{1,2}(?:\.\d{1,3})?) % (-?\d{1,2}(?:\.\d)?) C n (\d{1,9})$/;

export function meterLine(line: string): MeterReading | 'empty' | null {
  const text = line.trim();
  if (text === 'EMPTY') return 'empty';
  const [, percent, seedC, number] = METER.exec(text) ?? [];
  return percent === undefined ? null : { text: percent, seedC: Number(seedC), number: Number(number) };
}

export const COUNTER_STATES = ['idle', 'running', 'done', 'ran-out', 'jam'] as const;
export type CounterState = (typeof COUNTER_STATES)[number];

/** What a counter has counted, with pulses that are longer or shorter than those of a seed. */
export interface CounterCount {
  readonly seeds: number;
  readonly state: CounterState;
  readonly long: number;
  readonly short: number;
}

const COUNTER = /^N (\d{1,8}) (idle|running|done|ran-out|jam) long (\d{1,8}) short (\d{1,8})$/;

export function counterLine(line: string): CounterCount | null {
  const [, seeds, state, long, short] = COUNTER.exec(line.trim()) ?? [];
  if (seeds === undefined) return null;
  return { seeds: Number(seeds), state: state as CounterState, long: Number(long), short: Number(short) };
}

/** Above this share of odd pulses a count is not to be believed; common practice, no source. */
const ODD_SHARE = 0.005;

/** Whether a count may be taken, and whether it is in doubt: seeds passed in pairs, or what passed was none. */
export function countOf(
  shown: CounterCount | null,
):
  | { readonly ok: true; readonly seeds: number; readonly doubt: boolean }
  | { readonly ok: false; readonly why: CountWhy } {
  if (shown === null) return { ok: false, why: 'silent' };
  const { seeds, state, long, short } = shown;
  if (state === 'running' || state === 'jam') return { ok: false, why: state };
  if (seeds === 0) return { ok: false, why: 'nothing' };
  return { ok: true, seeds, doubt: (long + short) / seeds > ODD_SHARE };
}
/** Why no count can be taken. */
export type CountWhy = 'silent' | 'running' | 'jam' | 'nothing';
