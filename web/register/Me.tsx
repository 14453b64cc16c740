import { useQueryClient } from '@tanstack/react-query';
import { sessionRoutes } from '@mercato/contract/register/routes';
import { send } from '../api/routes.ts';
import { passwordChangeSchema } from '@mercato/contract/register/people';
import { useState, type JSX } from 'react';
import { chooseFigures, FIGURES, figuresChosen } from '../api/reader.ts';
import { useSession } from '../api/session.tsx';
import { useEntry } from '../ui/entry.ts';
import { EntryForm } from '../ui/EntryForm.tsx';
import { ChoiceField, TextField } from '../ui/fields.tsx';

/** What a person sets for themselves. */
export default function Me(): JSX.Element {
  const { session } = useSession();
  if (!session?.person) return <main aria-busy="true" />;
  return (
    <main style={{ maxWidth: 560 }}>
      <h1>{session.person.name}</h1>
      <Figures />
      <Password />
    </main>
  );
}

/** How somebody writes figures and dates; remembered on this machine. */
function Figures(): JSX.Element {
  const [which, setWhich] = useState(figuresChosen);
  return (
    <section aria-label="figures and dates">
      <h2>Figures and dates</h2>
      <ChoiceField
        label="I write"
        value={which}
        onChange={(next) => {
          chooseFigures(next);
          setWhich(next);
        }}
        options={FIGURES.map(([one, words]) => [one, words] as const)}
        hint="What can be read in one way only is always understood. 6,300 and 10/5 are read as you say here; until you do, 6,300 is a little more than six, and 10/5 is asked about. Kept on this machine."
      />
    </section>
  );
}

/** The own password; whoever is signed in elsewhere under this name is signed out there. */
function Password(): JSX.Element {
  const [changed, setChanged] = useState(0);
  return (
    <section aria-label="password" style={{ marginTop: 26 }}>
      <PasswordForm key={changed} done={() => setChanged(changed + 1)} />
      {changed > 0 && <p role="status">Your password is changed. Where else you were signed in, you are signed out.</p>}
    </section>
  );
}

function PasswordForm({ done }: { done: () => void }): JSX.Element {
  const client = useQueryClient();
  const entry = useEntry(
    { current: '', next: '' },
    (values) => values,
    passwordChangeSchema,
    async (body, key) => {
      await send(client, sessionRoutes.changePassword, {}, body, { key });
      done();
    },
  );
  return (
    <EntryForm entry={entry} title="Password" send="Change password" quiet>
      <TextField label="your password of now" type="password" {...entry.field('current')} />
      <TextField
        label="the new one"
        type="password"
        hint="at least 12 characters; four words do well"
        {...entry.field('next')}
      />
    </EntryForm>
  );
}
