import type { Edition, Figure, KindMethod } from '../rule-books/edition.ts';
import { Exact, type ExactNumber } from '../units/mass.ts';
import type { Rule, Verdict } from '../verdict/verdict.ts';
import type { SamplingPlan } from './primarySamples.ts';

/** A figure that must reach a least value: heavy enough, enough of them. */
function judgeAtLeast(
  what: string,
  unit: string,
  measured: ExactNumber,
  least: number,
  rule: Rule,
  words: { enough: string; short: string },
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

/**
 * Is a sample heavy enough? A light one may still be tested, but the report says so.
 * @param massG     mass of the sample, g
 * @param minimumG  the figure for the kind, or undefined where the book lacks one
 */
export function judgeSampleMass(what: string, massG: ExactNumber, minimumG: Figure<number> | undefined): Verdict {
  if (!minimumG)
    return {
      measured: massG.toNumber(),
      limit: null,
      unit: 'g',
      outcome: 'not-judged',
      rule: null,
      steps: [{ label: what, result: massG.toString(), unit: 'g' }],
      next: 'The rule book gives no least mass for this kind: enter the laboratory’s own figure.',
    };
  // Ounces of the Act make long figures of grams; a balance reads tenths here.
  const least = Number(minimumG.value.toFixed(minimumG.value < 10 ? 2 : 1));
  return judgeAtLeast(what, 'g', massG, least, minimumG.rule, {
    enough: 'Heavy enough.',
    short: 'Too light: draw more seed, or test it and say so in the report.',
  });
}

/** Were as many primary samples taken as the rule book asks for? */
export function judgePrimarySamples(taken: number, plan: SamplingPlan): Verdict {
  return judgeAtLeast('primary samples taken', '', new Exact(taken), plan.primarySamples, plan.rule, {
    enough: 'As many as the rule book asks for.',
    short: 'Fewer than the rule book asks for: draw the rest.',
  });
}

/** Mass of the lot against the largest the book allows for its kind, with its excess; null where it sets none. */
export function judgeLotMass(edition: Edition, massKg: ExactNumber, method: KindMethod | undefined): Verdict | null {
  const largest = method?.maxLotKg;
  if (!largest) return null;
  const excess = edition.parameter('sampling_max_lot_excess_percent').value;
  const limit = new Exact(largest.value).times(100 + excess).div(100);
  const outside = massKg.gt(limit);
  return {
    measured: massKg.toNumber(),
    limit: limit.toNumber(),
    unit: 'kg',
    outcome: outside ? 'outside' : 'within',
    rule: largest.rule,
    steps: [
      { label: 'mass of the lot', result: massKg.toString(), unit: 'kg' },
      {
        label: `largest lot and ${excess} %`,
        expression: `${largest.value} × ${(100 + excess) / 100}`,
        result: limit.toString(),
        unit: 'kg',
      },
    ],
    next: outside ? 'Too large for one lot under this rule book: divide it.' : 'Small enough for one lot.',
  };
}
