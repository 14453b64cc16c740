import 'fake-indexeddb/auto';
import { QueryClientProvider } from '@tanstack/react-query';
import { cleanup, render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter, Route, Routes } from 'react-router';
import { afterEach, describe, expect, test, vi } from 'vitest';
import { samplingRoutes } from '@mercato/contract/sampling/routes';
import type { PrimarySample } from '@mercato/contract/sampling/sampling';
import { cache } from '../api/cache.ts';
import { keyOf } from '../api/routes.ts';
import { SESSION_KEY } from '../api/session.tsx';
import { fakeServer, type Fate, type Received } from '../testing/fakeServer.ts';
import { KeyBoardFrame } from '../ui/keys.tsx';
import Walk from './Walk.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const DRAWN = [3, 7, 12];
/** The walk over three containers of a stack of twelve, with the network as given. */
function walk(fates: readonly Fate[] = []) {
  const server = fakeServer(fates);
  cache.setDefaultOptions({ queries: { staleTime: Infinity, retry: false } });
  cache.setQueryData(SESSION_KEY, {
    person: { id: crypto.randomUUID(), name: 'Anselm Thorne', roles: ['sampler'] },
    laboratory: { zone: 'UTC' },
  });
  cache.setQueryData(keyOf(samplingRoutes.ofLot, { lot: 'lot' }), {
    lot: { id: 'lot', reference: 'QM-0001', species: 'Avena sativa', commonName: 'oat' },
    draw: {
      id: 'draw',
      columns: 4,
      rows: 3,
      containers: 12,
      primaries: DRAWN.map((container) => ({ container, core: 1, row: 1, column: 1, layer: 1, taken: null })),
    },
  });
  render(
    <QueryClientProvider client={cache}>
      <MemoryRouter initialEntries={['/lots/lot/sampling/walk']}>
        <KeyBoardFrame onScan={() => undefined} onFind={() => undefined}>
          <Routes>
            <Route path="/lots/:lot/sampling/walk" element={<Walk />} />
          </Routes>
        </KeyBoardFrame>
      </MemoryRouter>
    </QueryClientProvider>,
  );
  return { server, user: userEvent.setup() };
}
const away = Array.from({ length: 200 }, (): Fate => 'lost');
const press = async (user: ReturnType<typeof userEvent.setup>, name: string) => {
  await user.pointer([{ keys: '[MouseLeft]', target: screen.getByRole('button', { name }) }]);
  await new Promise((done) => setTimeout(done, 550)); // long enough that the next press is no double tap
};
const next = () => screen.getByText('Next container').nextElementSibling?.textContent;
const notes = (asked: readonly Received[]) => {
  const byKey = new Map(asked.map((one) => [one.key, one]));
  return [...byKey.values()].map((one) => ({ path: one.path, ...(one.body as PrimarySample) }));
};

describe('the walk, out of reach of the network', () => {
  test('goes from container to container, comes back to what was left for later, and says when all is done', async () => {
    const { user } = walk(away);
    await waitFor(() => {
      expect(next()).toBe('3');
    });
    await press(user, 'Later');
    expect(next()).toBe('7');
    await user.keyboard('d');
    expect(next()).toBe('12');
    await press(user, 'Wet');
    expect(next()).toBe('3');
    expect(screen.getByText('2 saved to send')).toBeTruthy();
    await press(user, 'Drawn');
    expect(screen.getByRole('status').textContent).toContain('All 3 primary samples are taken');
  });

  test('a double tap draws one container, not the next one with it', async () => {
    const { user } = walk(away);
    await waitFor(() => {
      expect(next()).toBe('3');
    });
    await user.dblClick(screen.getByRole('button', { name: 'Drawn' }));
    expect(next()).toBe('7');
    expect(screen.getByText('1 saved to send')).toBeTruthy();
  });

  test('seed that looks uneven stops it at once', async () => {
    const { user } = walk(away);
    await waitFor(() => {
      expect(next()).toBe('3');
    });
    await press(user, 'Looks uneven');
    expect((await screen.findByRole('alert')).textContent).toContain('Container 3 looks uneven: stop');
    expect(screen.queryByRole('button', { name: 'Drawn' })).toBeNull();
    await user.keyboard('d');
    expect(screen.getByText('1 saved to send')).toBeTruthy();
  });
});

describe('what the walk notes', () => {
  test('goes to its place in the draw with mass, look and time; a mass that is none is refused and kept', async () => {
    const { user, server } = walk();
    await waitFor(() => {
      expect(next()).toBe('3');
    });
    const mass = screen.getByLabelText<HTMLInputElement>('mass, g (if weighed)');
    await user.type(mass, 'two');
    await press(user, 'Drawn');
    expect(screen.getByRole('alert').textContent).toContain('above 0');
    expect(mass.value).toBe('two');
    await user.clear(mass);
    await user.type(mass, '20,50');
    await user.type(screen.getByLabelText('note'), ' top of the bag ');
    const before = Date.now();
    await press(user, 'Torn');
    await waitFor(() => {
      expect(notes(server.asked)).toHaveLength(1);
    });
    expect(notes(server.asked)[0]).toMatchObject({
      path: '/api/draws/draw/containers/3/samples/1',
      mass: { text: '20.50', unit: 'g' },
      look: 'damaged',
      note: 'top of the bag',
    });
    expect(Math.abs(Date.parse(notes(server.asked)[0]?.takenAt ?? '') - before)).toBeLessThan(5000);
  });
});
