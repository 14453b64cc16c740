import { Station } from '../ui/Station.tsx';
import Button from 'react-bootstrap/Button';
import { ruleBookRoutes } from '@mercato/contract/rule-books/routes';
import { PURITY_FIELDS } from '@mercato/contract/purity/fieldWords';
import { purityRoutes } from '@mercato/contract/purity/routes';
import { reading, send } from '../api/routes.ts';
import { purityWeighingsSchema, type PurityTest, type PurityView } from '@mercato/contract/purity/purity';
import { analysePurity, shareSteps, type PurityAnalysis } from '@mercato/core/purity/analysePurity';
import { weighingDecimals } from '@mercato/core/rule-books/weighingDecimals';
import { COMPONENT_NAMES, type Component } from '@mercato/core/units/components';
import { componentMasses } from '@mercato/core/purity/componentMasses';
import { readEdition } from '@mercato/core/rule-books/readEdition';
import { DECIMAL_TEXT, Exact, writtenDecimals } from '@mercato/core/units/mass';
import type { Verdict } from '@mercato/core/verdict/verdict';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo, useState, type JSX, type ReactNode } from 'react';
import { Link } from 'react-router';
import { BalanceStrip } from '../devices/BalanceStrip.tsx';
import { useBalanceHere } from '../devices/balanceHere.tsx';
import { NamesBound } from '../names/NamesBound.tsx';
import { SeenLine, SeenOnField } from '../register/seen.tsx';
import { BenchHead, DecisionBox, Earlier } from '../register/bench.tsx';
import { Field } from '../ui/Field.tsx';
import { useEntry } from '../ui/entry.ts';
import { plainFigure } from '../ui/typedBody.ts';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Slip, VerdictSlip } from '../ui/Slip.tsx';
import { WeighInput } from '../devices/WeighInput.tsx';
import { Fractions, SortingClock } from './CleaningShed.tsx';
import { bodyOf, corrects, FIELD_NAMES, valuesOf, weighedFields, type WeighedField } from './entry.ts';
import { JudgedTests } from './JudgedTests.tsx';
import { OtherPurities } from './OtherPurities.tsx';
import { Parts } from './Parts.tsx';
import { UnitRules } from './UnitRules.tsx';
import { SumLine, ShareBar, Proposals } from './Shares.tsx';

/** What the narrow slip shows: a component's share, a verdict that was opened, or the gain or loss. */
type Shown = { component: Component } | { title: string; verdict: Verdict } | null;

