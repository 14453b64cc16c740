import { QueryClientProvider } from '@tanstack/react-query';
import { fireEvent, render, renderHook, screen, waitFor } from '@testing-library/react';
import type { JSX, ReactNode } from 'react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { germinationRoutes } from '@mercato/contract/germination/routes';
import type { Held } from '@mercato/contract/hands/hands';
import { cache } from '../api/cache.ts';
import { PAGE } from '../api/page.ts';
import { callRoute } from '../api/routes.ts';
import { SESSION_KEY } from '../api/session.tsx';
import { fakeServer } from '../testing/fakeServer.ts';
import { HandNotice } from './HandNotice.tsx';
import { otherHand, PUT_DOWN, useHold, useOthers } from './useHold.ts';

const OTHER = '01900000-0000-7000-8000-000000000002';
const heldBy = (page: string | null, name = 'Ada', taken = 0, turn = 3): Held => ({
  turn,
  holder: page === null ? null : { name, page, since: '2026-11-24T09:20:00Z' },
  taken,
});
const LATE = {
  session: 's',
  by: 'Ben',
  from: '2026-11-24T09:21:00Z',
  to: '2026-11-24T09:22:00Z',
  keys: 3,
  counts: { normal: 2, dead: -1, hard: 0 },
  day: 4,
};
beforeEach(() => {
  cache.setQueryData(SESSION_KEY, {
    person: { id: 'p', name: 'Cleo', username: 'cleo', roles: ['analyst'] },
    laboratory: { name: '', zone: 'UTC', demo: false },
    csrf: '',
    today: '2026-11-24',
  });
});
afterEach(() => {
  vi.unstubAllGlobals();
  document.body.replaceChildren();
});
const inPage = (node: ReactNode): JSX.Element => <QueryClientProvider client={cache}>{node}</QueryClientProvider>;
const notice = (held: Held, more: Partial<Parameters<typeof HandNotice>[0]> = {}) => {
  const kept: unknown[] = [];
  const taken = vi.fn();
  const shown = render(
    inPage(
      <HandNotice
        what="dish 2"
        held={held}
        late={[]}
        hand={async (act) => kept.push(await callRoute(germinationRoutes.hand, { dish: 'd' }, act))}
        decideLate={async ({ day = 0, ...act }) =>
          kept.push(await callRoute(germinationRoutes.decideLate, { dish: 'd' }, { ...act, day }))
        }
        may
        taken={taken}
        {...more}
      />,
    ),
  );
  return { ...shown, kept, taken };
};

test('a place that nobody has, or this page, shows nothing', () => {
  expect(notice(heldBy(null)).container.textContent).toBe('');
  expect(notice(heldBy(PAGE)).container.textContent).toBe('');
  expect(otherHand(heldBy(PAGE))).toBeNull();
  expect(otherHand(heldBy(OTHER))?.name).toBe('Ada');
});

test('another hand is named and can be taken over from, by those who may', async () => {
  const server = fakeServer();
  const { kept, taken } = notice(heldBy(OTHER));
  expect(screen.getByRole('status').textContent).toContain('Ada has dish 2 in hand since 24 Nov');
  fireEvent.click(screen.getByRole('button', { name: 'Take dish 2 over' }));
  await waitFor(() => {
    expect(taken).toHaveBeenCalledOnce();
  });
  expect(server.taken).toMatchObject([{ path: '/api/germination/dishes/d/hand', body: { act: 'take', turn: 3 } }]);
  expect(kept).toHaveLength(1);
  expect(notice(heldBy(OTHER, 'Cleo'), { may: false }).container.textContent).toContain(
    'You have dish 2 in hand on another page',
  );
  expect(screen.getAllByRole('button')).toHaveLength(1);
});

test('late keys are shown with what they say, and are added or set aside as they were shown; a refusal is told', async () => {
  const server = fakeServer([422]);
  const { kept } = notice(heldBy(null), { late: [LATE] });
  expect(screen.getByRole('status').textContent).toContain(
    '3 keys of Ben came after dish 2 was in other hands (24 Nov, 09:22, count of day 4): 2 normal, −1 dead.',
  );
  fireEvent.click(screen.getByRole('button', { name: 'Add them' }));
  expect(await screen.findByText('answered 422')).toBeTruthy();
  expect(kept).toEqual([]);
  fireEvent.click(screen.getByRole('button', { name: 'Set them aside' }));
  await waitFor(() => {
    expect(kept).toHaveLength(1);
  });
  expect(server.asked.map((one) => one.body)).toEqual([
    { session: 's', keys: 3, fate: 'taken', day: 4 },
    { session: 's', keys: 3, fate: 'aside', day: 4 },
  ]);
});

test('a place that was taken in hand is put down once its keys are sent, and not before, nor one that was only looked at', async () => {
  const server = fakeServer();
  let trouble: string | null = 'no network';
  const { result, rerender, unmount } = renderHook(
    ({ at }) =>
      useHold(
        at,
        (dish) => callRoute(germinationRoutes.hand, { dish }, PUT_DOWN, { keepalive: true }),
        () => Promise.resolve(trouble),
      ),
    {
      initialProps: { at: '1' },
    },
  );
  rerender({ at: '2' });
  result.current();
  rerender({ at: '3' });
  await new Promise((done) => setTimeout(done, 20));
  expect(server.asked).toEqual([]);
  trouble = null;
  result.current();
  unmount();
  await waitFor(() => {
    expect(server.asked).toMatchObject([{ path: '/api/germination/dishes/3/hand', body: { act: 'leave' } }]);
  });
});

test('what was pressed here is let go of where another has the place, and read anew where late keys were taken', () => {
  const acts: string[] = [];
  const does = {
    forget: (one: { id: string }) => acts.push(`forget ${one.id}`),
    rebase: (one: { id: string }) => {
      acts.push(`rebase ${one.id}`);
      return Promise.resolve();
    },
  };
  const dish = (id: string, held: Held) => ({ id, held });
  const { rerender } = renderHook(
    ({ dishes }) => {
      useOthers(dishes, (one) => one.id, does);
    },
    {
      initialProps: { dishes: [dish('1', heldBy(PAGE)), dish('2', heldBy(null, '', 4))] },
    },
  );
  expect(acts).toEqual([]);
  rerender({ dishes: [dish('1', heldBy(OTHER)), dish('2', heldBy(null, '', 4))] });
  expect(acts).toEqual(['forget 1']);
  rerender({ dishes: [dish('1', heldBy(PAGE)), dish('2', heldBy(null, '', 6))] });
  expect(acts).toEqual(['forget 1', 'rebase 2']);
});
