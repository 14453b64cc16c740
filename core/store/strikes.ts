/** A line that cannot be: what is wrong with which field, in plain words. */
export class CannotBe extends RangeError {
  constructor(
    readonly path: string,
    message: string,
  ) {
    super(message);
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
 * @param instead  what is done instead, in words; empty where there is nothing
 * @throws {CannotBe} when a line is struck that cannot be, or twice
 */
export function struckLines(entries: readonly Line[], never: readonly string[], instead: string): Map<number, string> {
  const struck = new Map<number, string>();
  entries.forEach((entry, i) => {
    if (!isStrike(entry)) return;
    const target = entries[entry.line];
    if (!target || entry.line >= i || target.what === 'strike' || never.includes(target.what))
      throw new CannotBe('line', `line is none that can be struck${instead === '' ? '' : `: ${instead}`}`);
    if (struck.has(entry.line)) throw new CannotBe('line', 'line is struck already');
    struck.set(entry.line, entry.reason);
  });
  return struck;
}

const isStrike = (entry: Line): entry is StrikeLine => entry.what === 'strike';
