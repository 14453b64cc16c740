import { useQueryClient } from '@tanstack/react-query';
import { sessionRoutes } from '@mercato/contract/register/routes';
import { send } from '../api/routes.ts';
import { passwordResetSchema } from '@mercato/contract/register/people';
import type { JSX } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { useEntry } from '../ui/entry.ts';
import { EntryForm } from '../ui/EntryForm.tsx';
import { TextField } from '../ui/fields.tsx';

/** A new password by a one-time link, which the lead hands on. */
export default function Reset(): JSX.Element {
  const client = useQueryClient();
  const token = useLocation().hash.slice(1);
  const navigate = useNavigate();
  const entry = useEntry(
    { password: '' },
    (values) => ({ ...values, token }),
    passwordResetSchema,
    async (body) => {
      await send(client, sessionRoutes.resetPassword, {}, body);
      void navigate('/sign-in');
    },
  );
  return (
    <main style={{ maxWidth: 520, margin: '4vh auto' }}>
      <h1>A new password</h1>
      <p className="soft">The link holds once, for a day. Whoever is signed in under your name is signed out.</p>
      <EntryForm
        entry={entry}
        send="Set password"
        trouble={entry.general ?? (token ? undefined : 'This address lacks its token: open the whole link.')}
      >
        <TextField
          label="new password"
          type="password"
          hint="at least 12 characters; four words do well"
          autoFocus
          {...entry.field('password')}
        />
      </EntryForm>
    </main>
  );
}
