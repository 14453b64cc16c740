import { afterEach, expect, test, vi } from 'vitest';
import { importRoutes } from '@mercato/contract/import/routes';
import { moistureRoutes } from '@mercato/contract/moisture/routes';
import { lotRoutes, peopleRoutes, stationRoutes } from '@mercato/contract/register/routes';
import { samplingRoutes } from '@mercato/contract/sampling/routes';
import { cache } from './cache.ts';
import { ask, keyOf, linkTo, passOn, reading, send, sendFile } from './routes.ts';

afterEach(() => {
  vi.unstubAllGlobals();
});

/** Answers every request with the same, and keeps what was asked. */
function server(answer: object) {
  const asked: { method: string; path: string; headers: Headers; body: unknown }[] = [];
  vi.stubGlobal('fetch', (path: string, init: RequestInit) => {
    asked.push({ method: init.method ?? '', path, headers: new Headers(init.headers), body: init.body });
    return Promise.resolve(new Response(JSON.stringify(answer)));
  });
  return asked;
}

test('a read goes to its address, whatever stands in the path or is asked, and is kept under its route', async () => {
  const asked = server({ rows: [] });
  await ask(lotRoutes.list, {}, { q: 'a&b=c', page: '2' });
  await ask(lotRoutes.scan, { code: 'a/b c' });
  expect(asked.map((one) => [one.method, one.path])).toEqual([
    ['GET', '/api/lots?q=a%26b%3Dc&page=2'],
    ['GET', '/api/vessels/a%2Fb%20c'],
  ]);
  expect(linkTo(samplingRoutes.labels, { lot: 'l' }, { layout: 'single', vessels: undefined })).toBe(
    '/api/lots/l/labels.pdf?layout=single',
  );
  await cache.query(reading(lotRoutes.list, {}, { q: 'x' }));
  expect(cache.getQueryData(keyOf(lotRoutes.list, {}, { q: 'x' }))).toEqual({ rows: [] });
});

test('a write carries its version and key; its answer stands where it is read, and what shows what it changed is old', async () => {
  const view = { lot: { id: 'l' }, tests: [] };
  const asked = server(view);
  const seen = {
    own: keyOf(moistureRoutes.ofLot, { lot: 'l' }),
    sheet: keyOf(lotRoutes.sheet, { lot: 'l' }),
    list: keyOf(lotRoutes.list, {}, { state: 'open' }),
    people: keyOf(peopleRoutes.list, {}),
    stations: keyOf(stationRoutes.list, {}),
  };
  for (const key of Object.values(seen)) cache.setQueryData(key, {});
  const body = { first: { container: '1', withSeed: '2' }, second: { container: '1', withSeed: '2' } };
  await send(moistureRoutes.weigh, { test: 't' }, body, { version: 7, key: 'k' });
  const [one] = asked;
  expect([one?.method, one?.path, one?.headers.get('if-match'), one?.headers.get('idempotency-key')]).toEqual([
    'PUT',
    '/api/moisture/tests/t',
    '"7"',
    'k',
  ]);
  expect(cache.getQueryData(seen.own)).toEqual(view);
  const old = Object.entries(seen).flatMap(([name, key]) => (cache.getQueryState(key)?.isInvalidated ? [name] : []));
  expect(old).toEqual(['sheet', 'list']);
});

test('a read that left before the write does not come after its answer', async () => {
  const key = keyOf(samplingRoutes.ofLot, { lot: 'l' });
  let arrive: () => void = () => undefined;
  const late = new Promise<void>((resolve) => {
    arrive = resolve;
  });
  const old = cache.query({ queryKey: key, queryFn: ({ signal }) => late.then(() => ({ old: signal.aborted })) });
  const view = { lot: { id: 'l' } } as Parameters<NonNullable<typeof samplingRoutes.takePrimary.fills>>[0];
  await passOn(samplingRoutes.takePrimary, view);
  arrive();
  await old.catch(() => undefined);
  expect(cache.getQueryData(key)).toBe(view);
});

test('an answer that came by another way is passed on alike; a file goes as it is', async () => {
  const view = { lot: { id: 'l' } } as Parameters<NonNullable<typeof samplingRoutes.takePrimary.fills>>[0];
  await passOn(samplingRoutes.takePrimary, view);
  expect(cache.getQueryData(keyOf(samplingRoutes.ofLot, { lot: 'l' }))).toBe(view);
  const asked = server({ lots: 1 });
  await sendFile(importRoutes.lots, {}, 'a,b\n');
  expect([asked[0]?.headers.get('content-type'), asked[0]?.body]).toEqual(['text/csv', 'a,b\n']);
});
