import '@testing-library/jest-dom/vitest';
import 'fake-indexeddb/auto';
import { QueryClientProvider } from '@tanstack/react-query';
import { cleanup, render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter, Route, Routes } from 'react-router';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import type { BagBrief, RoundView } from '@mercato/contract/quick-tests/rounds';
import { cache } from '../api/cache.ts';
import { SESSION_KEY } from '../api/session.tsx';
import Round from './Round.tsx';

const BAG: BagBrief = {
  id: '01900000-0000-7000-8000-0000000000b1',
  number: 1,
  code: '*ABC1234',
  packetId: null,
  packetCode: null,
  kind: 'leek',
  variety: 'Fell Winter',
  species: 'Allium porrum',
  harvestYear: 2022,
  seeds: 20,
  treatment: 'untreated',
  how: '',
  control: false,
  method: { temperatureC: [15, 20], light: 'indifferent', firstDay: 6, lastDay: 14 },
  unsuited: ['too-hot'],
  sprouted: 4,
  lastLook: null,
  time: { state: 'under-way', day: 8, firstDay: 6, lastDay: 14 },
  ended: null,
  held: { turn: 0, holder: null, taken: 0 },
  late: 0,
};
const ROUND: RoundView = {
  id: '01900000-0000-7000-8000-0000000000a1',
  number: 3,
  name: '',
  startedOn: '2026-11-16',
  warmthC: { low: 27, high: 27 },
  light: 'light',
  bags: 1,
  open: 1,
  toLookAt: 1,
  today: '2026-11-24',
  bagsOf: [BAG],
};
const sent: { path: string; body: { sprouted: number; on: string } }[] = [];

beforeEach(() => {
  sent.length = 0;
  localStorage.clear();
  vi.stubGlobal('fetch', (path: string, init?: RequestInit) => {
    if (init?.method === 'PUT')
      sent.push({ path, body: JSON.parse(init.body as string) as { sprouted: number; on: string } });
    return Promise.resolve(new Response(JSON.stringify(ROUND), { status: 200 }));
  });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const open = (today = '2026-11-24') => {
  cache.setDefaultOptions({ queries: { retry: false, staleTime: Infinity } });
  cache.setQueryData(SESSION_KEY, {
    person: { id: 'p', name: 'Juno', username: 'juno', roles: ['sampler'] },
    csrf: 'x',
    laboratory: { name: 'Q', zone: 'UTC' },
    today,
    demoAccounts: [],
    empty: false,
  });
  return render(
    <QueryClientProvider client={cache}>
      <MemoryRouter initialEntries={[`/store/rounds/${ROUND.id}`]}>
        <Routes>
          <Route path="/store/rounds/:round" element={<Round />} />
        </Routes>
      </MemoryRouter>
    </QueryClientProvider>,
  );
};
const counted = () => screen.findByLabelText<HTMLInputElement>('newly sprouted', { selector: 'input' });

test('what sprouted is typed as well as tapped, and never more than lie in the bag', async () => {
  const hands = userEvent.setup();
  open();
  const field = await counted();
  expect(screen.getByText(/too warm: 15 to 20 °C/)).toBeVisible();
  await hands.click(screen.getByRole('button', { name: 'one more' }));
  expect(field).toHaveValue('1');
  await hands.clear(field);
  await hands.type(field, '12');
  expect(field).toHaveValue('12');
  await hands.type(field, '3');
  // 16 of 20 are left.
  expect(field).toHaveValue('16');
  await hands.click(screen.getByRole('button', { name: 'Save 16 newly sprouted' }));
  await waitFor(() => {
    expect(sent.map((one) => one.body.sprouted)).toEqual([16]);
  });
});

test('leaving the page loses no tap: it is there again, of the day on which it was made, until it is kept', async () => {
  const hands = userEvent.setup();
  const first = open();
  await counted();
  for (let i = 0; i < 3; i += 1) await hands.click(screen.getByRole('button', { name: 'one more' }));
  await hands.click(screen.getByRole('button', { name: 'dried out' }));
  first.unmount();
  const second = open('2026-11-25');
  expect(await counted()).toHaveValue('3');
  expect(screen.getByRole('button', { name: 'dried out' })).toHaveAttribute('aria-pressed', 'true');
  expect(screen.getByLabelText('checked on')).toHaveValue('2026-11-24');
  await hands.click(screen.getByRole('button', { name: 'Save 3 newly sprouted' }));
  await waitFor(() => {
    expect(sent).toMatchObject([{ body: { sprouted: 3, on: '2026-11-24', water: 'dry' } }]);
  });
  second.unmount();
  open('2026-11-25');
  expect(await counted()).toHaveValue('0');
});
