import {
  type FileAsk,
  type FileFound,
  type LineFault,
  LIST_LINES,
  type ListView,
  MOST_TITLES,
} from '@mercato/contract/store/lists';
import { headingsOf } from '@mercato/core/store/list/columns';
import type { ListRow } from '@mercato/core/store/list/readList';
import { fault } from '../http/fault.ts';
import { cutList, decodeList } from './decodeList.ts';
import type { storeList } from './tables.ts';

/** A kept file as a table, as far as it can be cut with what was said. */
export interface OpenedFile {
  readonly found: readonly FileFound[];
  readonly fileAsks: FileAsk[];
  readonly head: ListView['head'];
  /** One heading per column; empty while the file cannot be cut. */
  readonly headings: readonly string[];
  readonly rows: readonly ListRow[];
  /** Lines that have more cells than headings, or a file that is no table. */
  readonly faults: readonly LineFault[];
  readonly lines: number;
  readonly cell: (line: number, column: number | null) => string;
}

export function openFile({
  base64,
  reading: said,
}: Pick<typeof storeList.$inferSelect, 'base64' | 'reading'>): OpenedFile {
  const reading = said;
  const nothing = { found: [], fileAsks: [], head: [], headings: [], rows: [], faults: [], lines: 0, cell: () => '' };
  const decoded = decodeList(Buffer.from(base64, 'base64'), reading.encoding);
  const fileAsks = [decoded.ask].flatMap((one) => (one ? [one] : []));
  if (decoded.text === null) return { ...nothing, fileAsks };
  const found = decoded.found ? [decoded.found] : [];
  const head = decoded.text
    .split(/\r\n|\r|\n/)
    .slice(0, MOST_TITLES)
    .map((text, i) => ({ line: i + 1, text: text.slice(0, 300) }));
  const cut = cutList(decoded.text, reading.delimiter);
  if (cut.ask) fileAsks.push(cut.ask);
  const uncut = { ...nothing, found, head, fileAsks };
  if (cut.broken) return { ...uncut, faults: [{ ...cut.broken, column: null }] };
  if (cut.rows.length === 0) return uncut;
  if (cut.found) found.push(cut.found);
  if (cut.rows.length > LIST_LINES) throw fault('invalid', { is: 'store.list-more-than-lines', listLines: LIST_LINES });
  const sure = plainHeadings(cut.rows[0]?.cells ?? []) ? { line: cut.rows[0]?.line ?? 1, lines: 1 as const } : null;
  const headings = reading.headings ?? sure;
  if (!sure || reading.headings) fileAsks.push({ question: 'headings', options: [] });
  if (!headings) return uncut;
  if (!reading.headings) found.push({ is: 'headings', line: headings.line });
  const over = cut.rows
    .filter((one) => one.line >= headings.line && one.line < headings.line + headings.lines)
    .map((one) => one.cells);
  const below = cut.rows.filter((one) => one.line >= headings.line + headings.lines);
  const width = (headings.lines > 0 ? over : below.map((one) => one.cells)).reduce(
    (most, one) => Math.max(most, one.length),
    0,
  );
  const tooWide = new Set(below.filter((one) => one.cells.slice(width).some((cell) => cell !== '')));
  const left = new Set(reading.leftOut);
  const byLine = new Map(cut.rows.map((one) => [one.line, one.cells]));
  return {
    found,
    fileAsks,
    head,
    headings: headings.lines > 0 ? headingsOf(over, width) : Array<string>(width).fill(''),
    rows: below
      .filter((one) => !tooWide.has(one))
      .map(({ line, cells }) => ({ line, cells: Array.from({ length: width }, (_, i) => cells[i] ?? '') })),
    faults: [...tooWide]
      .filter((one) => !left.has(one.line) && !reading.withoutBroken)
      .map((one) => ({
        line: one.line,
        column: null,
        message: { is: 'list.too-many-cells', cells: one.cells.length, named: width },
      })),
    lines: below.length,
    cell: (line, column) => {
      const cells = byLine.get(line) ?? [];
      return column === null
        ? cells.join(' · ').slice(0, 160)
        : (reading.mended[line]?.[column] ?? cells[column] ?? '');
    },
  };
}

/** Whether a first line can be nothing but headings: every cell a different word, none a figure. */
const plainHeadings = (cells: readonly string[]) =>
  cells.length > 1 &&
  cells.every((one) => /\p{L}/u.test(one) && !/\d/.test(one)) &&
  new Set(cells.map((one) => one.toLowerCase())).size === cells.length;
