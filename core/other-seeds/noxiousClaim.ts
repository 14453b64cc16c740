import type { Edition } from '../rule-books/edition.ts';
import { rowFor } from '../rule-books/lookUp.ts';
import { aboveZero, numberIn, wholeIn } from '../units/argument.ts';
import { Exact } from '../units/mass.ts';
import { outcomeUpTo, type Rule, type Verdict } from '../verdict/verdict.ts';
import type { OtherSeedsNext } from './next.ts';

export interface NoxiousClaimVerdict extends Verdict<OtherSeedsNext> {
  /** The labelled rate in the mass that was searched, whole seeds. */
  readonly labelledInMass: number;
  readonly formula: number;
  /** Most seeds that stand within tolerance; null where the book has none. */
  readonly most: number | null;
  readonly within: boolean | null;
}

/**
 * Seeds of one noxious weed found against the rate on a label. The label is brought to the mass searched, to the
 * nearest whole seed; the printed column decides, and where it prints no number its formula does.
 *
 * @param labelled   labelled seeds per `perG`, 0..1e6
 * @param perG       the mass that the label names, g, > 0
 * @param found      seeds found, integer 0..1e6
 * @param examinedG  mass searched, g, > 0
 * @throws {RangeError} if an argument leaves its range
 *
 * Source: 7 CFR 201.65, Y = X + 1 + 1.96 √X, the printed column read as ⌊Y⌋ + 1 (from memory, low).
 */
export function judgeNoxiousClaim(
  edition: Edition,
  labelled: number,
  perG: number,
  found: number,
  examinedG: number,
): NoxiousClaimVerdict {
  numberIn('labelled', labelled, 0, 1e6);
  wholeIn('found', found, 0, 1e6);
  aboveZero('perG', perG);
  aboveZero('examinedG', examinedG);
  const exact = new Exact(labelled).times(examinedG).div(perG);
  const labelledInMass = exact.toDecimalPlaces(0, Exact.ROUND_HALF_UP).toNumber();
  const formula = labelledInMass + 1 + 1.96 * Math.sqrt(labelledInMass);
  const rows = edition.noxiousTolerances;
  const row = rowFor(rows, labelledInMass);
  const derived = rows[0] && byFormula(rows[0].rule);
  const most = row?.limit ?? (derived ? Math.floor(formula) + 1 : null);
  const outcome = most === null ? 'not-judged' : outcomeUpTo(found, most);
  return {
    labelledInMass,
    formula,
    most,
    within: most === null ? null : outcome !== 'outside',
    measured: found,
    limit: most,
    unit: 'seeds',
    outcome,
    rule: row?.rule ?? derived ?? null,
    steps: [
      {
        label: 'label, in the mass searched',
        expression: `${labelled} × ${examinedG} / ${perG} = ${exact.toDecimalPlaces(2).toString()}`,
        result: String(labelledInMass),
        unit: 'seeds',
      },
      {
        label: 'formula',
        expression: `${labelledInMass} + 1 + 1.96 √${labelledInMass}`,
        result: formula.toFixed(2),
      },
      { label: row ? 'printed column' : 'next whole number', result: most === null ? 'no table' : String(most) },
      { label: 'found', result: String(found), unit: 'seeds' },
    ],
    next:
      most === null ? 'no-noxious-tolerance' : outcome === 'outside' ? 'noxious-label-too-low' : 'noxious-label-stands',
  };
}

const byFormula = (rule: Rule): Rule => ({
  ...rule,
  row: 'between or above the printed numbers, by the formula',
  provenance: { ...rule.provenance, origin: 'derived' },
});
