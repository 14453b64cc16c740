import '@testing-library/jest-dom/vitest';
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter } from 'react-router';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import type { DeviceShown, DeviceView } from '@mercato/contract/devices/devices';
import type { OvenStand, OvensView } from '@mercato/contract/moisture/ovens';
import { cache } from '../api/cache.ts';
import { FakeEvents } from '../testing/fakeEvents.ts';
import { inApp } from '../testing/inApp.tsx';
import { MeterTells } from './MeterTells.tsx';
import Ovens from './Ovens.tsx';

const DEVICES: DeviceView[] = [
  { id: 'oven', version: 1, name: 'oven 1', kind: 'oven', address: 'tcp://a:1', simulated: false },
  { id: 'meter', version: 1, name: 'cell', kind: 'meter', address: 'tcp://a:2', simulated: false },
];
const STAND: OvenStand = {
  id: '00000000-0000-7000-8000-000000000001',
  version: 3,
  number: 1,
  lot: { id: 'lot', reference: 'LD-1', species: 'Avena sativa', commonName: 'oat' },
  method: 'oven 130 °C, 2 h',
  band: { least: 130, most: 133 },
  oven: '',
  stage: 'to-go-in',
  weighedAt: '2026-11-24T08:40:00.000Z',
  backAt: null,
  outAt: null,
  by: null,
  clock: null,
};
const IN_IT: OvenStand = { ...STAND, oven: 'oven 1', stage: 'in-oven', backAt: '2026-11-24T09:00:00.000Z' };
let stands: OvenStand[] = [];
const sent: { path: string; body: Record<string, unknown> }[] = [];
beforeEach(() => {
  sent.length = 0;
  FakeEvents.open.length = 0;
  cache.clear();
  vi.stubGlobal('EventSource', FakeEvents);
  vi.stubGlobal('fetch', (input: string, init?: RequestInit) => {
    if (init?.body) sent.push({ path: input, body: JSON.parse(init.body as string) as Record<string, unknown> });
    const answer = input.includes('/session')
      ? {
          person: { id: 'p', name: 'Ilse Marrow', username: 'marrow', roles: ['analyst'], reading: {} },
          laboratory: { zone: 'UTC' },
          csrf: 'x',
        }
      : input.endsWith('/devices')
        ? { devices: DEVICES }
        : ({ stands, ovens: ['north'] } satisfies OvensView);
    return Promise.resolve(
      new Response(JSON.stringify(answer), { status: 200, headers: { 'Content-Type': 'application/json' } }),
    );
  });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const board = () => {
  render(
    <MemoryRouter>
      <Ovens />
    </MemoryRouter>,
    inApp,
  );
  return userEvent.setup();
};
const oven = (change: Partial<Extract<DeviceShown, { is: 'oven' }>>) =>
  FakeEvents.tell({
    is: 'oven',
    reached: true,
    garbage: 0,
    shows: { at: 0, ovenC: 131.24, setC: 130, door: 'shut' },
    backAt: null,
    seen: null,
    ...change,
  });

test('an oven that is heard says since when it is back at its temperature, and a load begins then', async () => {
  stands = [STAND];
  const hands = board();
  await hands.click(await screen.findByRole('checkbox', { name: /LD-1/ }));
  await hands.type(screen.getByLabelText('which oven'), 'oven 1');
  expect(await screen.findByText(/no connection/)).toBeVisible();
  expect(FakeEvents.open.at(-1)?.url).toMatch(/\/devices\/oven\/stream\?least=130&most=133$/);
  oven({ shows: { at: 0, ovenC: 118, setC: 130, door: 'open' } });
  expect(screen.getByText(/its door is open/)).toBeVisible();
  oven({});
  expect(screen.getByText(/not back at its temperature/)).toBeVisible();
  // Warm since before the containers were weighed in: nobody put them in since.
  oven({ backAt: '2026-11-24T08:40:00.000Z' });
  expect(screen.getByText(/not back at its temperature/)).toBeVisible();
  expect(screen.getByText('the time of one test begins now')).toBeVisible();
  oven({ backAt: '2026-11-24T08:52:00.000Z' });
  expect(screen.getByText(/back at its temperature since/)).toBeVisible();
  expect(screen.getByText('the time of one test began then')).toBeVisible();
  await hands.click(screen.getByRole('button', { name: 'The oven is back at its temperature' }));
  await vi.waitFor(() => expect(sent).toHaveLength(1));
  expect(sent[0]).toMatchObject({
    path: '/api/moisture/loads',
    body: {
      what: 'backAt',
      at: '2026-11-24T08:52:00.000Z',
      oven: 'oven 1',
      heard: { device: 'oven', ovenC: 131.2 },
    },
  });
});

test('what it was like goes with the load that comes out of it; one that did not see all of it tells nothing', async () => {
  stands = [IN_IT];
  const hands = board();
  expect(await screen.findByText(/no connection/)).toBeVisible();
  expect(decodeURIComponent(FakeEvents.open.at(-1)?.url ?? '')).toMatch(/since=2026-11-24T09:00:00\.000Z$/);
  oven({ seen: { coldestC: 127.96, warmestC: 131.5, outsideMinutes: 4.26, opened: 2 } });
  expect(screen.getByText(/128\.0 to 131\.5 °C since then, opened 2 times, 5 min outside/)).toBeVisible();
  await hands.click(screen.getByRole('button', { name: 'Taken out' }));
  await vi.waitFor(() => expect(sent).toHaveLength(1));
  expect(sent[0]?.body).toMatchObject({
    what: 'outAt',
    heard: { device: 'oven', coldestC: 128, warmestC: 131.5, outsideMinutes: 4.3, opened: 2 },
  });
  oven({});
  await hands.click(screen.getByRole('button', { name: 'Taken out' }));
  await vi.waitFor(() => expect(sent).toHaveLength(2));
  expect(sent[1]?.body).not.toHaveProperty('heard');
});

test('one pouring of a meter is one reading', async () => {
  const taken: unknown[] = [];
  const meter = (shows: object | string | null) => FakeEvents.tell({ is: 'meter', reached: true, garbage: 0, shows });
  const view = render(<MeterTells device="meter" waits="first" take={(...one) => taken.push(one)} />, inApp);
  const hands = userEvent.setup();
  expect(await screen.findByText('it cannot be reached')).toBeVisible();
  meter('empty');
  expect(screen.getByText('empty')).toBeVisible();
  expect(screen.queryByRole('button')).toBeNull();
  meter({ text: '11.44', seedC: 21.5, number: 7 });
  await hands.click(screen.getByRole('button', { name: 'Take it as the first reading' }));
  expect(taken).toEqual([['first', { text: '11.44', seedC: 21.5, number: 7 }]]);
  view.rerender(<MeterTells device="meter" waits="second" take={(...one) => taken.push(one)} />);
  expect(screen.getByRole('button', { name: 'Take it as the second reading' })).toBeDisabled();
  expect(screen.getByText(/pour a new portion/)).toBeVisible();
  meter({ text: '11.44', seedC: 21.5, number: 8 });
  await hands.click(screen.getByRole('button', { name: 'Take it as the second reading' }));
  expect(taken).toHaveLength(2);
  view.rerender(<MeterTells device="meter" waits={null} take={() => undefined} />);
  expect(screen.queryByRole('button')).toBeNull();
  FakeEvents.break();
  expect(screen.getByText('it cannot be reached')).toBeVisible();
});
