import { useState } from 'react';
import { Stack, Table } from 'react-bootstrap';
import { samplingRoutes } from '@mercato/contract/sampling/routes';
import { type SamplingView, submittedSampleSchema } from '@mercato/contract/sampling/sampling';
import { shortInstant, useSession } from '../api/session.tsx';
import { DecisionBox, Earlier } from '../register/bench.tsx';
import { Inline, Quiet } from '../ui/Buttons.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { to, useEntry } from '../ui/entry.ts';
import { VerdictMark } from '../ui/shapes.tsx';
import type { Shown } from './shown.ts';

/** What was submitted, and who drew it; judged against the rule book. */
export function SubmittedSection({ view: data, show: setShown }: { view: SamplingView; show: (shown: Shown) => void }) {
  const { session, may } = useSession();
  const [editing, setEditing] = useState(false);
  const { submitted } = data;
  const lot = data.lot.id;
  if (!session) return null;
  return (
    <>
      <h2 className="mt-4">Submitted sample</h2>
      {submitted && !editing ? (
        <>
          <Table className="w-text">
            <tbody>
              <tr>
                <td>code</td>
                <td className="fig">{submitted.vessel.code}</td>
                <td />
              </tr>
              <tr>
                <td>mass</td>
                <td className="fig">
                  <Inline
                    className="opens"
                    onClick={() => setShown({ title: 'submitted sample', verdict: submitted.massVerdict })}
                  >
                    {submitted.vessel.mass?.text} {submitted.vessel.mass?.unit}
                  </Inline>
                </td>
                <td>
                  <VerdictMark mark={submitted.massVerdict.outcome} word /> <Earlier field={submitted.fields.mass} />
                </td>
              </tr>
              <tr>
                <td>primary samples taken</td>
                <td className="fig">
                  {submitted.primaryVerdict ? (
                    <Inline
                      className="opens"
                      onClick={() => {
                        if (submitted.primaryVerdict)
                          setShown({ title: 'primary samples', verdict: submitted.primaryVerdict });
                      }}
                    >
                      {submitted.fields.primarySamples?.text}
                    </Inline>
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
          </Table>
          <DecisionBox
            on={{ id: submitted.vessel.id, lotId: lot, decision: submitted.decision }}
            outside={[submitted.massVerdict.outcome, submitted.primaryVerdict?.outcome].includes('outside')}
            subject="sample"
          />
          {may('sampling.write') && (
            <Stack direction="horizontal" gap={2} className="actions">
              <Quiet onClick={() => setEditing(true)}>Correct</Quiet>
            </Stack>
          )}
        </>
      ) : may('sampling.write') ? (
        <SubmittedForm
          view={data}
          today={session.today}
          by={session.person?.name ?? ''}
          done={() => setEditing(false)}
        />
      ) : (
        <p className="soft">A sampler records it.</p>
      )}
    </>
  );
}

interface SubmittedFormProps {
  view: SamplingView;
  today: string;
  by: string;
  done: () => void;
}

function SubmittedForm({ view, today, by, done }: SubmittedFormProps) {
  const { submitted, plan, lot } = view;
  // What was taken, where it was noted on the walk; what is asked for is only the hint.
  const taken = view.draw?.primaries.filter((one) => one.taken).length;
  const entry = useEntry({
    from: {
      mass: { text: submitted?.vessel.mass?.text ?? '', unit: submitted?.vessel.mass?.unit ?? 'g' },
      drawnOn: submitted?.fields.drawnOn?.text ?? today,
      drawnBy: submitted?.fields.drawnBy?.text ?? (view.sentIn ? '' : by),
      seal: submitted?.fields.seal?.text ?? '',
      primarySamples: submitted?.fields.primarySamples?.text ?? (view.sentIn ? '' : String(taken ?? '')),
      reason: '',
    },
    // Others may not have said how many they drew; whoever drew here knows it.
    body: (values) => ({
      ...values,
      primarySamples: view.sentIn ? values.primarySamples : values.primarySamples.trim() || undefined,
    }),
    schema: submittedSampleSchema,
    send: to(samplingRoutes.receive, { lot: lot.id }, { version: submitted?.vessel.version ?? 0, done }),
  });
  return (
    <EntryForm
      entry={entry}
      send={submitted ? 'Correct' : 'Record the sample'}
      {...(submitted ? { leave: done } : {})}
      waits
    >
      <div className="fields w-text">
        <Field
          entry={entry}
          name="mass"
          hint={
            view.least.submitted
              ? `the rule book asks for ${Number(view.least.submitted.toFixed(1))} g at least`
              : undefined
          }
        />
        <Field
          entry={entry}
          name="primarySamples"
          hint={
            view.sentIn ? 'empty where nobody knows: others drew it' : plan ? `${plan.primarySamples} asked` : undefined
          }
        />
        <Field entry={entry} name="drawnOn" />
        <Field entry={entry} name="drawnBy" />
        <Field entry={entry} name="seal" />
        {submitted && <Field entry={entry} name="reason" />}
      </div>
    </EntryForm>
  );
}
