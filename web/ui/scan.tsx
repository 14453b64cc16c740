import { createContext, type ReactNode, type RefObject, use, useCallback, useEffect, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { codeFaultWords } from '@mercato/contract/register/codeWords';
import type { ScanAnswer } from '@mercato/contract/register/lots';
import type { StoreScan } from '@mercato/contract/store/packets';
import { lotRoutes } from '@mercato/contract/register/routes';
import { readCode } from '@mercato/core/register/code';
import { Refused } from '../api/client.ts';
import { ask } from '../api/routes.ts';
import { useSession } from '../api/session.tsx';
import { useStation } from '../register/station.ts';

/** A station may take a scan itself; it then answers true, and nothing is opened. */
type ScanTaker = (answer: ScanAnswer) => boolean;
/** The same of packets and places. */
type StoreTaker = (answer: StoreScan) => boolean;
interface Takers {
  readonly vessel: ScanTaker;
  readonly store?: StoreTaker | undefined;
}
const Scans = createContext<((takers: Takers | null) => void) | null>(null);

/** Lets the calling screen take scans while it is shown. */
export function useScanTaker(vessel: ScanTaker, store?: StoreTaker): void {
  const hold = use(Scans);
  useEffect(() => {
    hold?.({ vessel, store });
    return () => hold?.(null);
  }, [hold, vessel, store]);
}

export interface Scan {
  readonly line: RefObject<HTMLInputElement | null>;
  /** What stands on the scan line. */
  readonly typed: string;
  readonly type: (typed: string) => void;
  /** Goes to the scan line, and remembers where the hands were. */
  readonly open: () => void;
  /** The same, to find something by its name. */
  readonly find: () => void;
  /** The hands came to the line by themselves, from there. */
  readonly cameFrom: (before: Element | null) => void;
  /** Gives the hands back to where they were. */
  readonly giveBack: () => void;
  readonly scanned: (code: string) => Promise<void>;
  /** Says why nothing was opened. */
  readonly say: (notice: string) => void;
  /** Why a code opened nothing. */
  readonly notice: string | null;
  readonly closeNotice: () => void;
  /** Lets a screen take scans itself; null = no more. */
  readonly hold: (takers: Takers | null) => void;
}

/** Around the screens that may take scans. */
export const ScanTaking = ({ scan, children }: { scan: Scan; children: ReactNode }) => (
  <Scans value={scan.hold}>{children}</Scans>
);

/** What a code that is scanned or typed opens, wherever the hands are. */
export function useScan(): Scan {
  const line = useRef<HTMLInputElement>(null);
  const before = useRef<Element | null>(null);
  const takers = useRef<Takers | null>(null);
  const [typed, type] = useState('');
  const [notice, setNotice] = useState<string | null>(null);
  const navigate = useNavigate();
  const { may } = useSession();
  const { here, act } = useStation();
  const go = useCallback((begin: string) => {
    if (document.activeElement !== line.current) before.current = document.activeElement;
    type(begin);
    setNotice(null);
    line.current?.focus();
  }, []);
  const open = useCallback(() => go('*'), [go]);
  const find = useCallback(() => go(''), [go]);
  const giveBack = () => {
    type('');
    const back = before.current;
    before.current = null;
    line.current?.blur(); // the page itself cannot take the focus, so the line lets it go first
    if (back instanceof HTMLElement && back.isConnected && back !== document.body) back.focus();
  };
  const scanned = async (code: string) => {
    giveBack();
    const reading = readCode(code);
    if (!reading.ok) {
      setNotice(codeFaultWords(reading.fault));
      return;
    }
    try {
      const answer = await ask(lotRoutes.scan, { code: reading.code });
      if ('store' in answer) {
        if (!takers.current?.store?.(answer)) void navigate(answer.open);
        return;
      }
      // At a station a scanned vessel is put on the bench, or refused while another lot is open there.
      if (here && may('sampling.write')) await act(here.id, { what: 'take', code: reading.code });
      if (!takers.current?.vessel(answer)) void navigate(answer.open);
    } catch (error) {
      setNotice(error instanceof Refused ? error.message : 'The code could not be looked up.');
    }
  };
  const hold = useCallback((next: Takers | null) => {
    takers.current = next;
  }, []);
  return {
    line,
    typed,
    type,
    open,
    find,
    cameFrom: (from) => {
      before.current ??= from;
    },
    giveBack,
    scanned,
    say: setNotice,
    notice,
    closeNotice: () => setNotice(null),
    hold,
  };
}
