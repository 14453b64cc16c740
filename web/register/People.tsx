import { laboratoryRoutes, peopleRoutes } from '@mercato/contract/register/routes';
import { reading, send } from '../api/routes.ts';
import {
  laboratorySchema,
  newPersonSchema,
  type LaboratoryView,
  type PersonView,
} from '@mercato/contract/register/people';
import { ROLES, type Role } from '@mercato/core/register/permissions';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type JSX } from 'react';
import Form from 'react-bootstrap/Form';
import { Refused } from '../api/client.ts';
import { useEntry } from '../ui/entry.ts';
import { EntryForm } from '../ui/EntryForm.tsx';
import { ChoiceField, TextField, Trouble } from '../ui/fields.tsx';

/** Who works here and what they may do. Only the lead changes it. */
export default function People(): JSX.Element {
  const client = useQueryClient();
  const { data } = useQuery(reading(peopleRoutes.list, {}));
  const [trouble, setTrouble] = useState<string>();
  const change = async (one: PersonView, next: Partial<PersonView>) => {
    setTrouble(undefined);
    const { name, roles, active } = { ...one, ...next };
    await send(
      client,
      peopleRoutes.change,
      { person: one.id },
      { name, roles, active },
      { version: one.version },
    ).catch((error: unknown) =>
      setTrouble(error instanceof Refused ? (error.faults[0]?.message ?? error.message) : 'The change failed.'),
    );
  };
  return (
    <main>
      <h1>People</h1>
      <Trouble text={trouble} />
      <table className="ruled">
        <thead>
          <tr>
            <th>name</th>
            <th>signs in as</th>
            <th>roles</th>
            <th>may sign in</th>
            <th>password</th>
          </tr>
        </thead>
        <tbody>
          {data?.people.map((one) => (
            <tr key={one.id}>
              <td>{one.name}</td>
              <td className="code">{one.username}</td>
              <td>
                <Roles value={one.roles} of={one.name} onChange={(roles) => void change(one, { roles })} />
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
      </table>
      {/* Each person added makes the next form a fresh one. */}
      <NewPersonForm key={data?.people.length} />
      <Laboratory />
    </main>
  );
}

/** Makes a link with which somebody sets a password anew; it is shown once. */
function ResetButton({ person }: { person: PersonView }): JSX.Element {
  const client = useQueryClient();
  const [link, setLink] = useState<string>();
  const [trouble, setTrouble] = useState<string>();
  if (link)
    return (
      <span>
        <input className="form-control fig" readOnly aria-label={`link for ${person.name}`} value={link} />
        <span className="soft">Hand it to {person.name}: it holds once, for a day, and is not shown again.</span>
      </span>
    );
  return (
    <>
      <button
        type="button"
        className="bare"
        aria-label={`new password for ${person.name}`}
        onClick={() =>
          void send(client, peopleRoutes.resetLink, { person: person.id }, {}).then(
            ({ token }) => setLink(`${location.origin}/reset#${token}`),
            (error: unknown) => setTrouble(error instanceof Refused ? error.message : 'The link could not be made.'),
          )
        }
      >
        make a link to a new one
      </button>
      <Trouble text={trouble} />
    </>
  );
}

function Roles({
  value,
  of,
  onChange,
}: {
  value: readonly Role[];
  of: string;
  onChange: (roles: Role[]) => void;
}): JSX.Element {
  return (
    <span style={{ display: 'flex', gap: 18 }}>
      {ROLES.map((role) => (
        <Form.Check
          key={role}
          id={`${of}-${role}`}
          label={role}
          checked={value.includes(role)}
          onChange={(event) => onChange(event.target.checked ? [...value, role] : value.filter((one) => one !== role))}
        />
      ))}
    </span>
  );
}

/** What the laboratory says of itself on paper, and what its printer holds. */
function Laboratory(): JSX.Element | null {
  const { data } = useQuery(reading(laboratoryRoutes.view, {}));
  return data ? <LaboratoryForm data={data} /> : null;
}

function LaboratoryForm({ data }: { data: LaboratoryView }): JSX.Element {
  const client = useQueryClient();
  const [kept, setKept] = useState(false);
  const entry = useEntry(
    { ...data },
    (values) => ({ ...values, name: values.name.trim(), address: values.address.trim(), zone: values.zone.trim() }),
    laboratorySchema,
    async (body, key) => {
      await send(client, laboratoryRoutes.change, {}, body, { key });
      setKept(true);
    },
  );
  const { field } = entry;
  return (
    <section style={{ marginTop: 28 }}>
      <EntryForm entry={entry} title="The laboratory" send="Keep" quiet>
        <div className="fields">
          <TextField label="name of the laboratory" {...field('name')} />
          <TextField label="address" {...field('address')} />
          <TextField label="time zone" {...field('zone')} hint="such as Europe/Dublin" />
          <ChoiceField
            label="paper"
            {...field('paper')}
            options={[
              ['A4', 'A4'],
              ['LETTER', 'US Letter'],
            ]}
            hint="for reports and sheets of labels"
          />
        </div>
        {kept && <p role="status">Kept.</p>}
      </EntryForm>
    </section>
  );
}

function NewPersonForm(): JSX.Element {
  const client = useQueryClient();
  const entry = useEntry(
    { username: '', name: '', password: '', roles: ['analyst'] as Role[] },
    (values) => values,
    newPersonSchema,
    async (body, key) => {
      await send(client, peopleRoutes.add, {}, body, { key });
    },
  );
  const { values, set, fault, field } = entry;
  return (
    <section style={{ marginTop: 28 }}>
      <h2>Add a person</h2>
      <EntryForm entry={entry} send="Add">
        <div className="fields">
          <TextField label="name" {...field('name')} />
          <TextField label="signs in as" {...field('username')} hint="small letters and digits" />
          <TextField
            label="password"
            type="password"
            {...field('password')}
            hint="at least 12 characters; hand it over in person"
          />
          <div className="field">
            <span className="soft">roles</span>
            <Roles value={values.roles} of="new" onChange={(roles) => set({ roles })} />
            {fault('roles') && (
              <div className="why" role="alert">
                {fault('roles')}
              </div>
            )}
          </div>
        </div>
      </EntryForm>
    </section>
  );
}
