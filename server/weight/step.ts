import { numberSlip } from '@mercato/core/verdict/numberSlip';
import { defineStep, onTest, type Slips } from '../lot-sheet/step.ts';
import { bringWeight } from './bring.ts';
import { readWeight, reportedWeight, weightLine } from './result.ts';

export const weightStep = defineStep({
  step: 'weight',
  key: 'weight',
  read: readWeight,
  line: (view, { sampled }) => weightLine(view, sampled),
  judged: ({ tests }) =>
    tests.flatMap(({ id, result }) => (result ? [onTest('weight', id, result.verdict.outcome, result)] : [])),
  decisions: (view) => [reportedWeight(view)?.decision],
  facts: (view) => {
    const result = reportedWeight(view)?.result;
    return {
      weight: result
        ? {
            thousandSeedG: result.reportedG,
            seedsPerKg: result.seedsPer.kg,
            seeds: result.seeds,
            whole: result.cvPercent === null,
          }
        : null,
    };
  },
  figure: ({ weight }) => (weight ? `${weight.thousandSeedG} g` : null),
  bring: bringWeight,
  rows: ({ tests }, file) => {
    for (const test of tests) {
      const more = file.begin('weight', test);
      file.days('weight', test.fields, more);
      file.fields('weight', test.fields, more);
    }
  },
  slips: (view): Slips => {
    const verdict = reportedWeight(view)?.result?.verdict;
    return verdict ? { weight: numberSlip('Weight of 1000 seeds', verdict.steps, verdict.rule) } : {};
  },
});
