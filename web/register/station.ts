import { useQuery } from '@tanstack/react-query';
import { useCallback, useSyncExternalStore } from 'react';
import { stationRoutes } from '@mercato/contract/register/routes';
import type { StationAct } from '@mercato/contract/register/stations';
import { reading, send } from '../api/routes.ts';

const KEY = 'mercato.station';
const listeners = new Set<() => void>();
const subscribe = (listener: () => void) => {
  listeners.add(listener);
  window.addEventListener('storage', listener);
  return () => {
    listeners.delete(listener);
    window.removeEventListener('storage', listener);
  };
};

/** The station where this browser stands, remembered on this machine; undefined when it stands nowhere. */
export function useStation(always = false) {
  const id = useSyncExternalStore(subscribe, () => localStorage.getItem(KEY));
  const { data } = useQuery({ ...reading(stationRoutes.list, {}), enabled: always || id !== null });
  const standAt = useCallback((next: string | null) => {
    if (next === null) localStorage.removeItem(KEY);
    else localStorage.setItem(KEY, next);
    for (const listener of listeners) listener();
  }, []);
  const act = useCallback(async (at: string, what: StationAct) => {
    await send(stationRoutes.act, { station: at }, what);
  }, []);
  return { stations: data?.stations, here: data?.stations.find((one) => one.id === id), standAt, act };
}
