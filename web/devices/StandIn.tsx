import { useState } from 'react';
import { Form } from 'react-bootstrap';
import { DEVICE_FAULTS, type DeviceAct, type DeviceView } from '@mercato/contract/devices/devices';
import { deviceRoutes } from '@mercato/contract/devices/routes';
import { send } from '../api/routes.ts';
import { Inline, Small } from '../ui/Buttons.tsx';
import { Fold } from '../ui/Fold.tsx';
import { useAct } from '../ui/act.ts';
import { figureOf } from '../ui/typedBody.ts';

/** What hands do at a device: a stand-in has none of its own. */
export function StandIn({ device }: { device: DeviceView }) {
  const { act: attempt, trouble } = useAct();
  const act = (body: DeviceAct | Record<string, unknown>) =>
    void attempt(() => send(deviceRoutes.act, { device: device.id }, body));
  if (!device.simulated) return null;
  return (
    <Fold title={`hands at ${device.name}: a stand-in of the demo`} className="pan">
      <div className="clock d-flex flex-wrap align-items-baseline gap-3">
        {device.kind === 'oven' && (
          <>
            <Small onClick={() => act({ what: 'door', door: 'open' })}>Open its door</Small>
            <Small onClick={() => act({ what: 'door', door: 'shut' })}>Shut its door</Small>
            <Told label="set to, °C" word="Set" proposed="103" act={([degrees]) => act({ what: 'set', degrees })} />
          </>
        )}
        {device.kind === 'meter' && (
          <>
            <Told
              label="seed of how many percent, and °C"
              word="Pour"
              proposed="11.4 21.5"
              act={([percent, seedC]) => act({ what: 'pour', percent, seedC })}
            />
            <Small onClick={() => act({ what: 'empty' })}>Empty it</Small>
          </>
        )}
        {device.kind === 'counter' && (
          <>
            <Told
              label="seeds into its hopper"
              word="Load"
              proposed="700"
              act={([seeds]) => act({ what: 'load', seeds })}
            />
          </>
        )}
        {DEVICE_FAULTS[device.kind].map((fault) => (
          <Inline key={fault} onClick={() => act({ what: 'fault', fault })}>
            {fault}
          </Inline>
        ))}
        {trouble && (
          <span className="outside" role="alert">
            {trouble}
          </span>
        )}
      </div>
    </Fold>
  );
}

interface ToldProps {
  label: string;
  word: string;
  proposed: string;
  act: (figures: readonly unknown[]) => void;
}

/** Figures that go with an act, with blanks between them. */
function Told({ label, word, proposed, act }: ToldProps) {
  const [text, setText] = useState(proposed);
  return (
    <span className="d-inline-flex align-items-baseline gap-2">
      <Form.Control
        aria-label={label}
        className="num c-2"
        inputMode="decimal"
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <Small onClick={() => act(text.trim().split(/\s+/).map(figureOf))}>{word}</Small>
    </span>
  );
}
