import type { QueryKey } from '@tanstack/react-query';
import type { LiveNote } from '@mercato/contract/http/live';
import type { Subject } from '@mercato/contract/http/route';
import { sessionRoutes } from '@mercato/contract/register/routes';
import { cache, unfinished } from './cache.ts';
import { PAGE } from './page.ts';
import { linkTo, showsOf } from './routes.ts';

const NAME = 'mercato-live';
/** Notes that come together are one reading. */
const TOGETHER = 250;
const UNFINISHED = 1000;
const RETRY = 5000;
/** A page that has just been loaded knows how things stand. */
const FRESH = 2000;

/**
 * One event stream for the whole browser: whichever tab holds the lock listens, and tells the others. Answers with how
 * to stop.
 */
export function listenLive(take: (note: LiveNote) => void): () => void {
  if (typeof EventSource === 'undefined') return () => undefined;
  const begun = performance.now();
  const tabs = new BroadcastChannel(NAME);
  tabs.onmessage = (event: MessageEvent<LiveNote>) => take(event.data);
  const tell = (note: LiveNote) => {
    tabs.postMessage(note);
    take(note);
  };
  const leaving = new AbortController();
  const lead = () =>
    new Promise<void>((resolve) => {
      let source: EventSource | undefined;
      let timer: ReturnType<typeof setTimeout> | undefined;
      const open = () => {
        const stream = new EventSource(linkTo(sessionRoutes.live, {}));
        source = stream;
        stream.onopen = () => {
          // What was written between two streams is not told again.
          if (performance.now() - begun > FRESH) tell({ missed: true });
        };
        stream.onmessage = (event: MessageEvent<string>) => tell(JSON.parse(event.data) as LiveNote);
        stream.onerror = () => {
          // Refused, the browser does not try again by itself.
          if (stream.readyState === EventSource.CLOSED) timer = setTimeout(open, RETRY);
        };
      };
      open();
      leaving.signal.addEventListener('abort', () => {
        clearTimeout(timer);
        source?.close();
        resolve();
      });
    });
  // Absent where the page did not come over https or from this machine itself: then each tab listens for itself.
  const locks = (navigator as { locks?: LockManager }).locks;
  if (locks) locks.request(NAME, { signal: leaving.signal }, lead).catch(() => undefined);
  else void lead();
  return () => {
    leaving.abort();
    tabs.close();
  };
}

/** What shows something of every lot or round, besides what shows the one by its id. */
const LISTS: Readonly<Record<string, readonly Subject[]>> = {
  lot: ['lots', 'stations'],
  round: ['rounds', 'round', 'store'],
  shed: ['shed-batches', 'machines', 'loads'],
  hands: [],
};

/** Whether what is shown under a key may be old, after something was written to. */
export function shows(key: QueryKey, topic: string): boolean {
  const [kind = '', id = ''] = topic.split(':');
  const [, params] = key as readonly [unknown, Readonly<Record<string, string>> | undefined];
  const shown = showsOf(key);
  const of = Object.values(params ?? {}).includes(id);
  if (kind === 'hands') return of && shown.includes('hands');
  return of || (LISTS[kind]?.some((one) => shown.includes(one)) ?? false);
}

/** Reads anew what others wrote to, but never under the fingers of somebody who is filling in a form. */
export class Freshener {
  private readonly topics = new Set<string>();
  private all = false;
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor(
    /** Told whether something newer waits until the form is sent or left. */
    private readonly onWaits: (waits: boolean) => void,
  ) {}

  take({ topics = [], from, missed }: LiveNote): void {
    if (missed) this.all = true;
    else if (from === PAGE) return;
    for (const one of topics) this.topics.add(one);
    if (this.all || this.topics.size > 0) this.timer ??= setTimeout(this.refresh, TOGETHER);
  }

  stop(): void {
    clearTimeout(this.timer);
  }

  private readonly refresh = (): void => {
    this.timer = undefined;
    if (unfinished()) {
      this.onWaits(true);
      this.timer = setTimeout(this.refresh, UNFINISHED);
      return;
    }
    this.onWaits(false);
    const { all, topics } = this;
    const told = [...topics];
    this.all = false;
    topics.clear();
    void cache.invalidateQueries({
      predicate: ({ queryKey }) => all || told.some((topic) => shows(queryKey, topic)),
    });
  };
}
