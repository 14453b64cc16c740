import { ReceiptText } from 'lucide-react';
import { type MouseEvent, type ReactNode, useState, useSyncExternalStore } from 'react';
import { Offcanvas } from 'react-bootstrap';
import { Quiet } from './Buttons.tsx';

/** Below this the slip has no room beside the work. */
const WIDE = '(min-width: 861px)';
// Where pages are only read, as in a test, there is none.
const media = () => (typeof window.matchMedia === 'function' ? window.matchMedia(WIDE) : null);

function useWide(): boolean {
  return useSyncExternalStore(
    (changed) => {
      const list = media();
      list?.addEventListener('change', changed);
      return () => list?.removeEventListener('change', changed);
    },
    () => media()?.matches ?? true,
  );
}

interface StationProps {
  slip: ReactNode;
  /** What the slip is about, where it is chosen on the page: another choice draws it out. */
  of?: string | null;
  children: ReactNode;
}

/** The work, and beside it the slip with its working; on a narrow screen the slip is drawn out from the edge. */
export function Station({ slip, of = null, children }: StationProps) {
  const wide = useWide();
  const [out, setOut] = useState(of !== null);
  const [about, setAbout] = useState(of);
  if (about !== of) {
    setAbout(of);
    setOut(of !== null);
  }
  // A figure that opens its working draws it out, too.
  const drawOut = (event: MouseEvent) => {
    if (event.target instanceof Element && event.target.closest('.opens')) setOut(true);
  };
  return (
    <main className="station">
      <section onClick={drawOut}>{children}</section>
      {wide ? (
        <aside className="slip">{slip}</aside>
      ) : (
        <>
          <Quiet className="draws-slip" onClick={() => setOut(true)}>
            <ReceiptText size={18} aria-hidden /> Working
          </Quiet>
          <Offcanvas
            show={out}
            onHide={() => setOut(false)}
            placement="end"
            aria-label="Working"
            // What was chosen may be written to: a tap beside the drawer does not take it away.
            {...(of === null ? {} : { backdrop: 'static' as const })}
          >
            <Offcanvas.Header closeButton closeLabel="close" />
            <Offcanvas.Body className="slip">{slip}</Offcanvas.Body>
          </Offcanvas>
        </>
      )}
    </main>
  );
}
