import type { DeviceView } from '@mercato/contract/devices/devices';
import type { OvenSeen } from '@mercato/core/devices/ovenLog';
import { shortInstant } from '../api/session.tsx';
import { type OvenAsked, useDevice, useDevices } from '../devices/deviceHere.ts';
import { StandIn } from '../devices/StandIn.tsx';
import { useSession } from '../api/session.tsx';

/** An oven that is heard by its name, and what it tells. */
export interface OvenHeard {
  readonly device: DeviceView;
  /** What it shows now, °C; null while it is silent. */
  readonly ovenC: number | null;
  /** Whether the book says how warm it is to be. */
  readonly known: boolean;
  readonly door: 'shut' | 'open' | null;
  /** Since when it is back at the temperature of the method, ISO; null while it is not. */
  readonly backAt: string | null;
  /** What it was like since its time began; null where its log does not speak for all of it. */
  readonly seen: OvenSeen | null;
}

/**
 * The oven of that name, where it is heard; null where its figures are typed.
 * @param after  when the last of the containers was weighed in, ISO
 */
export function useOven(name: string, { after, ...asked }: OvenAsked & { readonly after: string }): OvenHeard | null {
  const device = useDevices('oven').find((one) => one.name === name.trim()) ?? null;
  const shown = useDevice(device?.id ?? null, asked);
  if (!device) return null;
  const now = shown?.is === 'oven' && shown.reached ? shown : null;
  return {
    device,
    ovenC: now?.shows?.ovenC ?? null,
    known: asked.band !== null,
    door: now?.shows?.door ?? null,
    // Back since before the containers were weighed in: they cannot stand in it since then.
    backAt: now?.backAt && now.backAt > after ? now.backAt : null,
    seen: now?.seen ?? null,
  };
}

const tenth = (value: number) => Number(value.toFixed(1));

/** What goes with a press: that its time began, or that seed was taken out. */
export function heardWith(oven: OvenHeard | null, what: 'backAt' | 'outAt') {
  if (!oven || oven.ovenC === null) return {};
  const { device, seen } = oven;
  if (what === 'backAt') return { heard: { device: device.id, ovenC: tenth(oven.ovenC) } };
  if (!seen) return {};
  return {
    heard: {
      device: device.id,
      coldestC: tenth(seen.coldestC),
      warmestC: tenth(seen.warmestC),
      outsideMinutes: tenth(seen.outsideMinutes),
      opened: seen.opened,
    },
  };
}

/** What an oven tells by itself, in a line. */
export function OvenTells({ oven, since }: { oven: OvenHeard | null; since: string | null }) {
  const { session, may } = useSession();
  if (!oven) return null;
  const zone = session?.laboratory.zone ?? 'UTC';
  const { device, ovenC, door, backAt, seen, known } = oven;
  return (
    <>
      <p className="mb-1" aria-label={`${device.name} tells`}>
        {ovenC === null ? (
          <span className="soft">{device.name}: no connection. Type the figures.</span>
        ) : (
          <>
            {device.name} shows <span className="fig">{ovenC.toFixed(1)} °C</span>
            {door === 'open' && <span className="outside">, its door is open</span>}
            {since === null &&
              known &&
              (backAt === null
                ? door === 'shut' && (
                    <span className="soft">
                      , not back at its temperature since the containers were weighed in and its door was open
                    </span>
                  )
                : `, back at its temperature since ${shortInstant(backAt, zone)}`)}
          </>
        )}
        {since !== null && seen && (
          <span className={seen.outsideMinutes > 0 ? 'outside' : 'soft'}>
            {' '}
            · {seen.coldestC.toFixed(1)} to {seen.warmestC.toFixed(1)} °C since then
            {seen.opened > 0 && `, opened ${seen.opened === 1 ? 'once' : `${seen.opened} times`}`}
            {seen.outsideMinutes > 0 && `, ${Math.ceil(seen.outsideMinutes)} min outside what is permitted`}
          </span>
        )}
      </p>
      {may('bench.write') && <StandIn device={device} />}
    </>
  );
}
