import { lotRoutes, sessionRoutes } from '@mercato/contract/register/routes';
import { ask, send } from '../api/routes.ts';
import { codeFaultWords } from '@mercato/contract/register/codeWords';
import type { ScanAnswer } from '@mercato/contract/register/lots';
import { readCode } from '@mercato/core/register/code';
import { useQueryClient, type QueryClient } from '@tanstack/react-query';
import {
  createContext,
  lazy,
  Suspense,
  use,
  useCallback,
  useEffect,
  useRef,
  useState,
  useSyncExternalStore,
  type JSX,
  type ReactNode,
} from 'react';
import { Link, NavLink, useNavigate } from 'react-router';
import { Refused } from '../api/client.ts';
import { Freshener, listenLive } from '../api/live.ts';
import { useSession } from '../api/session.tsx';
import { useStation } from '../register/station.ts';
import { KeyBoardFrame } from './keys.tsx';

const CameraScan = lazy(() => import('./CameraScan.tsx'));

/** A station may take a scan itself; it then answers true, and nothing is opened. */
type ScanTaker = (answer: ScanAnswer) => boolean;
const Scans = createContext<((taker: ScanTaker | null) => void) | null>(null);

/** Lets the calling screen take scans while it is shown. */
export function useScanTaker(taker: ScanTaker): void {
  const hold = use(Scans);
  useEffect(() => {
    hold?.(taker);
    return () => hold?.(null);
  }, [hold, taker]);
}

/**
 * Why something that this screen shows is missing or old: the server is out of reach, or answered with a fault of its
 * own; null when all is well. What it refuses (4xx) is the screen's own to tell.
 */
function useTrouble(): string | null {
  const cache = useQueryClient().getQueryCache();
  return useSyncExternalStore(
    useCallback((listener: () => void) => cache.subscribe(listener), [cache]),
    () => {
      const failed = cache
        .findAll({ type: 'active' })
        .flatMap(({ state }) => (state.status === 'error' ? [state.error] : []))
        .filter((error) => !(error instanceof Refused) || error.status === 0 || error.status >= 500);
      if (failed.length === 0) return null;
      return failed.some((error) => error instanceof Refused && error.status === 0) ? OUT_OF_REACH : HALF_LOADED;
    },
  );
}

const OUT_OF_REACH =
  'The server cannot be reached: what is shown here may be missing or old. Samples that are taken on the walk are kept on this machine, and sent later.';
const HALF_LOADED = 'The server could not answer everything that belongs here: what is shown may be missing or old.';

