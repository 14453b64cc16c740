import { newPersonSchema, type PersonView } from '@mercato/contract/register/people';
import { ROLES, type Role } from '@mercato/core/register/permissions';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type JSX } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { read, Refused, write } from '../api/client.ts';
import { useDraft } from '../ui/draft.ts';
import { TextField, Trouble } from '../ui/fields.tsx';

/** Who works here and what they may do. Only the lead changes it. */
export default function People(): JSX.Element {
  const client = useQueryClient();
  const { data } = useQuery({
    queryKey: ['people'],
    queryFn: ({ signal }) => read<{ people: PersonView[] }>('/people', signal),
  });
  const [trouble, setTrouble] = useState<string>();
  const change = async (one: PersonView, next: Partial<PersonView>) => {
    setTrouble(undefined);
    const { name, roles, active } = { ...one, ...next };
    await write('PUT', `/people/${one.id}`, { name, roles, active }, { version: one.version }).catch(
      (error: unknown) => {
        setTrouble(error instanceof Refused ? (error.faults[0]?.message ?? error.message) : 'The change failed.');
      },
    );
    await client.invalidateQueries({ queryKey: ['people'] });
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
            </tr>
          ))}
        </tbody>
      </table>
      <NewPersonForm done={() => void client.invalidateQueries({ queryKey: ['people'] })} />
    </main>
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
          onChange={(event) => {
            onChange(event.target.checked ? [...value, role] : value.filter((one) => one !== role));
          }}
        />
      ))}
    </span>
  );
}

function NewPersonForm({ done }: { done: () => void }): JSX.Element {
  const empty = { username: '', name: '', password: '', roles: ['analyst'] as Role[] };
  const draft = useDraft(
    empty,
    (values) => values,
    newPersonSchema,
    (body, key) => write('POST', '/people', body, { key }),
  );
  const { values, set, fault } = draft;
  return (
    <section style={{ marginTop: 28 }}>
      <h2>Add a person</h2>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void draft.submit().then((stored) => {
            if (stored) {
              draft.replace(empty);
              done();
            }
          });
        }}
      >
        <Trouble text={draft.general} />
        <div className="fields">
          <TextField
            label="name"
            value={values.name}
            onChange={(name) => {
              set({ name });
            }}
            fault={fault('name')}
          />
          <TextField
            label="signs in as"
            value={values.username}
            onChange={(username) => {
              set({ username });
            }}
            fault={fault('username')}
            hint="small letters and digits"
          />
          <TextField
            label="password"
            type="password"
            value={values.password}
            onChange={(password) => {
              set({ password });
            }}
            fault={fault('password')}
            hint="at least 12 characters; hand it over in person"
          />
          <div className="field">
            <span className="soft">roles</span>
            <Roles
              value={values.roles}
              of="new"
              onChange={(roles) => {
                set({ roles });
              }}
            />
            {fault('roles') && (
              <div className="why" role="alert">
                {fault('roles')}
              </div>
            )}
          </div>
        </div>
        <div className="actions">
          <Button type="submit" disabled={draft.busy}>
            Add
          </Button>
        </div>
      </form>
    </section>
  );
}
