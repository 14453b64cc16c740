import { describe, expect, it } from 'vitest';
import { type ClimateAnswers, proposeClimateColumns, readClimateLog } from '../store/list/readClimateLog.ts';
import { inShort } from '../testing/inShort.ts';
import { type Air, airFault, type Band, episodesOf, meanAir } from './air.ts';
import { loggerLine } from './loggerLine.ts';

const MINUTE = 60_000;
const NOW = Date.UTC(2026, 10, 24, 12);

// Source: the logger's protocol, docs/logger-protocol.md.
describe('a line of a logger', () => {
  it('says degrees, humidity or none, and the instant', () => {
    expect(loggerLine('AIR 4.5 C 35 % 2026-11-24T10:00:00Z')).toEqual({
      at: Date.UTC(2026, 10, 24, 10),
      temperatureC: 4.5,
      humidityPercent: 35,
    });
    expect(loggerLine('  AIR -18.25 C - % 2026-11-24T10:00:00.500Z\r\n')).toEqual({
      at: Date.UTC(2026, 10, 24, 10) + 500,
      temperatureC: -18.25,
      humidityPercent: null,
    });
    expect(loggerLine('AIR 80 C 100 % 2026-11-24T10:00:00Z')).toMatchObject({ temperatureC: 80, humidityPercent: 100 });
    expect(loggerLine('AIR 4.125 C 35.125 % 2026-11-24T10:00:00Z')).toMatchObject({
      temperatureC: 4.125,
      humidityPercent: 35.125,
    });
  });
  it.each([
    '',
    'AIR',
    'xAIR 4 C 35 % 2026-11-24T10:00:00Z',
    'AIR 4 C 35 % 2026-11-24T10:00:00Zx',
    'AIR 4 F 35 % 2026-11-24T10:00:00Z',
    'AIR 4. C 35 % 2026-11-24T10:00:00Z',
    'AIR 4.1234 C 35 % 2026-11-24T10:00:00Z',
    'AIR 1234 C 35 % 2026-11-24T10:00:00Z',
    'AIR +4 C 35 % 2026-11-24T10:00:00Z',
    'AIR 4 C -35 % 2026-11-24T10:00:00Z',
    'AIR 4 C -- % 2026-11-24T10:00:00Z',
    'AIR 4 C 35.1234 % 2026-11-24T10:00:00Z',
    'AIR 4 C 35 % 2026-11-24T10:00:00',
    'AIR 4 C 35 % 2026-11-24 10:00:00Z',
    'AIR 4 C 35 % 26-11-24T10:00:00Z',
    'AIR 4 C 35 % 2026-13-24T10:00:00Z',
    'AIR 4 C 35 % 2026-11-24T10:00:00.Z',
    'AIR 81 C 35 % 2026-11-24T10:00:00Z',
    'AIR 4 C 101 % 2026-11-24T10:00:00Z',
  ])('%s says nothing that can be', (line) => {
    expect(loggerLine(line)).toBeNull();
  });
});

