import type { StepLine } from '@mercato/contract/lot-sheet/standing';
import type { SamplingView } from '@mercato/contract/sampling/sampling';
import type { SamplingStands } from '@mercato/contract/sampling/stands';
import type { Edition, KindMethod } from '@mercato/core/rule-books/edition';
import { halfOf, judgeLeastMass } from '@mercato/core/rule-books/leastMass';
import { judgeLotMass, judgePrimarySamples } from '@mercato/core/sampling/judgeSamples';
import { planPrimarySamples, type SamplingPlan } from '@mercato/core/sampling/primarySamples';
import { splitThatFits } from '@mercato/core/sampling/splitLot';
import { Exact } from '@mercato/core/units/mass';
import { type Outcome, worst } from '@mercato/core/verdict/verdict';
import type { Reader } from '../database/connect.ts';
import { allObservations } from '../database/observations.ts';
import { type LotFile, sentIn } from '../register/lotFile.ts';
import type { Lot } from '../register/lots.ts';
import { fieldViews } from '../register/tests.ts';
import { vesselView } from '../register/vessels.ts';
import { currentEdition, editionById } from '../rule-books/editions.ts';
import { readDraw } from './draw.ts';
import { readHeterogeneity } from './heterogeneity.ts';
import { samplingObservation } from './tables.ts';

const LEAST = { purity: 'purityG', 'other-seeds': 'otherSeedsG' } as const;

