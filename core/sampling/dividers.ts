import { aboveUpTo, aboveZero, ArgumentFault, wholeIn, zeroOrMore } from '../units/argument.ts';
import { outcomeUpTo, type Rule, type Verdict, type WorkingStep } from '../verdict/verdict.ts';
import type { SamplingNext } from './next.ts';

/** Ways to reduce a sample: halves (riffle, conical, centrifugal, by hand), jars of a rotary divider, spoonfuls. */
export const DIVIDERS = ['riffle', 'rotary', 'spoon'] as const;
export type Divider = (typeof DIVIDERS)[number];

export interface DivisionPlan {
  /** Passes after mixing; spoonfuls for the spoon. */
  readonly passes: number;
  /** What the part that is kept should weigh after each pass, g, the last one being the sample; for a spoon after all. */
  readonly keptG: readonly number[];
  readonly steps: readonly WorkingStep[];
}

export interface DivisionTask {
  /** What is divided, g. */
  readonly massG: number;
  /** What the sample must not fall below, g. */
  readonly targetG: number;
  /** Jars under a rotary divider, 2..16. */
  readonly jars?: number;
  /** What one spoon takes up, g. */
  readonly spoonG?: number;
}

const LEAST_PLACES = 5;
const MOST_PASSES = 40;

/**
 * How to come from a mass to a sample that is just not below its target, without adding or removing seed.
 *
 * Riffle: halve while the half is not below the target. Rotary: keep the fewest jars that reach the target, and
 * run them again while that still removes seed. Spoon: level spoonfuls from at least five places of the tray.
 *
 * @throws {RangeError} naming the figure: masses are above 0, the target is not above the mass
 *
 * Source: repeated halving until just not below the set weight: ISTA, obtaining the working sample, and
 * 7 CFR 201.43 (from memory); spoonfuls from five places, from memory; jars run again, common practice, no source.
 */
export function planDivision(divider: Divider, task: DivisionTask): DivisionPlan {
  const { massG, targetG, jars = 8, spoonG = 1 } = task;
  aboveZero('massG', massG);
  aboveZero('targetG', targetG);
  if (targetG > massG) throw new ArgumentFault('targetG', { is: 'argument.not-above-divided', massG, got: targetG });
  if (divider === 'spoon') return planSpoon(massG, targetG, spoonG);
  if (divider === 'rotary') wholeIn('jars', jars, 2, 16);
  const outlets = divider === 'riffle' ? 2 : jars;
  const keptG: number[] = [];
  const steps: WorkingStep[] = [
    { label: 'mix: pass the whole twice and pour it together', result: short(massG), unit: 'g' },
  ];
  for (let left = massG; keptG.length < MOST_PASSES;) {
    const keep = fewest(left, targetG, outlets);
    if (keep === outlets) break;
    const next = (left * keep) / outlets;
    steps.push({
      label:
        divider === 'riffle'
          ? `halving ${keptG.length + 1}`
          : `pass ${keptG.length + 1}: keep ${keep} of ${outlets} jars`,
      expression: divider === 'riffle' ? `${short(left)} / 2` : `${short(left)} × ${keep} / ${outlets}`,
      result: short(next),
      unit: 'g',
    });
    left = next;
    keptG.push(next);
  }
  return { passes: keptG.length, keptG, steps };
}

/** The fewest outlets whose share does not fall below the target. */
function fewest(massG: number, targetG: number, outlets: number): number {
  for (let keep = 1; keep < outlets; keep += 1) if ((massG * keep) / outlets >= targetG) return keep;
  return outlets;
}

function planSpoon(massG: number, targetG: number, spoonG: number): DivisionPlan {
  aboveZero('spoonG', spoonG);
  const spoonfuls = Math.max(LEAST_PLACES, Math.ceil(targetG / spoonG));
  if (spoonfuls * spoonG > massG)
    throw new ArgumentFault('spoonG', { is: 'argument.spoon-too-large', spoonfuls, spoonG, massG });
  return {
    passes: spoonfuls,
    keptG: [spoonfuls * spoonG],
    steps: [
      { label: 'mix, and pour evenly over a tray', result: short(massG), unit: 'g' },
      {
        label: `level spoonfuls, at least ${LEAST_PLACES} from places all over the tray`,
        expression: `${short(targetG)} / ${short(spoonG)}`,
        result: String(spoonfuls),
      },
      {
        label: 'the sample',
        expression: `${spoonfuls} × ${short(spoonG)}`,
        result: short(spoonfuls * spoonG),
        unit: 'g',
      },
    ],
  };
}

/** Largest difference between the halves of a divider that is in order, percent of both together. */
export const USUAL_DIFFERENCE_PERCENT = 5;
const RULE: Rule = {
  book: 'own',
  edition: 'Mercato',
  section: 'difference between the halves of a divider',
  provenance: { origin: 'common practice, no source', verification: 'from memory', confidence: 'low' },
};

/**
 * Is a divider in order? Its two halves should weigh nearly the same.
 *
 * @param firstG, secondG  the halves, g, 0 or more, not both 0
 * @param limitPercent     largest difference in percent of both, 0 < … ≤ 100
 * @throws {RangeError} naming the figure that cannot be
 */
export function judgeDivider(
  firstG: number,
  secondG: number,
  limitPercent = USUAL_DIFFERENCE_PERCENT,
): Verdict<SamplingNext> {
  zeroOrMore('firstG', firstG);
  zeroOrMore('secondG', secondG);
  const both = firstG + secondG;
  aboveZero('firstG + secondG', both);
  aboveUpTo('limitPercent', limitPercent, 0, 100);
  const differencePercent = Number(((Math.abs(firstG - secondG) / both) * 100).toFixed(6));
  const outcome = outcomeUpTo(differencePercent, limitPercent);
  return {
    measured: differencePercent,
    limit: limitPercent,
    unit: '%',
    outcome,
    rule: RULE,
    steps: [
      { label: 'first half', result: short(firstG), unit: 'g' },
      { label: 'second half', result: short(secondG), unit: 'g' },
      {
        label: 'difference',
        expression: `|${short(firstG)} − ${short(secondG)}| / ${short(both)}`,
        result: short(differencePercent),
        unit: '%',
      },
      { label: 'usual at most', result: String(limitPercent), unit: '%' },
    ],
    next: outcome === 'outside' ? 'divider-out-of-order' : 'divider-in-order',
  };
}

const short = (value: number) => String(Number(value.toPrecision(7)));