describe('air', () => {
  it('is between −60 and 80 °C, and holds no more than 100 %', () => {
    const fault = (temperatureC: number, humidityPercent: number | null) =>
      airFault({ temperatureC, humidityPercent })?.of ?? null;
    expect([fault(-60, 0), fault(80, 100), fault(20, null)]).toEqual([null, null, null]);
    expect([fault(-60.1, 50), fault(80.1, 50), fault(NaN, 50)]).toEqual(['temperature', 'temperature', 'temperature']);
    expect([fault(20, 100.1), fault(20, -0.1), fault(20, NaN)]).toEqual(['humidity', 'humidity', 'humidity']);
    expect(airFault({ temperatureC: 20, humidityPercent: -1 })?.why).toEqual({
      is: 'air.less-than-nothing',
      humidityPercent: -1,
    });
  });
  const at = (minutes: number, temperatureC: number, humidityPercent: number | null = null): Air => ({
    at: NOW + minutes * MINUTE,
    temperatureC,
    humidityPercent,
  });
  const band: Band = { leastC: 2, mostC: 8, leastPercent: 20, mostPercent: 40, graceMinutes: 30, silentMinutes: 90 };
  const told = (air: readonly Air[], now: number, change: Partial<Band> = {}) =>
    episodesOf(air, { ...band, ...change }, NOW + now * MINUTE).map((one) => [
      one.alarm,
      one.minutes,
      one.to === null,
      one.worst,
    ]);
  it('at the limit is inside; a spell of the grace is one, a minute less is none', () => {
    expect(told([at(0, 8, 40), at(60, 2, 20)], 60)).toEqual([]);
    expect(told([at(0, 8.1), at(30, 5)], 30)).toEqual([['too warm', 30, false, 8.1]]);
    expect(told([at(0, 8.1), at(29, 5)], 29)).toEqual([]);
    expect(told([at(0, 1.9), at(30, 1), at(60, 1.5), at(90, 5)], 90)).toEqual([['too cold', 90, false, 1]]);
    expect(told([at(0, 5, 19), at(30, 5, 10), at(60, 5, 30)], 60)).toEqual([['too dry', 60, false, 10]]);
    expect(told([at(0, 5, 41), at(30, 5, 45), at(60, 5, 30)], 60)).toEqual([['too damp', 60, false, 45]]);
  });
  it('where a limit is not set, or a figure is not measured, nothing is said of it', () => {
    expect(told([at(0, 30), at(60, 30)], 60, { mostC: null })).toEqual([]);
    expect(told([at(0, 5, 90), at(60, 5, 90)], 60, { mostPercent: null })).toEqual([]);
    // A reading without humidity neither ends a damp spell nor makes one.
    expect(told([at(0, 5, 50), at(30, 5), at(60, 5, 30)], 60)).toEqual([['too damp', 60, false, 50]]);
  });
  it('a second spell begins anew, and silence counts beyond its minutes, between readings and after the last', () => {
    expect(told([at(0, 9), at(30, 5), at(60, 8.5), at(90, 5)], 90)).toEqual([
      ['too warm', 30, false, 9],
      ['too warm', 30, false, 8.5],
    ]);
    expect(told([at(0, 5), at(90, 5)], 180)).toEqual([]);
    expect(told([at(0, 5), at(91, 5)], 100)).toEqual([['silent', 91, false, null]]);
    expect(told([at(0, 5)], 91)).toEqual([['silent', 91, true, null]]);
    expect(told([], 1000)).toEqual([]);
    // Oldest first, whichever alarm it is.
    expect(told([at(0, 5, 50), at(60, 9, 50), at(120, 5, 30)], 120).map(([alarm]) => alarm)).toEqual([
      'too damp',
      'too warm',
    ]);
  });
  it('means over what hangs together: up to the silence itself, and of humidity only where both ends have it', () => {
    expect(meanAir([at(0, 10), at(90, 20)], 90)).toMatchObject({
      temperatureC: 15,
      hours: 1.5,
      humidityPercent: null,
      dampestPercent: null,
      driestPercent: null,
    });
    expect(meanAir([at(0, 10), at(91, 20)], 90)).toBeNull();
    expect(meanAir([], 90)).toBeNull();
    expect(meanAir([at(0, 10, 30), at(60, 10, 50), at(120, 10)], 90)).toMatchObject({
      humidityPercent: 40,
      dampestPercent: 50,
      driestPercent: 30,
      hours: 2,
    });
    expect(meanAir([at(0, 10), at(60, 20, 50), at(120, 10)], 90)).toMatchObject({
      humidityPercent: null,
      dampestPercent: 50,
    });
    expect(meanAir([at(0, 25), at(60, -5), at(120, 10)], 90)).toMatchObject({ warmestC: 25, coldestC: -5 });
  });
});

