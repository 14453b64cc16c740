import { useQuery } from '@tanstack/react-query';
import { createContext, type ReactNode, use, useEffect, useMemo, useRef, useState } from 'react';
import type { BalanceView, WeighedOn } from '@mercato/contract/devices/balances';
import { balanceRoutes } from '@mercato/contract/devices/routes';
import { type AskedDecimals, type Taken, takeReading } from '@mercato/core/devices/takeReading';
import { type BalanceState, NOTHING_SHOWN } from '@mercato/core/devices/watchReadings';
import { reading } from '../api/routes.ts';
import { type BalanceSource, serialBalance, serialOf, type SerialPort, serverBalance } from './sources.ts';

const PLACE = 'mercato.balance';
const SAME_MS = 300;

export interface BalanceHere {
  readonly balances: readonly BalanceView[];
  /** The balance of this bench, as this browser was told; null where none is. */
  readonly balance: BalanceView | null;
  readonly choose: (id: string | null) => void;
  /** Hears whenever what it shows may have changed. */
  readonly subscribe: (listener: () => void) => () => void;
  readonly state: () => BalanceState;
  readonly reached: () => boolean;
  /** Takes the reading with so many decimals, or says why not; null where no balance is read but by eye. */
  readonly take: (decimals: AskedDecimals) => Taken | null;
  /** Why a balance is used although its check is overdue or failed. */
  readonly why: string;
  readonly setWhy: (why: string) => void;
  /** The note that goes with a figure from it. */
  readonly note: () => WeighedOn | null;
  /** Opens the serial port that a person chooses; only where the balance is read by the browser. */
  readonly connect: (() => Promise<void>) | null;
}

const Here = createContext<BalanceHere | null>(null);
export const useBalanceHere = (): BalanceHere | null => use(Here);

export const useBalances = () => useQuery({ ...reading(balanceRoutes.list, {}), refetchInterval: 60_000 });

const CHECKS = { overdue: 'is overdue', failed: 'failed', never: 'was never made' } as const;

/** Gives the screens of a bench the balance that stands beside them. */
export function WithBalance({ children }: { children: ReactNode }) {
  const { data } = useBalances();
  const balances = useMemo(() => data?.balances ?? [], [data]);
  const [chosen, setChosen] = useState(() => localStorage.getItem(PLACE));
  const [why, setWhy] = useState('');
  const [port, setPort] = useState<SerialPort | null>(null);
  const listeners = useRef(new Set<() => void>());
  const source = useRef<BalanceSource | null>(null);
  /** The reading that was taken last: the same one is no second weighing. */
  const taken = useRef<number | null>(null);
  const balance = balances.find((one) => one.id === chosen) ?? null;
  const { id, address = '', pattern = '', overload = '', baudRate = 9600 } = balance ?? {};
  const serial = address === 'serial';
  useEffect(() => {
    const tell = () => {
      for (const listener of listeners.current) listener();
    };
    const mine =
      id === undefined
        ? null
        : address.startsWith('tcp://')
          ? serverBalance({ id }, tell)
          : serial && port
            ? serialBalance(port, { pattern, overload, baudRate }, tell)
            : null;
    source.current = mine;
    taken.current = null;
    tell();
    // What nobody hears of grows old by itself.
    const timer = setInterval(tell, 500);
    return () => {
      clearInterval(timer);
      mine?.stop();
      source.current = null;
    };
  }, [id, address, serial, port, pattern, overload, baudRate]);
  // A port that was allowed before is opened without asking again.
  useEffect(() => {
    if (!serial) return;
    let left = false;
    void serialOf(navigator)
      ?.getPorts()
      .then(([known]) => {
        if (!left && known) setPort(known);
      });
    return () => {
      left = true;
    };
  }, [serial]);
  const value = useMemo<BalanceHere>(() => {
    const unsound = balance && balance.check !== 'good' && why.trim().length < 3 ? balance.check : null;
    return {
      balances,
      balance,
      choose: (next) => {
        if (next === null) localStorage.removeItem(PLACE);
        else localStorage.setItem(PLACE, next);
        setChosen(next);
      },
      subscribe: (listener) => {
        listeners.current.add(listener);
        return () => listeners.current.delete(listener);
      },
      state: () => source.current?.state() ?? NOTHING_SHOWN,
      reached: () => source.current?.reached() ?? false,
      take: (decimals) => {
        if (!balance || balance.address === '') return null;
        if (!source.current)
          return {
            ok: false,
            reason: `${balance.name} is not connected: choose its serial port below, or type the figure.`,
          };
        const state = source.current.state();
        if (unsound !== null)
          return {
            ok: false,
            reason: `The check of ${balance.name} ${CHECKS[unsound]}: check it, or say below why it is used all the same.`,
          };
        const reading = takeReading(state, balance.resolution, decimals);
        // Ages come over the network: the same moment is not the same number twice.
        const same = taken.current !== null && Math.abs(taken.current - (state.steadySince ?? 0)) < SAME_MS;
        if (reading.ok && same)
          return { ok: false, reason: 'This reading was taken already: put the next part on the pan.' };
        if (reading.ok) taken.current = state.steadySince;
        return reading;
      },
      why,
      setWhy,
      note: () =>
        balance && {
          balanceId: balance.id,
          ...(balance.check !== 'good' && why.trim() ? { why: why.trim() } : {}),
        },
      connect:
        serial && serialOf(navigator) ? async () => setPort((await serialOf(navigator)?.requestPort()) ?? null) : null,
    };
  }, [balances, balance, why, serial]);
  return <Here value={value}>{children}</Here>;
}
