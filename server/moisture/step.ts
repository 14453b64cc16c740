import { deviationWords } from '@mercato/contract/moisture/words';
import { numberSlip } from '@mercato/core/verdict/numberSlip';
import { defineStep, onTest, type Slips } from '../lot-sheet/step.ts';
import { bringMoisture } from './bring.ts';
import { moistureLine, readMoisture, reportedMoisture } from './result.ts';

export const moistureStep = defineStep({
  step: 'moisture',
  key: 'moisture',
  read: readMoisture,
  // It depends on how the seed is kept, and is told without being asked for in a release.
  awaited: false,
  line: (view, { sampled }) => moistureLine(view, sampled),
  judged: ({ tests }) =>
    tests.flatMap(({ id, result }) => (result ? [onTest('moisture', id, result.verdict.outcome, result)] : [])),
  decisions: (view) => [reportedMoisture(view)?.decision],
  facts: (view) => {
    const test = reportedMoisture(view);
    return {
      moisture:
        test?.result && test.voided === null
          ? {
              percent: test.result.reportedPercent,
              method: test.result.predried ? `dried whole first, ${test.method}` : test.method,
            }
          : null,
    };
  },
  remarks: (view) => {
    const deviations = reportedMoisture(view)?.result?.deviations ?? [];
    return deviations.length === 0 ? [] : [`Moisture: ${deviations.map(deviationWords).join(', ')}.`];
  },
  figure: ({ moisture }) => (moisture ? `${moisture.percent.toFixed(1)} %` : null),
  bring: bringMoisture,
  rows: ({ tests }, file) => {
    for (const test of tests) {
      const more = file.begin('moisture', test);
      file.add('moisture.method', test.method, more);
      file.days('moisture', test.fields, more);
      file.fields('moisture', test.fields, more);
    }
  },
  slips: (view): Slips => {
    const verdict = reportedMoisture(view)?.result?.verdict;
    return verdict ? { moisture: numberSlip('Moisture', verdict.steps, verdict.rule) } : {};
  },
});
