import { describe, expect, it } from 'vitest';
import { AOSA, ISTA } from '../testing/books.ts';
import { judgeClaim } from './judgeClaim.ts';

describe('a label', () => {
  // Source: worked examples to 7 CFR 201.63 (from memory).
  it.each([
    [92, 85, 400, 7, true],
    [92, 84, 400, 7, false],
    [98, 93, 400, 6, true],
    [85, 74, 200, 10, false],
    [85, 75, 200, 9, false],
    [85, 76, 200, 9, true],
  ] as const)(
    'labelled %i, found %i on %i seeds: tolerance %i, stands %s',
    (labelled, found, seeds, tolerance, within) => {
      expect(judgeClaim(AOSA, labelled, found, seeds)).toMatchObject({ tolerancePercent: tolerance, within });
    },
  );
  // Source: 7 CFR 201.63, rows printed by mean (from memory): at each lower border and a hundredth below it.
  it('reads the tolerance of a label at the unrounded mean, at each border and just below it', () => {
    for (const [i, row] of AOSA.labelTolerances.entries()) {
      if (row.from <= 0) continue;
      expect(judgeClaim(AOSA, row.from, row.from, 400).tolerancePercent).toBe(row.limit);
      const below = AOSA.labelTolerances.find((_, at) => at !== i && AOSA.labelTolerances[at]?.to === row.from);
      if (below) expect(judgeClaim(AOSA, row.from - 0.01, row.from, 400).tolerancePercent).toBe(below.limit);
    }
    expect(judgeClaim(AOSA, 90, 100, 400)).toMatchObject({
      outcome: 'within',
      next: 'germination-label-stands',
      measured: -10,
    });
    expect(judgeClaim(AOSA, 100, 90, 400)).toMatchObject({ outcome: 'outside', next: 'germination-label-too-high' });
    expect(judgeClaim(AOSA, 92, 85, 400)).toMatchObject({ outcome: 'near' });
    expect(judgeClaim(AOSA, 92, 91, 400)).toMatchObject({ outcome: 'within' });
    expect(() => judgeClaim(AOSA, 101, 90, 400)).toThrow(/^labelledPercent/);
    expect(() => judgeClaim(AOSA, 90, -1, 400)).toThrow(/^foundPercent/);
    expect(() => judgeClaim(ISTA, 90, 90, 400)).toThrow(/no label tolerance/);
  });
});
