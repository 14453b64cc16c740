import { lazy, type ReactNode, Suspense, useCallback, useEffect, useState, useSyncExternalStore } from 'react';
import { cache } from '../api/cache.ts';
import { Refused } from '../api/client.ts';
import { Freshener, listenLive } from '../api/live.ts';
import { useSession } from '../api/session.tsx';
import { Bar } from './Bar.tsx';
import { Inline } from './Buttons.tsx';
import { Notice } from './Notice.tsx';
import { Toasts } from './Toasts.tsx';
import { KeyBoardFrame } from './keys.tsx';
import { ScanTaking, useScan } from './scan.tsx';

const CameraScan = lazy(() => import('./CameraScan.tsx'));
const InsideExample = lazy(() => import('../register/InsideExample.tsx'));

/**
 * Why something that this screen shows is missing or old: the server is out of reach, or answered with a fault of its
 * own; null when all is well. What it refuses (4xx) is the screen's own to tell.
 */
function useTrouble(): string | null {
  return useSyncExternalStore(
    useCallback((listener: () => void) => cache.getQueryCache().subscribe(listener), []),
    () => {
      const failed = cache
        .getQueryCache()
        .findAll({ type: 'active' })
        .flatMap(({ state }) => (state.status === 'error' ? [state.error] : []))
        .filter((error) => !(error instanceof Refused) || error.status === 0 || error.status >= 500);
      if (failed.length === 0) return null;
      return failed.some((error) => error instanceof Refused && error.status === 0) ? OUT_OF_REACH : HALF_LOADED;
    },
  );
}

const OUT_OF_REACH =
  'The server cannot be reached: what is shown here may be missing or old. Samples that are taken on the walk are saved on this machine, and sent later.';
const HALF_LOADED = 'The server could not answer everything that belongs here: what is shown may be missing or old.';

/** The frame around every signed-in screen: bar, scan line, keys. */
export function Shell({ children }: { children: ReactNode }) {
  const [camera, setCamera] = useState(false);
  const scan = useScan();
  const trouble = useTrouble();
  const newer = useLive();
  const { session } = useSession();
  return (
    <KeyBoardFrame onScan={scan.open} onFind={scan.find}>
      <Bar scan={scan} openCamera={() => setCamera(true)} />
      {session?.example.inside && (
        <Suspense>
          <InsideExample />
        </Suspense>
      )}
      {scan.notice && (
        <Notice bad onClose={scan.closeNotice} className="m-0">
          {scan.notice}
        </Notice>
      )}
      {trouble && (
        <Notice bad role="status" className="m-0">
          {trouble}{' '}
          <Inline
            onClick={() =>
              void cache.refetchQueries({ type: 'active', predicate: ({ state }) => state.status === 'error' })
            }
          >
            try again
          </Inline>
        </Notice>
      )}
      {newer && (
        <Notice className="m-0">
          Somebody else wrote here meanwhile: it is shown once your figures are saved or left.
        </Notice>
      )}
      {camera && (
        <Suspense>
          <CameraScan
            found={(code) => {
              setCamera(false);
              void scan.scanned(code);
            }}
            leave={() => setCamera(false)}
          />
        </Suspense>
      )}
      <ScanTaking scan={scan}>{children}</ScanTaking>
      <Toasts />
    </KeyBoardFrame>
  );
}

/** Shows what others write as they write it; answers whether something newer waits for a form that is being filled in. */
function useLive(): boolean {
  const [waits, setWaits] = useState(false);
  useEffect(() => {
    const freshener = new Freshener(setWaits);
    const leave = listenLive((note) => freshener.take(note));
    return () => {
      leave();
      freshener.stop();
    };
  }, []);
  return waits;
}
