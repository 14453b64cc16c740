import { createContext, type ReactNode, use, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { Modal, Table } from 'react-bootstrap';
import { Link } from 'react-router';

/** What one key does on a screen. Letters and digits act outside text fields alone. */
export interface KeyBinding {
  readonly key: string;
  readonly says: string;
  readonly act: () => void;
  readonly shown?: string;
}

interface KeyBoard {
  add: (list: { current: readonly KeyBinding[] }) => () => void;
}
const Keys = createContext<KeyBoard | null>(null);

const inText = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable ||
    target instanceof HTMLTextAreaElement ||
    target instanceof HTMLSelectElement ||
    (target instanceof HTMLInputElement && !['checkbox', 'radio', 'button', 'submit'].includes(target.type)));

interface KeyBoardFrameProps {
  children: ReactNode;
  onScan: () => void;
  onFind: () => void;
}

/** Listens once for all screens; `?` lists the keys of what is shown. `*` is the scanner's and goes to `onScan`, even out of a text field; so does Ctrl+K to `onFind`. */
export function KeyBoardFrame({ children, onScan, onFind }: KeyBoardFrameProps) {
  const lists = useRef(new Set<{ current: readonly KeyBinding[] }>());
  const [shown, setShown] = useState<readonly KeyBinding[] | null>(null);
  const board = useMemo<KeyBoard>(
    () => ({
      add: (list) => {
        lists.current.add(list);
        return () => lists.current.delete(list);
      },
    }),
    [],
  );
  useLayoutEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if ((event.ctrlKey || event.metaKey) && event.key === 'k') {
        event.preventDefault();
        onFind();
        return;
      }
      if (event.ctrlKey || event.metaKey || event.altKey || event.isComposing) return;
      if (event.key === '*' && !(event.target instanceof HTMLElement && event.target.dataset.scan)) {
        event.preventDefault();
        onScan();
        return;
      }
      if (inText(event.target) || document.querySelector('.modal.show')) return;
      const bindings = [...lists.current].flatMap((list) => list.current);
      if (event.key === '?') {
        event.preventDefault();
        setShown(bindings);
        return;
      }
      // Enter and blank belong to the control that has the focus.
      if (
        (event.key === 'Enter' || event.key === ' ') &&
        event.target instanceof HTMLElement &&
        event.target.matches('button, a, summary')
      )
        return;
      const found = bindings.find((one) => one.key.toLowerCase() === event.key.toLowerCase());
      if (!found) return;
      event.preventDefault();
      found.act();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [onScan, onFind]);
  return (
    <Keys value={board}>
      {children}
      <Modal show={shown !== null} onHide={() => setShown(null)} aria-labelledby="keys-title" animation={false}>
        <Modal.Header closeButton>
          <h2 id="keys-title">Keys of this screen</h2>
        </Modal.Header>
        <Modal.Body>
          <Table>
            <tbody>
              {shown?.map((one, i) => (
                <tr key={i}>
                  <td>
                    <Key>{one.shown ?? one.key}</Key>
                  </td>
                  <td>{one.says}</td>
                </tr>
              ))}
              <tr>
                <td>
                  <Key>*</Key>
                </td>
                <td>scan or type a code</td>
              </tr>
              <tr>
                <td>
                  <Key>Ctrl K</Key>
                </td>
                <td>find anything</td>
              </tr>
              <tr>
                <td>
                  <Key>?</Key>
                </td>
                <td>this list</td>
              </tr>
            </tbody>
          </Table>
        </Modal.Body>
      </Modal>
    </Keys>
  );
}

/** Binds keys while the calling screen is shown. */
export function useKeys(bindings: readonly KeyBinding[]): void {
  const board = use(Keys);
  const list = useRef(bindings);
  // Before the screen is painted: whoever sees it can use its keys.
  useLayoutEffect(() => {
    list.current = bindings;
  });
  useLayoutEffect(() => board?.add(list), [board]);
}

export function Key({ children }: { children: ReactNode }) {
  return <span className="key">{children}</span>;
}

interface KeyLinkProps {
  of: string;
  to: string;
  children: ReactNode;
}

/** A way that a key goes too. */
export const KeyLink = ({ of, to, children }: KeyLinkProps) => (
  <span>
    <Key>{of}</Key>{' '}
    <Link className="plain" to={to}>
      {children}
    </Link>
  </span>
);

/** The keys that matter most, at the foot of a station. */
export function KeyFoot({ keys }: { keys: readonly (readonly [shown: string, says: string])[] }) {
  return (
    <div className="foot keys-only soft small d-flex flex-wrap gap-3 mt-2">
      {keys.map(([shown, says]) => (
        <span key={says}>
          {shown.split(' ').map((one) => (
            <Key key={one}>{one}</Key>
          ))}{' '}
          {says}
        </span>
      ))}
      <span>
        <Key>?</Key> all keys
      </span>
    </div>
  );
}
