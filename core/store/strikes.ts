/** Why a line of a book cannot be. */
export type BookFault =
  | { readonly is: 'book.not-struckable' | 'book.struck-already' | 'book.packed-not-struckable' }
  | { readonly is: 'book.seeds-wanted' | 'book.mass-wanted' | 'book.nothing-packed' | 'book.no-desiccant' }
  | {
      readonly is: 'book.more-than-held';
      /** What is left: seeds, or grams. */ readonly left: number;
      readonly by: 'count' | 'mass';
    };

/** A line that cannot be: which field, and why. */
export class CannotBe extends RangeError {
  constructor(
    readonly path: string,
    readonly why: BookFault,
  ) {
    super(`${path}: ${why.is}`);
  }
}

interface Line {
  readonly what: string;
}
interface StrikeLine extends Line {
  readonly what: 'strike';
  readonly line: number;
  readonly reason: string;
}

/**
 * The lines of a book that a later line struck, each with the reason.
 *
 * @param entries  in order
 * @param never    what cannot be struck, besides a strike itself
 * @param refusal  of what is never struck
 * @throws {CannotBe} when a line is struck that cannot be, or twice
 */
export function struckLines(
  entries: readonly Line[],
  never: readonly string[],
  refusal: 'book.not-struckable' | 'book.packed-not-struckable',
): Map<number, string> {
  const struck = new Map<number, string>();
  entries.forEach((entry, i) => {
    if (!isStrike(entry)) return;
    const target = entries[entry.line];
    if (!target || entry.line >= i || target.what === 'strike' || never.includes(target.what))
      throw new CannotBe('line', { is: refusal });
    if (struck.has(entry.line)) throw new CannotBe('line', { is: 'book.struck-already' });
    struck.set(entry.line, entry.reason);
  });
  return struck;
}

const isStrike = (entry: Line): entry is StrikeLine => entry.what === 'strike';
