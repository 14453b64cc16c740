import { type ReactNode, useState } from 'react';
import { Link } from 'react-router';
import type { PurityTest, PurityView } from '@mercato/contract/purity/purity';
import { purityRoutes } from '@mercato/contract/purity/routes';
import { type PurityAnalysis, shareSteps } from '@mercato/core/purity/analysePurity';
import { type Component, COMPONENT_NAMES } from '@mercato/core/units/components';
import type { Verdict } from '@mercato/core/verdict/verdict';
import { BalanceStrip } from '../devices/BalanceStrip.tsx';
import { NamesBound } from '../names/NamesBound.tsx';
import { PutBack } from '../register/PutBack.tsx';
import { BenchHead, DecisionBox } from '../register/bench.tsx';
import { SeenLine, SeenOnField } from '../register/seen.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { Slip, VerdictSlip } from '../ui/Slip.tsx';
import { Station } from '../ui/Station.tsx';
import { plainFigure } from '../ui/typedBody.ts';
import { Fractions, SortingClock } from './CleaningShed.tsx';
import { JudgedTests } from './JudgedTests.tsx';
import { OtherPurities } from './OtherPurities.tsx';
import { Proposals, ShareBar, SumLine } from './Shares.tsx';
import { UnitRules } from './UnitRules.tsx';
import { type Hands, WeighRow } from './WeighRow.tsx';
import { useWeighing } from './useWeighing.ts';

/** What the narrow slip shows: a component's share, a verdict that was opened, or the gain or loss. */
type Shown = { component: Component } | { title: string; verdict: Verdict } | null;

interface PurityStationProps {
  view: PurityView;
  test: PurityTest;
  mayWrite: boolean;
  /** The other tests of the lot. */
  tests: ReactNode;
  children: ReactNode;
}

/** One working sample at the bench: weighed in, parted, weighed; the figures look after themselves. */
export function PurityStation({ view, test, mayWrite, tests, children }: PurityStationProps) {
  const [shown, setShown] = useState<Shown>(null);
  const [into, setInto] = useState<Hands['into']>(null);
  const [refused, setRefused] = useState<Hands['refused']>(null);
  const weighing = useWeighing(view, test);
  const { entry, fields, decimals, analysis, corrected } = weighing;
  const { values } = entry;
  const blowing = view.unitRules.some((one) => one.topic === 'blowing');
  const open = (title: string, verdict: Verdict) => setShown({ title, verdict });
  const title =
    test.pair !== null
      ? `Purity, ${halfWords(test)}`
      : view.tests.length > 1
        ? `Purity, test ${test.number}`
        : 'Purity';
  const reported = view.result?.tests.includes(test.number) ?? false;
  return (
    <Station slip={<PuritySlip view={view} test={test} shown={shown} analysis={analysis} />}>
      <BenchHead lot={view.lot} title={title} code={test.vesselCode}>
        {view.components.length} components{decimals === null ? '' : ` · ${decimals} decimals on this balance`}
        {test.chaffy ? ' · chaffy' : ''} · {test.edition.name}
      </BenchHead>
      {tests}
      <p className="soft mt-1 mb-0 mx-0">
        Dust: mask and good air when blowing and sorting. Treated seed: gloves, and wash hands.
      </p>
      <EntryForm
        entry={entry}
        send={mayWrite ? (corrected ? 'Correct' : 'Save the weighings') : null}
        beside={
          <span className="soft">
            {Object.keys(test.fields).length > 0 ? '' : 'nothing is written yet · '}
            <Link to={`/lots/${view.lot.id}/purity/sheet`}>bench sheet on paper</Link>
          </span>
        }
        className="mt-2"
      >
        {fields.map((field) => (
          <WeighRow
            key={field}
            field={field}
            view={view}
            test={test}
            weighing={weighing}
            hands={{ into, setInto, refused, setRefused }}
            mayWrite={mayWrite}
            show={(component) => setShown(component && { component })}
          />
        ))}
        <Proposals parts={values.parts} />
        <SumLine analysis={analysis} decimals={decimals} open={() => setShown(null)} />
        {analysis && <ShareBar analysis={analysis} />}
        {refused?.field === null && (
          <div className="why outside" role="alert">
            {refused.reason}
          </div>
        )}
        {mayWrite && (
          <BalanceStrip
            into={into && (into.field === null || plainFigure(values[into.field]) === '') ? into.name : null}
          />
        )}
        <div className="fields mt-3">
          <Field
            entry={entry}
            name="chaffiness.chaffy"
            options={[
              ['false', view.lot.chaffy ? 'not chaffy' : 'not chaffy, as usual for the kind'],
              ['true', view.lot.chaffy ? 'chaffy, as usual for the kind' : 'chaffy'],
            ]}
          />
          {((values.chaffiness.chaffy === 'true') !== view.lot.chaffy || test.fields.chaffyWhy) && (
            <Field entry={entry} name="chaffiness.why" path={['chaffiness.why', 'chaffiness']} />
          )}
          {blowing && (
            <>
              <Field entry={entry} name="blowing.setting" />
              <Field entry={entry} name="blowing.minutes" />
            </>
          )}
        </div>
        <Fractions entry={entry} shares={test.fractions} />
        {mayWrite && !view.components.every((one) => test.fields[one]) && (
          <SeenOnField label="weighed on" entry={entry} />
        )}
        {corrected && (
          <div className="mt-3">
            <Field entry={entry} name="reason" />
          </div>
        )}
      </EntryForm>
      <SeenLine route={purityRoutes.days} test={test} fields={test.fields} may={mayWrite} />
      <NamesBound route={purityRoutes.bindName} test={test} may={mayWrite} />
      {mayWrite && <SortingClock view={view} test={test} mass={values.workingSample} />}
      {mayWrite && test.fields.pureSeed && (
        <PutBack key={test.fields.pureSeed.text} test={test} what="pure seed" grams={test.fields.pureSeed.text} />
      )}
      {view.result && <JudgedTests result={view.result} open={open} />}
      <DecisionBox
        on={test}
        outside={
          (test.analysis?.retest ?? false) ||
          test.massVerdict?.outcome === 'outside' ||
          (reported && view.result?.outcome === 'outside')
        }
      />
      {children}
      <OtherPurities view={view} may={mayWrite} open={open} />
    </Station>
  );
}

/** "second half of pair 1". */
export const halfWords = (test: Pick<PurityTest, 'pair' | 'half'>): string =>
  `${test.half === 1 ? 'first' : 'second'} half of pair ${test.pair ?? ''}`;

interface PuritySlipProps {
  view: PurityView;
  test: PurityTest;
  shown: Shown;
  analysis: PurityAnalysis | null;
}

function PuritySlip({ view, test, shown, analysis }: PuritySlipProps) {
  return (
    <>
      {shown && 'verdict' in shown && <VerdictSlip title={shown.title} verdict={shown.verdict} />}
      {shown && 'component' in shown && analysis && (
        <Slip
          title={COMPONENT_NAMES[shown.component]}
          steps={shareSteps(analysis, shown.component)}
          next="Percent of the sum of the components, not of the first weighing."
          rule={analysis.shareRule}
        />
      )}
      {analysis ? (
        <VerdictSlip title="gain or loss" verdict={analysis.verdict} />
      ) : (
        <p className="soft">
          Weigh in, separate, weigh each part. Percents stand here as soon as every part is weighed; a part that is not
          there is written 0.
        </p>
      )}
      {test.massVerdict && <VerdictSlip title="mass weighed in" verdict={test.massVerdict} />}
      <UnitRules rules={view.unitRules} />
    </>
  );
}
