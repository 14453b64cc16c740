import type { StepLine } from '@mercato/contract/register/lots';
import type { PurityTest, PurityView } from '@mercato/contract/purity/purity';
import { analysePurity, COMPONENTS, type Component, type PurityAnalysis } from '@mercato/core/purity/analysePurity';
import type { Edition, KindMethod } from '@mercato/core/rule-books/edition';
import { judgeLeastMass } from '@mercato/core/rule-books/leastMass';
import { Exact, type ExactNumber } from '@mercato/core/units/mass';
import type { Outcome, Verdict } from '@mercato/core/verdict/verdict';
import type { Transaction } from '../database/connect.ts';
import { allObservations } from '../database/observations.ts';
import { testsIn, waitingIn, type LotFile } from '../register/lotFile.ts';
import { fieldViews } from '../register/tests.ts';
import { vesselView } from '../register/vessels.ts';
import { purityObservation } from './tables.ts';

/** The analysis of the current weighings, or null while a component is not yet weighed. */
export function analysisOf(edition: Edition, text: (field: string) => string | undefined): PurityAnalysis | null {
  const masses: Partial<Record<Component, ExactNumber>> = {};
  for (const component of COMPONENTS[edition.book]) {
    const written = text(component);
    if (written === undefined) return null;
    masses[component] = new Exact(written);
  }
  const first = text('workingSample');
  const something = Object.values(masses).some((mass) => mass.gt(0));
  return first === undefined || !something ? null : analysePurity(edition, new Exact(first), masses);
}

/** The mass weighed in against the least for the kind; null before it is weighed. */
export function purityMassOf(method: KindMethod | undefined, text: string | undefined): Verdict | null {
  return text === undefined ? null : judgeLeastMass('working sample', new Exact(text), method?.purityG);
}

/** Too light a sample stands outside whatever its gain or loss; a book without a least mass judges the gain alone. */
export function purityOutcome(analysis: PurityAnalysis, mass: Verdict | null): Outcome {
  return mass?.outcome === 'outside' ? 'outside' : analysis.verdict.outcome;
}

export async function readPurity(tx: Transaction, file: LotFile): Promise<PurityView> {
  const tests = testsIn(file, 'purity');
  const all = await allObservations(
    tx,
    purityObservation,
    tests.map(({ test }) => test.id),
  );
  return {
    lot: file.brief,
    components: COMPONENTS[file.edition.book],
    leastG: file.method?.purityG?.value ?? null,
    waiting: waitingIn(file, 'purity').map((one) => vesselView(one, file.names)),
    tests: tests.map(({ frame, edition }) => {
      const fields = fieldViews(
        all.filter((one) => one.subject === frame.id),
        file.names,
      );
      return {
        ...frame,
        fields,
        massVerdict: purityMassOf(file.method, fields.workingSample?.text),
        analysis: analysisOf(edition, (field) => fields[field]?.text),
      };
    }),
  };
}

/** The test that is reported: the newest that was not set aside. */
export function reportedPurity(view: PurityView): PurityTest | undefined {
  return view.tests.filter((one) => one.decision?.decision !== 'set-aside').at(-1);
}

/** The purity line of the lot sheet. */
export function purityLine(view: PurityView, sampled: boolean): StepLine {
  const base = { step: 'purity' as const, by: null, at: null, blocks: null };
  const test = reportedPurity(view);
  if (!test)
    return {
      ...base,
      mark: sampled ? 'next' : 'waits',
      figure: '',
      note: sampled
        ? view.waiting.length > 0
          ? 'working sample drawn'
          : 'working sample to be drawn'
        : 'waits for the sample',
    };
  const { analysis } = test;
  const hand = { by: test.updatedBy, at: test.updatedAt };
  if (!analysis) return { ...base, ...hand, mark: 'next', figure: '', note: 'not all components weighed' };
  const accepted = test.decision?.decision === 'accept';
  const change = Math.abs(analysis.changePercent).toFixed(1);
  const light = test.massVerdict?.outcome === 'outside';
  const acceptedWords = accepted ? ': accepted by the lead' : '';
  return {
    ...base,
    ...hand,
    mark: purityOutcome(analysis, test.massVerdict),
    figure: `${analysis.shares.map((one) => (one.trace ? 'trace' : one.percent.toFixed(analysis.percentDecimals))).join(' · ')} %`,
    note: analysis.retest
      ? `gain or loss ${change} %, ${analysis.verdict.limit} allowed${acceptedWords || ': repeat'}`
      : light
        ? `${test.massVerdict?.measured ?? ''} g weighed in, ${test.massVerdict?.limit ?? ''} g asked${acceptedWords}`
        : `${view.components.length} components; ${change} % ${analysis.changePercent > 0 ? 'gained' : 'lost'}, ${analysis.verdict.limit} allowed`,
    blocks: accepted
      ? null
      : analysis.retest
        ? 'Purity: gain or loss is outside what the rules allow, and nobody has decided.'
        : light
          ? 'Purity: the working sample is lighter than the rule book asks, and nobody has decided.'
          : null,
  };
}
