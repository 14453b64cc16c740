import type { ExactNumber } from '../units/mass.ts';
import type { Rule, Verdict } from './verdict.ts';

/** A figure that must reach a least value: heavy enough, enough of them. At the least itself it is within. */
export function judgeAtLeast<Next extends string>(
  what: string,
  unit: string,
  measured: ExactNumber,
  least: number,
  rule: Rule,
  next: { readonly enough: Next; readonly short: Next },
): Verdict<Next> {
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
    next: enough ? next.enough : next.short,
  };
}
