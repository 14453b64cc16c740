import { celsiusOf, type TemperatureUnit } from './degrees.ts';
import { type DateOrder, writtenDate } from './writtenDate.ts';
import { type DecimalMark, writtenFigure } from './writtenFigure.ts';

/** How somebody writes figures, dates and temperatures. */
export interface Reader {
  /** What they put before the tenths; null = they never said. */
  readonly mark: DecimalMark | null;
  readonly order: DateOrder | null;
  readonly degrees: TemperatureUnit;
  /** yyyy-mm-dd, where they are. */
  readonly today: string;
}

/**
 * A figure that was typed, as plain text with a point; null when it is none. Where both marks could be meant, as in
 * 6,300, the reader's own decides; of somebody who never said, a lone mark stands before the tenths, as at a balance.
 *
 * @param text  such as 6 300, 6,300.5, 2,5 or −4
 */
export function typedFigure(text: string, mark: DecimalMark | null): string | null {
  const bare = text.trim().replace(/^[−–](?=\d)/, '-');
  const sign = bare.startsWith('-') ? '-' : '';
  const digits = bare.slice(sign.length);
  const [point, comma] = [writtenFigure(digits, '.'), writtenFigure(digits, ',')];
  const both = point !== null && comma !== null && point !== comma;
  const read = both ? (mark === null ? digits.replace(',', '.') : mark === '.' ? point : comma) : (point ?? comma);
  return read === null ? null : sign + read;
}

/**
 * A temperature that was typed, °C to a hundredth: a bare figure in the reader's own degrees, or with its unit behind it
 * ("68 F", "20 °C"); null when it is none.
 */
export function typedDegrees(text: string, mark: DecimalMark | null, unit: TemperatureUnit): number | null {
  const found = /^(.*?)\s*°?\s*([CF])?$/i.exec(text.trim());
  const figure = typedFigure(found?.[1] ?? '', mark);
  if (figure === null) return null;
  const celsius = celsiusOf(Number(figure), (found?.[2]?.toUpperCase() ?? unit) as TemperatureUnit);
  return Number(celsius.toFixed(2));
}

const UNITS: Readonly<Record<string, number>> = { d: 1, day: 1, days: 1, w: 7, wk: 7, wks: 7, week: 7, weeks: 7 };

/**
 * A number of days that was typed: "70", "70 days", "10 weeks", "−4 weeks"; null when it is none. Months are refused,
 * for they are not of one length.
 */
export function typedDays(text: string): number | null {
  const found = /^([-−–])? ?(\d{1,5}) ?([a-z]+)?\.?$/i.exec(text.trim());
  if (!found) return null;
  const unit = (found[3] ?? 'days').toLowerCase();
  const times = Object.hasOwn(UNITS, unit) ? UNITS[unit] : undefined;
  if (times === undefined) return null;
  const days = Number(found[2]) * times;
  return found[1] && days > 0 ? -days : days;
}

/**
 * A day that was typed: 10 May, 10 May 2027, May 10, 10/5/2027 in the reader's order; null when it is none or can be read
 * in two ways. Without a year it is the next one that comes (today too), or the last one that was.
 *
 * @returns yyyy-mm-dd
 */
export function typedDay(
  text: string,
  { order, today }: Pick<Reader, 'order' | 'today'>,
  without: 'coming' | 'past',
): string | null {
  const thisYear = Number(today.slice(0, 4));
  const read = (written: string) => {
    const found = writtenDate(written, { order, shortYears: 'this century', thisYear });
    return found.ok && found.date.length === 10 ? found.date : null;
  };
  const bare = text.trim();
  const whole = read(bare);
  if (whole !== null) return whole;
  // A word of the calendar and a day, or two figures that are day and month.
  const named = /^(?:\d{1,2}(?:st|nd|rd|th)?\.? ?[A-Za-z]+\.?|[A-Za-z]+\.? \d{1,2}(?:st|nd|rd|th)?)$/.test(bare);
  const figures = /^(\d{1,2})[-/. ](\d{1,2})\.?$/.exec(bare);
  const inYear = (year: number): string | null => {
    if (named) return read(`${bare.replace(/^(\d{1,2})(?:st|nd|rd|th)?\.? ?(?=[A-Za-z])/, '$1 ')} ${year}`);
    if (!figures) return null;
    const [, a = '', b = ''] = figures;
    return read(`${a}/${b}/${year}`);
  };
  const found = [0, 1, 2, 3, 4]
    .map((years) => (without === 'coming' ? thisYear + years : thisYear - years))
    .map(inYear)
    .find((day) => day !== null && (without === 'coming' ? day >= today : day <= today));
  return found ?? null;
}
