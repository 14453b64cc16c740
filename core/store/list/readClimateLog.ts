import { type Air, airFault } from '../../air/air.ts';
import { instantsOf, standardOffset, type WallTime } from '../../units/wallTime.ts';
import { writtenDate } from '../../units/writtenDate.ts';
import { markOf, writtenFigure } from '../../units/writtenFigure.ts';
import type { ListFault, ListGap } from './faults.ts';
import type { ListAnswers } from './listCells.ts';
import type { CellFault, ListRow } from './readList.ts';

/** What a column of a logger's file can be. */
export const CLIMATE_COLUMNS = {
  time: 'date and time',
  date: 'date',
  clock: 'time of day',
  temperature: 'temperature',
  humidity: 'relative humidity, %',
  'leave out': 'leave it out',
} as const;
export type ClimateColumn = keyof typeof CLIMATE_COLUMNS;

/** What the logger's clock shows: the laboratory's time, that without summer time, or universal time. */
export const CLOCKS = ['local', 'standard', 'universal'] as const;
export const DEGREES = ['C', 'F'] as const;

export interface ClimateAnswers extends Pick<ListAnswers, 'order' | 'shortYears' | 'mark' | 'mended' | 'leftOut'> {
  readonly columns: readonly (ClimateColumn | null)[];
  readonly clock: (typeof CLOCKS)[number] | null;
  readonly degrees: (typeof DEGREES)[number] | null;
  /** Whether all lines that cannot be read are left out. */
  readonly withoutBroken: boolean;
}

export const CLIMATE_QUESTIONS = ['columns', 'order', 'shortYears', 'clock', 'mark', 'degrees'] as const;
export type ClimateQuestion = (typeof CLIMATE_QUESTIONS)[number];
export interface ClimateAsk {
  readonly question: ClimateQuestion;
  readonly samples: readonly (string | ListGap)[];
}

export interface LoggedAir extends Air {
  readonly line: number;
}
export interface ReadClimate {
  readonly asks: readonly ClimateAsk[];
  readonly faults: readonly CellFault[];
  /** Oldest first. */
  readonly air: readonly LoggedAir[];
  /** Lines that say again what the line before said. */
  readonly repeats: number;
}

const CLOCK = /^(\d{1,2})[:.h](\d{2})(?:[:.](\d{2})(?:[.,]\d+)?)? ?([ap])?\.?(?:m\.?)?( ?Z| ?[+-]\d{2}:?\d{2})?$/i;
const FIGURE = /^([-−–])?\+? ?([\d.,]+) ?(?:°|º|deg)? ?([CF])?$/i;

const fold = (text: string) => text.toLowerCase();
/** What the columns of a logger's file seem to be by their headings; a proposal. */
export function proposeClimateColumns(headings: readonly string[]): (ClimateColumn | null)[] {
  const taken = new Set<ClimateColumn>();
  return headings.map((heading) => {
    const text = fold(heading);
    const found: ClimateColumn | null = /humid|\brh\b|moist|hum\b/.test(text)
      ? 'humidity'
      : /temp|°\s?[cf]|celsius|fahrenheit/.test(text)
        ? 'temperature'
        : /date.*time|time.*date|timestamp/.test(text)
          ? 'time'
          : /date|day/.test(text)
            ? 'date'
            : /time|clock|hour/.test(text)
              ? 'clock'
              : null;
    if (found === null || taken.has(found)) return null;
    taken.add(found);
    return found;
  });
}

/**
 * Reads a logger's file. Times that are broken, come twice or go back, and air that cannot be, are named; what can be
 * read in two ways is asked.
 *
 * @param zone      the laboratory's time zone, IANA
 * @param thisYear  the year in which it is read
 * @param now       ms since 1970: no reading is from later
 */
