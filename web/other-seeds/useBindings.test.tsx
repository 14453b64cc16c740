import { QueryClientProvider } from '@tanstack/react-query';
import { act, renderHook } from '@testing-library/react';
import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { type KeyBinding, keyBindingsSchema, type OtherSeedsTest } from '@mercato/contract/other-seeds/otherSeeds';
import { cache } from '../api/cache.ts';
import { fakeServer, type Fate } from '../testing/fakeServer.ts';
import { useBindings } from './useBindings.ts';

beforeEach(() => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
  localStorage.clear();
});
const settle = async (rounds = 4) => {
  for (let i = 0; i < rounds; i += 1)
    await act(async () => {
      await new Promise((done) => setImmediate(done));
      await vi.advanceTimersByTimeAsync(3100);
    });
};

/** A station whose page has not been told what the server answered: that comes a moment later. */
function station(id = crypto.randomUUID()) {
  const search = { id, keys: [] as KeyBinding[], keysVersion: 0 } as unknown as OtherSeedsTest;
  return renderHook(() => useBindings('lot', search), {
    wrapper: ({ children }) => <QueryClientProvider client={cache}>{children}</QueryClientProvider>,
  });
}
const keysIn = (body: unknown) => (body as { keys: KeyBinding[] }).keys;

describe('species on keys', () => {
  test('keep their keys from the press on, whenever the server answers', async () => {
    const server = fakeServer();
    const { result } = station();
    act(() => void result.current.bind('Rumex acetosella'));
    expect(result.current.keys).toEqual([{ key: '1', species: 'Rumex acetosella' }]);
    await settle();
    expect(server.taken).toHaveLength(1);
    expect(result.current.keys).toEqual([{ key: '1', species: 'Rumex acetosella' }]);
    act(() => void result.current.bind('Poa annua'));
    expect(result.current.keys.map((one) => one.key)).toEqual(['1', '2']);
  });

  test('reach the server one set after the other, the newest last, through any loss; one page later too', async () => {
    const name = fc.constantFrom('Poa annua', 'Rumex crispus', 'Avena fatua', 'Galium aparine', 'Vicia hirsuta');
    const fate = fc.constantFrom<Fate>('lost', 'answer-lost', 200, 429, 503);
    await fc.assert(
      fc.asyncProperty(
        fc.array(name, { minLength: 1, maxLength: 6 }),
        fc.array(fate, { maxLength: 6 }),
        fc.boolean(),
        async (names, fates, pause) => {
          const server = fakeServer(fates);
          const id = crypto.randomUUID();
          const page = station(id);
          for (const one of names) {
            act(() => void page.result.current.bind(one));
            if (pause) await settle(1);
          }
          const wanted = page.result.current.keys;
          expect(new Set(wanted.map((one) => one.species))).toEqual(new Set(names));
          expect(keyBindingsSchema.validate({ keys: wanted }).error).toBeUndefined();
          page.unmount();
          await settle(1);
          const after = station(id);
          await settle(fates.length + 2);
          expect(keysIn(server.taken.at(-1)?.body)).toEqual(wanted);
          expect(localStorage.length).toBe(0);
          after.unmount();
        },
      ),
      { numRuns: 40 },
    );
  });

  test('are sent one at a time, so that an older set can never land on a newer one', async () => {
    const waiting: (() => void)[] = [];
    const sent: unknown[] = [];
    vi.stubGlobal('fetch', (_url: string, init: RequestInit) => {
      sent.push(JSON.parse(init.body as string));
      return new Promise<Response>((resolve) =>
        waiting.push(() => {
          resolve(new Response('{}'));
        }),
      );
    });
    const { result } = station();
    act(() => void result.current.bind('Poa annua'));
    act(() => void result.current.bind('Rumex crispus'));
    act(() => void result.current.bind('Avena fatua'));
    await settle(1);
    expect(sent).toHaveLength(1);
    waiting[0]?.();
    await settle(1);
    expect(sent).toHaveLength(2);
    expect(keysIn(sent[1]).map((one) => one.species)).toEqual(['Poa annua', 'Rumex crispus', 'Avena fatua']);
  });

  test('that the server will not take are said so, and kept', async () => {
    fakeServer([422]);
    const { result } = station();
    act(() => void result.current.bind('Poa annua'));
    await settle(1);
    expect(result.current.trouble).toBe('answered 422');
    expect(result.current.keys).toHaveLength(1);
  });
});
