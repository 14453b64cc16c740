import { QueryObserver } from '@tanstack/react-query';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { germinationRoutes } from '@mercato/contract/germination/routes';
import { purityRoutes } from '@mercato/contract/purity/routes';
import { quickTestRoutes } from '@mercato/contract/quick-tests/routes';
import { lotRoutes, peopleRoutes } from '@mercato/contract/register/routes';
import { cache } from './cache.ts';
import { Freshener, listenLive, shows } from './live.ts';
import { PAGE } from './page.ts';
import { keyOf } from './routes.ts';

const LOT = '01900000-0000-7000-8000-000000000001';
const OTHER = '01900000-0000-7000-8000-000000000002';

beforeEach(() => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
  document.body.replaceChildren();
});

test('what is shown of a lot may be old when the lot was written to; of another lot it is not', () => {
  const shown = [
    keyOf(lotRoutes.sheet, { lot: LOT }),
    keyOf(purityRoutes.ofLot, { lot: LOT }),
    keyOf(germinationRoutes.ofLot, { lot: LOT }),
    keyOf(lotRoutes.list, {}, { state: 'open' }),
    keyOf(lotRoutes.sheet, { lot: OTHER }),
    keyOf(peopleRoutes.list, {}),
    ['a question of its own', LOT],
  ];
  const old = (topic: string) => shown.map((key) => shows(key, topic));
  expect(old(`lot:${LOT}`)).toEqual([true, true, true, true, false, false, false]);
  // Keys that are pressed make nothing old but the page on which they are counted.
  expect(old(`hands:${LOT}`)).toEqual([false, false, true, false, false, false, false]);
  expect(shows(keyOf(quickTestRoutes.bag, { bag: OTHER }), `round:${LOT}`)).toBe(true);
});

describe('what others write', () => {
  /** A page that shows a lot, and how often it was read. */
  function page() {
    cache.setDefaultOptions({ queries: { staleTime: Infinity, retry: false } });
    let reads = 0;
    const queryKey = keyOf(lotRoutes.sheet, { lot: LOT });
    const stop = new QueryObserver(cache, { queryKey, queryFn: () => (reads += 1) }).subscribe(() => {});
    const waits: boolean[] = [];
    const freshener = new Freshener((one) => waits.push(one));
    return {
      freshener,
      waits,
      reads: () => reads,
      end: () => {
        freshener.stop();
        stop();
        cache.clear();
      },
    };
  }
  const later = (ms: number) => vi.advanceTimersByTimeAsync(ms);

  test('is read once for all that came together, and not when this page wrote it', async () => {
    const here = page();
    await later(0);
    expect(here.reads()).toBe(1);
    for (let i = 0; i < 5; i += 1) here.freshener.take({ topics: [`lot:${LOT}`], from: OTHER });
    await later(300);
    expect(here.reads()).toBe(2);
    here.freshener.take({ topics: [`lot:${LOT}`], from: PAGE });
    here.freshener.take({ topics: [`lot:${OTHER}`] });
    here.freshener.take({});
    await later(2000);
    expect(here.reads()).toBe(2);
    here.freshener.take({ missed: true });
    await later(300);
    expect(here.reads()).toBe(3);
    here.end();
  });

  test('waits while somebody fills in a form, says so, and comes when the form is sent or left', async () => {
    const here = page();
    await later(0);
    const form = document.body.appendChild(document.createElement('form'));
    form.dataset.touched = '';
    here.freshener.take({ topics: [`lot:${LOT}`] });
    await later(5000);
    expect([here.reads(), here.waits.at(-1)]).toEqual([1, true]);
    form.remove();
    await later(1100);
    expect([here.reads(), here.waits.at(-1)]).toEqual([2, false]);
    here.end();
  });
});

describe('one stream for all tabs', () => {
  class FakeStream {
    static readonly CLOSED = 2;
    static readonly open: FakeStream[] = [];
    onopen?: () => void;
    onmessage?: (event: { data: string }) => void;
    onerror?: () => void;
    readyState = 1;
    constructor(readonly address: string) {
      FakeStream.open.push(this);
    }
    close(): void {
      FakeStream.open.splice(FakeStream.open.indexOf(this), 1);
    }
  }
  /** Tabs of one browser: what one posts the others hear. */
  function browser() {
    const tabs = new Set<{ onmessage?: (event: { data: unknown }) => void }>();
    class FakeChannel {
      onmessage?: (event: { data: unknown }) => void;
      constructor() {
        tabs.add(this);
      }
      postMessage(data: unknown): void {
        for (const one of tabs) if (one !== this) one.onmessage?.({ data });
      }
      close(): void {
        tabs.delete(this);
      }
    }
    const waiting: (() => void)[] = [];
    let held = false;
    const request = async (_name: string, { signal }: { signal: AbortSignal }, work: () => Promise<void>) => {
      if (held) await new Promise<void>((resolve) => waiting.push(resolve));
      if (signal.aborted) throw new Error('aborted');
      held = true;
      await work();
      held = false;
      waiting.shift()?.();
    };
    vi.stubGlobal('EventSource', FakeStream);
    vi.stubGlobal('BroadcastChannel', FakeChannel);
    vi.stubGlobal('navigator', { locks: { request } });
  }

  test('the first tab listens and tells the others; when it is closed the next one takes the stream up', async () => {
    browser();
    const heard: string[] = [];
    const tab = (name: string) =>
      listenLive((note) => heard.push(`${name}: ${note.missed ? 'missed' : (note.topics ?? []).join()}`));
    const leaveFirst = tab('one');
    const leaveSecond = tab('two');
    await vi.advanceTimersByTimeAsync(0);
    expect(FakeStream.open.map((one) => one.address)).toEqual(['/api/live']);
    FakeStream.open[0]?.onmessage?.({ data: JSON.stringify({ topics: ['lot:x'] }) });
    expect(heard).toEqual(['two: lot:x', 'one: lot:x']);
    leaveFirst();
    await vi.advanceTimersByTimeAsync(0);
    expect(FakeStream.open).toHaveLength(1);
    FakeStream.open[0]?.onmessage?.({ data: JSON.stringify({ topics: ['lot:y'] }) });
    expect(heard.slice(2)).toEqual(['two: lot:y']);
    leaveSecond();
    expect(FakeStream.open).toHaveLength(0);
  });

  test('a stream that was refused is asked for again, and whoever listens hears that something may be missing', async () => {
    browser();
    const heard: object[] = [];
    const begun = vi.spyOn(performance, 'now').mockReturnValue(0);
    const leave = listenLive((note) => heard.push(note));
    await vi.advanceTimersByTimeAsync(0);
    FakeStream.open[0]?.onopen?.();
    expect(heard).toEqual([]);
    const first = FakeStream.open[0];
    if (!first) throw new Error('no stream');
    first.readyState = FakeStream.CLOSED;
    first.onerror?.();
    await vi.advanceTimersByTimeAsync(6000);
    expect(FakeStream.open).toHaveLength(2);
    begun.mockReturnValue(9000);
    FakeStream.open[1]?.onopen?.();
    expect(heard).toEqual([{ missed: true }]);
    leave();
    FakeStream.open.length = 0;
    begun.mockRestore();
  });
});