export function readClimateLog(
  rows: readonly ListRow[],
  answers: ClimateAnswers,
  zone: string,
  thisYear: number,
  now: number,
): ReadClimate {
  const at = (column: ClimateColumn) => answers.columns.indexOf(column);
  const asked = new Map<ClimateQuestion, Set<string | ListGap>>();
  const ask = (question: ClimateQuestion, sample: string | ListGap) => {
    const samples = asked.get(question) ?? new Set<string | ListGap>();
    if (samples.size < 12) samples.add(sample);
    asked.set(question, samples);
  };
  answers.columns.forEach((one, i) => {
    if (one === null)
      ask('columns', rows.find(({ cells }) => cells[i])?.cells[i] ?? { is: 'list.column-unsaid', column: i + 1 });
  });
  if (at('time') < 0 && (at('date') < 0 || at('clock') < 0)) ask('columns', { is: 'log.column-of-time' });
  if (at('temperature') < 0) ask('columns', { is: 'log.column-of-temperature' });
  if (asked.has('columns')) return { asks: asksOf(asked), faults: [], air: [], repeats: 0 };

  const left = new Set(answers.leftOut);
  const wanted = rows
    .filter((row) => !left.has(row.line) && row.cells.some((cell) => cell.trim() !== ''))
    .map((row) => ({
      line: row.line,
      cells: row.cells.map((cell, i) => (answers.mended[row.line]?.[i] ?? cell).trim().replace(/\s+/g, ' ')),
    }));
  const figureIn = (text: string | undefined) => FIGURE.exec(text ?? '')?.[2];
  const found = markOf(
    wanted.flatMap(({ cells }) =>
      [figureIn(cells[at('temperature')]), figureIn(cells[at('humidity')]?.replace(/ ?%$/, ''))].flatMap(
        (one) => one ?? [],
      ),
    ),
  );
  const mark = answers.mark ?? (found === 'open' ? null : found === 'none' ? '.' : found);
  const faults: CellFault[] = [];
  const air: LoggedAir[] = [];
  for (const row of wanted) {
    const cell = (column: ClimateColumn) => row.cells[at(column)] ?? '';
    const before = faults.length;
    const fault = (column: ClimateColumn, message: ListFault) =>
      faults.push({ line: row.line, column: at(column) < 0 ? null : at(column), message });
    let instants: readonly number[] | null = null;
    const one = at('time') >= 0;
    const dateColumn = one ? 'time' : 'date';
    const whole = one ? cell('time') : `${cell('date')} ${cell('clock')}`;
    const parted = /^(.*?\S)[T ,]+(\d{1,2}[:.h]\d{2}.*)$/.exec(whole);
    const clock = parted ? CLOCK.exec(parted[2] ?? '') : null;
    if (!parted || !clock) fault(dateColumn, { is: 'log.no-date-with-time', text: whole.slice(0, 40) });
    else {
      const date = writtenDate(parted[1] ?? '', { order: answers.order, shortYears: answers.shortYears, thisYear });
      if (!date.ok) {
        if (date.why) fault(dateColumn, date.why);
        for (const question of date.asks) ask(question, parted[1] ?? '');
      } else if (date.date.length < 10) fault(dateColumn, { is: 'log.no-day', text: parted[1] ?? '' });
      else {
        const wall = wallOf(date.date, clock);
        if (wall === null) fault(one ? 'time' : 'clock', { is: 'log.no-such-time', text: parted[2] ?? '' });
        else if (clock[5]) instants = [instantOf(wall, offsetOf(clock[5]))];
        else if (answers.clock === null) ask('clock', whole);
        else if (answers.clock === 'universal') instants = [instantOf(wall, 0)];
        else if (answers.clock === 'standard') instants = [instantOf(wall, standardOffset(zone, wall.year))];
        else {
          instants = instantsOf(zone, wall);
          if (instants.length === 0) fault(dateColumn, { is: 'log.never-was', text: whole });
        }
      }
    }
    const figure = (column: 'temperature' | 'humidity', text: string) => {
      const parts = FIGURE.exec(text);
      if (!parts) {
        fault(
          column,
          text === ''
            ? { is: 'log.nothing-measured', of: column }
            : { is: 'list.not-a-figure', text: text.slice(0, 40), mark: null },
        );
        return null;
      }
      const [, minus, digits = '', unit] = parts;
      if (mark === null && writtenFigure(digits, '.') !== writtenFigure(digits, ',')) {
        ask('mark', digits);
        return null;
      }
      const plain = writtenFigure(digits, mark ?? '.');
      if (plain === null) {
        fault(column, { is: 'list.not-a-figure', text: digits, mark: mark ?? '.' });
        return null;
      }
      return { value: minus ? -Number(plain) : Number(plain), unit: unit?.toUpperCase() };
    };
    const heat = figure('temperature', cell('temperature'));
    const humid = at('humidity') < 0 ? undefined : figure('humidity', cell('humidity').replace(/ ?%$/, ''));
    const degrees = heat?.unit ?? answers.degrees;
    if (heat && degrees === null) ask('degrees', cell('temperature'));
    if (!heat || humid === null || degrees === null || !instants?.[0] || faults.length > before) continue;
    const temperatureC = degrees === 'F' ? Math.round(((heat.value - 32) * 5) / 0.009) / 1000 : heat.value;
    const humidityPercent = humid?.value ?? null;
    const cannot = airFault({ temperatureC, humidityPercent });
    if (cannot) fault(cannot.of, cannot.why);
    else
      air.push({
        line: row.line,
        at: instants[0],
        temperatureC,
        humidityPercent,
        ...(instants[1] ? { or: instants[1] } : {}),
      });
  }
  const ordered = inOrder(air, now, (line, message) =>
    faults.push({ line, column: at(at('time') >= 0 ? 'time' : 'clock'), message }),
  );
  return {
    asks: asksOf(asked),
    faults: answers.withoutBroken ? [] : faults.sort((a, b) => a.line - b.line),
    ...ordered,
  };
}

