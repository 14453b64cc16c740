import {
  FIND_KEYS,
  type KeyBinding,
  type OtherSeedsTest,
  type OtherSeedsView,
} from '@mercato/contract/other-seeds/otherSeeds';
import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { fateOf, write } from '../api/client.ts';

const RETRY = 3000;
type Keys = readonly KeyBinding[];

/** Takes the newest set of keys to the server, one after the other, so that an older one never lands on a newer. */
class Sender {
  private sending = false;
  private stopped = false;
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor(
    private readonly testId: string,
    private readonly onSent: (view: OtherSeedsView) => void,
    private readonly onTrouble: (trouble: string | null) => void,
  ) {
    void this.send();
  }

  say(keys: Keys): void {
    localStorage.setItem(placeOf(this.testId), JSON.stringify(keys));
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
        const keys = keptOf(this.testId);
        const view = await write<OtherSeedsView>('PUT', `/other-seeds/tests/${this.testId}/keys`, { keys });
        // Bound otherwise meanwhile: what is kept here is newer than what was sent.
        if (localStorage.getItem(place) !== kept) continue;
        localStorage.removeItem(place);
        if (this.stopped) return;
        this.onSent(view);
        this.onTrouble(null);
      }
    } catch (error) {
      const { fate, words } = fateOf(error);
      if (this.stopped) return;
      this.onTrouble(fate === 'later' ? null : words);
      if (fate === 'later') this.timer = setTimeout(() => void this.send(), RETRY);
    } finally {
      this.sending = false;
    }
  }
}

const placeOf = (testId: string) => `mercato.keys.${testId}`;

/** What was bound on this machine and the server does not hold yet. */
function keptOf(testId: string): Keys | null {
  try {
    return JSON.parse(localStorage.getItem(placeOf(testId)) ?? 'null') as Keys | null;
  } catch {
    return null;
  }
}

/**
 * Which key calls which species on this sample. A change is shown at once and stands from then on; it is kept on this
 * machine while the server cannot be reached, and sent when it can.
 */
export function useBindings(
  lotId: string,
  test: OtherSeedsTest,
): {
  readonly keys: Keys;
  /** Binds a species to the next free key, unless it has one; false when all keys are taken. */
  readonly bind: (species: string) => boolean;
  readonly change: (keys: Keys) => void;
  readonly trouble: string | null;
} {
  const client = useQueryClient();
  const [own, setOwn] = useState(() => keptOf(test.id));
  const [trouble, setTrouble] = useState<string | null>(null);
  const sender = useRef<Sender | null>(null);
  useEffect(() => {
    const mine = new Sender(test.id, (view) => client.setQueryData(['other-seeds', lotId], view), setTrouble);
    sender.current = mine;
    return () => {
      mine.stop();
    };
  }, [client, lotId, test.id]);
  const keys = own ?? test.keys;
  const change = (next: Keys) => {
    setOwn(next);
    sender.current?.say(next);
  };
  return {
    keys,
    change,
    trouble,
    bind: (species) => {
      if (keys.some((one) => one.species === species)) return true;
      const free = FIND_KEYS.find((key) => !keys.some((one) => one.key === key));
      if (free === undefined) return false;
      change([...keys, { key: free, species }]);
      return true;
    },
  };
}
