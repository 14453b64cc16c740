import { useState } from 'react';
import { passwordChangeSchema } from '@mercato/contract/register/people';
import { sessionRoutes } from '@mercato/contract/register/routes';
import { chooseFigures, FIGURES, figuresChosen } from '../api/reader.ts';
import { useSession } from '../api/session.tsx';
import { Busy } from '../ui/Busy.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { toast } from '../ui/Toasts.tsx';
import { to, useEntry } from '../ui/entry.ts';
import { ChoiceField } from '../ui/fields.tsx';

/** What a person sets for themselves. */
export default function Me() {
  const { session } = useSession();
  if (!session?.person) return <Busy />;
  return (
    <main className="w-narrow">
      <h1>{session.person.name}</h1>
      <Figures />
      <Password />
    </main>
  );
}

/** How somebody writes figures and dates; remembered on this machine. */
function Figures() {
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
function Password() {
  const [changed, setChanged] = useState(0);
  return (
    <section aria-label="password" className="mt-4">
      <PasswordForm
        key={changed}
        done={() => {
          setChanged(changed + 1);
          toast('Your password is changed. Where else you were signed in, you are signed out.');
        }}
      />
    </section>
  );
}

function PasswordForm({ done }: { done: () => void }) {
  const entry = useEntry({
    from: { current: '', next: '' },
    schema: passwordChangeSchema,
    send: to(sessionRoutes.changePassword, {}, { done }),
  });
  return (
    <EntryForm entry={entry} title="Password" send="Change password" quiet waits>
      <Field entry={entry} name="current" type="password" />
      <Field entry={entry} name="next" type="password" />
    </EntryForm>
  );
}
