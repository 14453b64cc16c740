import { useState } from 'react';
import { Button, Stack } from 'react-bootstrap';
import type { GerminationView } from '@mercato/contract/germination/germination';
import { samplingRoutes } from '@mercato/contract/sampling/routes';
import { send } from '../api/routes.ts';
import { useAct } from '../ui/act.ts';
import { Trouble } from '../ui/fields.tsx';

interface StartArmsProps {
  view: GerminationView;
  arms: number;
  /** Of each arm. */
  seeds: number;
  drawn: object;
  may: boolean;
  ready: () => boolean;
  start: (vessels: readonly string[]) => Promise<unknown>;
}

/** Counts out the seeds of each arm, and sets all of them at once. Samples that were drawn and wait are taken first. */
export function StartArms({ view, arms, seeds, drawn, may, ready, start }: StartArmsProps) {
  const { act, trouble } = useAct();
  const [busy, setBusy] = useState(false);
  if (!may) return <p className="soft">An analyst draws the working samples and starts the tests.</p>;
  const begin = async () => {
    if (!ready()) return;
    setBusy(true);
    await act(async () => {
      const vessels = view.waiting.filter((one) => one.seeds === seeds).map((one) => one.id);
      while (vessels.length < arms) {
        const { id } = await send(
          samplingRoutes.drawWorking,
          { lot: view.lot.id },
          { purpose: 'germination', mass: null, seeds, ...drawn },
        );
        vessels.push(id);
      }
      await start(vessels.slice(0, arms));
    });
    setBusy(false);
  };
  return (
    <div className="mt-3">
      <Trouble text={trouble} />
      <p>
        Count {arms} × {seeds} seeds out of the pure seed at random, without choosing.
      </p>
      <Stack direction="horizontal" gap={2} className="actions">
        <Button disabled={busy} onClick={() => void begin()}>
          Set the dishes of all arms
        </Button>
      </Stack>
    </div>
  );
}
