import '@testing-library/jest-dom/vitest';
import { QueryClientProvider } from '@tanstack/react-query';
import { cleanup, render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter, Route, Routes } from 'react-router';
import { afterEach, expect, test, vi } from 'vitest';
import { type ListReading, type ListView, NOTHING_SAID } from '@mercato/contract/store/lists';
import { cache } from '../api/cache.ts';
import { SESSION_KEY } from '../api/session.tsx';
import List from './List.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const LIST: ListView = {
  id: 'l',
  name: 'tins.csv',
  what: 'packets',
  place: [],
  placeId: null,
  by: 'A',
  at: '2026-11-24T09:00:00Z',
  state: 'open',
  packets: 0,
  version: 1,
  reading: { ...NOTHING_SAID, columns: ['kind', 'harvest', 'amount'] },
  before: null,
  found: [],
  fileAsks: [],
  head: [],
  columns: [
    { heading: 'kind', samples: ['leek'], proposal: 'kind' },
    { heading: 'year', samples: ['3/4/21'], proposal: 'harvest' },
    { heading: 'qty', samples: ['1,250'], proposal: 'amount' },
  ],
  asks: [
    { question: 'order', samples: ['3/4/21'] },
    { question: 'shortYears', samples: ['3/4/21'] },
    { question: 'mark', samples: ['1,250'] },
  ],
  faults: [{ line: 4, column: 2, cell: 'a few', message: { is: 'list.not-an-amount', text: 'a few' } }],
  faultCount: 1,
  preview: [],
  readings: [],
  readable: 0,
  lines: 3,
  used: [],
};

/** A server that takes its time, and refuses what is not based on its newest version. */
function slowServer() {
  let now = LIST;
  const refused: number[] = [];
  vi.stubGlobal('fetch', async (_url: string, init?: RequestInit) => {
    if ((init?.method ?? 'GET') !== 'GET') {
      await new Promise((resolve) => setTimeout(resolve, 30));
      const seen = Number(new Headers(init?.headers).get('if-match')?.replaceAll('"', ''));
      if (seen !== now.version) {
        refused.push(seen);
        return new Response(JSON.stringify({ status: 412, detail: 'stale' }), { status: 412 });
      }
      const reading = JSON.parse(typeof init?.body === 'string' ? init.body : '{}') as ListReading;
      now = {
        ...now,
        version: now.version + 1,
        reading,
        asks: now.asks.filter((one) => reading[one.question as 'order'] === null),
        faults: reading.mended['4'] || reading.leftOut.length > 0 ? [] : now.faults,
        faultCount: 0,
        readable: 3,
      };
    }
    return new Response(JSON.stringify(now), { status: 200 });
  });
  return { refused, now: () => now };
}

function open() {
  cache.setQueryData(SESSION_KEY, {
    person: { id: 'a', name: 'A', roles: ['analyst'] },
    laboratory: { name: '', zone: 'UTC' },
    today: '2026-11-24',
  });
  render(
    <QueryClientProvider client={cache}>
      <MemoryRouter initialEntries={['/store/lists/l']}>
        <Routes>
          <Route path="/store/lists/:list" element={<List />} />
        </Routes>
      </MemoryRouter>
    </QueryClientProvider>,
  );
}

test('answers that come faster than the server are each written onto the one before, and none is lost', async () => {
  const server = slowServer();
  open();
  const hands = userEvent.setup();
  await hands.click(await screen.findByRole('button', { name: /day first/ }));
  await hands.click(screen.getByRole('button', { name: /2000 to 2099/ }));
  await hands.click(screen.getByRole('button', { name: /the comma/ }));
  await hands.clear(screen.getByLabelText('line 4, qty'));
  await hands.type(screen.getByLabelText('line 4, qty'), '5 seeds{Enter}');
  await hands.tab();
  await waitFor(() => {
    expect(server.now().version).toBe(5);
  });
  expect(server.refused).toEqual([]);
  expect(server.now().reading).toMatchObject({
    order: 'day first',
    shortYears: 'this century',
    mark: ',',
    mended: { 4: { 2: '5 seeds' } },
  });
  expect(await screen.findByRole('button', { name: 'Bring 3 packets in' })).toBeEnabled();
});

test('shows what each answer would make of the cells, and keeps packets out while something is open', async () => {
  slowServer();
  open();
  expect(await screen.findByText('3/4/21 → 2021-04-03')).toBeInTheDocument();
  expect(screen.getByText('3/4/21 → 2021-03-04')).toBeInTheDocument();
  expect(screen.getByText('1,250 → 1.250')).toBeInTheDocument();
  expect(screen.getByText('1,250 → 1250')).toBeInTheDocument();
  expect(screen.getByRole('button', { name: /^Bring/ })).toBeDisabled();
});
