import { useCallback, useEffect, useRef, useState } from 'react';
import { addressOf, type ParamsOf, type WriteRoute } from '@mercato/contract/http/route';
import { fateOf, request } from './client.ts';
import { Shelf } from './shelf.ts';

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

const RETRY = 3000;
let opened: Shelf<Posted> | undefined;
/** Opened once, by the first walk of this page. */
const shelf = () => (opened ??= new Shelf<Posted>('mercato-outbox', ['at', 'id']));

let lastAt = 0;
/** The time, ms, a little ahead where two notes fall into one millisecond: it is also their order. */
const nextAt = () => (lastAt = Math.max(Date.now(), lastAt + 1));

export interface Outbox {
  /** Everything of this person that the server does not have yet, oldest first; null until this machine was asked. */
  readonly posted: readonly Posted[] | null;
  /** Why nothing goes out at the moment. */
  readonly trouble: string | null;
  readonly put: <Path extends string, Body>(
    subject: string,
    route: WriteRoute<Path, Body, unknown, false>,
    params: Readonly<Record<keyof ParamsOf<Path>, string | number>>,
    body: Body,
  ) => Promise<void>;
  readonly drop: (one: Posted) => Promise<void>;
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
          const all = await shelf().of(personId);
          setPosted(all);
          const next = all.find((one) => one.refused === undefined);
          if (!next) {
            setTrouble(null);
            return;
          }
          try {
            const answer = await request('PUT', next.path, next.body, { key: next.id });
            await shelf().remove([next]);
            answered.current(answer);
            setTrouble(null);
          } catch (error) {
            const { fate, words } = fateOf(error);
            if (fate === 'signed-out') {
              setTrouble('Signed out: what was noted stays here until you sign in again.');
              return;
            }
            if (fate === 'later') {
              setTrouble(words);
              later(RETRY);
              return;
            }
            await shelf().put([{ ...next, refused: words }]);
          }
        }
      } finally {
        running = false;
      }
    };
    wake.current = () => later(0);
    const online = () => later(0);
    window.addEventListener('online', online);
    later(0);
    return () => {
      stopped = true;
      clearTimeout(timer);
      window.removeEventListener('online', online);
    };
  }, [personId]);

  const put = useCallback(
    async (
      subject: string,
      route: Pick<WriteRoute, 'path'>,
      params: Readonly<Record<string, string | number>>,
      body: unknown,
    ) => {
      const path = addressOf(route, params);
      const one: Posted = { id: crypto.randomUUID(), personId, subject, path, body, at: nextAt() };
      // Shown before it is stored, so that a quick second press is about the next thing, never this one again.
      setPosted((before) => [...(before ?? []), one]);
      await shelf().put([one]);
      wake.current();
    },
    [personId],
  );
  const drop = useCallback(async (one: Posted) => {
    await shelf().remove([one]);
    wake.current();
  }, []);
  return { posted, trouble, put, drop };
}
