import { describe, expect, it } from 'vitest';
import { counterLine, countOf, meterLine, ovenLine, type OvenSample } from '@mercato/core/devices/deviceLines';
import { backAtOf, ovenSeen } from '@mercato/core/devices/ovenLog';
import { SimulatedCounter } from './simulatedCounter.ts';
import { SimulatedMeter } from './simulatedMeter.ts';
import { SimulatedOven } from './simulatedOven.ts';

const MINUTE = 60_000;
const NOON = Date.UTC(2026, 11, 1, 12);
const BAND = { least: 101, most: 105 };
const logOf = (oven: SimulatedOven, since: number, now: number): OvenSample[] => {
  const lines = oven.hear(`LOG ${new Date(since).toISOString()}`, now);
  if (!Array.isArray(lines)) throw new Error('no log');
  expect(lines.at(-1)).toBe('END');
  return (lines as string[]).slice(0, -1).map((line) => {
    const read = ovenLine(line);
    if (!read) throw new Error(line);
    return read;
  });
};

// Source: docs/device-protocols.md, our own. Times are reckoned, none is waited for.
describe('the oven that is not there', () => {
  it('stands at its temperature, loses it while its door is open, and comes back', () => {
    const oven = new SimulatedOven('o', NOON);
    expect(ovenSeen(logOf(oven, NOON - 3_600_000, NOON), NOON - 3_600_000, NOON, BAND)).toMatchObject({
      outsideMinutes: 0,
      opened: 0,
    });
    oven.hear('DOOR open', NOON + MINUTE);
    expect(ovenLine(oven.say(NOON + MINUTE + 30_000) ?? '')).toMatchObject({ door: 'open' });
    expect(oven.hear('DOOR shut', NOON + MINUTE + 30_000)).toBe('OK');
    const cold = ovenLine(oven.say(NOON + MINUTE + 31_000) ?? '')?.ovenC ?? 0;
    expect(cold).toBeLessThan(85);
    expect(backAtOf(logOf(oven, NOON, NOON + 2 * MINUTE), BAND)).toBeNull();
    const later = NOON + 40 * MINUTE;
    const back = backAtOf(logOf(oven, NOON, later), BAND) ?? 0;
    // Some 45 degrees at 7.2 a minute, less what it loses: between five and fifteen minutes.
    expect((back - NOON) / MINUTE).toBeGreaterThan(5);
    expect((back - NOON) / MINUTE).toBeLessThan(17);
    expect(ovenSeen(logOf(oven, back - 1, later), back, later, BAND)).toMatchObject({ outsideMinutes: 0, opened: 0 });
  });
  it('goes to what it is set to, and cools where its heater fails', () => {
    const oven = new SimulatedOven('o', NOON);
    oven.hear('SET 130', NOON);
    expect(ovenLine(oven.say(NOON + 30 * MINUTE) ?? '')?.ovenC).toBeCloseTo(130, 0);
    oven.hear('FAULT heater', NOON + 30 * MINUTE);
    expect(ovenLine(oven.say(NOON + 31 * MINUTE) ?? '')?.ovenC).toBeLessThan(128.5);
    oven.hear('FAULT sensor', NOON + 60 * MINUTE);
    expect(ovenLine(oven.say(NOON + 60 * MINUTE) ?? '')).toBeNull();
    oven.hear('FAULT silence', NOON + 70 * MINUTE);
    expect(oven.say(NOON + 70 * MINUTE)).toBeNull();
    expect(oven.hear('ID', NOON + 70 * MINUTE)).toBeNull();
    expect(oven.hear('ID', NOON + 72 * MINUTE)).toMatch(/^ID o /);
  });
  it('says what it cannot do', () => {
    const oven = new SimulatedOven('o', NOON);
    for (const line of ['SET', 'SET 29', 'SET 251', 'SET hot', 'DOOR ajar', 'LOG then', 'FAULT rust', 'DANCE'])
      expect(oven.hear(line, NOON)).toMatch(/^NO /);
    for (const line of ['SET 30', 'SET 250', 'DOOR shut']) expect(oven.hear(line, NOON)).toBe('OK');
  });
});

