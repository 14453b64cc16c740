import { deviationWords } from '@mercato/contract/moisture/words';
import { numberSlip } from '@mercato/core/verdict/numberSlip';
import { defineStep, onTest, type Slips } from '../lot-sheet/step.ts';
import { bringMoisture } from './bring.ts';
import { moistureLine, readMoisture, reportedMoisture, toldMoisture } from './result.ts';

export const moistureStep = defineStep({
  step: 'moisture',
  key: 'moisture',
  read: readMoisture,
  // It depends on how the seed is kept, and is told without being asked for in a release.
  awaited: false,
  line: (view, { sampled }) => moistureLine(view, sampled),
  judged: ({ tests }) =>
    tests.flatMap(({ id, result, meter }) => {
      const found = result ?? meter?.result;
      return found ? [onTest('moisture', id, found.verdict.outcome, found)] : [];
    }),
  decisions: (view) => [reportedMoisture(view)?.decision],
  facts: (view) => ({ moisture: toldMoisture(view) }),
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
      if (test.meter) file.add('moisture.meter', test.meter.name, more);
      file.days('moisture', test.fields, more);
      // Which calibration it was read by is known to this laboratory alone.
      const { 'reading.calibration': _, ...fields } = test.fields;
      file.fields('moisture', fields, more);
    }
  },
  slips: (view): Slips => {
    const test = reportedMoisture(view);
    const { verdict } = test?.result ?? test?.meter?.result ?? {};
    return verdict ? { moisture: numberSlip('Moisture', verdict.steps, verdict.rule) } : {};
  },
});
