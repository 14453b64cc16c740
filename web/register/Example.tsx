import { useState } from 'react';
import { Stack } from 'react-bootstrap';
import { exampleRoutes } from '@mercato/contract/register/routes';
import type { Role } from '@mercato/core/register/permissions';
import { cache } from '../api/cache.ts';
import { send } from '../api/routes.ts';
import { useSession } from '../api/session.tsx';
import { Small } from '../ui/Buttons.tsx';
import { useAct } from '../ui/act.ts';
import { Trouble } from '../ui/fields.tsx';

/** Goes into the example as one of its people, or leaves it: all that is shown is of another laboratory from then on. */
export async function visit(as: Role | null): Promise<void> {
  await send(exampleRoutes.visit, {}, { as });
  cache.clear();
  window.location.assign('/today');
}

/** An example to play with, beside the real laboratory; not where the laboratory itself is one. */
export function ExampleBox() {
  const { session, may } = useSession();
  const { act, trouble } = useAct();
  const [busy, setBusy] = useState(false);
  if (!session?.person || session.example.inside || session.demoAccounts.length > 0) return null;
  const { there } = session.example;
  const lead = may('settings.write');
  if (!there && !lead) return null;
  const as = session.person.roles.at(-1) ?? 'sampler';
  const go = async () => {
    setBusy(true);
    const done = await act(async () => {
      if (!there) await send(exampleRoutes.make, {}, {});
      await visit(as);
    });
    if (!done) setBusy(false);
  };
  return (
    <section aria-label="Example" className="mt-4">
      <h2 className="fs-6 mb-1">An example to play with</h2>
      <p className="soft small mb-2">
        An invented seed station with lots, packets and people. It lies beside yours: nothing of it mixes with your own
        records{there ? '.' : ', and it can be deleted again.'}
      </p>
      <Trouble text={trouble} />
      <Stack direction="horizontal" gap={2}>
        <Small disabled={busy} onClick={() => void go()}>
          {busy ? 'Opening, some seconds …' : 'Open the example'}
        </Small>
        {there && lead && (
          <Small disabled={busy} onClick={() => void act(() => send(exampleRoutes.takeAway, {}, {}))}>
            Delete the example
          </Small>
        )}
      </Stack>
    </section>
  );
}