describe('the meter that is not there', () => {
  it('measures what is poured once, a little off; drifting it is far off', () => {
    const meter = new SimulatedMeter('m', () => 0.75);
    expect(meterLine(meter.say(0) ?? '')).toBe('empty');
    expect(meter.hear('POUR 11.4 21.5', 0)).toBe('OK');
    expect(meterLine(meter.say(0) ?? '')).toEqual({ text: '11.44', seedC: 21.5, number: 1 });
    meter.hear('FAULT drift', 0);
    meter.hear('POUR 11.4 21.5', 0);
    expect(meterLine(meter.say(0) ?? '')).toEqual({ text: '12.94', seedC: 21.5, number: 2 });
    expect(meter.hear('EMPTY', 0)).toBe('OK');
    expect(meter.say(0)).toBe('EMPTY');
    meter.hear('FAULT garbage', 0);
    expect(meterLine(meter.say(0) ?? '')).toBeNull();
    for (const line of ['POUR', 'POUR 11', 'POUR 61 20', 'POUR 11 61', 'POUR wet warm', 'SHAKE'])
      expect(meter.hear(line, 0)).toMatch(/^NO /);
  });
});

describe('the counter that is not there', () => {
  const counted = (fault: string | null, loads = 500, asked = 0, random = 0.01) => {
    const counter = new SimulatedCounter('c', () => random);
    counter.say(0);
    counter.hear(`LOAD ${loads}`, 0);
    counter.hear(`START ${asked}`, 0);
    if (fault) counter.hear(`FAULT ${fault}`, 0);
    let line = '';
    for (let at = 100; at <= 50_000; at += 100) line = counter.say(at) ?? line;
    return counterLine(line);
  };
  it('counts all of it, or as many as it was asked for', () => {
    expect(counted(null)).toEqual({ seeds: 500, state: 'done', long: 0, short: 0 });
    expect(counted(null, 500, 100)).toMatchObject({ seeds: 100, state: 'done' });
    expect(counted(null, 80, 100)).toMatchObject({ seeds: 80, state: 'ran-out' });
    expect(counted(null, 0)).toMatchObject({ seeds: 0, state: 'ran-out' });
  });
  it('counts pairs once and dust too, and says so; empty or jammed it stands', () => {
    const pairs = counted('doubles');
    expect(pairs).toMatchObject({ state: 'done', seeds: 250, long: 250 });
    expect(countOf(pairs)).toMatchObject({ doubt: true });
    const dust = counted('vibration');
    expect(dust).toMatchObject({ seeds: 1000, short: 500 });
    expect(counted('empty')).toMatchObject({ state: 'ran-out', seeds: 0 });
    expect(counted('jam')).toMatchObject({ state: 'jam', seeds: 0 });
    // With seeds that never pass in pairs neither fault shows.
    expect(counted('doubles', 500, 0, 0.9)).toMatchObject({ seeds: 500, long: 0 });
  });
  it('begins anew after a jam, and says what it cannot do', () => {
    const counter = new SimulatedCounter('c');
    counter.say(0);
    counter.hear('LOAD 30', 0);
    counter.hear('FAULT jam', 0);
    counter.hear('START 0', 0);
    expect(counterLine(counter.say(100) ?? '')).toMatchObject({ state: 'running' });
    counter.hear('FAULT jam', 100);
    expect(counterLine(counter.say(200) ?? '')).toMatchObject({ state: 'jam' });
    expect(counter.hear('CLEAR', 300)).toBe('OK');
    expect(counterLine(counter.say(300) ?? '')).toEqual({ seeds: 0, state: 'idle', long: 0, short: 0 });
    for (const line of ['LOAD', 'LOAD -1', 'START many', 'FAULT rust', 'SING'])
      expect(counter.hear(line, 400)).toMatch(/^NO /);
  });
});
