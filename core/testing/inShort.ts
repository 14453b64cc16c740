/** A code with its figures in one short line, for tables of tests: "list.year-outside 1899 1900 2026". */
export const inShort = ({ is, ...figures }: { readonly is: string }): string =>
  [is, ...Object.values(figures).map((one) => (Array.isArray(one) ? one.join(',') : String(one)))].join(' ');
