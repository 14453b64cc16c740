import { GRAMS_PER } from '../units/gramsPer.ts';
import { Exact, exactDecimal, type ExactNumber, toGrams, writtenDecimals } from '../units/mass.ts';
import type { Measures, Weighed } from './bookState.ts';
import { CannotBe } from './cannotBe.ts';
import type { ShedAmount, Weighing } from './entries.ts';
import type { Bushel } from './figures.ts';

/** A reading lies anywhere within a step: its standard uncertainty is the step over √12 (GUM 4.3.7, from memory). */
const STEP_TO_SD = Math.sqrt(12);

/** @returns g; null where it is not known */
export function gramsOf(amount: ShedAmount, measures: Measures, testWeightKgHl: number | null): ExactNumber | null {
  if (amount.by === 'mass') return toGrams(amount);
  if (amount.by === 'bushels') {
    if (measures.poundsPerBushel === null) throw new CannotBe('amount', { is: 'shed.no-bushel' });
    return exactDecimal(amount.text).times(measures.poundsPerBushel).times(GRAMS_PER.lb);
  }
  // kg/hl are 10 g in a litre.
  return testWeightKgHl === null ? null : exactDecimal(amount.text).times(testWeightKgHl).times(10);
}

export function readWeighing(weighing: Weighing, measures: Measures, testWeightKgHl: number | null): Weighed {
  const massG = gramsOf(weighing.amount, measures, testWeightKgHl);
  if (massG !== null && !massG.gt(0)) throw new CannotBe('weighed', { is: 'shed.above-nothing' });
  const one = gramsOf({ ...weighing.amount, text: '1' }, measures, testWeightKgHl) ?? new Exact(0);
  const written = new Exact(10).pow(-writtenDecimals(weighing.amount.text)).times(one);
  const step = Exact.max(written, weighing.scale?.stepG ?? 0);
  return { massG, uncertaintyG: step.toNumber() / STEP_TO_SD, moisturePercent: weighing.moisturePercent };
}

/** Two streams in one vessel: masses add up, moisture is their mean by mass where both are known. */
export function together(a: Weighed | null, b: Weighed | null): Weighed | null {
  if (a === null || b === null) return null;
  if (a.massG === null || b.massG === null) return { massG: null, uncertaintyG: 0, moisturePercent: null };
  const massG = a.massG.plus(b.massG);
  return {
    massG,
    uncertaintyG: Math.hypot(a.uncertaintyG, b.uncertaintyG),
    moisturePercent:
      a.moisturePercent === null || b.moisturePercent === null
        ? null
        : a.massG.times(a.moisturePercent).plus(b.massG.times(b.moisturePercent)).div(massG).toNumber(),
  };
}

/** What a harvest brings with it: pounds of its trade bushel, where it has one, and what it was treated with. */
export const measuresBy = (bushel: Bushel | null, treated: string): Measures => ({
  poundsPerBushel: bushel?.pounds.value ?? null,
  // Nobody said what it is, so it is held for a poison.
  treatments: treated === '' ? [] : [{ product: treated, class: 'unknown' }],
});