/** One working sample at the bench: weighed in, parted, weighed; the figures look after themselves. */
export function PurityStation({
  view,
  test,
  mayWrite,
  tests,
  children,
}: {
  view: PurityView;
  test: PurityTest;
  mayWrite: boolean;
  /** The other tests of the lot. */
  tests: ReactNode;
  children: ReactNode;
}): JSX.Element {
  const client = useQueryClient();
  const [shown, setShown] = useState<Shown>(null);
  const here = useBalanceHere();
  const [into, setInto] = useState<{ name: string; field: WeighedField | null } | null>(null);
  /** Why a reading was not taken, and where; `field` is null for a part of a component. */
  const [refused, setRefused] = useState<{ field: WeighedField | null; reason: string } | null>(null);
  const onRefused = (field: WeighedField | null) => (reason: string | undefined) =>
    setRefused(reason === undefined ? null : { field, reason });
  const { data: content } = useQuery({
    ...reading(ruleBookRoutes.edition, { edition: test.edition.id }),
    staleTime: Infinity,
  });
  const edition = useMemo(() => (content ? readEdition(content) : null), [content]);
  const fields = weighedFields(view);
  const entry = useEntry({
    from: valuesOf(test),
    body: (values) => bodyOf(values, fields, test, view.lot.chaffy, here?.balance?.address === '' ? here.note() : null),
    schema: purityWeighingsSchema,
    words: PURITY_FIELDS,
    send: async (body, key) => {
      await send(client, purityRoutes.weigh, { test: test.id }, body, { version: test.version, key });
    },
  });
  const { values } = entry;
  const text = (field: WeighedField) => plainFigure(values[field]);
  const first = DECIMAL_TEXT.test(text('workingSample')) ? new Exact(text('workingSample')) : null;
  const decimals = edition && first?.gt(0) ? weighingDecimals(edition, first) : null;
  const analysis = useMemo<PurityAnalysis | null>(() => {
    const masses = componentMasses(view.components, (field) => plainFigure(values[field]), view.multipleUnitsPercent);
    return edition && first?.gt(0) && masses ? analysePurity(edition, first, masses) : null;
    // eslint-disable-next-line react-hooks/exhaustive-deps -- `first` is read from `values`
  }, [edition, values, view]);
  const corrected = corrects(values, fields, test);
  const wrongDecimals = (field: WeighedField): string | undefined => {
    if (decimals === null || !DECIMAL_TEXT.test(text(field)) || writtenDecimals(text(field)) === decimals)
      return undefined;
    return `${decimals} decimals for a sample of this weight: write ${new Exact(text(field)).toFixed(decimals)}, or weigh again.`;
  };
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
    <Station
      slip={
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
              Weigh in, separate, weigh each part. Percents stand here as soon as every part is weighed; a part that is
              not there is written 0.
            </p>
          )}
          {test.massVerdict && <VerdictSlip title="mass weighed in" verdict={test.massVerdict} />}
          <UnitRules rules={view.unitRules} />
        </>
      }
    >
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
        send={mayWrite ? (corrected ? 'Correct' : 'Keep the weighings') : null}
        beside={
          <span className="soft">
            {Object.keys(test.fields).length > 0 ? '' : 'nothing is written yet · '}
            <Link to={`/lots/${view.lot.id}/purity/sheet`}>bench sheet on paper</Link>
          </span>
        }
        className="mt-2"
      >
        {fields.map((field) => {
          const share = analysis?.shares.find((one) => one.component === field);
          const fault =
            (refused?.field === field ? refused.reason : undefined) ??
            entry.fault(field) ??
            entry.fault(`weighedOn.${field}.why`) ??
            wrongDecimals(field);
          const component = isPartable(field) ? field : null;
          const parts = component ? values.parts.filter((one) => one.component === component) : [];
          return (
            <div key={field}>
              <div className="row-entry">
                <label htmlFor={`mass-${field}`}>{capital(FIELD_NAMES[field])}</label>
                <span>
                  <WeighInput
                    id={`mass-${field}`}
                    value={values[field]}
                    disabled={!mayWrite}
                    invalid={fault !== undefined}
                    describedBy={fault === undefined ? undefined : `why-${field}`}
                    autoFocus={field === 'workingSample' && !test.fields.workingSample}
                    decimals={field === 'workingSample' && edition ? decimalsOf(edition) : decimals}
                    onRefused={onRefused(field)}
                    onFocus={() => {
                      setInto({ name: capital(FIELD_NAMES[field]), field });
                      setRefused(null);
                      setShown(isComponent(field) ? { component: field } : null);
                    }}
                    onChange={(next, weighedOn) =>
                      entry.set({ [field]: next, weighedOn: { ...values.weighedOn, [field]: weighedOn } })
                    }
                  />{' '}
                  g
                </span>
                <span className="pct">
                  {share && (
                    <Button variant="link" className="opens" onClick={() => setShown({ component: share.component })}>
                      {share.trace ? 'trace' : share.percent.toFixed(analysis?.percentDecimals ?? 1)}
                    </Button>
                  )}
                </span>
                <span>
                  {fault && (
                    <span className="why" role="alert" id={`why-${field}`}>
                      {fault}
                    </span>
                  )}
                  <span className="kind">
                    {field === 'multipleUnits' &&
                      `${view.multipleUnitsPercent} % of them count as pure seed, the rest as inert matter`}
                    {analysis?.adjusted === field && analysis.adjustedBy !== 0 && (
                      <>
                        {analysis.adjustedBy > 0 ? 'took' : 'gave'}{' '}
                        {Math.abs(analysis.adjustedBy).toFixed(analysis.percentDecimals)} so that all make 100{' '}
                      </>
                    )}
                    {component && mayWrite && (
                      <Button
                        variant="link"
                        aria-label={`${parts.length > 0 ? 'another part' : 'name its parts'}: ${FIELD_NAMES[field]}`}
                        onClick={() =>
                          entry.set({ parts: [...values.parts, { component, name: '', figure: '', unit: 'g' }] })
                        }
                      >
                        {parts.length > 0 ? 'another part' : 'name its parts'}
                      </Button>
                    )}{' '}
                    <Earlier field={test.fields[field]} />
                  </span>
                </span>
              </div>
              {component && (
                <Parts
                  component={component}
                  values={values}
                  judged={test.parts}
                  fault={entry.fault}
                  disabled={!mayWrite}
                  list={component === 'inertMatter' ? 'inert-kinds' : `species-${component}`}
                  decimals={analysis?.percentDecimals ?? 1}
                  weighTo={decimals}
                  onFocus={(name) => setInto({ name, field: null })}
                  onRefused={onRefused(null)}
                  change={(next) => entry.set({ parts: next })}
                />
              )}
            </div>
          );
        })}
        <Proposals parts={values.parts} />
        <SumLine analysis={analysis} decimals={decimals} open={() => setShown(null)} />
        {analysis && <ShareBar analysis={analysis} />}
        {refused?.field === null && (
          <div className="why outside" role="alert">
            {refused.reason}
          </div>
        )}
        {mayWrite && (
          <BalanceStrip into={into && (into.field === null || text(into.field) === '') ? into.name : null} />
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

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
/** "second half of pair 1". */
export const halfWords = (test: Pick<PurityTest, 'pair' | 'half'>): string =>
  `${test.half === 1 ? 'first' : 'second'} half of pair ${test.pair ?? ''}`;
const isComponent = (field: WeighedField): field is Component => field in COMPONENT_NAMES;
const isPartable = (field: WeighedField): field is Component => isComponent(field) && field !== 'pureSeed';

/** How the mass itself decides its decimals, while it is weighed in. */
const decimalsOf = (edition: ReturnType<typeof readEdition>) => (text: string) =>
  new Exact(text).gt(0) ? weighingDecimals(edition, new Exact(text)) : null;
