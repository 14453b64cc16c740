import { useEffect, useRef, useState } from 'react';
import {
  FIND_KEYS,
  type KeyBinding,
  type OtherSeedsTest,
  type OtherSeedsView,
} from '@mercato/contract/other-seeds/otherSeeds';
import { otherSeedsRoutes } from '@mercato/contract/other-seeds/routes';
import { cache } from '../api/cache.ts';
import { fateOf, Refused } from '../api/client.ts';
import { callRoute, keyOf, passOn } from '../api/routes.ts';

const RETRY = 3000;
type Keys = readonly KeyBinding[];

/** Takes the newest set of keys to the server, one after the other, so that an older one never lands on a newer. */
class Sender {
  private sending = false;
  private stopped = false;
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor(
    private readonly testId: string,
    /** Of the keys that the server holds. */
    private version: number,
    private readonly onSent: (view: OtherSeedsView) => void,
    private readonly onTrouble: (trouble: string | null) => void,
    /** Somebody else bound other keys meanwhile: theirs stand, and these are let go of. */
    private readonly onOvertaken: () => void,
  ) {
    void this.send();
  }

  say(keys: Keys): void {
    const version = keptOf(this.testId)?.version ?? this.version;
    localStorage.setItem(placeOf(this.testId), JSON.stringify({ keys, version } satisfies Kept));
    void this.send();
  }

  stop(): void {
    this.stopped = true;
    clearTimeout(this.timer);
  }

  private async send(): Promise<void> {
    if (this.sending) return;
    this.sending = true;
    try {
      const place = placeOf(this.testId);
      for (let kept = localStorage.getItem(place); kept !== null; kept = localStorage.getItem(place)) {
        const sent = keptOf(this.testId);
        const version = sent?.version ?? this.version;
        const view = await callRoute(
          otherSeedsRoutes.bindKeys,
          { test: this.testId },
          { keys: sent?.keys ?? [] },
          { version },
        );
        this.version =
          (view as Partial<OtherSeedsView>).tests?.find((one) => one.id === this.testId)?.keysVersion ?? version + 1;
        // Bound otherwise meanwhile: what is kept here is newer than what was sent, and rests on it.
        if (localStorage.getItem(place) !== kept) {
          const newer = keptOf(this.testId);
          if (newer) localStorage.setItem(place, JSON.stringify({ ...newer, version: this.version } satisfies Kept));
          continue;
        }
        localStorage.removeItem(place);
        if (this.stopped) return;
        this.onSent(view);
        this.onTrouble(null);
      }
    } catch (error) {
      const { fate, words } = fateOf(error);
      if (this.stopped) return;
      if (error instanceof Refused && error.status === 412) {
        localStorage.removeItem(placeOf(this.testId));
        this.onTrouble('Somebody else bound other keys meanwhile: theirs stand here now.');
        this.onOvertaken();
        return;
      }
      this.onTrouble(fate === 'later' ? null : words);
      if (fate === 'later') this.timer = setTimeout(() => void this.send(), RETRY);
    } finally {
      this.sending = false;
    }
  }
}

const placeOf = (testId: string) => `mercato.keys.${testId}`;

/** What was bound on this machine and the server does not hold yet, and the version of the keys that it rests on. */
interface Kept {
  readonly keys: Keys;
  readonly version: number | undefined;
}
function keptOf(testId: string): Kept | null {
  try {
    const kept = JSON.parse(localStorage.getItem(placeOf(testId)) ?? 'null') as Kept | Keys | null;
    // A page of the version before kept the keys alone.
    return Array.isArray(kept) ? { keys: kept as Keys, version: undefined } : (kept as Kept | null);
  } catch {
    return null;
  }
}

/**
 * Which key calls which species on this sample. A change is shown at once and stands from then on; it is kept on this
 * machine while the server cannot be reached, and sent when it can.
 */
export function useBindings(lotId: string, test: OtherSeedsTest) {
  const [own, setOwn] = useState(() => keptOf(test.id)?.keys ?? null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const sender = useRef<Sender | null>(null);
  const known = useRef(test.keysVersion);
  useEffect(() => {
    const mine = new Sender(
      test.id,
      known.current,
      (view) => void passOn(otherSeedsRoutes.bindKeys, view),
      setTrouble,
      () => {
        setOwn(null);
        void cache.invalidateQueries({ queryKey: keyOf(otherSeedsRoutes.ofLot, { lot: lotId }) });
      },
    );
    sender.current = mine;
    return () => mine.stop();
  }, [lotId, test.id]);
  const keys = own ?? test.keys;
  const change = (next: Keys) => {
    setOwn(next);
    sender.current?.say(next);
  };
  return {
    keys,
    change,
    trouble,
    /** Binds a species to the next free key, unless it has one; false when all keys are taken. */
    bind: (species: string) => {
      if (keys.some((one) => one.species === species)) return true;
      const free = FIND_KEYS.find((key) => !keys.some((one) => one.key === key));
      if (free === undefined) return false;
      change([...keys, { key: free, species }]);
      return true;
    },
  };
}
