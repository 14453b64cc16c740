import type { WeightWeighings } from '@mercato/contract/weight/weight';
import { deviceRoutes } from '@mercato/contract/devices/routes';
import { countOf } from '@mercato/core/devices/deviceLines';
import { send } from '../api/routes.ts';
import { shownWords } from '../devices/Devices.tsx';
import { useDevice, useDevices } from '../devices/deviceHere.ts';
import { StandIn } from '../devices/StandIn.tsx';
import { useAct } from '../ui/act.ts';
import { Small } from '../ui/Buttons.tsx';
import { Trouble } from '../ui/fields.tsx';

export type ByCounter = NonNullable<NonNullable<WeightWeighings['whole']>['counter']>;

/** What the seed counters show, and its count taken over once it stands. */
export function CounterTells({ onTake }: { onTake: (seeds: string, by: ByCounter) => void }) {
  const [device] = useDevices('counter');
  const shown = useDevice(device?.id ?? null);
  const { act, trouble } = useAct();
  if (!device) return null;
  const shows = shown?.is === 'counter' && shown.reached ? shown.shows : null;
  const count = countOf(shows);
  const tell = (body: object) => void act(() => send(deviceRoutes.act, { device: device.id }, body));
  return (
    <section aria-label={`${device.name} tells`} className="my-2">
      <p>
        {device.name}: <span className="fig">{shownWords(shown)}</span>{' '}
        <Small onClick={() => tell({ what: 'start', seeds: 0 })}>Count all of it</Small>{' '}
        {count.ok && shows && (
          <Small
            onClick={() => onTake(String(count.seeds), { device: device.id, long: shows.long, short: shows.short })}
          >
            Take {count.seeds} seeds
          </Small>
        )}
      </p>
      {shows && shows.long + shows.short > 0 && (
        <p className={count.ok && count.doubt ? 'outside' : 'soft'}>
          {shows.long} pulses were longer than a seed’s, {shows.short} shorter:{' '}
          {count.ok && count.doubt
            ? 'seeds passed in pairs, or dust was counted. Feed slower and count again, or count by hand.'
            : 'within the limit of 0.5 %.'}
        </p>
      )}
      {shows?.state === 'ran-out' && <p className="soft">Check the hopper: seed may be left in it.</p>}
      {shows?.state === 'jam' && <p className="outside">Clear the channel, pour all seed back, and count again.</p>}
      <Trouble text={trouble} />
      <StandIn device={device} />
    </section>
  );
}
