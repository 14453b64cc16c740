import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Stack } from 'react-bootstrap';
import {
  deviceChangeSchema,
  type DeviceShown,
  type DeviceView,
  newDeviceSchema,
} from '@mercato/contract/devices/devices';
import { DEVICES_FIELDS } from '@mercato/contract/devices/fieldWords';
import { deviceRoutes } from '@mercato/contract/devices/routes';
import { reading } from '../api/routes.ts';
import { useSession } from '../api/session.tsx';
import { Busy } from '../ui/Busy.tsx';
import { Quiet } from '../ui/Buttons.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { to, useEntry } from '../ui/entry.ts';
import { StandIn } from './StandIn.tsx';
import { useDevice } from './deviceHere.ts';

const KINDS = DEVICES_FIELDS.device.kind.choices;

/** Ovens, moisture meters and seed counters that the server hears. */
export function Devices() {
  const { data, error } = useQuery(reading(deviceRoutes.list, {}));
  const { may } = useSession();
  const [open, setOpen] = useState<string | null>(null);
  if (!data) return <Busy error={error} />;
  const leave = () => setOpen(null);
  return (
    <>
      <h2 className="mt-5">Ovens, meters and counters</h2>
      <p className="soft">
        A station takes over what its device shows, and saves the device with the figure. Without a device, figures are
        typed.
      </p>
      {data.devices.length === 0 && <p>None is set up.</p>}
      {data.devices.map((one) => (
        <section key={one.id} className="mt-4" aria-label={one.name}>
          <h3>{one.name}</h3>
          <Now device={one} />
          {may('bench.write') && <StandIn device={one} />}
          {may('settings.write') && (
            <Stack direction="horizontal" gap={2} className="actions">
              <Quiet onClick={() => setOpen(one.id)}>Change {one.name}</Quiet>
            </Stack>
          )}
          {open === one.id && <ChangeForm key={one.version} device={one} leave={leave} />}
        </section>
      ))}
      {may('settings.write') && open !== 'new' && (
        <Stack direction="horizontal" gap={2} className="actions">
          <Button onClick={() => setOpen('new')}>Set up a device</Button>
        </Stack>
      )}
      {open === 'new' && <NewForm leave={leave} />}
    </>
  );
}

function Now({ device }: { device: DeviceView }) {
  const shown = useDevice(device.id);
  return (
    <p>
      {KINDS[device.kind]}{' '}
      <span className="soft">
        · {device.simulated ? 'a stand-in of the demo' : `heard at ${device.address.slice('tcp://'.length)}`} ·
      </span>{' '}
      {shownWords(shown)}
    </p>
  );
}

/** What a device says now, in words. */
export function shownWords(shown: DeviceShown | null): string {
  if (!shown?.reached) return 'it cannot be reached';
  if (shown.shows === null) return shown.garbage > 0 ? 'what it sends cannot be read' : 'it is silent';
  switch (shown.is) {
    case 'oven':
      return `${shown.shows.ovenC.toFixed(1)} °C, set to ${shown.shows.setC} °C, door ${shown.shows.door}`;
    case 'meter':
      return shown.shows === 'empty' ? 'empty' : `${shown.shows.text} %, seed at ${shown.shows.seedC.toFixed(1)} °C`;
    case 'counter':
      return `${shown.shows.seeds} seeds, ${COUNTER[shown.shows.state]}`;
  }
}
const COUNTER = {
  idle: 'at rest',
  running: 'counting',
  done: 'done',
  'ran-out': 'no more seed in the channel',
  jam: 'jam in the channel',
} as const;

function NewForm({ leave }: { leave: () => void }) {
  const entry = useEntry({
    from: { name: '', kind: 'oven', address: '' },
    schema: newDeviceSchema,
    send: to(deviceRoutes.add, {}, { done: leave }),
  });
  return (
    <EntryForm entry={entry} title="A device" send="Add the device" leave={leave}>
      <div className="fields">
        <Field entry={entry} name="name" />
        <Field entry={entry} name="kind" />
        <Field entry={entry} name="address" />
      </div>
    </EntryForm>
  );
}

function ChangeForm({ device, leave }: { device: DeviceView; leave: () => void }) {
  const entry = useEntry({
    from: { name: device.name, address: device.address, reason: '' },
    schema: deviceChangeSchema,
    send: to(deviceRoutes.change, { device: device.id }, { version: device.version, done: leave }),
  });
  return (
    <EntryForm entry={entry} send="Save the change" leave={leave}>
      <div className="fields">
        <Field entry={entry} name="name" />
        <Field entry={entry} name="address" />
        <Field entry={entry} name="reason" />
      </div>
    </EntryForm>
  );
}
