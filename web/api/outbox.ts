import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { useCallback, useEffect, useRef, useState } from 'react';
import { Refused, write } from './client.ts';

/** A write that was made while walking: kept on this machine, under its person, until the server has it. */
export interface Posted {
  readonly id: string;
  readonly personId: string;
  /** What the screen calls it, so that it can show it before the server knows. */
  readonly subject: string;
  readonly path: string;
  readonly body: unknown;
  readonly at: number;
  /** Why the server would not take it; it is shown, and not sent again by itself. */
  readonly refused?: string;
}

interface Shelf extends DBSchema {
  posted: { key: string; value: Posted; indexes: { person: string } };
}
const RETRY = 3000;
let shelf: Promise<IDBPDatabase<Shelf>> | undefined;
const open = () =>
  (shelf ??= openDB<Shelf>('mercato-outbox', 1, {
    upgrade(db) {
      db.createObjectStore('posted', { keyPath: 'id' }).createIndex('person', 'personId');
    },
  }));
const ofPerson = async (personId: string): Promise<Posted[]> =>
  (await (await open()).getAllFromIndex('posted', 'person', personId)).sort((a, b) => a.at - b.at);

export interface Outbox {
  /** Everything of this person that the server does not have yet, oldest first; null until this machine was asked. */
  readonly posted: readonly Posted[] | null;
  /** Why nothing goes out at the moment. */
  readonly trouble: string | null;
  readonly put: (subject: string, path: string, body: unknown) => Promise<void>;
  readonly drop: (id: string) => Promise<void>;
}

/**
 * Sends PUTs one after the other, now or when the network is back. Each keeps one idempotency key, so that a
 * repeat does no harm; nothing is sent as somebody else, and a refused one stands in nobody's way.
 */
export function useOutbox(personId: string, onAnswer: (answer: unknown) => void): Outbox {
  const [posted, setPosted] = useState<readonly Posted[] | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const answered = useRef(onAnswer);
  useEffect(() => {
    answered.current = onAnswer;
  });
  const wake = useRef<() => void>(() => undefined);

  useEffect(() => {
    let stopped = false;
    let timer: ReturnType<typeof setTimeout> | undefined;
    let running = false;
    const later = (pause: number) => {
      clearTimeout(timer);
      if (!stopped) timer = setTimeout(() => void run(), pause);
    };
    const run = async () => {
      if (running) return;
      running = true;
      try {
        for (;;) {
          const all = await ofPerson(personId);
          setPosted(all);
          const next = all.find((one) => one.refused === undefined);
          if (!next) {
            setTrouble(null);
            return;
          }
          try {
            const answer = await write('PUT', next.path, next.body, { key: next.id });
            await (await open()).delete('posted', next.id);
            answered.current(answer);
            setTrouble(null);
          } catch (error) {
            const status = error instanceof Refused ? error.status : 0;
            const words = error instanceof Error ? error.message : 'not sent';
            if (status === 401 || status === 403) {
              setTrouble('Signed out: what was noted stays here until you sign in again.');
              return;
            }
            if (status < 400 || status >= 500 || status === 429) {
              setTrouble(words);
              later(RETRY);
              return;
            }
            await (await open()).put('posted', { ...next, refused: words });
          }
        }
      } finally {
        running = false;
      }
    };
    wake.current = () => {
      later(0);
    };
    const online = () => {
      later(0);
    };
    window.addEventListener('online', online);
    later(0);
    return () => {
      stopped = true;
      clearTimeout(timer);
      window.removeEventListener('online', online);
    };
  }, [personId]);

  const put = useCallback(
    async (subject: string, path: string, body: unknown) => {
      const one: Posted = { id: crypto.randomUUID(), personId, subject, path, body, at: Date.now() };
      await (await open()).put('posted', one);
      setPosted((before) => [...(before ?? []), one]);
      wake.current();
    },
    [personId],
  );
  const drop = useCallback(async (id: string) => {
    await (await open()).delete('posted', id);
    wake.current();
  }, []);
  return { posted, trouble, put, drop };
}
