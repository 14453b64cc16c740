import { submittedSampleSchema, type SamplingView } from '@mercato/contract/sampling/sampling';
import { BOOK_NAMES } from '@mercato/core/rule-books/edition';
import type { Verdict } from '@mercato/core/verdict/verdict';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type JSX } from 'react';
import Button from 'react-bootstrap/Button';
import { Link, useNavigate, useParams } from 'react-router';
import { read, write } from '../api/client.ts';
import { shortInstant, useSession } from '../api/session.tsx';
import { BenchHead, DecisionBox, Earlier } from '../register/bench.tsx';
import { KindFigures } from '../register/KindFigures.tsx';
import { plainFigure, unlessEmpty, useDraft, wholeNumber } from '../ui/draft.ts';
import { DraftForm } from '../ui/DraftForm.tsx';
import { MassField, TextField } from '../ui/fields.tsx';
import { useKeys } from '../ui/keys.tsx';
import { Slip, VerdictSlip } from '../ui/Slip.tsx';
import { VerdictMark } from '../ui/shapes.tsx';
import { DrawSection } from './DrawSection.tsx';

type Shown = { title: string; verdict: Verdict } | 'plan';

/** How many primary samples and why, the submitted sample, and the tree of vessels below it. */
export default function Sampling(): JSX.Element {
  const { lot = '' } = useParams();
  const navigate = useNavigate();
  const { session, may } = useSession();
  const { data } = useQuery({
    queryKey: ['sampling', lot],
    queryFn: ({ signal }) => read<SamplingView>(`/lots/${lot}/sampling`, signal),
  });
  const [shown, setShown] = useState<Shown>('plan');
  const [editing, setEditing] = useState(false);
  useKeys([{ key: 'l', says: 'back to the lot', act: () => void navigate(`/lots/${lot}`) }]);
  if (!data || !session) return <main aria-busy="true" />;
  const { plan, submitted } = data;
  return (
    <main className="station">
      <section>
        <BenchHead lot={data.lot} title="Sampling" />
        <h2 style={{ marginTop: 22 }}>Primary samples</h2>
        {plan ? (
          <p>
            <button
              type="button"
              className="opens fig"
              style={{ fontSize: 34 }}
              onClick={() => {
                setShown('plan');
              }}
            >
              {plan.primarySamples}
            </button>{' '}
            {plan.containersToSample !== null && <>from {plan.containersToSample} containers. </>}
            <span className="soft">{plan.reason}</span>
          </p>
        ) : (
          <p className="outside">{data.planFault}</p>
        )}
        <p className="soft">
          Dust mask when seed is probed or poured. Treated seed: gloves, and the label’s own cautions; local rules come
          first.
        </p>
        {data.largestLot && (
          <p>
            <VerdictMark mark={data.largestLot.outcome} />{' '}
            <button
              type="button"
              className="opens"
              onClick={() => {
                if (data.largestLot) setShown({ title: 'size of the lot', verdict: data.largestLot });
              }}
            >
              {data.largestLot.next}
            </button>
          </p>
        )}

        {data.largestLot?.outcome === 'outside' && data.split && (
          <p className="outside">
            Divide it into {data.split.parts} lots
            {data.split.containers ? ` of ${data.split.containers.join(', ')} containers` : ''}: at most{' '}
            {data.split.largestKg} kg each.
          </p>
        )}
        <details>
          <summary className="soft">What {BOOK_NAMES[data.other.book]} would ask</summary>
          <p>
            {data.other.plan ? (
              <>
                <span className="fig">{data.other.plan.primarySamples}</span> primary samples
                {data.other.plan.containersToSample !== null &&
                  ` from ${data.other.plan.containersToSample} containers`}
                .{' '}
                <span className="soft">
                  {data.other.plan.reason} {data.other.edition}.
                </span>
              </>
            ) : (
              data.other.planFault
            )}
          </p>
        </details>
        <DrawSection view={data} />

        <h2 style={{ marginTop: 22 }}>Submitted sample</h2>
        {submitted && !editing ? (
          <>
            <table className="ruled" style={{ maxWidth: 760 }}>
              <tbody>
                <tr>
                  <td>code</td>
                  <td className="fig">{submitted.vessel.code}</td>
                  <td />
                </tr>
                <tr>
                  <td>mass</td>
                  <td className="fig">
                    <button
                      type="button"
                      className="opens"
                      onClick={() => {
                        setShown({ title: 'submitted sample', verdict: submitted.massVerdict });
                      }}
                    >
                      {submitted.vessel.mass?.text} {submitted.vessel.mass?.unit}
                    </button>
                  </td>
                  <td>
                    <VerdictMark mark={submitted.massVerdict.outcome} word /> <Earlier field={submitted.fields.mass} />
                  </td>
                </tr>
                <tr>
                  <td>primary samples taken</td>
                  <td className="fig">
                    {submitted.primaryVerdict ? (
                      <button
                        type="button"
                        className="opens"
                        onClick={() => {
                          if (submitted.primaryVerdict)
                            setShown({ title: 'primary samples', verdict: submitted.primaryVerdict });
                        }}
                      >
                        {submitted.fields.primarySamples?.text}
                      </button>
                    ) : (
                      submitted.fields.primarySamples?.text
                    )}
                  </td>
                  <td>
                    {submitted.primaryVerdict && <VerdictMark mark={submitted.primaryVerdict.outcome} word />}{' '}
                    <Earlier field={submitted.fields.primarySamples} />
                  </td>
                </tr>
                <tr>
                  <td>drawn</td>
                  <td>
                    {submitted.fields.drawnOn?.text} by {submitted.fields.drawnBy?.text}
                  </td>
                  <td>
                    <Earlier field={submitted.fields.drawnOn} />
                    <Earlier field={submitted.fields.drawnBy} />
                  </td>
                </tr>
                <tr>
                  <td>seal</td>
                  <td className="fig">{submitted.fields.seal?.text || '—'}</td>
                  <td>
                    <Earlier field={submitted.fields.seal} />
                  </td>
                </tr>
                <tr>
                  <td>written by</td>
                  <td>
                    {submitted.fields.mass?.by},{' '}
                    {shortInstant(submitted.fields.mass?.at ?? submitted.vessel.createdAt, session.laboratory.zone)}
                  </td>
                  <td />
                </tr>
              </tbody>
            </table>
            <DecisionBox
              on={{ id: submitted.vessel.id, lotId: lot, decision: submitted.decision }}
              outside={[submitted.massVerdict.outcome, submitted.primaryVerdict?.outcome].includes('outside')}
              subject="sample"
            />
            {may('sampling.write') && (
              <div className="actions">
                <Button
                  variant="outline-primary"
                  onClick={() => {
                    setEditing(true);
                  }}
                >
                  Correct
                </Button>
              </div>
            )}
          </>
        ) : may('sampling.write') ? (
          <SubmittedForm
            view={data}
            today={session.today}
            by={session.person?.name ?? ''}
            done={() => {
              setEditing(false);
            }}
          />
        ) : (
          <p className="soft">A sampler records it.</p>
        )}

        {submitted && (
          <>
            <h2 style={{ marginTop: 22 }}>Working samples</h2>
            {data.working.length === 0 ? (
              <p className="soft">None drawn yet. Each step draws its own, from its page.</p>
            ) : (
              <div className="scroll">
                <table className="ruled" style={{ maxWidth: 760 }}>
                  <thead>
                    <tr>
                      <th>code</th>
                      <th>for</th>
                      <th className="num">mass</th>
                      <th>least mass</th>
                      <th>test</th>
                    </tr>
                  </thead>
                  <tbody>
                    {data.working.map(({ vessel, verdict, testNumber }) => (
                      <tr key={vessel.id}>
                        <td className="code">{vessel.code}</td>
                        <td>
                          <Link to={`/lots/${lot}/${vessel.purpose ?? 'sampling'}`}>
                            {vessel.purpose?.replace('-', ' ')}
                          </Link>
                        </td>
                        <td className="num">
                          <button
                            type="button"
                            className="opens"
                            onClick={() => {
                              setShown({ title: 'working sample', verdict });
                            }}
                          >
                            {vessel.mass?.text} {vessel.mass?.unit}
                          </button>
                        </td>
                        <td>
                          <VerdictMark mark={verdict.outcome} word />
                        </td>
                        <td className="num" style={{ textAlign: 'left' }}>
                          {testNumber ?? '—'}
                        </td>
                      </tr>
                    ))}
                  </tbody>
                </table>
              </div>
            )}
          </>
        )}
      </section>
      <aside className="slip">
        {shown === 'plan' ? (
          plan && <Slip title="primary samples" steps={plan.steps} next={plan.reason} rule={plan.rule} />
        ) : (
          <VerdictSlip title={shown.title} verdict={shown.verdict} />
        )}
        <KindFigures species={data.lot.species} book={data.lot.book} bookKind={data.lot.bookKind} />
      </aside>
    </main>
  );
}

