import { purityWeighingsSchema, type PurityTest, type PurityView } from '@mercato/contract/purity/purity';
import type { EditionContent } from '@mercato/core/rule-books/edition';
import { readEdition } from '@mercato/core/rule-books/readEdition';
import {
  analysePurity,
  COMPONENT_NAMES,
  shareSteps,
  weighingDecimals,
  type Component,
  type PurityAnalysis,
} from '@mercato/core/purity/analysePurity';
import { DECIMAL_TEXT, Exact, writtenDecimals } from '@mercato/core/units/mass';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo, useState, type JSX } from 'react';
import Form from 'react-bootstrap/Form';
import { useNavigate, useParams } from 'react-router';
import { read, write } from '../api/client.ts';
import { useSession } from '../api/session.tsx';
import { BenchHead, DecisionBox, DrawAndStart, Earlier } from '../register/bench.tsx';
import { plainFigure, useDraft } from '../ui/draft.ts';
import { DraftForm } from '../ui/DraftForm.tsx';
import { TextField } from '../ui/fields.tsx';
import { useKeys } from '../ui/keys.tsx';
import { Slip, VerdictSlip } from '../ui/Slip.tsx';

const COLOURS: Readonly<Record<Component, string>> = {
  pureSeed: 'var(--normal)',
  otherSeeds: 'var(--abnormal)',
  otherCropSeed: 'var(--hard)',
  weedSeed: 'var(--abnormal)',
  inertMatter: 'var(--inert)',
};

export default function Purity(): JSX.Element {
  const { lot = '' } = useParams();
  const navigate = useNavigate();
  const client = useQueryClient();
  const { may } = useSession();
  const { data } = useQuery({
    queryKey: ['purity', lot],
    queryFn: ({ signal }) => read<PurityView>(`/lots/${lot}/purity`, signal),
  });
  const [chosen, setChosen] = useState<number | null>(null);
  useKeys([{ key: 'l', says: 'back to the lot', act: () => void navigate(`/lots/${lot}`) }]);
  if (!data) return <main aria-busy="true" />;
  const start = async (vesselId: string) => {
    client.setQueryData(['purity', lot], await write<PurityView>('POST', '/purity/tests', { vesselId }));
    setChosen(null);
  };
  const test = data.tests.find((one) => one.number === chosen) ?? data.tests.at(-1);
  const repeat =
    data.waiting.length > 0 ||
    data.tests.every(
      (one) => one.decision?.decision === 'set-aside' || one.analysis?.retest || one.massVerdict?.outcome === 'outside',
    );
  const again = repeat && (
    <DrawAndStart
      lot={data.lot}
      purpose="purity"
      least={data.leastG}
      waiting={data.waiting}
      start={start}
      may={may('bench.write')}
    />
  );
  if (!test)
    return (
      <main className="station">
        <section>
          <BenchHead lot={data.lot} title="Purity" />
          {again}
        </section>
        <aside className="slip">
          <p className="soft">
            The working sample weighs about 2 500 seeds. It is separated into{' '}
            {data.components.map((one) => COMPONENT_NAMES[one]).join(', ')}.
          </p>
        </aside>
      </main>
    );
  return (
    <PurityStation key={`${test.id} ${test.version}`} view={data} test={test} mayWrite={may('bench.write')}>
      {data.tests.length > 1 && (
        <p className="soft">
          {data.tests.map((one) => (
            <button
              key={one.id}
              type="button"
              className="bare"
              aria-pressed={one === test}
              onClick={() => {
                setChosen(one.number);
              }}
            >
              {one === test ? <b>test {one.number}</b> : `test ${one.number}`}
              {one.decision?.decision === 'set-aside' ? ' (set aside)' : ''}
              {' · '}
            </button>
          ))}
        </p>
      )}
      {again}
    </PurityStation>
  );
}

type Field = 'workingSample' | Component;

