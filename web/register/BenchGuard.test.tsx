import { QueryClientProvider } from '@tanstack/react-query';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { MemoryRouter, Route, Routes } from 'react-router';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { stationRoutes } from '@mercato/contract/register/routes';
import type { StationView } from '@mercato/contract/register/stations';
import { cache } from '../api/cache.ts';
import { keyOf } from '../api/routes.ts';
import { BenchGuard } from './BenchGuard.tsx';
import { useStation } from './station.ts';

const kept = new Map<string, string>();
beforeEach(() => {
  kept.clear();
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => void kept.set(key, value),
    removeItem: (key: string) => void kept.delete(key),
  });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const BENCH: StationView = {
  id: 'bench',
  name: 'Bench 1',
  kind: 'bench',
  lot: { id: 'first', reference: 'QM-1', species: 'Avena sativa', variety: 'Pale' },
  vessels: [{ id: 'v', code: '*0000000', kind: 'working', purpose: 'purity' }],
  last: null,
  clean: true,
  events: [],
};

/** Says where this screen stands, beside the page that is guarded. */
function Stand() {
  const { standAt } = useStation();
  return (
    <button
      onClick={() => {
        standAt('bench');
      }}
    >
      stand here
    </button>
  );
}

function show(lot: string, station: Partial<StationView> = {}, here: string | null = 'bench') {
  if (here) kept.set('mercato.station', here);
  cache.setDefaultOptions({ queries: { staleTime: Infinity } });
  cache.setQueryData(keyOf(stationRoutes.list, {}), { stations: [{ ...BENCH, ...station }] });
  render(
    <QueryClientProvider client={cache}>
      <MemoryRouter initialEntries={[`/lots/${lot}/purity`]}>
        <Stand />
        <Routes>
          <Route element={<BenchGuard />}>
            <Route path="/lots/:lot/purity" element={<p>the bench page</p>} />
          </Route>
        </Routes>
      </MemoryRouter>
    </QueryClientProvider>,
  );
}
const opened = () => screen.queryByText('the bench page') !== null;

describe('the guard of a bench', () => {
  test('lets its own lot through, and another only when nothing of the first is left', () => {
    show('first');
    expect(opened()).toBe(true);
    cleanup();
    show('second');
    expect(opened()).toBe(false);
    expect(screen.getByRole('heading').textContent).toContain('Bench 1 still holds QM-1');
    expect(screen.getByText('*0000000')).toBeDefined();
    cleanup();
    show('second', { vessels: [] });
    expect(opened()).toBe(true);
    cleanup();
    show('second', { lot: null, vessels: [] });
    expect(opened()).toBe(true);
  });
  test('a machine holds its lot until it is closed there, vessels or none', () => {
    show('second', { kind: 'machine', vessels: [] });
    expect(opened()).toBe(false);
    expect(screen.getByRole('link', { name: 'To the station' }).getAttribute('href')).toBe('/stations');
  });
  test('a screen that stands nowhere, or leaves its station, is not guarded', () => {
    show('second', {}, null);
    expect(opened()).toBe(true);
    fireEvent.click(screen.getByRole('button', { name: 'stand here' }));
    expect(opened()).toBe(false);
    expect(kept.get('mercato.station')).toBe('bench');
  });
});