describe('a logger’s file, its times and figures', () => {
  const answers: ClimateAnswers = {
    columns: ['time', 'temperature', 'humidity'],
    order: null,
    shortYears: null,
    mark: null,
    clock: 'universal',
    degrees: 'C',
    withoutBroken: false,
    mended: {},
    leftOut: [],
  };
  const read = (lines: readonly string[], change: Partial<ClimateAnswers> = {}) =>
    readClimateLog(
      lines.map((one, i) => ({ line: i + 2, cells: one.split('|') })),
      { ...answers, ...change },
      'Europe/Berlin',
      2026,
      NOW,
    );
  const clockOf = (time: string) => {
    const { air, faults } = read([`2026-03-01 ${time}|4|35`]);
    return air[0] ? new Date(air[0].at).toISOString().slice(11, 19) : faults[0] && inShort(faults[0].message);
  };
  // Source: the hours of a day as clocks of twelve and of twenty-four hours write them.
  it.each([
    ['0:00', '00:00:00'],
    ['23:59:59', '23:59:59'],
    ['9.05', '09:05:00'],
    ['9h05', '09:05:00'],
    ['10:00:30.5', '10:00:30'],
    ['10:00:30,5', '10:00:30'],
    ['12:00 am', '00:00:00'],
    ['12:30 PM', '12:30:00'],
    ['1:00 p.m.', '13:00:00'],
    ['11:59p', '23:59:00'],
    ['10:00Z', '10:00:00'],
    ['10:00+02:00', '08:00:00'],
    ['10:00 -0530', '15:30:00'],
    ['24:00', 'log.no-such-time 24:00'],
    ['10:60', 'log.no-such-time 10:60'],
    ['10:00:60', 'log.no-such-time 10:00:60'],
    ['13:00 pm', 'log.no-such-time 13:00 pm'],
    ['0:30 am', 'log.no-such-time 0:30 am'],
  ])('%s is %s', (time, shown) => {
    expect(clockOf(time)).toBe(shown);
  });
  it('standard time is that of winter, and a line that names its zone needs no clock', () => {
    const at = (clock: ClimateAnswers['clock'], time = '2026-07-01 10:00') => {
      const { air, asks } = read([`${time}|4|35`], { clock });
      return air[0] ? new Date(air[0].at).toISOString().slice(11, 16) : asks.map((one) => one.question);
    };
    expect([at('universal'), at('standard'), at('local'), at(null)]).toEqual(['10:00', '09:00', '08:00', ['clock']]);
    expect(at(null, '2026-07-01 10:00Z')).toBe('10:00');
    // Not yet: the very moment is allowed, a minute later is not.
    expect(read(['2026-11-24 12:00|4|35']).faults).toEqual([]);
    expect(read(['2026-11-24 12:01|4|35']).faults[0]?.message).toEqual({
      is: 'log.not-yet',
      at: Date.UTC(2026, 10, 24, 12, 1),
    });
  });
  it('figures have signs, degrees and marks of their own', () => {
    const figures = (line: string, change: Partial<ClimateAnswers> = {}) => {
      const { air, faults, asks } = read([`2026-03-01 10:00|${line}`], change);
      return air[0]
        ? [air[0].temperatureC, air[0].humidityPercent]
        : ((faults[0] && inShort(faults[0].message)) ?? asks.map((one) => one.question));
    };
    expect(figures('-4|35 %')).toEqual([-4, 35]);
    expect(figures('−4.5 °C|35%')).toEqual([-4.5, 35]);
    expect(figures('+4|35')).toEqual([4, 35]);
    expect(figures('41 F|35')).toEqual([5, 35]);
    expect(figures('41°f|35', { degrees: null })).toEqual([5, 35]);
    expect(figures('5 C|35', { degrees: 'F' })).toEqual([5, 35]);
    expect(figures('41|35', { degrees: 'F' })).toEqual([5, 35]);
    expect(figures('41|35', { degrees: null })).toEqual(['degrees']);
    expect(figures('4,5|35')).toEqual([4.5, 35]);
    expect(figures('4,125|35')).toEqual(['mark']);
    expect(figures('4,125|35', { mark: ',' })).toEqual([4.125, 35]);
    expect(figures('warm|35')).toBe('list.not-a-figure warm null');
    expect(figures('4|')).toBe('log.nothing-measured humidity');
    expect(figures('4|x', { columns: ['time', 'temperature', 'leave out'] })).toEqual([4, null]);
    expect(figures('90|35')).toBe('air.temperature-outside 90');
    expect(figures('4.5|35', { mark: ',' })).toBe('list.not-a-figure 4.5 ,');
  });
  it('asks what its columns are before it reads a line, with a sample of each', () => {
    const asks = (columns: ClimateAnswers['columns']) =>
      read(['2026-03-01|10:00|4', '||5'], { columns })
        .asks.flatMap((one) => one.samples)
        .map((one) => (typeof one === 'string' ? one : one.is));
    expect(asks(['date', 'clock', 'temperature'])).toEqual([]);
    expect(asks(['date', 'clock', null])).toEqual(['4', 'log.column-of-temperature']);
    expect(asks(['date', 'leave out', 'temperature'])).toEqual(['log.column-of-time']);
    expect(asks(['leave out', 'clock', 'temperature'])).toHaveLength(1);
    expect(read(['x|4'], { columns: ['time', 'temperature', null] }).asks[0]?.samples).toEqual([
      { is: 'list.column-unsaid', column: 3 },
    ]);
  });
  it('date and time of day stand apart too; lines are mended or left out', () => {
    const columns = ['date', 'clock', 'temperature'] as const;
    const lines = ['1/2/2026|10:00|4', '1/2/2026|10:30|x', '| |', '1/2/2026|25:00|4', '2026|10:00|4'];
    const found = read(lines, { columns, order: 'day first' });
    expect(found.air.map((one) => [one.line, new Date(one.at).toISOString()])).toEqual([
      [2, '2026-02-01T10:00:00.000Z'],
    ]);
    expect(found.faults.map((one) => [one.line, one.column, inShort(one.message)])).toEqual([
      [3, 2, 'list.not-a-figure x null'],
      [5, 1, 'log.no-such-time 25:00'],
      [6, 0, 'log.no-day 2026'],
    ]);
    const mended = read(lines, { columns, order: 'day first', mended: { 3: { 2: ' 5 ' } }, leftOut: [5, 6] });
    expect([mended.faults, mended.air.map((one) => one.temperatureC)]).toEqual([[], [4, 5]]);
    expect(read(['1/2/26|10:00|4'], { columns }).asks.map((one) => one.question)).toEqual(['order', 'shortYears']);
    expect(read(['31/2/2026|10:00|4'], { columns, order: 'day first' }).faults[0]?.message).toEqual({
      is: 'date.no-such-day',
      text: '31/2/2026',
    });
  });
  it('proposes each column once', () => {
    expect(
      proposeClimateColumns(['Time', 'Timestamp', 'Day', 'Hour', 'RH', 'Hum', 'Moisture', 'Temperature', '°F', 'Note']),
    ).toEqual(['clock', 'time', 'date', null, 'humidity', null, null, 'temperature', null, null]);
  });
});
