import type { ExactNumber } from '../units/mass.ts';
import type { Rule, Verdict } from './verdict.ts';

/** A figure that must reach a least value: heavy enough, enough of them. At the least itself it is within. */
export function judgeAtLeast(
  what: string,
  unit: string,
  measured: ExactNumber,
  least: number,
  rule: Rule,
  words: { readonly enough: string; readonly short: string },
): Verdict {
  const enough = measured.gte(least);
  return {
    measured: measured.toNumber(),
    limit: least,
    unit,
    outcome: enough ? 'within' : 'outside',
    rule,
    steps: [
      { label: what, result: measured.toString(), unit },
      { label: 'least allowed', result: String(least), unit },
    ],
    next: enough ? words.enough : words.short,
  };
}
