import '@testing-library/jest-dom/vitest';
import { QueryClientProvider } from '@tanstack/react-query';
import { cleanup, render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter } from 'react-router';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import type { DeviceView } from '@mercato/contract/devices/devices';
import type { FieldView } from '@mercato/contract/register/lots';
import type { WeightTest, WeightView } from '@mercato/contract/weight/weight';
import { Exact } from '@mercato/core/units/mass';
import { seedsPer } from '@mercato/core/weight/seedsPer';
import { cache } from '../api/cache.ts';
import { FakeEvents } from '../testing/fakeEvents.ts';
import { WeightFigures } from './WeightFigures.tsx';
import { WeightStation } from './WeightStation.tsx';

// A picture needs a canvas that is none here; what it says in words is its label.
vi.mock('../ui/Chart.tsx', () => ({ default: ({ says }: { says: string }) => <p>{says}</p> }));

const sent: { path: string; body: unknown; version: string | null }[] = [];
const COUNTER: DeviceView = {
  id: '00000000-0000-7000-8000-00000000000c',
  version: 1,
  name: 'seed counter',
  kind: 'counter',
  address: 'tcp://127.0.0.1:1',
  simulated: false,
};
beforeEach(() => {
  sent.length = 0;
  vi.stubGlobal('EventSource', FakeEvents);
  vi.stubGlobal('fetch', (input: string, init?: RequestInit) => {
    if (init?.method === 'PUT')
      sent.push({
        path: input,
        body: JSON.parse(init.body as string) as unknown,
        version: new Headers(init.headers).get('If-Match'),
      });
    const answer = input.endsWith('/balances')
      ? { balances: [] }
      : input.endsWith('/devices')
        ? { devices: [COUNTER] }
        : VIEW([]);
    return Promise.resolve(
      new Response(JSON.stringify(answer), { status: 200, headers: { 'Content-Type': 'application/json' } }),
    );
  });
});
afterEach(() => {
  cleanup();
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
const TEST: WeightTest = {
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
  fields: {},
  left: 8,
  result: null,
  plausible: null,
};
const VIEW = (tests: WeightTest[]): WeightView => ({
  lot: {
    id: TEST.lotId,
    reference: 'T-1',
    species: 'Trifolium pratense',
    bookKind: null,
    commonName: 'red clover',
    chaffy: false,
    book: 'ista',
    edition: { id: 'e', name: 'a book' },
  },
  asks: { replicates: 8, seeds: 100, cvPercent: 4 },
  usual: { low: 1.4, high: 3.2 },
  waiting: [],
  tests,
});
const MASSES = ['0.2014', '0.1786', '0.1976', '0.1824', '0.1938', '0.1862', '0.1900', '0.1900'];
const fieldsOf = (masses: readonly string[]) =>
  Object.fromEntries(masses.map((text, i) => [`replicate.${i + 1}`, field(text)]));

const open = (more: Partial<WeightTest> = {}, mayWrite = true) => {
  const test = { ...TEST, ...more };
  render(
    <QueryClientProvider client={cache}>
      <MemoryRouter>
        <WeightStation view={VIEW([test])} test={test} mayWrite={mayWrite}>
          {null}
        </WeightStation>
      </MemoryRouter>
    </QueryClientProvider>,
  );
  return userEvent.setup();
};
const hundred = (i: number) => screen.getByLabelText(`${i}. 100 seeds, g`);

describe('hundreds at the bench', () => {
  test('go down one after the other with Enter, commas too, and are kept together', async () => {
    const hands = open();
    expect(hundred(1)).toHaveFocus();
    expect(screen.queryByLabelText('9. 100 seeds, g')).toBeNull();
    for (const mass of MASSES) await hands.keyboard(`${mass.replace('.', ',')}{Enter}`);
    expect(screen.getByRole('button', { name: 'Save the weighings' })).toHaveFocus();
    await hands.keyboard('{Enter}');
    await vi.waitFor(() => {
      expect(sent).toHaveLength(1);
    });
    expect(sent[0]).toMatchObject({
      path: `/api/weight/tests/${TEST.id}`,
      version: '"3"',
      body: { replicates: MASSES, whole: null },
    });
    expect(sent[0]?.body).not.toHaveProperty('weighedOn');
  });

  test('may be kept before they are all weighed; one that was left out in the middle is asked for', async () => {
    const hands = open();
    await hands.type(hundred(1), '0.19');
    await hands.type(hundred(3), '0.19');
    await hands.click(screen.getByRole('button', { name: 'Save the weighings' }));
    expect(sent).toEqual([]);
    expect(await screen.findByText('the replicate is missing')).toBeVisible();
    expect(hundred(2)).toHaveAccessibleDescription('the replicate is missing');
    await hands.type(hundred(2), '0.18');
    await hands.click(screen.getByRole('button', { name: 'Save the weighings' }));
    await vi.waitFor(() => {
      expect(sent[0]?.body).toMatchObject({ replicates: ['0.19', '0.18', '0.19'] });
    });
  });

  test('that part too far ask for eight lines more, and say who decides else', () => {
    open({
      fields: fieldsOf(MASSES),
      left: 8,
      result: {
        seeds: 800,
        replicates: MASSES.map((mass) => ({ massG: Number(mass), dropped: false })),
        meanG: 0.19,
        sdG: 0.0084,
        cvPercent: 4.4,
        thousandSeedG: 1.9,
        reportedG: '1.900',
        seedsPer: seedsPer(new Exact('1.9')),
        interval: null,
        verdict: {
          measured: 4.4,
          limit: 4,
          unit: '%',
          outcome: 'outside',
          rule: null,
          steps: [],
          next: 'weigh-eight-more',
        },
      },
      plausible: { is: 'usual', range: { low: 1.4, high: 3.2 } },
    });
    expect(screen.getByLabelText('16. 100 seeds, g')).toBeVisible();
    expect(hundred(9)).toHaveFocus();
    expect(screen.getAllByText(/weigh eight more/)[0]).toBeVisible();
    expect(screen.getByRole('button', { name: 'Save the weighings' })).toBeVisible();
  });

  test('are corrected with a reason; who may not write sees them and can change none', async () => {
    const hands = open({ fields: fieldsOf(MASSES.slice(0, 2)), left: 6 });
    await hands.clear(hundred(1));
    await hands.type(hundred(1), '0.2010');
    await hands.type(screen.getByLabelText('why it is corrected'), 'read from the wrong line');
    await hands.click(screen.getByRole('button', { name: 'Correct' }));
    await vi.waitFor(() => {
      expect(sent[0]?.body).toMatchObject({ replicates: ['0.2010', '0.1786'], reason: 'read from the wrong line' });
    });
    cleanup();
    open({ fields: fieldsOf(MASSES) }, false);
    expect(hundred(1)).toBeDisabled();
    expect(screen.queryByRole('button', { name: 'Save the weighings' })).toBeNull();
  });

  test('or the whole fraction is counted: its mass and its seeds', async () => {
    const hands = open();
    await hands.selectOptions(screen.getByLabelText('weighed as'), 'the whole fraction, counted');
    await hands.type(screen.getByLabelText('all of it, g'), '4,812');
    await hands.type(screen.getByLabelText('seeds in it'), '2514');
    await hands.click(screen.getByRole('button', { name: 'Save the weighings' }));
    await vi.waitFor(() => {
      expect(sent[0]?.body).toMatchObject({ replicates: [], whole: { mass: '4.812', seeds: 2514 } });
    });
    expect(sent[0]?.body).not.toHaveProperty('whole.counter');
  });

  test('or by a counter, whose count is taken once it stands, with its odd pulses; typed over it is none', async () => {
    const hands = open();
    await hands.selectOptions(screen.getByLabelText('weighed as'), 'the whole fraction, counted');
    await hands.type(screen.getByLabelText('all of it, g'), '4.812');
    expect(await screen.findByText('it cannot be reached')).toBeVisible();
    const tell = (shows: object) => FakeEvents.tell({ is: 'counter', reached: true, garbage: 0, shows });
    tell({ seeds: 1200, state: 'running', long: 1, short: 0 });
    expect(screen.getByText('1200 seeds, counting')).toBeVisible();
    expect(screen.queryByRole('button', { name: /^Take/ })).toBeNull();
    tell({ seeds: 2500, state: 'done', long: 20, short: 0 });
    expect(screen.getByText(/seeds passed in pairs/)).toBeVisible();
    tell({ seeds: 2514, state: 'done', long: 2, short: 1 });
    expect(screen.getByText(/within the limit of 0\.5 %/)).toBeVisible();
    await hands.click(screen.getByRole('button', { name: 'Take 2514 seeds' }));
    await hands.click(screen.getByRole('button', { name: 'Save the weighings' }));
    await vi.waitFor(() => {
      expect(sent[0]?.body).toMatchObject({
        whole: { mass: '4.812', seeds: 2514, counter: { device: COUNTER.id, long: 2, short: 1 } },
      });
    });
    await hands.type(screen.getByLabelText('seeds in it'), '{Backspace}5');
    await hands.click(screen.getByRole('button', { name: 'Save the weighings' }));
    await vi.waitFor(() => expect(sent).toHaveLength(2));
    expect(sent[1]?.body).not.toHaveProperty('whole.counter');
  });
});

// Source: arithmetic: at 1.900 g, 100 seeds weigh 0.190 g, and 526.3 go to a gram; a pound is 453.59237 g.
test('what a weight says for sowing and packets stands beneath it, and what was left out is told', async () => {
  render(
    <MemoryRouter>
      <WeightFigures
        result={{
          seeds: 1500,
          replicates: Array.from({ length: 16 }, (_, i) => ({ massG: i === 2 ? 0.3 : 0.19, dropped: i === 2 })),
          meanG: 0.19,
          sdG: 0.001,
          cvPercent: 0.5,
          thousandSeedG: 1.9,
          reportedG: '1.900',
          seedsPer: seedsPer(new Exact('1.9')),
          interval: {
            lowerG: 1.85,
            upperG: 1.95,
            fewest: seedsPer(new Exact('1.95')),
            most: seedsPer(new Exact('1.85')),
          },
          verdict: {
            measured: 0.5,
            limit: null,
            unit: '%',
            outcome: 'within',
            rule: null,
            steps: [],
            next: 'rest-agrees',
          },
        }}
      />
    </MemoryRouter>,
  );
  expect(await screen.findByText(/Masses of 16 replicates around a mean of 0\.1900 g; left out: 3/)).toBeVisible();
  const table = screen.getByRole('table');
  const figure = (name: string) =>
    within(table).getByText(name).closest('tr')?.querySelector('.fig')?.textContent.replaceAll(/\s/g, ' ');
  expect(figure('seeds in a gram')).toBe('526.3');
  expect(figure('seeds in a pound')).toBe('238 700');
  expect(within(table).getByText('512.8 to 540.5')).toBeVisible();
  expect(screen.getByText('1000 seeds weigh 1.85 to 1.95 g, with 95 % confidence.')).toBeVisible();
  expect(figure('for a packet of 100 seeds')).toBe('0.19 g');
  expect(figure('for a packet of 250 seeds')).toBe('0.475 g');
  expect(screen.getByRole('link', { name: 'How much of it to sow' })).toHaveAttribute(
    'href',
    '/store/bed?weight=1.900',
  );
});
