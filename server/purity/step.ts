import { shareSteps } from '@mercato/core/purity/analysePurity';
import { COMPONENT_NAMES } from '@mercato/core/units/components';
import { numberSlip, verdictSlip } from '@mercato/core/verdict/numberSlip';
import { defineStep, onTest } from '../lot-sheet/step.ts';
import { bringPurity, speciesOfParts } from './bring.ts';
import { purityLine, purityOutcome, readPurity, reportedPureSeed, reportedTests } from './result.ts';

export const purityStep = defineStep({
  step: 'purity',
  key: 'purity',
  read: readPurity,
  line: (view, { sampled }) => purityLine(view, sampled),
  judged: ({ tests }) =>
    tests.flatMap(({ id, analysis, massVerdict }) =>
      analysis ? [onTest('purity', id, purityOutcome(analysis, massVerdict), { ...analysis, massVerdict })] : [],
    ),
  decisions: (view) => reportedTests(view).map((test) => test.decision),
  facts: (view) => {
    const { result } = view;
    return {
      purity: result?.shares
        ? {
            shares: result.shares.shares,
            decimals: result.shares.percentDecimals,
            working: workingWords(reportedTests(view)),
            parts: result.parts,
          }
        : null,
    };
  },
  figure: reportedPureSeed,
  slips: ({ result }) =>
    Object.fromEntries(
      (result?.shares?.shares ?? []).flatMap(({ component }) =>
        result?.shares
          ? [
              [
                component,
                numberSlip(COMPONENT_NAMES[component], shareSteps(result.shares, component), result.shares.shareRule),
              ],
            ]
          : [],
      ),
    ),
  bring: bringPurity,
  species: speciesOfParts,
  rows: ({ tests }, file) => {
    for (const test of tests) {
      const more = file.begin('purity', test);
      file.add('purity.portion', test.portion === 'half' ? 'half' : null, more);
      file.days('purity', test.fields, more);
      const { chaffy, ...weighed } = test.fields;
      file.fields('purity', weighed, more);
      for (const { component, name, amount } of test.parts)
        file.add(
          'purity.part',
          amount.kind === 'mass' ? amount.text : amount.kind === 'count' ? amount.seeds : 'trace',
          {
            ...more,
            name: `${component}: ${name}`,
            ...(amount.kind === 'trace' ? {} : { unit: amount.kind === 'mass' ? 'g' : 'seeds' }),
          },
        );
      file.add('purity.chaffy', chaffy ? (test.chaffy ? 'yes' : 'no') : null, more);
      file.add('purity.lookedAt', test.fields['fraction:examined']?.text ?? null, more);
      for (const one of test.fractions) file.add(`purity.${one.fraction}`, one.seeds, more);
    }
  },
  working: (view) => {
    const compared = view.result?.judged;
    const weighed = reportedTests(view);
    const numbered = (name: string, test: (typeof weighed)[number]) =>
      weighed.length > 1 ? `${name}, test ${test.number}` : name;
    return [
      compared && verdictSlip(compared.basis === 'half' ? 'two halves' : 'whole samples', compared.verdict),
      ...weighed.flatMap((test) => [
        test.analysis && verdictSlip(numbered('gain or loss', test), test.analysis.verdict),
        test.massVerdict && verdictSlip(numbered('mass weighed in', test), test.massVerdict),
      ]),
    ];
  },
});

/** The working samples of a purity result: "5.003 g", "2.51 g + 2.50 g in halves". */
function workingWords(tests: ReturnType<typeof reportedTests>): string {
  const masses = tests.map((one) => `${one.fields.workingSample?.text ?? '?'} g`).join(' + ');
  return tests[0]?.portion === 'half' ? `${masses} in halves` : masses;
}
