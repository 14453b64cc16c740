import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import type { DeviceShown, DeviceView } from '@mercato/contract/devices/devices';
import { deviceRoutes } from '@mercato/contract/devices/routes';
import type { DeviceKind } from '@mercato/core/devices/watchDevice';
import { linkTo, reading } from '../api/routes.ts';

/** The devices of a kind that the server hears. */
export function useDevices(kind: DeviceKind): readonly DeviceView[] {
  const { data } = useQuery({ ...reading(deviceRoutes.list, {}), staleTime: 60_000 });
  return data?.devices.filter((one) => one.kind === kind) ?? [];
}

/** What an oven is asked about besides what it shows now. */
export interface OvenAsked {
  readonly band: { readonly least: number; readonly most: number } | null;
  /** An instant, ISO. */
  readonly since: string | null;
}

/** What a device shows, as long as somebody looks; null before it was heard, and where there is none. */
export function useDevice(id: string | null, { band, since }: OvenAsked = NOTHING): DeviceShown | null {
  const [shown, setShown] = useState<{ of: string; state: DeviceShown } | null>(null);
  const { least, most } = band ?? {};
  useEffect(() => {
    if (id === null) return;
    const events = new EventSource(
      linkTo(
        deviceRoutes.shown,
        { device: id },
        {
          ...(least === undefined || most === undefined ? {} : { least: String(least), most: String(most) }),
          ...(since === null ? {} : { since }),
        },
      ),
    );
    events.onmessage = (event: MessageEvent<string>) =>
      setShown({ of: id, state: JSON.parse(event.data) as DeviceShown });
    // Whatever stood before the line broke says nothing any more.
    events.onerror = () => setShown(null);
    return () => events.close();
  }, [id, least, most, since]);
  return shown !== null && shown.of === id ? shown.state : null;
}
const NOTHING: OvenAsked = { band: null, since: null };