export async function readSampling(tx: Reader, file: LotFile): Promise<SamplingView> {
  const { lot, edition, method, names, vessels } = file;
  const { plan, planFault } = planOf(edition, lot);
  const submitted = vessels.find((one) => one.kind === 'submitted');
  const composite = vessels.findLast((one) => one.kind === 'composite');
  const samples = [submitted, composite].filter((one) => one !== undefined);
  const observed = await allObservations(
    tx,
    samplingObservation,
    samples.map((one) => one.id),
  );
  const fieldsOf = (id: string) =>
    fieldViews(
      observed.filter((one) => one.subject === id),
      names,
    );
  const fields = submitted ? fieldsOf(submitted.id) : {};
  const largestLot = edition.book === 'ista' ? judgeLotMass(edition, new Exact(lot.massKg), method) : null;
  const taken = fields.primarySamples?.text ?? '';
  return {
    lot: file.brief,
    plan,
    planFault,
    other: await otherBook(tx, edition, lot),
    largestLot,
    split:
      largestLot?.outcome === 'outside'
        ? splitThatFits(
            new Exact(lot.massKg),
            new Exact(largestLot.limit ?? 0),
            lot.containers,
            lot.containerMassKg === null ? null : new Exact(lot.containerMassKg),
          )
        : null,
    draw: await readDraw(tx, file),
    sentIn: sentIn(lot),
    least: leastMasses(method),
    composite: composite
      ? {
          vessel: vesselView(composite, names),
          fields: fieldsOf(composite.id),
          unweighed: vessels.filter((one) => one.pouredInto === composite.id && one.massG === null).length,
        }
      : null,
    reserves: vessels
      .filter((one) => one.kind === 'reserve')
      .map((one) => ({ vessel: vesselView(one, names), discardOn: one.discardOn, gone: one.gone })),
    heterogeneity: await readHeterogeneity(tx, file),
    submitted: submitted
      ? {
          vessel: vesselView(submitted, names),
          fields,
          massVerdict: judgeLeastMass('submitted sample', new Exact(submitted.massG ?? 0), method?.submittedG),
          // Of a sample that others drew nobody here knows how many went into it.
          primaryVerdict: plan && taken !== '' ? judgePrimarySamples(Number(taken), plan) : null,
          decision: file.decisions.find((one) => one.subject === submitted.id) ?? null,
        }
      : null,
    working: vessels
      .filter((one) => one.kind === 'working')
      .map((one) => ({
        vessel: vesselView(one, names),
        verdict: judgeLeastMass(
          'working sample',
          new Exact(one.massG ?? 0),
          leastFor(one.purpose, method, one.portion),
        ),
        why: one.why,
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

function leastMasses(method: KindMethod | undefined): SamplingView['least'] {
  const { submittedG, purityG, otherSeedsG } = method ?? {};
  return {
    ...(submittedG ? { submitted: submittedG.value } : {}),
    ...(purityG ? { purity: purityG.value } : {}),
    ...(otherSeedsG ? { 'other-seeds': otherSeedsG.value } : {}),
  };
}

/** The least mass of a working sample for its step, where the book has one. */
export function leastFor(purpose: string | null, method: KindMethod | undefined, portion: string | null) {
  if (purpose !== 'purity' && purpose !== 'other-seeds') return undefined;
  const figure = method?.[LEAST[purpose]];
  return portion === 'half' ? halfOf(figure) : figure;
}

/** What the other book would ask for, by the edition that is in use. */
async function otherBook(tx: Reader, edition: Edition, lot: Lot): Promise<SamplingView['other']> {
  const book = edition.book === 'ista' ? 'aosa' : 'ista';
  const { id, name } = await currentEdition(tx, book);
  return { book, edition: name, ...planOf(await editionById(tx, id), lot) };
}

export function planOf(edition: Edition, lot: Lot): { plan: SamplingPlan | null; planFault: string | null } {
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
export function samplingLine(view: SamplingView, parts: readonly string[]): StepLine<'sampling'> {
  const base = { step: 'sampling', by: null, at: null, blocks: [] } as const;
  if (parts.length > 0) return { ...base, mark: 'within', stands: { is: 'divided', parts: [...parts] } };
  if (view.largestLot?.outcome === 'outside')
    return {
      ...base,
      mark: 'outside',
      stands: { is: 'too-large', kg: view.largestLot.measured, parts: view.split?.parts ?? null },
      blocks: [{ is: 'too-large' }],
    };
  const uneven = view.draw?.primaries.find(
    (one) => one.taken?.look === 'uneven' && one.taken.decision?.decision !== 'accept',
  );
  if (uneven) {
    const why = {
      is: 'uneven',
      container: uneven.container,
      decision: uneven.taken?.decision?.decision ?? null,
    } as const;
    return {
      ...base,
      mark: 'outside',
      stands: why,
      blocks: [why],
      by: uneven.taken?.by ?? null,
      at: uneven.taken?.at ?? null,
    };
  }
  const spread = view.heterogeneity.find(
    (one) => one.verdict.outcome === 'outside' && one.decision?.decision !== 'accept',
  );
  if (spread) {
    const why = { is: 'not-uniform', test: spread.number, decision: spread.decision?.decision ?? null } as const;
    return { ...base, mark: 'outside', stands: why, blocks: [why], by: spread.by, at: spread.at };
  }
  if (!view.submitted) return { ...base, mark: 'next', stands: notYetSubmitted(view) };
  const { fields, vessel, massVerdict, primaryVerdict } = view.submitted;
  const few = primaryVerdict?.outcome === 'outside';
  const light = massVerdict.outcome === 'outside';
  const outside = few || light;
  const accepted = view.submitted.decision !== null;
  return {
    ...base,
    mark: outside ? 'outside' : massVerdict.outcome,
    stands: {
      is: 'submitted',
      primaries: fields.primarySamples?.text || null,
      asked: view.plan && primaryVerdict ? view.plan.primarySamples : null,
      mass: `${vessel.mass?.text ?? ''} ${vessel.mass?.unit ?? ''}`,
      weight: light ? 'light' : massVerdict.outcome === 'not-judged' ? 'unknown' : 'enough',
      leastG: massVerdict.limit,
      accepted: outside && accepted,
    },
    blocks: accepted
      ? []
      : [...(few ? [{ is: 'too-few-primaries' as const }] : []), ...(light ? [{ is: 'too-light' as const }] : [])],
    by: fields.mass?.by ?? vessel.createdBy,
    at: fields.mass?.at ?? vessel.createdAt,
  };
}

function notYetSubmitted(view: SamplingView): SamplingStands {
  if (view.sentIn) return { is: 'awaiting-client' };
  const asked = view.plan?.primarySamples ?? null;
  if (view.composite) return { is: 'to-reduce', asked };
  if (view.draw) {
    const taken = view.draw.primaries.filter((one) => one.taken).length;
    return taken > 0 ? { is: 'taking', asked, taken, of: view.draw.primaries.length } : { is: 'drawn', asked };
  }
  return asked === null ? { is: 'to-sample' } : { is: 'to-draw', asked };
}