function SubmittedForm({
  view,
  today,
  by,
  done,
}: {
  view: SamplingView;
  today: string;
  by: string;
  done: () => void;
}): JSX.Element {
  const client = useQueryClient();
  const { submitted, plan, lot } = view;
  // What was taken, where it was noted on the walk; what is asked for is only the hint.
  const taken = view.draw?.primaries.filter((one) => one.taken).length;
  const draft = useDraft(
    {
      text: submitted?.vessel.mass?.text ?? '',
      unit: submitted?.vessel.mass?.unit ?? 'g',
      drawnOn: submitted?.fields.drawnOn?.text ?? today,
      drawnBy: submitted?.fields.drawnBy?.text ?? by,
      seal: submitted?.fields.seal?.text ?? '',
      primarySamples: submitted?.fields.primarySamples?.text ?? String(taken ?? plan?.primarySamples ?? ''),
      reason: '',
    },
    (values) => ({
      mass: { text: plainFigure(values.text), unit: values.unit },
      drawnOn: values.drawnOn,
      drawnBy: values.drawnBy.trim(),
      seal: values.seal.trim(),
      primarySamples: wholeNumber(values.primarySamples),
      ...unlessEmpty('reason', values.reason),
    }),
    submittedSampleSchema,
    async (body, key) => {
      client.setQueryData(
        ['sampling', lot.id],
        await write<SamplingView>('PUT', `/lots/${lot.id}/submitted`, body, {
          version: submitted?.vessel.version ?? 0,
          key,
        }),
      );
      await client.invalidateQueries({ queryKey: ['lot', lot.id] });
      done();
    },
  );
  const { values, set, fault, field } = draft;
  return (
    <DraftForm draft={draft} send={submitted ? 'Correct' : 'Record the sample'} {...(submitted ? { leave: done } : {})}>
      <div className="fields" style={{ maxWidth: 760 }}>
        <MassField
          label="mass of the submitted sample"
          text={values.text}
          unit={values.unit}
          onChange={(change) => {
            set(change);
          }}
          fault={fault('mass.text') ?? fault('mass')}
          hint={submitted?.massVerdict.limit ? `at least ${submitted.massVerdict.limit} g` : undefined}
        />
        <TextField
          label="primary samples taken"
          figure
          inputMode="numeric"
          {...field('primarySamples')}
          hint={plan ? `${plan.primarySamples} asked` : undefined}
        />
        <TextField label="drawn on" type="date" {...field('drawnOn')} />
        <TextField label="drawn by" {...field('drawnBy')} />
        <TextField label="seal" {...field('seal')} />
        {submitted && <TextField label="why it is corrected" {...field('reason')} />}
      </div>
    </DraftForm>
  );
}
