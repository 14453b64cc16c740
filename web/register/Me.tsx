import { useState } from 'react';
import { passwordChangeSchema, type Reading, readingSchema } from '@mercato/contract/register/people';
import { sessionRoutes } from '@mercato/contract/register/routes';
import { readingNow } from '../api/reader.ts';
import { useSession } from '../api/session.tsx';
import { Busy } from '../ui/Busy.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { toast } from '../ui/Toasts.tsx';
import { to, useEntry } from '../ui/entry.ts';

/** What a person sets for themselves. */
export default function Me() {
  const { session } = useSession();
  if (!session?.person) return <Busy />;
  return (
    <main className="w-narrow">
      <h1>{session.person.name}</h1>
      <ReadingForm reading={readingNow()} />
      <Password />
    </main>
  );
}

/** How somebody writes and reads; kept with the person, wherever they sign in. */
function ReadingForm({ reading }: { reading: Reading }) {
  const entry = useEntry({
    from: reading,
    schema: readingSchema,
    send: to(sessionRoutes.sayReading, {}, { done: () => toast('Saved: it holds wherever you sign in.') }),
  });
  return (
    <section aria-label="figures, days and units">
      <EntryForm entry={entry} title="Figures, days and units" send="Save" quiet waits>
        <Field entry={entry} name="mark" />
        <Field entry={entry} name="order" />
        <Field entry={entry} name="degrees" />
        <Field entry={entry} name="heavy" />
      </EntryForm>
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
