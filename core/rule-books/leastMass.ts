import { type ExactNumber, shownGrams, writtenDecimals } from '../units/mass.ts';
import { judgeAtLeast } from '../verdict/atLeast.ts';
import type { Verdict } from '../verdict/verdict.ts';
import type { Figure } from './edition.ts';

/** What a verdict on a sample's mass asks for. */
export type LeastMassNext = 'heavy-enough' | 'too-light' | 'no-least-mass';

/** Half of a least mass, g, for one of two half working samples. */
export const halfMassOf = (leastG: number): number => leastG / 2;
export const halfOf = (figure: Figure<number> | undefined): Figure<number> | undefined =>
  figure && { ...figure, value: halfMassOf(figure.value) };

/**
 * Is a sample heavy enough for its kind? A light one may still be tested when somebody decides so, and the
 * report says it.
 * @param what      what was weighed, in words
 * @param massG     its mass, g
 * @param minimumG  the figure for the kind, or undefined where the book lacks one: then nothing is judged
 * @param decimals  decimals of a gram that were written: 8.100 g is shown as it was weighed
 */
export function judgeLeastMass(
  what: string,
  massG: ExactNumber,
  minimumG: Figure<number> | undefined,
  decimals = 0,
): Verdict<LeastMassNext> {
  const digits = shownGrams(massG);
  const shown = writtenDecimals(digits) < decimals ? massG.toFixed(decimals) : digits;
  if (!minimumG)
    return {
      measured: Number(shown),
      limit: null,
      unit: 'g',
      outcome: 'not-judged',
      rule: null,
      steps: [{ label: what, result: shown, unit: 'g' }],
      next: 'no-least-mass',
    };
  // Ounces of the Act make long figures of grams; a balance reads tenths here.
  const least = Number(minimumG.value.toFixed(minimumG.value < 1 ? 4 : minimumG.value < 10 ? 2 : 1));
  const verdict = judgeAtLeast<LeastMassNext>(what, 'g', massG, least, minimumG.rule, {
    enough: 'heavy-enough',
    short: 'too-light',
  });
  // Judged exactly, shown with the digits that were weighed.
  return {
    ...verdict,
    measured: Number(shown),
    steps: verdict.steps.map((step, i) => (i === 0 ? { ...step, result: shown } : step)),
  };
}
