import { useEffect, useRef } from 'react';
import type { HandAct, Held } from '@mercato/contract/hands/hands';
import { PAGE } from '../api/page.ts';

/** Whoever has it in hand on another page; null while nobody has, or this page. */
export const otherHand = ({ holder }: Held): Held['holder'] => (holder && holder.page !== PAGE ? holder : null);

/** What is sent when a place is put down, in whosever turn. */
export const PUT_DOWN: HandAct = { act: 'leave', turn: 0 };

/**
 * Puts a place down when the page turns to another one or is left, once the server has all its keys. Answers with what
 * says that this page has taken it in hand.
 */
export function useHold(
  place: string | null,
  putDown: (place: string) => Promise<unknown>,
  settled: () => Promise<string | null>,
): () => void {
  const mine = useRef(new Set<string>());
  const latest = useRef({ settled, putDown });
  useEffect(() => {
    latest.current = { settled, putDown };
  });
  useEffect(() => {
    if (place === null) return undefined;
    const down = () => latest.current.putDown(place).catch(() => undefined);
    const gone = () => {
      if (mine.current.has(place)) void down();
    };
    window.addEventListener('pagehide', gone);
    const held = mine.current;
    return () => {
      window.removeEventListener('pagehide', gone);
      if (held.delete(place))
        void latest.current.settled().then((trouble) => {
          if (trouble === null) void down();
        });
    };
  }, [place]);
  return () => {
    if (place !== null) mine.current.add(place);
  };
}

interface InHand {
  readonly held: Held;
}

/**
 * Keeps what this page shows of its places right: what was pressed here is let go of where another hand has the place
 * now, and read anew where late keys were taken.
 */
export function useOthers<P extends InHand>(
  places: readonly P[],
  nameOf: (place: P) => string | number,
  { forget, rebase }: { readonly forget: (place: P) => void; readonly rebase: (place: P) => Promise<void> },
): void {
  const taken = useRef(new Map<string | number, number>());
  useEffect(() => {
    for (const one of places) {
      const before = taken.current.get(nameOf(one));
      taken.current.set(nameOf(one), one.held.taken);
      if (otherHand(one.held)) forget(one);
      else if (before !== undefined && before !== one.held.taken) void rebase(one);
    }
    // eslint-disable-next-line react-hooks/exhaustive-deps -- what is done follows from what the server says, not from who does it
  }, [places]);
}
