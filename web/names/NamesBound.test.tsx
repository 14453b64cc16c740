import { QueryClientProvider } from '@tanstack/react-query';
import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import type { FoundName } from '@mercato/contract/names/names';
import { purityRoutes } from '@mercato/contract/purity/routes';
import { kindRoutes } from '@mercato/contract/register/routes';
import { cache } from '../api/cache.ts';
import { keyOf } from '../api/routes.ts';
import { fakeServer } from '../testing/fakeServer.ts';
import { NamesBound } from './NamesBound.tsx';

const name = (written: string, taxon: string | null, more: Partial<FoundName> = {}): FoundName => ({
  written,
  taxon,
  candidates: [],
  noneListed: false,
  knownSince: null,
  bound: null,
  ...more,
});
/** The list of proposals is here already. */
const show = (names: FoundName[], unclear: string[] = [], may = true) =>
  render(
    <QueryClientProvider client={cache}>
      <NamesBound
        route={purityRoutes.bindName}
        test={{ id: 'test', version: 3, names }}
        may={may}
        unclear={new Set(unclear)}
      />
    </QueryClientProvider>,
  );
let server: ReturnType<typeof fakeServer>;
beforeEach(() => {
  cache.setQueryData(keyOf(kindRoutes.names, {}), { species: [], inertKinds: [] });
  server = fakeServer();
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

test('a name that the list knows as it stands needs nothing; all others say what they stand for, or that they do not', () => {
  expect(show([name('Rumex crispus', 'Rumex crispus')]).container.textContent).toBe('');
  cleanup();
  const { container } = show(
    [
      name('curly dock', 'Rumex crispus'),
      name('wild oat', null, { candidates: ['Avena fatua', 'Avena sterilis'] }),
      name('the curled one', 'Rumex crispus', {
        bound: { by: 'Ada', at: '2026-11-24T09:00:00Z', reason: 'its wings' },
      }),
    ],
    [],
    false,
  );
  for (const words of [
    '“curly dock” is Rumex crispus',
    '“wild oat” is in no list, or is a name of several: Avena fatua, Avena sterilis.',
    '“the curled one” is Rumex crispus, says Ada, 24 Nov: its wings',
  ])
    expect(container.textContent).toContain(words);
  expect(screen.queryAllByRole('button')).toEqual([]);
});

test('a name is bound with how it is known; only a genus can be none of its listed species', async () => {
  show([name('a dodder', 'Cuscuta spp.')], ['Cuscuta spp.']);
  fireEvent.click(screen.getByRole('button', { name: 'Change' }));
  fireEvent.click(screen.getByRole('checkbox', { name: 'it is none of the species that a list names' }));
  fireEvent.click(screen.getByRole('button', { name: 'Bind the name' }));
  expect(await screen.findByText('say how it is known')).toBeTruthy();
  const known = screen.getByLabelText('how it is known');
  fireEvent.change(known, { target: { value: 'seen under the microscope' } });
  fireEvent.click(screen.getByRole('button', { name: 'Bind the name' }));
  await waitFor(() => {
    expect(server.taken).toMatchObject([
      {
        path: '/api/purity/tests/test/names',
        body: { written: 'a dodder', taxon: 'Cuscuta spp.', noneListed: true, reason: 'seen under the microscope' },
      },
    ]);
  });
  cleanup();
  show([name('a dodder', null)]);
  fireEvent.click(screen.getByRole('button', { name: 'Say which species' }));
  fireEvent.change(screen.getByLabelText('species, or genus'), { target: { value: 'Cuscuta europaea' } });
  expect(screen.queryByRole('checkbox')).toBeNull();
});
