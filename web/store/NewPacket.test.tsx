import { QueryClientProvider } from '@tanstack/react-query';
import { cleanup, render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter } from 'react-router';
import { afterEach, expect, test, vi } from 'vitest';
import { cache } from '../api/cache.ts';
import { SESSION_KEY } from '../api/session.tsx';
import NewPacket from './NewPacket.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

test('a kind keeps its scientific name, however late the list of kinds arrives', async () => {
  const written: unknown[] = [];
  let arrive: () => void = vi.fn();
  const kinds = new Promise<void>((resolve) => {
    arrive = resolve;
  });
  const places = vi.fn();
  vi.stubGlobal('fetch', async (url: string, init?: RequestInit) => {
    if (url.includes('/kinds')) await kinds;
    if (url.includes('/places')) places();
    if ((init?.method ?? 'GET') !== 'GET') written.push(JSON.parse(typeof init?.body === 'string' ? init.body : '{}'));
    const answer = url.includes('/kinds')
      ? { kinds: [{ species: 'Allium porrum', commonNames: ['leek'] }] }
      : url.includes('/places')
        ? { places: [] }
        : { id: 'p' };
    return new Response(JSON.stringify(answer), { status: 200 });
  });
  cache.setQueryData(SESSION_KEY, {
    person: { id: 'a', name: 'A', roles: ['sampler'] },
    laboratory: { name: '', zone: 'UTC' },
    today: '2026-11-24',
  });
  render(
    <QueryClientProvider client={cache}>
      <MemoryRouter>
        <NewPacket />
      </MemoryRouter>
    </QueryClientProvider>,
  );
  const hands = userEvent.setup();
  await waitFor(() => {
    expect(places).toHaveBeenCalled();
  });
  await new Promise((resolve) => setTimeout(resolve, 50));
  // Nothing can be typed that would be looked up in a list that is not here.
  expect(screen.queryByLabelText('what it is')).toBeNull();
  arrive();
  await hands.type(await screen.findByLabelText('what it is'), 'leek');
  await hands.type(screen.getByLabelText('year of harvest'), '2021');
  await hands.type(screen.getByLabelText('how much it holds'), '30');
  await hands.click(screen.getByRole('button', { name: 'Add packet' }));
  await waitFor(() => {
    expect(written).toMatchObject([{ accession: { kind: 'leek', species: 'Allium porrum', harvestYear: 2021 } }]);
  });
});
