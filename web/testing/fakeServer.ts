import { vi } from 'vitest';

/** What happens to one request: it is lost on the way, its answer is lost on the way back, or the server answers. */
export type Fate = 'lost' | 'answer-lost' | 200 | 401 | 422 | 429 | 503;

export interface Received {
  readonly path: string;
  readonly key: string;
  readonly body: unknown;
}

/** Stands in for the network and the server: requests meet the given fates in turn, and then all is well. */
export function fakeServer(fates: readonly Fate[] = []): {
  /** What the server took, one for each idempotency key. */
  readonly taken: Received[];
  /** Every request that was made, with its key. */
  readonly asked: Received[];
} {
  const left = [...fates];
  const taken: Received[] = [];
  const asked: Received[] = [];
  vi.stubGlobal('fetch', (url: string, init: RequestInit) => {
    const fate = left.shift() ?? 200;
    const one: Received = {
      path: url,
      key: new Headers(init.headers).get('idempotency-key') ?? '',
      body: JSON.parse(typeof init.body === 'string' ? init.body : 'null'),
    };
    asked.push(one);
    const arrives = fate === 200 || fate === 'answer-lost';
    if (arrives && !taken.some((other) => other.key === one.key)) taken.push(one);
    if (fate === 'lost' || fate === 'answer-lost') return Promise.reject(new TypeError('network'));
    // As far as any view goes: it is of a lot.
    const answer =
      fate === 200 ? { n: taken.length, lot: { id: 'lot' } } : { status: fate, detail: `answered ${fate}`, errors: [] };
    return Promise.resolve(new Response(JSON.stringify(answer), { status: fate }));
  });
  return { taken, asked };
}
