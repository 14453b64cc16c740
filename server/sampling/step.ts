import { numberSlip, verdictSlip } from '@mercato/core/verdict/numberSlip';
import { defineStep } from '../lot-sheet/step.ts';
import { readSampling, samplingLine, samplingOutcome } from './result.ts';

export const samplingStep = defineStep({
  step: 'sampling',
  key: 'sampling',
  read: readSampling,
  samples: ({ submitted }) => submitted !== null,
  line: (view, { file }) => samplingLine(view, file.lot.parts),
  judged: ({ submitted, heterogeneity }) => [
    ...(submitted
      ? [
          {
            subject: submitted.vessel.id,
            on: { step: 'sampling', vesselId: submitted.vessel.id },
            outcome: samplingOutcome(submitted),
            result: { mass: submitted.massVerdict, primarySamples: submitted.primaryVerdict },
          },
        ]
      : []),
    ...heterogeneity.map((test) => ({
      subject: test.id,
      on: { step: 'sampling', heterogeneityId: test.id },
      outcome: test.verdict.outcome,
      result: test.verdict,
    })),
  ],
  decisions: ({ submitted, heterogeneity }) => [submitted?.decision, ...heterogeneity.map((test) => test.decision)],
  remarks: ({ working }) =>
    working
      .filter((one) => one.why !== null && one.testNumber !== null)
      .map(
        ({ vessel, verdict, why }) =>
          `The working sample for ${vessel.purpose?.replace('-', ' ') ?? 'the test'} weighed ${verdict.measured} g, less than the ${verdict.limit} g asked: ${why}`,
      ),
  facts: ({ submitted, sentIn }) => ({
    sample: submitted && {
      mass: `${submitted.vessel.mass?.text ?? ''} ${submitted.vessel.mass?.unit ?? ''}`,
      drawnOn: submitted.fields.drawnOn?.text ?? '',
      drawnBy: submitted.fields.drawnBy?.text ?? '',
      seal: submitted.fields.seal?.text ?? '',
      code: submitted.vessel.code,
      sentIn,
    },
  }),
  slips: () => ({}),
  drew: ({ working }) => working,
  rows: ({ submitted }, file) => {
    if (submitted) file.fields('sample', submitted.fields);
  },
  working: ({ plan, submitted, largestLot }) => [
    plan && numberSlip('primary samples asked', plan.steps, plan.rule),
    submitted?.primaryVerdict && verdictSlip('primary samples taken', submitted.primaryVerdict),
    submitted && verdictSlip('submitted sample', submitted.massVerdict),
    largestLot && verdictSlip('size of the lot', largestLot),
  ],
});
