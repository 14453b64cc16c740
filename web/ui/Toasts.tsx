import { useEffect, useSyncExternalStore } from 'react';
import { Toast, ToastContainer } from 'react-bootstrap';

interface Told {
  readonly key: number;
  readonly words: string;
}
let told: readonly Told[] = [];
const listeners = new Set<() => void>();
function tell(next: readonly Told[]): void {
  told = next;
  for (const listener of listeners) listener();
}
const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => void listeners.delete(listener);
};

/** Says that something is done which the page itself does not show, and goes by itself. Faults never stand here. */
export function toast(words: string): void {
  tell([...told.slice(-2), { key: (told.at(-1)?.key ?? 0) + 1, words }]);
}

/** The package announces every toast as an alarm; what is done is no alarm. */
function saidCalmly(drawn: HTMLElement | null): void {
  drawn?.setAttribute('role', 'status');
  drawn?.setAttribute('aria-live', 'polite');
}

/** How long one stands, ms: enough to read two lines. */
const STANDS = 8000;

export function Toasts() {
  const all = useSyncExternalStore(subscribe, () => told);
  // What was told to one person is not shown to the next who signs in.
  useEffect(() => () => tell([]), []);
  return (
    <ToastContainer position="bottom-end" className="p-3 position-fixed no-print">
      {all.map(({ key, words }) => {
        const close = () => tell(told.filter((one) => one.key !== key));
        return (
          <Toast key={key} ref={saidCalmly} autohide delay={STANDS} onClose={close}>
            <Toast.Header closeLabel="close">
              <span className="me-auto">{words}</span>
            </Toast.Header>
          </Toast>
        );
      })}
    </ToastContainer>
  );
}
