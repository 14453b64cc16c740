/** What parts the whole from the tenths in a figure that somebody wrote. */
export type DecimalMark = '.' | ',';

/** Blanks that people put between thousands: a space, a hard one, a narrow one; and the apostrophe. */
const GROUPS = /(?<=\d)[ \u00a0\u202f'’](?=\d{3}(?!\d))/g;
const SHAPE: Readonly<Record<DecimalMark, RegExp>> = {
  '.': /^\d+(\.\d+)?$|^\d{1,3}(,\d{3})+(\.\d+)?$/,
  ',': /^\d+(,\d+)?$|^\d{1,3}(\.\d{3})+(,\d+)?$/,
};

/**
 * A figure as written, as plain text with a point; null when it is none under this mark. The digits are kept.
 *
 * @param text  such as 1 250, 2,5 or 1,234.50; signs and units are not part of it
 * @param mark  what the writer puts before the tenths
 */
export function writtenFigure(text: string, mark: DecimalMark): string | null {
  const bare = text.trim().replace(GROUPS, '');
  if (!SHAPE[mark].test(bare)) return null;
  return mark === '.' ? bare.replaceAll(',', '') : bare.replaceAll('.', '').replace(',', '.');
}

/**
 * Which mark figures of one hand use, where only one reading is possible: `none` when no figure needs one, `open` when
 * a figure could be read both ways or figures contradict each other, so that somebody has to be asked.
 */
export function markOf(figures: readonly string[]): DecimalMark | 'none' | 'open' {
  let only: DecimalMark | null = null;
  let open = false;
  for (const one of figures) {
    const point = writtenFigure(one, '.');
    const comma = writtenFigure(one, ',');
    if (point === comma) continue;
    if (point !== null && comma !== null) open = true;
    else {
      const mark = point === null ? ',' : '.';
      if (only !== null && only !== mark) return 'open';
      only = mark;
    }
  }
  // One figure that can be read one way only settles those that can be read both ways, when one hand wrote them:
  // whether it did, nobody here knows.
  return open ? 'open' : (only ?? 'none');
}
