import '@testing-library/jest-dom/vitest';
import { QueryClientProvider } from '@tanstack/react-query';
import { cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { JSX } from 'react';
import { MemoryRouter } from 'react-router';
import { afterEach, expect, test, vi } from 'vitest';
import { cache } from '../api/cache.ts';
import { SESSION_KEY } from '../api/session.tsx';
import Batch from './Batch.tsx';
import { KeepsHere } from './KeepsHere.tsx';
import { SHIPPED } from '@mercato/core/testing/books';
import NewBatch from './NewBatch.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const ONION = {
  species: 'Allium cepa',
  commonNames: ['onion'],
  keeping: {
    longevity: 'short',
    desiccation: 'orthodox',
    oilFraction: 0.22,
    ageing: { KE: 6.975, CW: 3.47, CH: 0.04, CQ: 0.000428, source: 'Ellis & Roberts 1981', confidence: 'high' },
  },
};
const LEEK = { species: 'Allium porrum', commonNames: ['leek'], keeping: { ...ONION.keeping, ageing: undefined } };
const PLACE = {
  id: '01900000-0000-7000-8000-000000000001',
  version: 1,
  parentId: null,
  kind: 'freezer',
  name: 'Freezer',
  code: '*F',
  path: ['Freezer'],
  packets: 0,
  packetsWithin: 0,
};

/** A server that answers by address, and keeps what is written. */
function server(answers: Readonly<Record<string, object>>) {
  const written: { path: string; body: unknown }[] = [];
  vi.stubGlobal('fetch', (url: string, init?: RequestInit) => {
    const path = url.replace('/api', '');
    if ((init?.method ?? 'GET') !== 'GET')
      written.push({ path, body: JSON.parse(typeof init?.body === 'string' ? init.body : '{}') });
    const answer = Object.entries(answers).find(([start]) => path.startsWith(start))?.[1] ?? {};
    return Promise.resolve(new Response(JSON.stringify(answer), { status: 200 }));
  });
  return written;
}
const open = (page: JSX.Element) => {
  cache.setQueryData(SESSION_KEY, {
    person: { id: 'a', name: 'A', roles: ['analyst'] },
    laboratory: { name: '', zone: 'UTC' },
    today: '2026-11-24',
  });
  render(
    <QueryClientProvider client={cache}>
      <MemoryRouter>{page}</MemoryRouter>
    </QueryClientProvider>,
  );
  return userEvent.setup();
};
const write = async (hands: ReturnType<typeof userEvent.setup>, name: string, text: string) => {
  const field = await screen.findByLabelText(name);
  await hands.clear(field);
  await hands.type(field, text);
};

test('three rules stand side by side, and the equation says nothing where nobody measured its constants', async () => {
  server({ '/kinds': { kinds: [ONION, LEEK] } });
  const hands = open(
    <KeepsHere
      air={{
        temperatureC: 5,
        humidityPercent: 35,
        hours: 720,
      }}
    />,
  );
  const row = (name: RegExp) => within(screen.getByRole('row', { name }));
  // Source: by hand: 5 °C are 41 °F, 41 + 35 = 76.
  expect(row(/°F and %/).getByText('41 + 35 = 76')).toBeInTheDocument();
  await write(hands, 'moisture of the seed, %', '8,0');
  // Source: by hand from the constants: 10^(6.975 − 3.47 log₁₀ 8 − 0.04 × 5 − 0.000428 × 25) = 4271 days a probit, times
  // 1.64485 for 95 %: 7026 days, 19.2 years.
  await waitFor(() => {
    expect(row(/viability equation/).getByText('19')).toBeInTheDocument();
  });
  expect(row(/viability equation/).getByText(/Ellis & Roberts 1981/)).toBeInTheDocument();
  await write(hands, 'kind', 'leek');
  expect(row(/viability equation/).getByText(/unknown: no constants are published/)).toBeInTheDocument();
  await write(hands, 'moisture of the seed, %', '140');
  expect(screen.getByText('a percentage between 0 and 100')).toBeVisible();
});

