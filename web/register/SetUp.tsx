import { useLocation, useNavigate } from 'react-router';
import { firstPersonSchema } from '@mercato/contract/register/people';
import { sessionRoutes } from '@mercato/contract/register/routes';
import { send } from '../api/routes.ts';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { useEntry } from '../ui/entry.ts';

/** The first person of an empty installation; the one-time token comes with the link from the terminal. */
export default function SetUp() {
  const token = useLocation().hash.slice(1);
  const navigate = useNavigate();
  const entry = useEntry({
    from: {
      username: '',
      name: '',
      password: '',
      laboratory: '',
      address: '',
      zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
    },
    body: (values) => ({ ...values, token }),
    schema: firstPersonSchema,
    send: async (body) => {
      await send(sessionRoutes.setUp, {}, body);
      void navigate('/sign-in');
    },
  });
  return (
    <main className="w-narrow my-5 mx-auto">
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
        <Field entry={entry} name="laboratory" />
        <Field entry={entry} name="address" />
        <Field entry={entry} name="zone" />
        <Field entry={entry} name="name" />
        <Field entry={entry} name="username" />
        <Field entry={entry} name="password" type="password" />
      </EntryForm>
    </main>
  );
}
