import type { ListColumn } from '../store/list/columns.ts';
import { type ListAnswers, NOTHING_ANSWERED } from '../store/list/listCells.ts';
import { readList } from '../store/list/readList.ts';

/** Reads lines of a store's list in 2026, cells apart or parted by `|`, nothing answered but what is given; one drawer is known. */
export const readLines = (
  columns: readonly ListColumn[],
  rows: readonly (string | readonly string[])[],
  change: Partial<ListAnswers> = {},
  headings?: readonly string[],
): ReturnType<typeof readList> =>
  readList(
    rows.map((row, i) => ({ line: i + 2, cells: typeof row === 'string' ? row.split('|') : row })),
    { ...NOTHING_ANSWERED, columns, ...change },
    2026,
    (place) => place === 'drawer 1',
    headings,
  );