/** The frame around every signed-in screen: bar, scan line, keys. */
export function Shell({ children }: { children: ReactNode }): JSX.Element {
  const { session, may } = useSession();
  const scanLine = useRef<HTMLInputElement>(null);
  const before = useRef<Element | null>(null);
  const taker = useRef<ScanTaker | null>(null);
  const [typed, setTyped] = useState('');
  const [notice, setNotice] = useState<string | null>(null);
  const [camera, setCamera] = useState(false);
  const navigate = useNavigate();
  const client = useQueryClient();
  const { here, act } = useStation();
  const trouble = useTrouble();
  const newer = useLive(client);

  const openScan = useCallback(() => {
    if (document.activeElement !== scanLine.current) before.current = document.activeElement;
    setTyped('*');
    setNotice(null);
    scanLine.current?.focus();
  }, []);
  const giveBack = () => {
    setTyped('');
    const back = before.current;
    before.current = null;
    scanLine.current?.blur(); // the page itself cannot take the focus, so the line lets it go first
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
        void navigate(answer.open);
        return;
      }
      // At a station a scanned vessel is put on the bench, or refused while another lot is open there.
      if (here && may('sampling.write')) await act(here.id, { what: 'take', code: reading.code });
      if (!taker.current?.(answer)) void navigate(answer.open);
    } catch (error) {
      setNotice(error instanceof Refused ? error.message : 'The code could not be looked up.');
    }
  };
  const signOut = async () => {
    await send(client, sessionRoutes.signOut, {}, undefined).catch(() => undefined);
    client.clear();
    if ('caches' in window) await caches.delete('mercato-day');
    void navigate('/sign-in');
  };
  const hold = useCallback((next: ScanTaker | null) => {
    taker.current = next;
  }, []);

  return (
    <KeyBoardFrame onScan={openScan}>
      <header className="bar">
        <Link className="mark" to="/lots">
          Mercato
        </Link>
        <nav aria-label="Main">
          <NavLink to="/lots">Lots</NavLink>
          <NavLink to="/store">Store</NavLink>
          <NavLink to="/quick">Quick answer</NavLink>
          <NavLink to="/stations">Stations</NavLink>
          <NavLink to="/rules">Rule books</NavLink>
          <NavLink to="/calculators">Calculators</NavLink>
          {may('people.write') && <NavLink to="/people">People</NavLink>}
        </nav>
        <form
          className="scan"
          role="search"
          onSubmit={(event) => {
            event.preventDefault();
            void scanned(typed);
          }}
        >
          <input
            ref={scanLine}
            data-scan="yes"
            aria-label="scan or type a code"
            placeholder="scan or type a code"
            value={typed}
            autoComplete="off"
            spellCheck={false}
            onFocus={(event) => {
              if (!before.current) before.current = event.relatedTarget;
            }}
            onChange={(event) => setTyped(event.target.value)}
            onKeyDown={(event) => {
              if (event.key === 'Escape') giveBack();
            }}
          />
          <button type="button" className="bare" onClick={() => setCamera(true)}>
            camera
          </button>
        </form>
        {here && (
          <Link className="plain" to="/stations">
            {here.name}
            {here.lot && (
              <>
                {' · '}
                <span className="fig">{here.lot.reference}</span>
              </>
            )}
          </Link>
        )}
        <ThemeSwitch />
        <Link className="plain" to="/me">
          {session?.person?.name}
        </Link>
        <button type="button" className="bare" onClick={() => void signOut()}>
          sign out
        </button>
      </header>
      {notice && (
        <div className="notice bad" role="alert">
          <span>{notice}</span>
          <button type="button" className="bare" onClick={() => setNotice(null)}>
            close
          </button>
        </div>
      )}
      {trouble && (
        <div className="notice bad" role="status">
          <span>{trouble}</span>
          <button
            type="button"
            className="bare"
            onClick={() => {
              void client.refetchQueries({ type: 'active', predicate: ({ state }) => state.status === 'error' });
            }}
          >
            try again
          </button>
        </div>
      )}
      {newer && (
        <div className="notice" role="status">
          <span>Somebody else wrote here meanwhile: it is shown once your figures are kept or left.</span>
        </div>
      )}
      {camera && (
        <Suspense>
          <CameraScan
            found={(code) => {
              setCamera(false);
              void scanned(code);
            }}
            leave={() => setCamera(false)}
          />
        </Suspense>
      )}
      <Scans value={hold}>{children}</Scans>
    </KeyBoardFrame>
  );
}

/** Shows what others write as they write it; answers whether something newer waits for a form that is being filled in. */
function useLive(client: QueryClient): boolean {
  const [waits, setWaits] = useState(false);
  useEffect(() => {
    const freshener = new Freshener(client, setWaits);
    const leave = listenLive((note) => freshener.take(note));
    return () => {
      leave();
      freshener.stop();
    };
  }, [client]);
  return waits;
}

/** Light for the desk, dark for the germination room; remembered on this machine. */
export function ThemeSwitch(): JSX.Element {
  const [theme, setTheme] = useState(() => document.documentElement.dataset.bsTheme ?? 'light');
  const other = theme === 'dark' ? 'light' : 'dark';
  return (
    <button
      type="button"
      className="bare"
      onClick={() => {
        document.documentElement.dataset.bsTheme = other;
        localStorage.setItem('mercato.theme', other);
        setTheme(other);
      }}
    >
      {other}
    </button>
  );
}
