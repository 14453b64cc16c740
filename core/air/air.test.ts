import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  type ClimateAnswers,
  type ClimateColumn,
  proposeClimateColumns,
  readClimateLog,
} from '../store/list/readClimateLog.ts';
import { inShort } from '../testing/inShort.ts';
import { type Air, type Band, episodesOf, meanAir } from './air.ts';
import { alarmKey, type PlaceEntry, placeStanding } from './placeBook.ts';

const NOW = Date.UTC(2026, 10, 24, 12);
const MINUTE = 60_000;
const BAND: Band = { leastC: 2, mostC: 8, leastPercent: null, mostPercent: 40, graceMinutes: 30, silentMinutes: 90 };
const every = (minutes: number, ...figures: readonly (readonly [number, number | null])[]): Air[] =>
  figures.map(([temperatureC, humidityPercent], i) => ({
    at: NOW - (figures.length - 1 - i) * minutes * MINUTE,
    temperatureC,
    humidityPercent,
  }));

describe('the air of a place', () => {
  it('tells each spell outside its band, from the first reading outside to the first inside', () => {
    const air = every(20, [4, 35], [9, 35], [9.5, 45], [4, 50], [4, 35], [9, 35], [4, 35], [9, 35]);
    expect(episodesOf(air, BAND, NOW + 10 * MINUTE)).toEqual([
      { alarm: 'too warm', from: air[1]?.at, to: air[3]?.at, minutes: 40, worst: 9.5 },
      { alarm: 'too damp', from: air[2]?.at, to: air[4]?.at, minutes: 40, worst: 50 },
    ]);
    // A spell that goes on counts as far as it was seen.
    const going = every(20, [4, 35], [9, 35], [9, 35], [8.5, 35]);
    expect(episodesOf(going, BAND, NOW)).toMatchObject([{ alarm: 'too warm', to: null, minutes: 40, worst: 9 }]);
    expect(episodesOf(going, BAND, NOW + 91 * MINUTE).at(-1)).toMatchObject({ alarm: 'silent', to: null, minutes: 91 });
  });

  it('never calls a place out of its band while every reading is inside, and never misses one that stays out', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: -10, max: 20, noNaN: true }), { minLength: 2, maxLength: 30 }), (heats) => {
        const air = every(30, ...heats.map((one) => [one, null] as const));
        const found = episodesOf(air, BAND, NOW);
        expect(found.some((one) => one.alarm === 'too warm')).toBe(heats.slice(0, -1).some((one) => one > 8));
        expect(found.some((one) => one.alarm === 'too cold')).toBe(heats.slice(0, -1).some((one) => one < 2));
        for (const one of found) expect(one.worst === null || one.worst > 8 || one.worst < 2).toBe(true);
      }),
    );
  });

  it('means by time, not by reading, and speaks for no hour that nobody saw', () => {
    const air: Air[] = [
      { at: 0, temperatureC: 10, humidityPercent: 30 },
      { at: 60 * MINUTE, temperatureC: 20, humidityPercent: 50 },
      { at: 70 * MINUTE, temperatureC: 20, humidityPercent: null },
      { at: 500 * MINUTE, temperatureC: 40, humidityPercent: 90 },
    ];
    // Source: the trapezoidal rule by hand: (1 h × 15 + ⅙ h × 20) / (7/6 h).
    const mean = meanAir(air, 90);
    expect(mean?.temperatureC).toBeCloseTo((15 + 20 / 6) / (7 / 6), 12);
    expect(mean).toMatchObject({
      humidityPercent: 40,
      warmestC: 40,
      coldestC: 10,
      dampestPercent: 90,
      driestPercent: 30,
    });
    expect(meanAir(air.slice(2), 90)).toBeNull();
  });
});

const COLUMNS: ClimateColumn[] = ['time', 'temperature', 'humidity'];
const answers = (change: Partial<ClimateAnswers> = {}): ClimateAnswers => ({
  columns: COLUMNS,
  order: null,
  shortYears: null,
  mark: null,
  clock: null,
  degrees: null,
  withoutBroken: false,
  mended: {},
  leftOut: [],
  ...change,
});
const read = (lines: readonly string[], change: Partial<ClimateAnswers> = {}) =>
  readClimateLog(
    lines.map((one, i) => ({ line: i + 2, cells: one.split('|') })),
    answers(change),
    'Europe/Berlin',
    2026,
    NOW,
  );

