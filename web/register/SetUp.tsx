import { sessionRoutes } from '@mercato/contract/register/routes';
import { send } from '../api/routes.ts';
import { firstPersonSchema } from '@mercato/contract/register/people';
import type { JSX } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { useQueryClient } from '@tanstack/react-query';
import { useEntry } from '../ui/entry.ts';
import { EntryForm } from '../ui/EntryForm.tsx';
import { TextField } from '../ui/fields.tsx';

/** The first person of an empty installation; the one-time token comes with the link from the terminal. */
export default function SetUp(): JSX.Element {
  const token = useLocation().hash.slice(1);
  const navigate = useNavigate();
  const client = useQueryClient();
  const entry = useEntry(
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
    async (body) => {
      await send(client, sessionRoutes.setUp, {}, body);
      void navigate('/sign-in');
    },
  );
  const { field } = entry;
  return (
    <main style={{ maxWidth: 620, margin: '4vh auto' }}>
      <h1>Set up your laboratory</h1>
      <p className="soft">You become its first person, with all three roles. Others are added from inside.</p>
      <EntryForm
        entry={entry}
        send="Set up"
        trouble={
          entry.general ??
          (token ? undefined : 'This address lacks its one-time token: open the whole link from the terminal.')
        }
      >
        <TextField label="laboratory" {...field('laboratory')} autoFocus />
        <TextField label="address" {...field('address')} />
        <TextField label="time zone" {...field('zone')} />
        <TextField label="your name" {...field('name')} />
        <TextField label="sign-in name" {...field('username')} hint="small letters and digits" />
        <TextField label="password" type="password" {...field('password')} hint="at least 12 characters" />
      </EntryForm>
    </main>
  );
}