test('drying says what has to leave, refuses a moisture above the present one, and freezing shows its warnings', async () => {
  const packet = {
    id: '01900000-0000-7000-8000-000000000002',
    kind: 'leek',
    variety: '',
    harvestYear: 2025,
    harvestMonth: null,
    place: [],
    code: '*L',
  };
  const written = server({
    '/store/places': { places: [PLACE] },
    '/store/batch-warnings': { warnings: [{ weight: 'stop', is: 'dryness-unknown' }] },
    '/store/batches': { id: 'b' },
    '/store?': { rows: [packet] },
    '/drying/figures': { isotherms: [], kindOf: {}, dryingAir: [], desiccants: SHIPPED.desiccants },
  });
  const hands = open(<NewBatch />);
  await write(hands, 'it weighs, g', '200');
  await write(hands, 'moisture now, %', '12');
  await write(hands, 'moisture wanted, %', '6');
  // Source: by hand: 200 × 88 / 94 = 187.2 g, 12.8 g of water.
  expect(screen.getByText('187.2 g')).toBeInTheDocument();
  expect(screen.getByText('12.8 g')).toBeInTheDocument();
  // Source: by hand from the formula of oil and the points of the gel: 15.5 % humidity, 9.0 % held less 1 %: 159 g.
  expect(await screen.findByText('159 g')).toBeInTheDocument();
  await write(hands, 'moisture wanted, %', '1');
  expect(screen.getByText(/No gel dries it so far/)).toBeInTheDocument();
  await write(hands, 'moisture wanted, %', '14');
  expect(screen.getByText(/must not be above the present moisture of 12 %.*drier than you want already/)).toBeVisible();

  await hands.selectOptions(screen.getByLabelText('what is done'), 'freezing');
  await hands.selectOptions(screen.getByLabelText('where it lies then'), PLACE.id);
  await hands.click(screen.getByRole('button', { name: 'add leek 2025' }));
  expect(await screen.findByText(/wet seed dies when it freezes/)).toBeInTheDocument();
  await write(hands, 'why it is done anyway', 'a trial with ten seeds');
  await hands.click(screen.getByRole('button', { name: 'It lies in the cold' }));
  await waitFor(() => {
    expect(written).toMatchObject([
      {
        path: '/store/batches',
        body: { what: 'freezing', hours: 0, packets: [packet.id], anyway: 'a trial with ten seeds' },
      },
    ]);
  });
});

test('a weighing of days before is sent with its day, its time and why it comes so late', async () => {
  const line = { line: 0, entry: { what: 'weighed', massG: 96 }, by: 'A', at: '2026-11-20T18:30:00Z' };
  const written = server({
    '/store/batches/': {
      id: 'b',
      version: 3,
      what: 'drying',
      place: ['Chamber'],
      packets: 1,
      kinds: ['leek'],
      startedAt: '2026-11-10T08:00:00Z',
      dueAt: null,
      state: 'running',
      now: '2026-11-24T08:00:00Z',
      plan: { anyway: '' },
      of: [],
      warnings: [],
      lines: [{ ...line, writtenAt: '2026-11-24T08:00:00Z', lateReason: 'the book lay in the shed' }],
      dry: null,
      air: [],
      mean: null,
    },
  });
  const hands = open(<Batch />);
  expect(await screen.findByText(/20 Nov, 18:30, entered 24 Nov, 08:00: the book lay in the shed/)).toBeVisible();
  const form = within(screen.getByRole('button', { name: 'Save' }).closest('form') ?? document.body);
  await hands.click(form.getByRole('button', { name: 'it was not just now' }));
  await hands.type(form.getByLabelText('figure'), '95');
  fireEvent.change(form.getByLabelText('at what time'), { target: { value: '18:30' } });
  fireEvent.change(form.getByLabelText('on which day'), { target: { value: '2026-11-19' } });
  await hands.type(form.getByLabelText('why it is entered so late'), 'the book was lost');
  await hands.click(form.getByRole('button', { name: 'Save' }));
  await waitFor(() => {
    expect(written.map((one) => one.body)).toEqual([
      { what: 'weighed', massG: 95, seenOn: '2026-11-19', seenTime: '18:30', lateReason: 'the book was lost' },
    ]);
  });
});
