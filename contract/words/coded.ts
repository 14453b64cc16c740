/**
 * Words by code, as a feature brings them: a sentence, or what makes one of the figures beside the code.
 * What is said of it is `{ is: code, …figures }`.
 */
type CodedOf<Table> = {
  [Is in keyof Table & string]: Table[Is] extends (figures: infer Figures) => string
    ? { readonly is: Is } & Readonly<Figures>
    : { readonly is: Is };
}[keyof Table & string];

/** A code with its figures, of any of several tables. */
export type CodedIn<Tables> = Tables extends readonly (infer Table)[]
  ? Table extends unknown
    ? CodedOf<Table>
    : never
  : never;

/** Puts codes with their figures into the words of the tables; what is in words already stays as it is. */
export function speaker<Tables extends readonly object[]>(tables: Tables): (coded: CodedIn<Tables> | string) => string {
  const all = new Map<string, unknown>(tables.flatMap((one) => Object.entries(one)));
  return (coded) => {
    if (typeof coded === 'string') return coded;
    const words = all.get((coded as { is: string }).is);
    return typeof words === 'function' ? (words as (figures: typeof coded) => string)(coded) : String(words);
  };
}
