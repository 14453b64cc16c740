import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type CounterCount, counterLine, countOf, meterLine, ovenLine, type OvenSample } from './deviceLines.ts';
import { backAtOf, OvenLog, ovenSeen } from './ovenLog.ts';
import { DEVICE_SILENT_MS, DeviceWatch } from './watchDevice.ts';

// Source: docs/device-protocols.md, our own.
describe('the lines of an oven, a meter and a counter', () => {
  it('are read, or are none', () => {
    expect(ovenLine('OVEN 103.2 C set 103 C door shut 2026-12-01T03:10:00Z\r')).toEqual({
      at: Date.UTC(2026, 11, 1, 3, 10),
      ovenC: 103.2,
      setC: 103,
      door: 'shut',
    });
    expect(ovenLine('OVEN -9.9 C set 30 C door open 2026-12-01T03:10:00Z')).toMatchObject({ door: 'open' });
    for (const shown of ['400.0', '-10.0'])
      expect(ovenLine(`OVEN ${shown} C set 103 C door shut 2026-12-01T03:10:00Z`)).not.toBeNull();
    for (const none of [
      'OVEN 400.1 C set 103 C door shut 2026-12-01T03:10:00Z',
      'OVEN -10.1 C set 103 C door shut 2026-12-01T03:10:00Z',
      'OVEN 850.0 C set 103 C door shut 2026-12-01T03:10:00Z',
      'OVEN 103.2 C set 103 C door ajar 2026-12-01T03:10:00Z',
      'OVEN 103.2 C set 103 C door shut 2026-13-01T03:10:00Z',
      'OVEN 103.2 C set 103 C door shut',
      '',
    ])
      expect(ovenLine(none)).toBeNull();
    expect(meterLine('M 12.84 % 21.4 C n 17')).toEqual({ text: '12.84', seedC: 21.4, number: 17 });
    expect(meterLine('M 9 % -2.0 C n 1')).toEqual({ text: '9', seedC: -2, number: 1 });
    expect(meterLine(' EMPTY ')).toBe('empty');
    for (const none of ['M 112.8 % 21.4 C n 17', 'M -1 % 21.4 C n 17', 'M 12,8 % 21.4 C n 17', 'M 12.8 % 21.4 C'])
      expect(meterLine(none)).toBeNull();
    expect(counterLine('N 312 running long 2 short 0')).toEqual({ seeds: 312, state: 'running', long: 2, short: 0 });
    for (const none of ['N 312 walking long 2 short 0', 'N -1 done long 0 short 0', 'N 312 done'])
      expect(counterLine(none)).toBeNull();
  });
  it('never throw, whatever comes', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 200 }), (line) => {
        for (const read of [ovenLine, meterLine, counterLine]) expect(() => read(line)).not.toThrow();
      }),
    );
  });
});

describe('a count', () => {
  const shown = (change: Partial<CounterCount>): CounterCount => ({
    seeds: 1000,
    state: 'done',
    long: 0,
    short: 0,
    ...change,
  });
  it('is taken once it stands; on both sides of the border of odd pulses', () => {
    expect(countOf(shown({}))).toEqual({ ok: true, seeds: 1000, doubt: false });
    expect(countOf(shown({ state: 'ran-out' }))).toMatchObject({ ok: true });
    expect(countOf(shown({ long: 3, short: 2 }))).toMatchObject({ doubt: false });
    expect(countOf(shown({ long: 3, short: 3 }))).toMatchObject({ doubt: true });
    expect(countOf(shown({ state: 'running' }))).toEqual({ ok: false, why: 'running' });
    expect(countOf(shown({ state: 'jam' }))).toEqual({ ok: false, why: 'jam' });
    expect(countOf(shown({ state: 'idle', seeds: 0 }))).toEqual({ ok: false, why: 'nothing' });
    expect(countOf(null)).toEqual({ ok: false, why: 'silent' });
  });
});

const MINUTE = 60_000;
const BAND = { least: 101, most: 105 };
/** One sample a minute from 0 on. */
const minutes = (...of: (number | readonly [number, 'open'])[]): OvenSample[] =>
  of.map((one, i) => ({
    at: i * MINUTE,
    ovenC: typeof one === 'number' ? one : one[0],
    setC: 103,
    door: typeof one === 'number' ? 'shut' : 'open',
  }));

