import type { Decision, StepLine } from '@mercato/contract/register/lots';
import type { SamplingView } from '@mercato/contract/sampling/sampling';
import { Exact } from '@mercato/core/units/mass';
import { halfOf, judgeLeastMass } from '@mercato/core/rule-books/leastMass';
import { judgeLotMass, judgePrimarySamples } from '@mercato/core/sampling/judgeSamples';
import { planPrimarySamples, type SamplingPlan } from '@mercato/core/sampling/primarySamples';
import { splitThatFits } from '@mercato/core/sampling/splitLot';
import type { Edition, KindMethod } from '@mercato/core/rule-books/edition';
import { worst, type Outcome } from '@mercato/core/verdict/verdict';
import type { Reader } from '../database/connect.ts';
import { allObservations } from '../database/observations.ts';
import { sentIn, type LotFile } from '../register/lotFile.ts';
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

/** What follows from a primary sample that looks uneven. */
const UNEVEN_WORDS: Readonly<Record<Decision, string>> = {
  accept: 'even after all',
  'set-aside': 'set aside',
  'own-lots': 'the parts become lots of their own',
  refuse: 'sampling is refused',
  'heterogeneity-test': 'a heterogeneity test is asked for',
};

/** The sampling line of the lot sheet. */
export function samplingLine(view: SamplingView, parts: readonly string[]): StepLine {
  const base = { step: 'sampling' as const, by: null, at: null, blocks: null };
  if (parts.length > 0)
    return {
      ...base,
      mark: 'within',
      figure: `${parts.length} lots`,
      note: `divided into ${parts.join(', ')}`,
    };
  if (view.largestLot?.outcome === 'outside')
    return {
      ...base,
      mark: 'outside',
      figure: `${view.largestLot.measured} kg`,
      note: view.split ? `too large for one lot: divide it into ${view.split.parts}` : 'too large for one lot',
      blocks: 'The lot is larger than the rule book allows.',
    };
  const uneven = view.draw?.primaries.find(
    (one) => one.taken?.look === 'uneven' && one.taken.decision?.decision !== 'accept',
  );
  if (uneven)
    return {
      ...base,
      mark: 'outside',
      figure: `container ${uneven.container} looks uneven`,
      note: uneven.taken?.decision ? UNEVEN_WORDS[uneven.taken.decision.decision] : 'sampling is stopped',
      by: uneven.taken?.by ?? null,
      at: uneven.taken?.at ?? null,
      blocks: `Sampling: container ${uneven.container} looks uneven${uneven.taken?.decision ? `: ${UNEVEN_WORDS[uneven.taken.decision.decision]}` : ', and nobody has decided'}.`,
    };
  const spread = view.heterogeneity.find(
    (one) => one.verdict.outcome === 'outside' && one.decision?.decision !== 'accept',
  );
  if (spread) {
    const decided = spread.decision ? UNEVEN_WORDS[spread.decision.decision] : null;
    return {
      ...base,
      mark: 'outside',
      figure: 'not uniform',
      note: decided ?? `heterogeneity test ${spread.number}: containers differ too much`,
      by: spread.by,
      at: spread.at,
      blocks: `Sampling: heterogeneity test ${spread.number} says that the lot is not uniform${decided ? `: ${decided}` : ', and nobody has decided'}.`,
    };
  }
  const drawing = view.draw?.primaries.some((one) => one.taken) ?? false;
  if (!view.submitted)
    return {
      ...base,
      mark: 'next',
      figure: view.plan && !view.sentIn ? `${view.plan.primarySamples} primary samples` : '',
      note: view.sentIn
        ? 'the client’s sample is to come'
        : view.composite
          ? 'poured together, to be reduced'
          : drawing
            ? `${view.draw?.primaries.filter((one) => one.taken).length ?? 0} of ${view.draw?.primaries.length ?? 0} taken`
            : view.draw
              ? 'drawn, to be taken'
              : view.plan
                ? 'to be drawn'
                : 'to be sampled',
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
    figure: fields.primarySamples?.text ? `${fields.primarySamples.text} primary samples` : 'sent in',
    note: [
      view.plan && primaryVerdict ? `of ${view.plan.primarySamples} asked` : '',
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
