import { parse } from 'csv-parse/sync';
import iconv from 'iconv-lite';
import {
  type Delimiter,
  DELIMITERS,
  type Encoding,
  type FileAsk,
  type FileFound,
  type LineFault,
} from '@mercato/contract/store/lists';
import { fault } from '../http/fault.ts';

/** Hands that wrote lists before UTF-8 did: Western and Central European, an old Macintosh, an old PC. */
const OLD = ['windows-1252', 'windows-1250', 'macintosh', 'cp850'] as const;
const strict = new TextDecoder('utf-8', { fatal: true });

const isUtf8 = (bytes: Uint8Array): boolean => {
  try {
    strict.decode(bytes);
    return true;
  } catch {
    return false;
  }
};
const decodeAs = (bytes: Buffer, encoding: Encoding): string =>
  encoding === 'line by line'
    ? linesOf(bytes)
        .map((line) => (isUtf8(line) ? line.toString('utf8') : iconv.decode(line, 'windows-1252')))
        .join('\n')
    : iconv.decode(bytes, encoding);

/** Lines of bytes; an encoding that keeps the line feed as one byte is taken for granted. */
function linesOf(bytes: Buffer): Buffer[] {
  const lines: Buffer[] = [];
  for (let from = 0; from <= bytes.length;) {
    const to = bytes.indexOf(10, from);
    const end = to < 0 ? bytes.length : to;
    lines.push(bytes.subarray(from, end));
    from = end + 1;
  }
  return lines;
}

export interface Decoded {
  /** null while somebody has to say how. */
  readonly text: string | null;
  readonly found: FileFound | null;
  readonly ask: FileAsk | null;
}

/**
 * The text of a file. What its bytes settle is found; where several old encodings are possible, they are shown side by
 * side with the words in which they differ, and somebody has to choose.
 * @throws {Fault} 422 for a workbook, or bytes that are no text
 */
export function decodeList(bytes: Buffer, said: Encoding | null): Decoded {
  if (bytes.length === 0) throw notText('list.empty-file');
  if (bytes.subarray(0, 2).toString('latin1') === 'PK' || bytes.subarray(0, 4).toString('hex') === 'd0cf11e0')
    throw notText('list.workbook');
  const mark = bytes.subarray(0, 2).toString('hex');
  const wide = mark === 'fffe' ? ('utf-16le' as const) : mark === 'feff' ? ('utf-16be' as const) : null;
  if (wide === null && bytes.includes(0)) throw notText('list.no-text');
  const sure = wide ?? (isUtf8(bytes) ? ('utf-8' as const) : null);
  const by = said ?? sure;
  if (sure !== null && said === null)
    return { text: clean(decodeAs(bytes, sure)), found: { is: 'encoding', encoding: sure, said: false }, ask: null };
  const odd = linesOf(bytes)
    .filter((line) => line.some((byte) => byte > 127))
    .slice(0, 400);
  const mixed = odd.some(isUtf8) && odd.some((line) => !isUtf8(line));
  const ask: FileAsk = {
    question: 'encoding',
    mixed,
    options: [...(mixed ? (['line by line'] as const) : []), ...OLD].map((one) => ({
      value: one,
      samples: odd.slice(0, 6).map((line) => decodeAs(line, one).trim().slice(0, 80)),
    })),
  };
  return by === null
    ? { text: null, found: null, ask }
    : { text: clean(decodeAs(bytes, by)), found: { is: 'encoding', encoding: by, said: true }, ask };
}

const clean = (text: string) =>
  text
    .replace(/^\uFEFF/, '')
    .replaceAll('\u0000', '')
    .toWellFormed();
const notText = (why: 'list.empty-file' | 'list.workbook' | 'list.no-text') =>
  fault('invalid', { is: 'store.list-cannot-read', why }, 'base64');

export interface Cells {
  readonly rows: readonly { readonly line: number; readonly cells: readonly string[] }[];
  readonly found: FileFound | null;
  readonly ask: FileAsk | null;
  /** What is wrong with the file as a table, where that is so. */
  readonly broken: Pick<LineFault, 'line' | 'message'> | null;
}

function cut(text: string, delimiter: Delimiter): { line: number; cells: string[] }[] {
  const parsed = parse(text, {
    delimiter,
    relax_column_count: true,
    relax_quotes: true,
    skip_empty_lines: true,
    info: true,
  }) as unknown as { record: string[]; info: { lines: number } }[];
  return parsed.map(({ record, info }) => ({ line: info.lines, cells: record.map((cell) => cell.trim()) }));
}

/** Cuts text into cells; what parts them is found where only one mark parts every line alike, else it is asked. */
export function cutList(text: string, said: Delimiter | null): Cells {
  const unclosed: NonNullable<Cells['broken']>[] = [];
  const fits = DELIMITERS.flatMap((delimiter) => {
    try {
      const rows = cut(text, delimiter);
      const widths = rows.map((row) => row.cells.length);
      const width = Math.max(0, ...widths);
      return width > 1 ? [{ delimiter, rows, even: widths.every((one) => one === width) }] : [];
    } catch (error) {
      const line = typeof error === 'object' && error !== null && 'lines' in error ? Number(error.lines) : 1;
      unclosed.push({ line, message: { is: 'list.quotation-open' } });
      return [];
    }
  });
  const even = fits.filter((one) => one.even);
  const sure = fits.length === 1 ? fits[0] : even.length === 1 ? even[0] : undefined;
  const ask: FileAsk | null =
    said === null && sure
      ? null
      : {
          question: 'delimiter',
          options: fits.map(({ delimiter, rows }) => ({
            value: delimiter,
            samples: rows.slice(0, 4).map((row) => row.cells.join('  ┆  ').slice(0, 160)),
          })),
        };
  const by = said ?? sure?.delimiter ?? null;
  if (fits.length === 0 && said === null)
    return {
      rows: [],
      found: null,
      ask: null,
      broken: unclosed[0] ?? { line: 1, message: { is: 'list.one-column' } },
    };
  if (by === null) return { rows: [], found: null, ask, broken: null };
  const rows = fits.find((one) => one.delimiter === by)?.rows ?? [];
  return {
    rows,
    found: rows.length > 0 ? { is: 'delimiter', delimiter: by } : null,
    ask,
    broken: rows.length > 0 ? null : (unclosed[0] ?? { line: 1, message: { is: 'list.not-parted', delimiter: by } }),
  };
}
