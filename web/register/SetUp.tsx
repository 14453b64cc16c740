import { firstPersonSchema } from '@mercato/contract/register/people';
import type { JSX } from 'react';
import Button from 'react-bootstrap/Button';
import { useLocation, useNavigate } from 'react-router';
import { useQueryClient } from '@tanstack/react-query';
import { write } from '../api/client.ts';
import { SESSION_KEY } from '../api/session.tsx';
import { useDraft } from '../ui/draft.ts';
import { TextField, Trouble } from '../ui/fields.tsx';

/** The first person of an empty installation; the one-time token comes with the link from the terminal. */
export default function SetUp(): JSX.Element {
  const token = useLocation().hash.slice(1);
  const navigate = useNavigate();
  const client = useQueryClient();
  const draft = useDraft(
    {
      username: '',
      name: '',
      password: '',
      laboratory: '',
      address: '',
      zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
    },
    (values) => ({ ...values, token }),
    firstPersonSchema,
    (body) => write('POST', '/set-up', body),
  );
  const { values, set, fault } = draft;
  return (
    <main style={{ maxWidth: 620, margin: '4vh auto' }}>
      <h1>Set up your laboratory</h1>
      <p className="soft">You become its first person, with all three roles. Others are added from inside.</p>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void draft.submit().then(async (done) => {
            if (!done) return;
            await client.invalidateQueries({ queryKey: SESSION_KEY });
            void navigate('/sign-in');
          });
        }}
      >
        <Trouble
          text={
            draft.general ??
            (token ? undefined : 'This address lacks its one-time token: open the whole link from the terminal.')
          }
        />
        <TextField
          label="laboratory"
          value={values.laboratory}
          onChange={(laboratory) => {
            set({ laboratory });
          }}
          fault={fault('laboratory')}
          autoFocus
        />
        <TextField
          label="address"
          value={values.address}
          onChange={(address) => {
            set({ address });
          }}
          fault={fault('address')}
        />
        <TextField
          label="time zone"
          value={values.zone}
          onChange={(zone) => {
            set({ zone });
          }}
          fault={fault('zone')}
        />
        <TextField
          label="your name"
          value={values.name}
          onChange={(name) => {
            set({ name });
          }}
          fault={fault('name')}
        />
        <TextField
          label="sign-in name"
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
          hint="at least 12 characters"
        />
        <div className="actions">
          <Button type="submit" disabled={draft.busy}>
            Set up
          </Button>
        </div>
      </form>
    </main>
  );
}
