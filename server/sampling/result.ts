import type { StepLine } from '@mercato/contract/register/lots';
import type { SamplingView } from '@mercato/contract/sampling/sampling';
import { Exact } from '@mercato/core/units/mass';
import { judgeLeastMass } from '@mercato/core/rule-books/leastMass';
import { judgeLotMass, judgePrimarySamples } from '@mercato/core/sampling/judgeSamples';
import { planPrimarySamples, type SamplingPlan } from '@mercato/core/sampling/primarySamples';
import type { Edition, KindMethod } from '@mercato/core/rule-books/edition';
import { worst, type Outcome } from '@mercato/core/verdict/verdict';
import type { Transaction } from '../database/connect.ts';
import { allObservations } from '../database/observations.ts';
import type { LotFile } from '../register/lotFile.ts';
import type { Lot } from '../register/lots.ts';
import { fieldViews } from '../register/tests.ts';
import { vesselView } from '../register/vessels.ts';
import { samplingObservation } from './tables.ts';

const LEAST = { purity: 'purityG', 'other-seeds': 'otherSeedsG' } as const;

export async function readSampling(tx: Transaction, file: LotFile): Promise<SamplingView> {
  const { lot, edition, method, names, vessels } = file;
  const { plan, planFault } = planOf(edition, lot);
  const submitted = vessels.find((one) => one.kind === 'submitted');
  const fields = submitted ? fieldViews(await allObservations(tx, samplingObservation, [submitted.id]), names) : {};
  const taken = Number(fields.primarySamples?.text ?? 0);
  return {
    lot: file.brief,
    plan,
    planFault,
    largestLot: edition.book === 'ista' ? judgeLotMass(edition, new Exact(lot.massKg), method) : null,
    submitted: submitted
      ? {
          vessel: vesselView(submitted, names),
          fields,
          massVerdict: judgeLeastMass('submitted sample', new Exact(submitted.massG ?? 0), method?.submittedG),
          primaryVerdict: plan ? judgePrimarySamples(taken, plan) : null,
          decision: file.decisions.find((one) => one.subject === submitted.id) ?? null,
        }
      : null,
    working: vessels
      .filter((one) => one.kind === 'working')
      .map((one) => ({
        vessel: vesselView(one, names),
        verdict: judgeLeastMass('working sample', new Exact(one.massG ?? 0), leastFor(one.purpose, method)),
        testNumber: file.tests.find((test) => test.vesselId === one.id)?.number ?? null,
      })),
  };
}

/** The worse of the two verdicts on a submitted sample. */
export function samplingOutcome({
  massVerdict,
  primaryVerdict,
}: Pick<NonNullable<SamplingView['submitted']>, 'massVerdict' | 'primaryVerdict'>): Outcome {
  return worst([massVerdict.outcome, ...(primaryVerdict ? [primaryVerdict.outcome] : [])]);
}

function leastFor(purpose: string | null, method: KindMethod | undefined) {
  return purpose === 'purity' || purpose === 'other-seeds' ? method?.[LEAST[purpose]] : undefined;
}

function planOf(edition: Edition, lot: Lot): { plan: SamplingPlan | null; planFault: string | null } {
  try {
    const plan = planPrimarySamples(
      edition,
      lot.containers > 0
        ? { containers: lot.containers, containerMassKg: Number(lot.containerMassKg) }
        : { bulkMassKg: Number(lot.massKg) },
    );
    return { plan, planFault: null };
  } catch (error) {
    if (error instanceof RangeError) return { plan: null, planFault: error.message };
    throw error;
  }
}

/** The sampling line of the lot sheet. */
export function samplingLine(view: SamplingView): StepLine {
  const base = { step: 'sampling' as const, by: null, at: null, blocks: null };
  if (view.largestLot?.outcome === 'outside')
    return {
      ...base,
      mark: 'outside',
      figure: `${view.largestLot.measured} kg`,
      note: 'too large for one lot: divide it',
      blocks: 'The lot is larger than the rule book allows.',
    };
  if (!view.submitted)
    return {
      ...base,
      mark: 'next',
      figure: view.plan ? `${view.plan.primarySamples} primary samples` : '',
      note: view.plan ? 'to be drawn' : 'to be sampled',
    };
  const { fields, vessel, massVerdict, primaryVerdict } = view.submitted;
  const outside = [
    ...(primaryVerdict?.outcome === 'outside' ? ['fewer primary samples were taken than the rule book asks'] : []),
    ...(massVerdict.outcome === 'outside' ? ['the submitted sample is lighter than the rule book asks'] : []),
  ];
  const accepted = view.submitted.decision !== null;
  return {
    ...base,
    mark: outside.length > 0 ? 'outside' : massVerdict.outcome,
    figure: `${fields.primarySamples?.text ?? ''} primary samples`,
    note: [
      view.plan ? `of ${view.plan.primarySamples} asked` : '',
      `${vessel.mass?.text ?? ''} ${vessel.mass?.unit ?? ''} submitted`,
      massVerdict.outcome === 'outside'
        ? `under the least of ${massVerdict.limit} g`
        : massVerdict.outcome === 'not-judged'
          ? 'no least mass in the book'
          : '',
      outside.length > 0 && accepted ? 'accepted by the lead' : '',
    ]
      .filter(Boolean)
      .join(', '),
    blocks: outside.length > 0 && !accepted ? `Sampling: ${outside.join(' and ')}, and nobody has decided.` : null,
    by: fields.mass?.by ?? vessel.createdBy,
    at: fields.mass?.at ?? vessel.createdAt,
  };
}
