import '@testing-library/jest-dom/vitest';
import { QueryClientProvider } from '@tanstack/react-query';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { MemoryRouter } from 'react-router';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import type { MoistureTest } from '@mercato/contract/moisture/moisture';
import type { FieldView } from '@mercato/contract/register/lots';
import { cache } from '../api/cache.ts';
import { Deviations, OvenClocks } from './Oven.tsx';

const sent: { path: string; body: unknown }[] = [];
beforeEach(() => {
  sent.length = 0;
  vi.useFakeTimers({ toFake: ['Date', 'setInterval', 'clearInterval'] });
  vi.stubGlobal('fetch', (input: string, init?: RequestInit) => {
    if (init?.method === 'PUT') sent.push({ path: input, body: JSON.parse(init.body as string) as unknown });
    const answer =
      init?.method === 'PUT' ? { lot: { id: TEST.lotId } } : { person: null, laboratory: { zone: 'UTC' }, devices: [] };
    return Promise.resolve(
      new Response(JSON.stringify(answer), {
        status: 200,
        headers: { 'Content-Type': 'application/json' },
      }),
    );
  });
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

const field = (text: string): FieldView => ({
  text,
  unit: 'g',
  by: 'Ilse Marrow',
  at: '2026-11-24T09:00:00.000Z',
  seenOn: '2026-11-24',
  seenFrom: 'recorded',
  device: null,
  earlier: [],
});
const LOADED = { 'first.withSeed': field('24.5'), 'second.withSeed': field('25.5') };
const TEST: MoistureTest = {
  id: '00000000-0000-7000-8000-000000000001',
  lotId: '00000000-0000-7000-8000-000000000002',
  number: 1,
  version: 3,
  sample: { id: 'v', mass: null, seeds: null, gone: null },
  vesselCode: '*ABCDEF0',
  edition: { id: 'e', name: 'a book' },
  createdBy: 'Ilse Marrow',
  createdAt: '2026-11-24T09:00:00.000Z',
  updatedBy: 'Ilse Marrow',
  updatedAt: '2026-11-24T09:00:00.000Z',
  decision: null,
  method: 'oven 130 °C, 1 h',
  fields: LOADED,
  early: [],
  result: null,
  voided: null,
  band: null,
  meter: null,
  clock: null,
};
const BACK = { 'oven.backAt': field('2026-11-24T09:00:00.000Z') };
const IN_OVEN: Partial<MoistureTest> = {
  fields: { ...LOADED, ...BACK },
  clock: {
    is: 'in-oven',
    outFrom: '2026-11-24T09:57:00.000Z',
    outAt: '2026-11-24T10:00:00.000Z',
    outUntil: '2026-11-24T10:03:00.000Z',
  },
};
const COOLS: Partial<MoistureTest> = {
  fields: { ...LOADED, ...BACK, 'oven.outAt': field('2026-11-24T10:00:00.000Z') },
  clock: { is: 'cools', from: '2026-11-24T10:30:00.000Z', until: '2026-11-24T10:45:00.000Z' },
};
const show = (change: Partial<MoistureTest>, at = '2026-11-24T09:00:00.000Z', may = true) => {
  vi.setSystemTime(at);
  return render(
    <MemoryRouter>
      <QueryClientProvider client={cache}>
        <OvenClocks test={{ ...TEST, ...change }} may={may} />
      </QueryClientProvider>
    </MemoryRouter>,
  );
};

describe('the clocks of the oven', () => {
  test('begin when it is back at its temperature, by one press, and not before containers are weighed in', () => {
    const { container } = show({ fields: {} });
    expect(container).toBeEmptyDOMElement();
    cleanup();
    show({}, '2026-11-24T09:12:00.000Z');
    fireEvent.click(screen.getByRole('button', { name: 'The oven is back at its temperature' }));
    expect(sent).toEqual([
      { path: expect.stringContaining('/moisture/tests/') as string, body: { backAt: '2026-11-24T09:12:00.000Z' } },
    ]);
  });

  test.each([
    ['09:56:59.999', '4 min left'],
    ['09:57:00.000', 'take it out now'],
    ['10:03:00.000', 'take it out now'],
    ['10:03:00.001', 'late'],
  ])('in the oven at %s: %s', (time, words) => {
    show(IN_OVEN, `2026-11-24T${time}Z`);
    expect(screen.getByText(words)).toBeVisible();
    fireEvent.click(screen.getByRole('button', { name: 'Taken out' }));
    expect(sent[0]?.body).toEqual({ outAt: `2026-11-24T${time}Z` });
  });

  test.each([
    ['10:29:59.999', 'cools, 1 min left', 30],
    ['10:30:00.000', 'weigh it now', 30],
    ['10:45:00.000', 'weigh it now', 45],
    ['10:45:00.001', 'cooled too long', 45],
  ])('cooling at %s: %s', (time, words, cooledMinutes) => {
    show(COOLS, `2026-11-24T${time}Z`);
    expect(screen.getByText(words)).toBeVisible();
    fireEvent.click(screen.getByRole('button', { name: 'I weigh it now' }));
    expect(sent[0]?.body).toEqual({ cooledMinutes });
  });

  test('leave a kind without hours to its own method, and press nothing for who may only look', () => {
    show({ fields: { ...LOADED, ...BACK } });
    expect(screen.getByText(/gives no hours for this kind/)).toBeVisible();
    expect(screen.getByRole('button', { name: 'Taken out' })).toBeVisible();
    cleanup();
    for (const one of [{}, IN_OVEN, COOLS]) {
      show(one, '2026-11-24T10:40:00.000Z', false);
      expect(screen.queryByRole('button')).toBeNull();
      cleanup();
    }
  });
});

test('a press that came at another time is corrected in minutes, with the reason', async () => {
  show(COOLS, '2026-11-24T10:10:00.000Z');
  fireEvent.click(screen.getByRole('button', { name: 'it was not then' }));
  fireEvent.change(screen.getByLabelText('so many minutes ago'), { target: { value: 'two' } });
  fireEvent.click(screen.getByRole('button', { name: 'Correct' }));
  expect(screen.getByText(/how many minutes ago/)).toBeVisible();
  expect(sent).toEqual([]);
  fireEvent.change(screen.getByLabelText('so many minutes ago'), { target: { value: '8' } });
  fireEvent.change(screen.getByLabelText('why it is corrected'), { target: { value: 'pressed late' } });
  fireEvent.click(screen.getByRole('button', { name: 'Correct' }));
  expect(sent[0]?.body).toEqual({ outAt: '2026-11-24T10:02:00.000Z', reason: 'pressed late' });
  // What was sent is answered; then the form goes.
  await vi.waitFor(() => expect(screen.queryByLabelText('so many minutes ago')).toBeNull());
});

test('what was made otherwise is told before anything is dried, and after', () => {
  const early = [{ is: 'charge', which: 'second', got: 5.5, least: 4, most: 5 }] as const;
  render(<Deviations test={{ ...TEST, early }} />);
  expect(screen.getByRole('status')).toHaveTextContent('second container of 5.500 g, 4 to 5 g asked');
  cleanup();
  expect(render(<Deviations test={TEST} />).container).toBeEmptyDOMElement();
});
