/** In which order somebody writes the parts of a date. */
export type DateOrder = 'day first' | 'month first' | 'year first';
export const DATE_ORDERS = ['day first', 'month first', 'year first'] as const satisfies readonly DateOrder[];
/** What a year of two digits means: of this century, or the newest that is not in the future. */
export type ShortYears = 'this century' | 'not in the future';

export interface DateReading {
  readonly order: DateOrder | null;
  readonly shortYears: ShortYears | null;
  /** The year in which it is read. */
  readonly thisYear: number;
}
export type ReadDate =
  | { readonly ok: true; /** yyyy, yyyy-mm or yyyy-mm-dd. */ readonly date: string }
  | {
      readonly ok: false;
      readonly asks: readonly ('order' | 'shortYears')[];
      /** null where it asks. */ readonly why: DateFault | null;
    };

/** Why something written is no date; `text` and `word` as they stand, of 40 characters at most. */
export type DateFault =
  | { readonly is: 'date.no-such-month'; readonly text: string; readonly month: number }
  | { readonly is: 'date.no-such-day' | 'date.two-days' | 'date.no-year' | 'date.no-date'; readonly text: string }
  | {
      readonly is: 'date.count-of-days';
      readonly text: string;
      /** The day that a spreadsheet means by it, yyyy-mm-dd. */ readonly would: string;
    }
  | { readonly is: 'date.no-month-word'; readonly word: string }
  | { readonly is: 'date.not-in-order'; readonly text: string; readonly order: DateOrder };

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
const LONG = 'january february march april may june july august september october november december'.split(' ');
const monthNamed = (word: string): number => {
  const bare = word.toLowerCase().replace(/\.$/, '');
  const at = LONG.indexOf(bare);
  return (at >= 0 ? at : MONTHS.indexOf(bare === 'sept' ? 'sep' : bare)) + 1;
};

const bad = (why: DateFault): ReadDate => ({ ok: false, asks: [], why });
const two = (n: number) => String(n).padStart(2, '0');

/** A year of four digits, or of two as its reader was told. */
function yearOf(text: string, { shortYears, thisYear }: DateReading): number | null {
  if (text.length === 4) return Number(text);
  if (shortYears === null) return null;
  const century = Math.floor(thisYear / 100) * 100;
  const year = century + Number(text);
  return shortYears === 'not in the future' && year > thisYear ? year - 100 : year;
}

function dateOf(year: number, month: number, day: number | null, text: string): ReadDate {
  if (month < 1 || month > 12) return bad({ is: 'date.no-such-month', text, month });
  if (day === null) return { ok: true, date: `${year}-${two(month)}` };
  const date = new Date(Date.UTC(year, month - 1, day));
  if (date.getUTCMonth() !== month - 1 || date.getUTCDate() !== day) return bad({ is: 'date.no-such-day', text });
  return { ok: true, date: `${year}-${two(month)}-${two(day)}` };
}

/**
 * A date as people write it in lists, as exactly as it was written. What can be read in more than one way is not
 * guessed: it says what has to be asked, the order of its parts or the century.
 *
 * @param text  such as 2021, 2021-04, 3/4/21, April 2021, 3 Apr 2021
 */
export function writtenDate(text: string, reading: DateReading): ReadDate {
  const bare = text.trim();
  if (/^\d{4}$/.test(bare)) return { ok: true, date: bare };
  if (/^\d{5}$/.test(bare)) {
    const day = new Date(Date.UTC(1899, 11, 30) + Number(bare) * 86_400_000).toISOString().slice(0, 10);
    return bad({ is: 'date.count-of-days', text: bare, would: day });
  }
  const yearMonth = /^(\d{4})[-/. ](\d{1,2})$/.exec(bare);
  if (yearMonth) return dateOf(Number(yearMonth[1]), Number(yearMonth[2]), null, bare);
  const monthYear = /^(\d{1,2})[-/. ](\d{4})$/.exec(bare);
  if (monthYear) return dateOf(Number(monthYear[2]), Number(monthYear[1]), null, bare);
  const yearFirst = /^(\d{4})[-/. ](\d{1,2})[-/. ](\d{1,2})(?:[T ].*)?$/.exec(bare);
  if (yearFirst) return dateOf(Number(yearFirst[1]), Number(yearFirst[2]), Number(yearFirst[3]), bare);
  const words =
    /^(?:(\d{1,2})(?:st|nd|rd|th)?\.? )?([A-Za-z]+\.?),? ?(?:(\d{1,2})(?:st|nd|rd|th)?,? )?['’]?(\d{4}|\d{2})$/.exec(
      bare.replace(/[-/]/g, ' '),
    );
  if (words) {
    const [, before, word = '', after, yearText = ''] = words;
    const month = monthNamed(word);
    if (month === 0) return bad({ is: 'date.no-month-word', word });
    if (before !== undefined && after !== undefined) return bad({ is: 'date.two-days', text: bare });
    const year = yearOf(yearText, reading);
    if (year === null) return asking(['shortYears']);
    const day = before ?? after;
    return dateOf(year, month, day === undefined ? null : Number(day), bare);
  }
  const parts = /^(\d{1,2})[-/. ](\d{1,2})[-/. ](\d{4}|\d{2})$/.exec(bare);
  if (parts) return inOrder(parts[1] ?? '', parts[2] ?? '', parts[3] ?? '', reading, bare);
  if (/^\d{1,2}[-/. ]\d{1,2}\.?$/.test(bare)) return bad({ is: 'date.no-year', text: bare });
  return bad({ is: 'date.no-date', text: bare.slice(0, 40) });
}

function inOrder(a: string, b: string, c: string, reading: DateReading, text: string): ReadDate {
  const possible = DATE_ORDERS.filter((order) => {
    if (c.length === 4 && order === 'year first') return false;
    const [, month, day] = partsIn(order, a, b, c);
    return Number(month) >= 1 && Number(month) <= 12 && Number(day) >= 1 && Number(day) <= 31;
  });
  if (possible.length === 0) return bad({ is: 'date.no-such-day', text });
  const same = new Set(possible.map((order) => partsIn(order, a, b, c).join('-'))).size === 1;
  const order = reading.order ?? (same ? (possible[0] ?? null) : null);
  if (order === null)
    return asking(c.length === 2 && reading.shortYears === null ? ['order', 'shortYears'] : ['order']);
  if (!possible.includes(order)) return bad({ is: 'date.not-in-order', text, order });
  const [yearText, month, day] = partsIn(order, a, b, c);
  const year = yearOf(yearText, reading);
  if (year === null) return asking(['shortYears']);
  return dateOf(year, Number(month), Number(day), text);
}

const partsIn = (order: DateOrder, a: string, b: string, c: string): [year: string, month: string, day: string] =>
  order === 'day first' ? [c, b, a] : order === 'month first' ? [c, a, b] : [two(Number(a)), b, c];

const asking = (asks: readonly ('order' | 'shortYears')[]): ReadDate => ({ ok: false, asks, why: null });
