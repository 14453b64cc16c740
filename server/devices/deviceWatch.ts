import type { DeviceShown } from '@mercato/contract/devices/devices';
import { backAtOf, type OvenBand, ovenSeen } from '@mercato/core/devices/ovenLog';
import { type DeviceState, DeviceWatch } from '@mercato/core/devices/watchDevice';
import type { Device } from './devices.ts';
import type { Heard, Reached } from './hub.ts';

/** An oven tells its log whenever it is reached: so much of it, ms. */
const LOG_MS = 48 * 3_600_000;

/** How a device is heard. */
export const hearDevice = ({ kind, address }: Device): Heard<DeviceState> => ({
  address,
  reads: kind,
  watch: () => new DeviceWatch(kind),
  ...(kind === 'oven' ? { greeting: (now: number) => `LOG ${new Date(now - LOG_MS).toISOString()}` } : {}),
});

/** How often an oven's log is gone through, ms. */
const LOG_EVERY_MS = 1000;

/**
 * Tells what a device shows, whenever that changes.
 * @param query  of an oven: `least` and `most`, °C, and `since`, an instant; what cannot be read is not asked about
 */
export function shownTo(
  query: Readonly<Record<string, unknown>>,
  emit: (shown: DeviceShown) => boolean,
): (state: Reached<DeviceState>) => void {
  const [least, most] = [Number(query.least), Number(query.most)];
  const band = query.least !== undefined && least <= most ? { least, most } : null;
  const since = typeof query.since === 'string' ? Date.parse(query.since) : NaN;
  let told = '';
  let ofLog = NOTHING;
  let lookedAt = 0;
  return (state) => {
    // A silent oven tells nothing, not even what it told before.
    if (state.is === 'oven' && !state.shows) ofLog = NOTHING;
    else if (state.is === 'oven' && band && Date.now() - lookedAt >= LOG_EVERY_MS) {
      ofLog = fromLog(state, band, since);
      lookedAt = Date.now();
    }
    const shown = shownBy(state, ofLog);
    const next = JSON.stringify(shown);
    if (next === told) return;
    if (emit(shown)) told = next;
  };
}

const NOTHING: ReturnType<typeof fromLog> = { backAt: null, seen: null };

function shownBy(state: Reached<DeviceState>, ofLog: ReturnType<typeof fromLog>): DeviceShown {
  if (state.is !== 'oven') return state;
  const { log: _log, ...shown } = state;
  return { ...shown, ...ofLog };
}

function fromLog(
  { log, shows }: Extract<DeviceState, { is: 'oven' }>,
  band: OvenBand,
  since: number,
): Pick<Extract<DeviceShown, { is: 'oven' }>, 'backAt' | 'seen'> {
  const back = backAtOf(log, band);
  return {
    backAt: back === null ? null : new Date(back).toISOString(),
    seen: Number.isNaN(since) || !shows ? null : ovenSeen(log, since, shows.at, band),
  };
}
