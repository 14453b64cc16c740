import { useLocation, useNavigate } from 'react-router';
import { passwordResetSchema } from '@mercato/contract/register/people';
import { sessionRoutes } from '@mercato/contract/register/routes';
import { send } from '../api/routes.ts';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { useEntry } from '../ui/entry.ts';

/** A new password by a one-time link, which the lead hands on. */
export default function Reset() {
  const token = useLocation().hash.slice(1);
  const navigate = useNavigate();
  const entry = useEntry({
    from: { password: '' },
    body: (values) => ({ ...values, token }),
    schema: passwordResetSchema,
    send: async (body) => {
      await send(sessionRoutes.resetPassword, {}, body);
      void navigate('/sign-in');
    },
  });
  return (
    <main className="w-narrow my-5 mx-auto">
      <h1>A new password</h1>
      <p className="soft">The link holds once, for a day. Whoever is signed in under your name is signed out.</p>
      <EntryForm
        entry={entry}
        send="Set password"
        trouble={entry.general ?? (token ? undefined : 'This address lacks its token: open the whole link.')}
      >
        <Field entry={entry} name="password" type="password" />
      </EntryForm>
    </main>
  );
}