const asksOf = (asked: ReadonlyMap<ClimateQuestion, ReadonlySet<string | ListGap>>): ClimateAsk[] =>
  CLIMATE_QUESTIONS.flatMap((question) => {
    const samples = asked.get(question);
    return samples ? [{ question, samples: [...samples] }] : [];
  });

/** Puts readings in order of time: files that begin with the newest are turned; the hour that comes twice follows on. */
function inOrder(
  air: readonly (LoggedAir & { readonly or?: number })[],
  now: number,
  fault: (line: number, message: ListFault) => void,
): { air: LoggedAir[]; repeats: number } {
  const first = air[0];
  const last = air.at(-1);
  const turned = first && last && first.at > last.at ? [...air].reverse() : air;
  const kept: LoggedAir[] = [];
  let repeats = 0;
  for (const { or, ...one } of turned) {
    const before = kept.at(-1);
    // The hour that comes twice in autumn: what would go back is its second coming.
    const at = before && one.at <= before.at && or !== undefined && or > before.at ? or : one.at;
    const same = before && at === before.at;
    if (at > now) fault(one.line, { is: 'log.not-yet', at });
    else if (same && one.temperatureC === before.temperatureC && one.humidityPercent === before.humidityPercent)
      repeats += 1;
    else if (same) fault(one.line, { is: 'log.said-otherwise', at, line: before.line });
    else if (before && at < before.at) fault(one.line, { is: 'log.goes-back', from: before.at, to: at });
    else kept.push({ ...one, at });
  }
  return { air: kept, repeats };
}

function wallOf(date: string, clock: RegExpExecArray): WallTime | null {
  const [hours, minute, second] = [Number(clock[1]), Number(clock[2]), Number(clock[3] ?? 0)];
  const half = clock[4]?.toLowerCase();
  if (minute > 59 || second > 59 || hours > 23 || (half && (hours < 1 || hours > 12))) return null;
  const hour = half ? (hours % 12) + (half === 'p' ? 12 : 0) : hours;
  const [year = 0, month = 0, day = 0] = date.split('-').map(Number);
  return { year, month, day, hour, minute, second };
}

const instantOf = (wall: WallTime, offset: number) =>
  Date.UTC(wall.year, wall.month - 1, wall.day, wall.hour, wall.minute, wall.second) - offset;

function offsetOf(text: string): number {
  const parts = /([+-])(\d{2}):?(\d{2})/.exec(text);
  if (!parts) return 0;
  return (parts[1] === '-' ? -1 : 1) * (Number(parts[2]) * 60 + Number(parts[3])) * 60_000;
}
