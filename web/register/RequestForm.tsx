import { lotRoutes } from '@mercato/contract/register/routes';
import { otherSeedsRoutes } from '@mercato/contract/other-seeds/routes';
import { reading, send } from '../api/routes.ts';
import type { LotSheet } from '@mercato/contract/register/lots';
import { requestSchema, type SampledBy } from '@mercato/contract/register/request';
import { TEST_STEPS, USUAL_TESTS, type TestStep } from '@mercato/contract/register/steps';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import type { JSX } from 'react';
import Form from 'react-bootstrap/Form';
import { useNavigate, useParams } from 'react-router';
import { plainFigure, unlessEmpty, useEntry } from '../ui/entry.ts';
import { EntryForm } from '../ui/EntryForm.tsx';
import { ChoiceField, TextField } from '../ui/fields.tsx';

/** Who asks for what, by when, and who drew the sample. */
export default function RequestForm(): JSX.Element {
  const { lot = '' } = useParams();
  const { data } = useQuery(reading(lotRoutes.sheet, { lot }));
  return data ? <Lines sheet={data} /> : <main aria-busy="true" />;
}

function Lines({ sheet }: { sheet: LotSheet }): JSX.Element {
  const navigate = useNavigate();
  const client = useQueryClient();
  const { request } = sheet;
  const { data: lists } = useQuery(reading(otherSeedsRoutes.jurisdictions, {}));
  // What was written before stays to be seen, whatever the lists of today hold.
  const jurisdictions = [...new Set([...(lists?.jurisdictions ?? []), ...(request?.soldIn ?? [])])];
  const initial: {
    client: string;
    theirReference: string;
    tests: TestStep[];
    dueOn: string;
    sampledBy: SampledBy;
    fee: string;
    currency: string;
    soldIn: readonly string[];
    reason: string;
  } = {
    client: request?.client ?? '',
    theirReference: request?.theirReference ?? '',
    tests: request?.tests ?? [...USUAL_TESTS],
    dueOn: request?.dueOn ?? '',
    sampledBy: request?.sampledBy ?? 'us',
    fee: request?.fee?.text ?? '',
    currency: request?.fee?.currency ?? 'EUR',
    soldIn: request?.soldIn ?? [],
    reason: '',
  };
  const entry = useEntry(
    initial,
    (values) => ({
      client: values.client.trim(),
      theirReference: values.theirReference.trim(),
      tests: values.tests,
      dueOn: values.dueOn || null,
      sampledBy: values.sampledBy,
      fee: values.fee.trim() ? { text: plainFigure(values.fee), currency: values.currency.trim().toUpperCase() } : null,
      ...(values.soldIn.length > 0 ? { soldIn: values.soldIn } : {}),
      ...unlessEmpty('reason', values.reason),
    }),
    requestSchema,
    async (body, key) => {
      await send(client, lotRoutes.request, { lot: sheet.id }, body, {
        version: request?.version ?? 0,
        key,
      });
      void navigate(`/lots/${sheet.id}`);
    },
  );
  const { values, set, fault, field } = entry;
  return (
    <main style={{ maxWidth: 900 }}>
      <div className="head">
        <h1>{request ? 'Change the request' : 'The request'}</h1>
        <span className="code">{sheet.header.reference}</span>
      </div>
      <EntryForm
        entry={entry}
        send={request ? 'Change it' : 'Write it down'}
        leave={() => void navigate(`/lots/${sheet.id}`)}
        style={{ marginTop: 14 }}
      >
        <div className="fields">
          <TextField label="for" {...field('client')} autoFocus />
          <TextField label="their reference" {...field('theirReference')} />
          <TextField label="due on" type="date" {...field('dueOn')} />
          <ChoiceField
            label="the sample"
            {...field('sampledBy')}
            options={[
              ['us', 'is drawn by us, from the lot'],
              ['client', 'is sent in by the client'],
            ]}
            hint={
              values.sampledBy === 'client'
                ? 'a report then speaks for the sample alone'
                : 'a report speaks for the lot'
            }
          />
          <TextField label="fee" figure inputMode="decimal" {...field('fee', 'fee.text')} />
          {values.fee.trim() && <TextField label="currency" {...field('currency', 'fee.currency')} />}
          {request && <TextField label="why it is changed" {...field('reason')} />}
        </div>
        <fieldset className="field" style={{ marginTop: 10 }}>
          <legend className="soft" style={{ fontSize: 14 }}>
            tests wanted, by {sheet.edition.name}
          </legend>
          <span style={{ display: 'flex', gap: 22, flexWrap: 'wrap' }}>
            {TEST_STEPS.map((step) => (
              <Form.Check
                key={step}
                id={`wanted-${step}`}
                label={step.replace('-', ' ')}
                checked={values.tests.includes(step)}
                onChange={(event) =>
                  set({
                    tests: TEST_STEPS.filter((one) =>
                      one === step ? event.target.checked : values.tests.includes(one),
                    ),
                  })
                }
              />
            ))}
          </span>
          {fault('tests') && (
            <div className="why" role="alert">
              {fault('tests')}
            </div>
          )}
        </fieldset>
        {jurisdictions.length > 0 && (
          <fieldset className="field" style={{ marginTop: 10 }}>
            <legend className="soft" style={{ fontSize: 14 }}>
              to be sold in, by {lists?.edition.name}
            </legend>
            <span style={{ display: 'flex', gap: 22, flexWrap: 'wrap' }}>
              {jurisdictions.map((one) => (
                <Form.Check
                  key={one}
                  id={`sold-${one}`}
                  label={one}
                  checked={values.soldIn.includes(one)}
                  onChange={(event) =>
                    set({
                      soldIn: jurisdictions.filter((other) =>
                        other === one ? event.target.checked : values.soldIn.includes(other),
                      ),
                    })
                  }
                />
              ))}
            </span>
          </fieldset>
        )}
      </EntryForm>
    </main>
  );
}
