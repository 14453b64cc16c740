import type { StepRow } from './edition.ts';

/** The row whose class holds `value` (both ends inside), or null when the table has none. */
export function rowFor(rows: readonly StepRow[], value: number): StepRow | null {
  return rows.find((row) => value >= row.from && (row.to === null || value <= row.to)) ?? null;
}

/** The row with the highest lower border not above `value`; for classes "from … to below …". */
export function rowFrom(rows: readonly StepRow[], value: number): StepRow | null {
  return rows.reduce<StepRow | null>(
    (best, row) => (row.from <= value && (best === null || row.from > best.from) ? row : best),
    null,
  );
}

/**
 * Whole-percent germination tables print averages from 51 up; an average below reads the row of
 * 101 − average (12 % reads 89 %). 0, 1 and 100 stand in no row.
 */
export function rowForGerminationAverage(rows: readonly StepRow[], wholePercent: number): StepRow | null {
  return rowFor(rows, wholePercent > 50 ? wholePercent : 101 - wholePercent);
}

/** The first row whose upper end reaches `value`: what lies between two printed classes counts as the upper one. */
export function rowUpTo<R extends { readonly to: number | null }>(rows: readonly R[], value: number): R | null {
  return rows.find((row) => row.to === null || value <= row.to) ?? null;
}

/**
 * Purity tables print averages from 50 up; an average below reads the row of 100 − average, because share and
 * rest part alike.
 * @param percent  rounded to two decimals, so that it falls into no gap between two classes
 */
export function rowForPurityAverage(rows: readonly StepRow[], percent: number): StepRow | null {
  return rowFor(rows, percent < 50 ? Number((100 - percent).toFixed(2)) : percent);
}
