import type { Held } from '@mercato/contract/hands/hands';
import { useEffect, useRef } from 'react';
import { write } from '../api/client.ts';
import { PAGE } from '../api/page.ts';

/** Whoever has it in hand on another page; null while nobody has, or this page. */
export const otherHand = ({ holder }: Held): Held['holder'] => (holder && holder.page !== PAGE ? holder : null);

/**
 * Puts a place down when the page turns to another one or is left, once the server has all its keys. Answers with what
 * says that this page has taken it in hand.
 */
export function useHold(address: string | null, settled: () => Promise<string | null>): () => void {
  const mine = useRef(new Set<string>());
  const sent = useRef(settled);
  useEffect(() => {
    sent.current = settled;
  });
  useEffect(() => {
    if (address === null) return undefined;
    const down = () =>
      write('POST', `${address}/hand`, { act: 'leave', turn: 0 }, { keepalive: true }).catch(() => undefined);
    const gone = () => {
      if (mine.current.has(address)) void down();
    };
    window.addEventListener('pagehide', gone);
    const held = mine.current;
    return () => {
      window.removeEventListener('pagehide', gone);
      if (held.delete(address))
        void sent.current().then((trouble) => {
          if (trouble === null) void down();
        });
    };
  }, [address]);
  return () => {
    if (address !== null) mine.current.add(address);
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
