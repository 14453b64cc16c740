/**
 * A cell as it was before it left: what begins like a formula leaves with an apostrophe before it (`escape_formulas` of
 * csv-stringify), so that no spreadsheet runs it, and comes back without.
 */
export const plainCell = (cell: string): string => cell.replace(/^'(?=[=+\-@\t\r\uFF1D\uFF0B\uFF0D\uFF20])/, '');
