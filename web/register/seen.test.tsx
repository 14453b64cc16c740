import { QueryClientProvider } from '@tanstack/react-query';
import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { purityRoutes } from '@mercato/contract/purity/routes';
import type { FieldView } from '@mercato/contract/register/lots';
import { cache } from '../api/cache.ts';
import { SESSION_KEY } from '../api/session.tsx';
import { fakeServer } from '../testing/fakeServer.ts';
import { SeenLine } from './seen.tsx';

const field = (seenOn: string, by = 'Ada', seenFrom: FieldView['seenFrom'] = 'stated'): FieldView => ({
  text: '1.0',
  unit: 'g',
  by,
  at: `${seenOn}T09:00:00Z`,
  seenOn,
  seenFrom,
  device: null,
  earlier: [],
});

function show(fields: Record<string, FieldView>, may = true) {
  cache.setDefaultOptions({ queries: { staleTime: Infinity } });
  cache.setQueryData(SESSION_KEY, {
    person: { id: 'p', name: 'Cleo', username: 'cleo', roles: ['analyst'] },
    laboratory: { name: '', zone: 'UTC', demo: false },
    csrf: '',
    today: '2026-11-24',
  });
  return render(
    <QueryClientProvider client={cache}>
      <SeenLine route={purityRoutes.days} test={{ id: 'test', version: 7 }} fields={fields} may={may} />
    </QueryClientProvider>,
  );
}
let server: ReturnType<typeof fakeServer>;
beforeEach(() => {
  server = fakeServer();
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

test('who wrote figures down and when they were seen is told; what a file does not say is not made up', () => {
  const { container } = show({ a: field('2026-11-22'), b: field('2026-11-23', 'Ben') }, false);
  expect(container.textContent).toBe('By Ada, Ben, 22 Nov and 23 Nov');
  cleanup();
  expect(show({ a: field('2026-11-24', 'Ada', 'file') }, false).container.textContent).toBe(
    'By Ada, on a day that its file does not name',
  );
  cleanup();
  expect(show({}).container.textContent).toBe('');
});

test('the day of some figures is corrected without those of another day, with the reasons that it needs', async () => {
  show({ a: field('2026-11-22'), b: field('2026-11-23'), c: field('2026-11-23') });
  fireEvent.click(screen.getByRole('button', { name: 'correct the day' }));
  fireEvent.change(screen.getByLabelText('which figures'), { target: { value: '2026-11-23' } });
  fireEvent.change(screen.getByLabelText('seen on'), { target: { value: '2026-11-21' } });
  expect(screen.queryByLabelText('why it is entered so late')).toBeNull();
  fireEvent.click(screen.getByRole('button', { name: 'Correct the day' }));
  expect(await screen.findByText('say why the day is corrected')).toBeTruthy();
  expect(server.asked).toEqual([]);
  fireEvent.change(screen.getByLabelText('why it is corrected'), { target: { value: 'read from the wrong line' } });
  fireEvent.click(screen.getByRole('button', { name: 'Correct the day' }));
  await waitFor(() => {
    expect(server.taken).toMatchObject([
      {
        path: '/api/purity/tests/test/days',
        body: { fields: ['b', 'c'], seenOn: '2026-11-21', reason: 'read from the wrong line' },
      },
    ]);
  });
});

test('beyond three days it asks why, at the border on both sides; figures of one day need no choice', () => {
  show({ a: field('2026-11-22') });
  fireEvent.click(screen.getByRole('button', { name: 'correct the day' }));
  expect(screen.queryByLabelText('which figures')).toBeNull();
  const late = () => screen.queryByLabelText('why it is entered so late') !== null;
  fireEvent.change(screen.getByLabelText('seen on'), { target: { value: '2026-11-21' } });
  expect(late()).toBe(false);
  fireEvent.change(screen.getByLabelText('seen on'), { target: { value: '2026-11-20' } });
  expect(late()).toBe(true);
});
