import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Form, Table } from 'react-bootstrap';
import {
  laboratorySchema,
  type LaboratoryView,
  newPersonSchema,
  type PersonView,
} from '@mercato/contract/register/people';
import { laboratoryRoutes, peopleRoutes } from '@mercato/contract/register/routes';
import { type Role, ROLES } from '@mercato/core/register/permissions';
import { reading, send } from '../api/routes.ts';
import { Inline } from '../ui/Buttons.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field, Ticks } from '../ui/Field.tsx';
import { Heads } from '../ui/Heads.tsx';
import { toast } from '../ui/Toasts.tsx';
import { useAct } from '../ui/act.ts';
import { to, useEntry } from '../ui/entry.ts';
import { Trouble } from '../ui/fields.tsx';

/** Who works here and what they may do. Only the lead changes it. */
export default function People() {
  const { data } = useQuery(reading(peopleRoutes.list, {}));
  const { act, trouble } = useAct();
  const change = ({ id, version, ...one }: PersonView, next: Partial<PersonView>) => {
    const { name, roles, active } = { ...one, ...next };
    return act(() => send(peopleRoutes.change, { person: id }, { name, roles, active }, { version }));
  };
  return (
    <main>
      <h1>People</h1>
      <Trouble text={trouble} />
      <Table responsive>
        <Heads of={['name', 'signs in as', 'roles', 'may sign in', 'password']} />
        <tbody>
          {data?.people.map((one) => (
            <tr key={one.id}>
              <td>{one.name}</td>
              <td className="code">{one.username}</td>
              <td>
                <Ticks
                  legend={<span className="visually-hidden">roles of {one.name}</span>}
                  options={ROLES.map((role) => [role, role] as const)}
                  chosen={one.roles}
                  onChange={(roles) => void change(one, { roles })}
                />
              </td>
              <td>
                <Form.Check
                  checked={one.active}
                  aria-label={`${one.name} may sign in`}
                  onChange={(event) => void change(one, { active: event.target.checked })}
                />
              </td>
              <td>
                <ResetButton person={one} />
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      {/* Each person added makes the next form a fresh one. */}
      <NewPersonForm key={data?.people.length} />
      <Laboratory />
    </main>
  );
}

/** Makes a link with which somebody sets a password anew; it is shown once. */
function ResetButton({ person }: { person: PersonView }) {
  const [link, setLink] = useState<string>();
  const { act, trouble } = useAct();
  if (link)
    return (
      <span>
        <Form.Control className="fig" readOnly aria-label={`link for ${person.name}`} value={link} />
        <span className="soft">Hand it to {person.name}: it holds once, for a day, and is not shown again.</span>
      </span>
    );
  return (
    <>
      <Inline
        aria-label={`new password for ${person.name}`}
        onClick={() =>
          void act(async () => {
            const { token } = await send(peopleRoutes.resetLink, { person: person.id }, {});
            setLink(`${location.origin}/reset#${token}`);
          })
        }
      >
        make a link to a new one
      </Inline>
      <Trouble text={trouble} />
    </>
  );
}

/** What the laboratory says of itself on paper, and what its printer holds. */
function Laboratory() {
  const { data } = useQuery(reading(laboratoryRoutes.view, {}));
  return data ? <LaboratoryForm data={data} /> : null;
}

function LaboratoryForm({ data }: { data: LaboratoryView }) {
  const entry = useEntry({
    from: {
      ...data,
      closedDays: data.closedDays.join(' '),
      photoDays: data.photoDays === null ? '' : String(data.photoDays),
    },
    body: ({ closedDays, ...values }) => ({ ...values, closedDays: closedDays.split(/[\s,;]+/).filter(Boolean) }),
    schema: laboratorySchema,
    send: to(laboratoryRoutes.change, {}, { done: () => toast('Saved.') }),
  });
  return (
    <section className="mt-4">
      <EntryForm entry={entry} title="The laboratory" send="Save" quiet waits>
        <div className="fields">
          <Field entry={entry} name="name" />
          <Field entry={entry} name="address" />
          <Field entry={entry} name="zone" />
          <Field entry={entry} name="paper" />
          <Field entry={entry} name="closedWeek" />
          <Field entry={entry} name="closedDays" />
          <Field entry={entry} name="countDepth" />
          <Field entry={entry} name="photoDays" />
        </div>
      </EntryForm>
    </section>
  );
}

function NewPersonForm() {
  const entry = useEntry({
    from: { username: '', name: '', password: '', roles: ['analyst'] as Role[] },
    schema: newPersonSchema,
    send: to(peopleRoutes.add, {}),
  });
  const { values, fault } = entry;
  return (
    <section className="mt-4">
      <h2>Add a person</h2>
      <EntryForm entry={entry} send="Add" waits>
        <div className="fields">
          <Field entry={entry} name="name" />
          <Field entry={entry} name="username" />
          <Field entry={entry} name="password" type="password" />
          <Ticks
            legend="roles"
            options={ROLES.map((role) => [role, role] as const)}
            chosen={values.roles}
            onChange={(roles) => entry.set({ roles })}
            fault={fault('roles')}
          />
        </div>
      </EntryForm>
    </section>
  );
}
