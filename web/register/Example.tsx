import { useState } from 'react';
import { Form, Stack } from 'react-bootstrap';
import { exampleRoutes } from '@mercato/contract/register/routes';
import { type Role, ROLES } from '@mercato/core/register/permissions';
import { cache } from '../api/cache.ts';
import { send } from '../api/routes.ts';
import { useSession } from '../api/session.tsx';
import { Small } from '../ui/Buttons.tsx';
import { useAct } from '../ui/act.ts';
import { Trouble } from '../ui/fields.tsx';

/** Goes into the example as one of its people, or leaves it: all that is shown is of another laboratory from then on. */
async function visit(as: Role | null): Promise<void> {
  await send(exampleRoutes.visit, {}, { as });
  cache.clear();
  window.location.assign('/today');
}

/** Says that one is in the example, as whom, and how it is left. */
export function InsideExample() {
  const { session } = useSession();
  const { act, trouble } = useAct();
  if (!session?.example.inside) return null;
  return (
    <aside className="in-example" aria-label="example">
      <span>
        <b>Example</b> <span className="d-none d-md-inline">invented; try anything, none of it is yours</span>
      </span>
      <Form.Select
        size="sm"
        aria-label="as whom"
        value={session.person?.roles[0]}
        onChange={(event) => void act(() => visit(event.target.value as Role))}
      >
        {ROLES.map((one) => (
          <option key={one} value={one}>
            as {one}
          </option>
        ))}
      </Form.Select>
      <Small onClick={() => void act(() => visit(null))}>Leave</Small>
      <Trouble text={trouble} />
    </aside>
  );
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