// The expected figures are counted by hand from the lists.
describe('an oven by its own log', () => {
  it('is back at its temperature from the first sample on after which all lie within, once its door was shut', () => {
    expect(backAtOf(minutes(103, [80, 'open'], 90, 100.9, 101, 103), BAND)).toBe(4 * MINUTE);
    expect(backAtOf(minutes(103, [80, 'open'], 105, 105.1, 105), BAND)).toBe(4 * MINUTE);
    expect(backAtOf(minutes(103, [103, 'open'], 103), BAND)).toBe(2 * MINUTE);
    // Not back; open; never opened; nothing seen.
    expect(backAtOf(minutes(103, [80, 'open'], 90), BAND)).toBeNull();
    expect(backAtOf(minutes(103, [80, 'open']), BAND)).toBeNull();
    expect(backAtOf(minutes(103, 103), BAND)).toBeNull();
    expect(backAtOf([], BAND)).toBeNull();
    // The last opening counts.
    expect(backAtOf(minutes([80, 'open'], 103, [95, 'open'], 103), BAND)).toBe(3 * MINUTE);
  });
  it('tells what it was like, and nothing where it did not see all of the time', () => {
    const log = minutes(103, 102.5, [99, 'open'], [95, 'open'], 100, 102, 103.4, 103);
    expect(ovenSeen(log, 0, 7 * MINUTE, BAND)).toEqual({
      coldestC: 95,
      warmestC: 103.4,
      outsideMinutes: 3,
      opened: 1,
    });
    expect(ovenSeen(log, 5 * MINUTE, 7 * MINUTE, BAND)).toMatchObject({ outsideMinutes: 0, opened: 0, coldestC: 102 });
    // The log begins five minutes late, and a moment more; it ends as early.
    expect(ovenSeen(log, -5 * MINUTE, 7 * MINUTE, BAND)).not.toBeNull();
    expect(ovenSeen(log, -5 * MINUTE - 1, 7 * MINUTE, BAND)).toBeNull();
    expect(ovenSeen(log, 0, 12 * MINUTE, BAND)).not.toBeNull();
    expect(ovenSeen(log, 0, 12 * MINUTE + 1, BAND)).toBeNull();
    // A hole in the middle.
    const late = (by: number) => [...log, { ...minutes(103)[0], at: by } as OvenSample];
    expect(ovenSeen(late(12 * MINUTE), 0, 12 * MINUTE, BAND)).not.toBeNull();
    expect(ovenSeen(late(12 * MINUTE + 1), 0, 12 * MINUTE + 1, BAND)).toBeNull();
    expect(ovenSeen([], 0, 0, BAND)).toBeNull();
  });
  it('is one log, whether its lines come in their order or not, and keeps the moment of the door', () => {
    const all = Array.from({ length: 400 }, (_, i): OvenSample => ({
      at: i * 1000,
      ovenC: 103,
      setC: 103,
      door: i === 137 ? 'open' : 'shut',
    }));
    const log = new OvenLog();
    for (const one of all.slice(200)) log.take(one);
    for (const one of all.slice(0, 200)) log.take(one);
    const { samples } = log;
    expect(samples.map(({ at }) => at)).toEqual([...samples.map(({ at }) => at)].sort((a, b) => a - b));
    expect(samples.find((one) => one.door === 'open')?.at).toBe(137_000);
    expect(samples.at(-1)?.at).toBe(399_000);
    expect(ovenSeen(samples, 0, 399_000, BAND)).toMatchObject({ opened: 1 });
    // The line broke, and the log is told once more.
    for (const one of all) log.take(one);
    expect(log.samples.filter((one) => one.at < 200_000)).toEqual(samples.filter((one) => one.at < 200_000));
    expect(new Set(log.samples.map(({ at }) => at)).size).toBe(log.samples.length);
  });
});

describe('a device that is watched', () => {
  it('shows what it last said for five seconds, and counts what cannot be read', () => {
    const meter = new DeviceWatch('meter');
    expect(meter.shown(0)).toEqual({ is: 'meter', shows: null, garbage: 0 });
    meter.take('M 12.84 % 21.4 C n 17', 0);
    meter.take('OK', 1);
    meter.take('N 3 done long 0 short 0', 2);
    expect(meter.shown(DEVICE_SILENT_MS - 1)).toEqual({
      is: 'meter',
      shows: { text: '12.84', seedC: 21.4, number: 17 },
      garbage: 1,
    });
    expect(meter.shown(DEVICE_SILENT_MS)).toMatchObject({ shows: null });
    meter.take('EMPTY', DEVICE_SILENT_MS);
    expect(meter.shown(DEVICE_SILENT_MS)).toEqual({ is: 'meter', shows: 'empty', garbage: 0 });
    meter.forget();
    expect(meter.shown(DEVICE_SILENT_MS)).toMatchObject({ shows: null });
    const counter = new DeviceWatch('counter');
    counter.take('N 3 done long 0 short 0', 0);
    expect(counter.shown(0)).toMatchObject({ is: 'counter', shows: { seeds: 3 } });
    const oven = new DeviceWatch('oven');
    oven.take('OVEN 103.2 C set 103 C door shut 2026-12-01T03:10:00Z', 0);
    oven.forget();
    // Its log is still its log.
    expect(oven.shown(0)).toMatchObject({ is: 'oven', shows: null, log: [{ ovenC: 103.2 }] });
  });
});