function PurityStation({
  view,
  test,
  mayWrite,
  children,
}: {
  view: PurityView;
  test: PurityTest;
  mayWrite: boolean;
  children: React.ReactNode;
}): JSX.Element {
  const client = useQueryClient();
  const [focus, setFocus] = useState<Field>('workingSample');
  const { data: content } = useQuery({
    queryKey: ['edition', test.edition.id],
    queryFn: ({ signal }) => read<EditionContent>(`/rule-books/${test.edition.id}`, signal),
    staleTime: Infinity,
  });
  const edition = useMemo(() => (content ? readEdition(content) : null), [content]);
  const fields: readonly Field[] = ['workingSample', ...view.components];
  const draft = useDraft(
    { ...Object.fromEntries(fields.map((field) => [field, test.fields[field]?.text ?? ''])), reason: '' } as Record<
      Field | 'reason',
      string
    >,
    (values) =>
      Object.fromEntries(
        [...fields, 'reason' as const]
          .map((field) => [field, plainFigure(values[field])] as const)
          .filter(([field, text]) => text !== '' || field === 'workingSample')
          .map(([field, text]) => (field === 'reason' ? [field, values.reason.trim()] : [field, text])),
      ),
    purityWeighingsSchema,
    async (body, key) => {
      client.setQueryData(
        ['purity', view.lot.id],
        await write<PurityView>('PUT', `/purity/tests/${test.id}`, body, { version: test.version, key }),
      );
      await client.invalidateQueries({ queryKey: ['lot', view.lot.id] });
    },
  );
  const { values, set } = draft;
  const text = (field: Field) => plainFigure(values[field]);
  const firstMass = DECIMAL_TEXT.test(text('workingSample')) ? new Exact(text('workingSample')) : null;
  const decimals = edition && firstMass?.gt(0) ? weighingDecimals(edition, firstMass) : null;
  const analysis = useMemo<PurityAnalysis | null>(() => {
    if (!edition || !firstMass?.gt(0) || view.components.some((one) => !DECIMAL_TEXT.test(text(one)))) return null;
    const masses = Object.fromEntries(view.components.map((one) => [one, new Exact(text(one))]));
    return Object.values(masses).some((mass) => mass.gt(0)) ? analysePurity(edition, firstMass, masses) : null;
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the typed figures stand in `values`
  }, [edition, values, view.components]);
  const corrects = fields.some((field) => test.fields[field] && test.fields[field].text !== text(field));
  const wrongDecimals = (field: Field): string | undefined => {
    if (decimals === null || !DECIMAL_TEXT.test(text(field)) || writtenDecimals(text(field)) === decimals)
      return undefined;
    return `${decimals} decimals for a sample of this weight: write ${new Exact(text(field)).toFixed(decimals)}, or weigh again.`;
  };
  return (
    <main className="station">
      <section>
        <BenchHead
          lot={view.lot}
          title={view.tests.length > 1 ? `Purity, test ${test.number}` : 'Purity'}
          code={test.vesselCode}
        >
          {view.components.length} components{decimals === null ? '' : ` · ${decimals} decimals on this balance`}
          {view.lot.chaffy ? ' · chaffy kind' : ''} · {test.edition.name}
        </BenchHead>
        <p className="soft" style={{ margin: '6px 0 0' }}>
          Dust: mask and good air when blowing and sorting.
        </p>
        <DraftForm
          draft={draft}
          send={mayWrite ? (corrects ? 'Correct' : 'Keep the weighings') : null}
          beside={
            <span className="soft">
              {test.version > 1 ? `last written by ${test.updatedBy}` : 'nothing is written yet'}
            </span>
          }
          style={{ marginTop: 10 }}
        >
          {fields.map((field) => {
            const share = analysis?.shares.find((one) => one.component === field);
            const fault = draft.fault(field) ?? wrongDecimals(field);
            return (
              <div className="row-entry" key={field}>
                <label htmlFor={`mass-${field}`}>
                  {field === 'workingSample' ? 'Weighed in' : capital(COMPONENT_NAMES[field])}
                </label>
                <span>
                  <Form.Control
                    id={`mass-${field}`}
                    className="num"
                    inputMode="decimal"
                    autoComplete="off"
                    value={values[field]}
                    disabled={!mayWrite}
                    isInvalid={fault !== undefined}
                    autoFocus={field === 'workingSample' && !test.fields.workingSample}
                    onFocus={() => {
                      setFocus(field);
                    }}
                    onChange={(event) => {
                      set({ [field]: event.target.value });
                    }}
                  />{' '}
                  g
                </span>
                <span className="pct">
                  {share && (
                    <button
                      type="button"
                      className="opens"
                      onClick={() => {
                        setFocus(field);
                      }}
                    >
                      {share.trace ? 'trace' : share.percent.toFixed(analysis?.percentDecimals ?? 1)}
                    </button>
                  )}
                </span>
                <span>
                  {fault && (
                    <span className="why" role="alert">
                      {fault}
                    </span>
                  )}
                  <span className="kind">
                    <Earlier field={test.fields[field]} />
                  </span>
                </span>
              </div>
            );
          })}
          <div className="row-entry sum">
            <span className="serif">Sum of parts</span>
            <span className="fig" style={{ fontSize: 22, width: 150, textAlign: 'right', paddingRight: 4 }}>
              {analysis && decimals !== null ? new Exact(analysis.sumG).toFixed(decimals) : '—'}
            </span>
            <span className="pct">{analysis ? (100).toFixed(analysis.percentDecimals) : ''}</span>
            <span className={analysis?.retest ? 'outside' : 'kind'}>
              {analysis && (
                <button
                  type="button"
                  className="opens"
                  onClick={() => {
                    setFocus('workingSample');
                  }}
                >
                  {changeWords(analysis)}
                </button>
              )}
            </span>
          </div>
          {analysis && (
            <>
              <div
                className="share"
                role="img"
                aria-label={analysis.shares
                  .map((one) => `${COMPONENT_NAMES[one.component]} ${one.percent} %`)
                  .join(', ')}
              >
                {analysis.shares.map((one) => (
                  <div
                    key={one.component}
                    style={{ width: `${one.exactPercent}%`, background: COLOURS[one.component] }}
                  />
                ))}
              </div>
              <div className="soft" style={{ fontSize: 14 }}>
                {analysis.shares.map((one) => COMPONENT_NAMES[one.component]).join(' · ')}, drawn to scale
              </div>
            </>
          )}
          {corrects && (
            <div style={{ marginTop: 14 }}>
              <TextField
                label="why it is corrected"
                {...draft.field('reason')}
                hint="the old figure stays visible, struck through"
              />
            </div>
          )}
        </DraftForm>
        <DecisionBox on={test} outside={(test.analysis?.retest ?? false) || test.massVerdict?.outcome === 'outside'} />
        {children}
      </section>
      <aside className="slip">
        {analysis && focus !== 'workingSample' ? (
          <Slip
            title={COMPONENT_NAMES[focus]}
            steps={shareSteps(analysis, focus)}
            next="Percent of the sum of the components, not of the first weighing."
            rule={analysis.shareRule}
          />
        ) : null}
        {analysis ? (
          <VerdictSlip title="gain or loss" verdict={analysis.verdict} />
        ) : (
          <p className="soft">
            Weigh in, separate, weigh each part. Percents stand here as soon as every part is weighed; a part that is
            not there is written 0.
          </p>
        )}
        {test.massVerdict && <VerdictSlip title="mass weighed in" verdict={test.massVerdict} />}
      </aside>
    </main>
  );
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

function changeWords(analysis: PurityAnalysis): string {
  const change = Math.abs(analysis.changePercent).toFixed(1);
  const way = analysis.changePercent > 0 ? 'heavier' : 'lighter';
  return analysis.retest
    ? `${change} % ${way} than weighed in, ${analysis.verdict.limit} % allowed: repeat`
    : `${change} % ${way} than weighed in, ${analysis.verdict.limit} % asks for a repeat`;
}
