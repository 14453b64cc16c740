import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form, Stack } from 'react-bootstrap';
import { Link, useNavigate, useParams } from 'react-router';
import { type DraftView, issueEditionSchema } from '@mercato/contract/rule-books/editions';
import { ruleBookRoutes } from '@mercato/contract/rule-books/routes';
import { reading, send } from '../api/routes.ts';
import { shortDay, useSession } from '../api/session.tsx';
import { Busy } from '../ui/Busy.tsx';
import { Quiet } from '../ui/Buttons.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { useAct } from '../ui/act.ts';
import { to, useEntry } from '../ui/entry.ts';
import { Trouble } from '../ui/fields.tsx';
import { Browse } from './Browse.tsx';
import { DraftTable } from './DraftTable.tsx';

/** A draft: rows are written, marked as checked, and at last issued as an edition that never changes again. */
export default function Draft() {
  const { draft = '' } = useParams();
  const { may } = useSession();
  const navigate = useNavigate();
  const { data, error } = useQuery({ ...reading(ruleBookRoutes.draft, { draft }), retry: false });
  const { act, trouble } = useAct();
  if (!data) return <Busy error={error} back={['/rules', 'the rule books']} />;
  const drop = async () => {
    if (await act(() => send(ruleBookRoutes.dropDraft, { draft }, {}, { version: data.version })))
      await navigate('/rules');
  };
  const lead = may('rules.write');
  return (
    <Browse
      content={data.content}
      head={
        <>
          <h1>{data.name}, a draft</h1>
          <p className="soft">
            {data.basedOn && `from ${data.basedOn} · `}last written by {data.by}, {shortDay(data.at)}
            {data.basedOnId && (
              <>
                {' · '}
                <Link to={`/rules/compare?a=${data.basedOnId}&draft=${draft}`}>what differs</Link>
              </>
            )}
          </p>
          <Trouble text={trouble} />
          {lead && <Issue draft={data} drop={() => void drop()} />}
        </>
      }
      tableView={(name) => <DraftTable key={name} draft={data} name={name} lead={lead} />}
    />
  );
}

function Issue({ draft, drop }: { draft: DraftView; drop: () => void }) {
  const navigate = useNavigate();
  const [open, setOpen] = useState(false);
  const form = useEntry({
    from: { reason: '', use: true },
    schema: issueEditionSchema,
    send: to(
      ruleBookRoutes.issue,
      { draft: draft.id },
      { version: draft.version, done: (answer) => navigate(`/rules/${answer.id}`) },
    ),
  });
  if (!open)
    return (
      <Stack direction="horizontal" gap={2} className="actions">
        <Button onClick={() => setOpen(true)}>Issue it …</Button>
        <Quiet onClick={drop}>Drop the draft</Quiet>
      </Stack>
    );
  return (
    <EntryForm
      entry={form}
      send="Issue the edition"
      beside={<Quiet onClick={() => setOpen(false)}>Cancel</Quiet>}
      className="w-form"
    >
      <Field entry={form} name="reason" />
      <Form.Check
        id="issue-use"
        label="new lots are evaluated by it from now on"
        checked={form.values.use}
        onChange={(event) => form.set({ use: event.target.checked })}
      />
    </EntryForm>
  );
}
