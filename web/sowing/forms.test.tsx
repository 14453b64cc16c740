import '@testing-library/jest-dom/vitest';
import { QueryClientProvider } from '@tanstack/react-query';
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { JSX } from 'react';
import { MemoryRouter } from 'react-router';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { cache } from '../api/cache.ts';
import Bed from './Bed.tsx';
import Increase from './Increase.tsx';
import Trial from './Trial.tsx';

beforeEach(() => {
  vi.stubGlobal('fetch', () => Promise.resolve(new Response(JSON.stringify({ kinds: [] }), { status: 200 })));
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const open = (page: JSX.Element) => {
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
  if (text) await hands.type(field, text);
};

// Source: by hand: 10 m² × 40 plants / (17/20 × 70 %) = 672.3 seeds; at 3 g a thousand and 98 % pure 2.058 g, 0.0726 oz.
test('a bed takes its seed and its mass in the units of its reader, with commas too', async () => {
  const hands = open(<Bed />);
  await write(hands, 'a thousand seeds weigh, g', '3,0');
  expect(screen.getByRole('status')).toHaveTextContent('673 seeds, 2.1 g for 400 plants');
  await hands.selectOptions(screen.getByLabelText('masses in'), 'oz');
  expect(screen.getByRole('status')).toHaveTextContent('0.073 oz');
  expect(screen.getByRole('status')).toHaveTextContent('2.06 kg/ha, 1.84 lb/acre');
  await write(hands, 'sprouted in the test', '21');
  expect(screen.getByText('a whole number, and no more than were tested')).toBeVisible();
  expect(screen.queryByRole('status')).toBeNull();
});

// Source: by hand: 10 ft at 6 in, with the plant at the beginning: 21 in each of two rows.
test('rows are counted in feet and inches', async () => {
  const hands = open(<Bed />);
  await screen.findByLabelText('area');
  await hands.click(screen.getByRole('button', { name: 'rows' }));
  const [length, spacing] = screen.getAllByLabelText('in');
  if (length) await hands.selectOptions(length, 'ft');
  if (spacing) await hands.selectOptions(spacing, 'in');
  await write(hands, 'from plant to plant', '6');
  await write(hands, 'rows', '2');
  expect(screen.getByRole('status')).toHaveTextContent('for 42 plants');
});

test('the luck of a small test is in the seasons that seed takes to grow in number', async () => {
  const hands = open(<Increase />);
  // Source: 8 of 10 means 44.4 to 97.5 % alive (Clopper & Pearson 1934); by hand 30 × 0.7 × 0.6 of that are 5 to 12
  // plants, 400 to 960 seeds.
  await write(hands, 'seeds you want', '960');
  expect(screen.getByRole('status')).toHaveTextContent('At best there after 1 season; at the unlucky end: 2 seasons.');
  await write(hands, 'seeds you want', '961');
  expect(screen.getByRole('status')).toHaveTextContent('There after 2 seasons.');
  await write(hands, 'sprouted in the test', '0');
  expect(screen.getByRole('status')).toHaveTextContent('at the unlucky end: never, as things are');
});

test('a trial says what sorting gained, or what is missing, at its place', async () => {
  const hands = open(<Trial />);
  // Source: by hand: differences 0.5, 0.1, 0.5, 0.5, 0.5 have the mean 0.42.
  expect(screen.getByRole('status')).toHaveTextContent('Sorting gained 0.420');
  await write(hands, 'unsorted, each beside its sorted plot', '3.6 3.7');
  expect(screen.getByText('5 sorted plots need as many unsorted')).toBeVisible();
  await hands.click(screen.getByRole('button', { name: 'what came up of the seeds' }));
  expect(screen.getByRole('status')).toHaveTextContent('Sorting gained 14 points');
});
