import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { contentOf } from '../testing/books.ts';
import { compareEditions, compareRows } from './compareEditions.ts';
import { RULE_BOOKS } from './edition.ts';
import { type Row, rowKey, TABLE_SHAPES } from './tableShapes.ts';

const NAME = 'germination-two-tests-5C';
const shape = TABLE_SHAPES.ista[NAME];
const shipped = contentOf('ista').tables[NAME]?.rows ?? [];

/** Brings the first rows to the second by what the comparison says, and by nothing else. */
function apply(rows: readonly Row[], differences: ReturnType<typeof compareRows>): Map<string, Row> {
  const result = new Map(rows.map((row) => [rowKey(shape as never, row), row]));
  for (const one of differences) {
    if (one.kind === 'removed') result.delete(one.key);
    else {
      const row = { ...(result.get(one.key) ?? {}) };
      for (const cell of one.cells) row[cell.column] = cell.after;
      result.set(one.key, row);
    }
  }
  return result;
}

// Source: none is needed for figures: a difference is, by its meaning, what leads from one text to the other.
describe('two editions compared', () => {
  test('an edition differs in nothing from itself, whatever the book', () => {
    for (const book of RULE_BOOKS) expect(compareEditions(contentOf(book), contentOf(book))).toEqual([]);
  });

  test('the differences, applied to the first, give the second; the other way round they take back', () => {
    if (!shape) throw new Error(`no table ${NAME}`);
    const edit = fc.record({
      keep: fc.boolean(),
      cell: fc.option(fc.constantFrom('2', '3', '7')),
    });
    fc.assert(
      fc.property(fc.array(edit, { minLength: shipped.length, maxLength: shipped.length }), (edits) => {
        const column = shape.columns.at(-1)?.name ?? '';
        const second = shipped.flatMap((row, i) => {
          const { keep = true, cell = null } = edits[i] ?? {};
          return keep ? [cell === null ? row : { ...row, [column]: cell }] : [];
        });
        const want = new Map(second.map((row) => [rowKey(shape, row), row]));
        const forth = compareRows(NAME, shape, shipped, second);
        const back = compareRows(NAME, shape, second, shipped);
        expect(apply(shipped, forth)).toEqual(want);
        expect(apply(second, back)).toEqual(new Map(shipped.map((row) => [rowKey(shape, row), row])));
        expect(back).toHaveLength(forth.length);
        for (const one of forth) for (const cell of one.cells) expect(cell.before).not.toBe(cell.after);
      }),
    );
  });
});