describe('a logger’s file', () => {
  it('asks for the clock, the order and the degrees, and then reads it', () => {
    const lines = ['3/4/2026 10:00|41.5|35', '3/4/2026 10:30|42.8|36'];
    expect(read(lines).asks.map((one) => one.question)).toEqual(['order', 'degrees']);
    expect(read(lines, { order: 'day first', degrees: 'F' }).asks.map((one) => one.question)).toEqual(['clock']);
    const found = read(lines, { order: 'day first', degrees: 'F', clock: 'local' });
    // Source: 42.8 °F is 6 °C exactly; 10:30 summer time in Berlin is 08:30 UTC.
    expect(found.air[1]).toEqual({ line: 3, at: Date.UTC(2026, 3, 3, 8, 30), temperatureC: 6, humidityPercent: 36 });
  });

  it('names broken and repeated times, times that go back or never were, and air that cannot be', () => {
    const lines = [
      '2026-10-01 10:00|4|35',
      '2026-10-01 25:00|4|35',
      '2026-10-01 10:00|4|35',
      '2026-10-01 10:00|5|35',
      '2026-10-01 09:00|4|35',
      '2026-10-01 10:30|4|104',
      '2026-10-01 11:00||35',
      'yesterday|4|35',
      '2026-03-29 02:30|4|35',
      '2026-10-01 12:00|4,1|35.5',
      '2026-12-24 12:00|4|35',
    ];
    const { faults, air, repeats } = read(lines, { clock: 'local', degrees: 'C', mark: '.' });
    expect(faults.map((one) => [one.line, one.column, inShort(one.message)])).toEqual([
      [3, 0, 'log.no-such-time 25:00'],
      [5, 0, `log.said-otherwise ${Date.UTC(2026, 9, 1, 8)} 2`],
      [6, 0, `log.goes-back ${Date.UTC(2026, 9, 1, 8)} ${Date.UTC(2026, 9, 1, 7)}`],
      [7, 2, 'air.more-than-full 104'],
      [8, 1, 'log.nothing-measured temperature'],
      [9, 0, 'log.no-date-with-time yesterday'],
      [10, 0, 'log.never-was 2026-03-29 02:30'],
      [11, 1, 'list.not-a-figure 4,1 .'],
      [12, 0, `log.not-yet ${Date.UTC(2026, 11, 24, 11)}`],
    ]);
    expect([air.map((one) => one.line), repeats]).toEqual([[2], 1]);
    expect(read(lines, { clock: 'local', degrees: 'C', mark: '.', withoutBroken: true }).faults).toEqual([]);
  });

  it('follows the clock through the hour that comes twice, from either end of the file', () => {
    const lines = ['01:30', '02:00', '02:30', '02:00', '02:30', '03:00'].map((one) => `2026-10-25 ${one}|4|35`);
    for (const file of [lines, [...lines].reverse()]) {
      const { air, faults } = read(file, { clock: 'local', degrees: 'C' });
      expect(faults).toEqual([]);
      expect(air.map((one) => (one.at - (air[0]?.at ?? 0)) / MINUTE)).toEqual([0, 30, 60, 90, 120, 150]);
    }
  });

  it('reads back whatever a logger wrote', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            fc.integer({ min: 1, max: 600 }),
            fc.integer({ min: -200, max: 500 }),
            fc.integer({ min: 0, max: 1000 }),
          ),
          { minLength: 1, maxLength: 20 },
        ),
        fc.constantFrom('.', ','),
        (steps, mark) => {
          let at = Date.UTC(2026, 0, 1);
          const wrote = steps.map(([minutes, heat, damp]) => {
            at += minutes * MINUTE;
            return { at, temperatureC: heat / 10, humidityPercent: damp / 10 };
          });
          const figure = (one: number) => one.toFixed(1).replace('.', mark);
          const lines = wrote.map(
            (one) =>
              `${new Date(one.at).toISOString().slice(0, 19)}|${figure(one.temperatureC)}|${figure(one.humidityPercent)} %`,
          );
          const { air, faults, asks } = read(lines, { clock: 'universal', degrees: 'C' });
          expect([faults, asks]).toEqual([[], []]);
          expect(air.map(({ line: _line, ...one }) => one)).toEqual(wrote);
        },
      ),
    );
  });

  it('proposes columns by their headings', () => {
    expect(proposeClimateColumns(['Index', 'Date/Time', 'Temp (°C)', 'RH %'])).toEqual([
      null,
      'time',
      'temperature',
      'humidity',
    ]);
    expect(proposeClimateColumns(['Date', 'Time', 'Humidity', 'Celsius'])).toEqual([
      'date',
      'clock',
      'humidity',
      'temperature',
    ]);
  });
});

describe('the book of a place', () => {
  const line = (days: number, entry: PlaceEntry) => ({ entry, at: new Date(NOW - days * 86_400_000).toISOString() });
  const gel = { what: 'desiccant', stuff: 'silica gel', massG: 50, lookEveryDays: 14 } as const;
  it('knows its desiccant, its door and what was seen', () => {
    const from = new Date(NOW - 3_600_000).toISOString();
    const lines = [
      line(30, gel),
      line(10, { what: 'seen', state: 'turning' }),
      line(9, { what: 'door', at: new Date(NOW - 9 * 86_400_000).toISOString(), minutes: 5, why: '' }),
      line(2, { what: 'door', at: new Date(NOW - 2 * 86_400_000).toISOString(), minutes: 10, why: 'harvest' }),
      line(0, { what: 'alarm', alarm: 'too warm', from, words: 'the door stood open' }),
    ];
    const standing = placeStanding(lines, NOW);
    expect(standing.desiccant).toMatchObject({ state: 'turning', dueAt: new Date(NOW + 4 * 86_400_000).toISOString() });
    expect([standing.openings, standing.openMinutes]).toEqual([1, 10]);
    expect(standing.seen.get(alarmKey('too warm', from))).toBe('the door stood open');
    const spent = placeStanding([...lines, line(0, { what: 'seen', state: 'spent' })], NOW);
    expect(spent.desiccant?.dueAt).toBe(spent.desiccant?.seenAt);
    expect(placeStanding([...lines, line(0, { what: 'strike', line: 3, reason: 'other door' })], NOW).openings).toBe(0);
  });
  it.each([
    [[line(0, { what: 'seen', state: 'spent' })], 'state: book.no-desiccant'],
    [[line(1, gel), line(0, { what: 'strike', line: 1, reason: 'x' })], 'line: book.not-struckable'],
    [
      [
        line(1, gel),
        line(0, { what: 'strike', line: 0, reason: 'x' }),
        line(0, { what: 'strike', line: 0, reason: 'x' }),
      ],
      'line: book.struck-already',
    ],
  ])('refuses what cannot be: %#', (lines, words) => {
    expect(() => placeStanding(lines, NOW)).toThrow(words);
  });
});
