import { useQuery } from '@tanstack/react-query';
import { useNavigate, useParams } from 'react-router';
import type { LotSheet } from '@mercato/contract/register/lots';
import { requestSchema } from '@mercato/contract/register/request';
import { lotRoutes } from '@mercato/contract/register/routes';
import { TEST_STEPS, USUAL_TESTS } from '@mercato/contract/register/steps';
import { reading } from '../api/routes.ts';
import { Busy } from '../ui/Busy.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field, Ticks } from '../ui/Field.tsx';
import { to, useEntry } from '../ui/entry.ts';
import { Clients, SoldIn } from './RequestLines.tsx';

/** Who asks for what, by when, and who drew the sample. */
export default function RequestForm() {
  const { lot = '' } = useParams();
  const { data, error } = useQuery(reading(lotRoutes.sheet, { lot }));
  return data ? <Lines sheet={data} /> : <Busy error={error} back={['/lots', 'the lots']} />;
}

function Lines({ sheet }: { sheet: LotSheet }) {
  const navigate = useNavigate();
  const { request } = sheet;
  const entry = useEntry({
    from: {
      client: request?.client ?? '',
      theirReference: request?.theirReference ?? '',
      tests: request?.tests ?? [...USUAL_TESTS],
      dueOn: request?.dueOn ?? '',
      sampledBy: request?.sampledBy ?? 'us',
      fee: { text: request?.fee?.text ?? '', currency: request?.fee?.currency ?? 'EUR' },
      soldIn: request?.soldIn ?? [],
      reason: '',
    },
    body: ({ fee, soldIn, ...values }) => ({
      ...values,
      fee: fee.text.trim() ? { ...fee, currency: fee.currency.trim().toUpperCase() } : null,
      soldIn: soldIn.length > 0 ? soldIn : undefined,
    }),
    schema: requestSchema,
    send: to(
      lotRoutes.request,
      { lot: sheet.id },
      { version: request?.version ?? 0, done: () => navigate(`/lots/${sheet.id}`) },
    ),
  });
  const { values } = entry;
  return (
    <main className="w-text">
      <div className="head">
        <h1>{request ? 'Change the request' : 'The request'}</h1>
        <span className="code">{sheet.header.reference}</span>
      </div>
      <EntryForm
        entry={entry}
        send={request ? 'Save the change' : 'Save'}
        leave={() => void navigate(`/lots/${sheet.id}`)}
        className="mt-3"
      >
        <div className="fields">
          <Field entry={entry} name="client" list="clients" />
          <Field entry={entry} name="theirReference" />
          <Field entry={entry} name="dueOn" />
          <Field
            entry={entry}
            name="sampledBy"
            hint={
              values.sampledBy === 'client'
                ? 'a report then speaks for the sample alone'
                : 'a report speaks for the lot'
            }
          />
          <Field entry={entry} name="fee.text" />
          {values.fee.text.trim() && <Field entry={entry} name="fee.currency" />}
          {request && <Field entry={entry} name="reason" />}
        </div>
        <Ticks
          legend={`tests wanted, by ${sheet.edition.name}`}
          options={TEST_STEPS.map((step) => [step, step.replace('-', ' ')] as const)}
          chosen={values.tests}
          onChange={(tests) => entry.set({ tests })}
          fault={entry.fault('tests')}
        />
        <Clients id="clients" />
        <SoldIn before={request?.soldIn} chosen={values.soldIn} choose={(soldIn) => entry.set({ soldIn })} />
      </EntryForm>
    </main>
  );
}
