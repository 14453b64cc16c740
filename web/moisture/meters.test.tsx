import '@testing-library/jest-dom/vitest';
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter } from 'react-router';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import type { MetersView } from '@mercato/contract/moisture/meters';
import { fitCalibration } from '@mercato/core/moisture/calibration';
import { individuals } from '@mercato/core/statistics/individuals';
import { cache } from '../api/cache.ts';
import { inApp } from '../testing/inApp.tsx';
import Meters, { pairsOf } from './Meters.tsx';

vi.mock('../ui/Chart.tsx', () => ({ default: ({ says }: { says: string }) => <p>{says}</p> }));
const PAIRS = [8, 9, 10, 11, 12].map((meterPercent) => ({ meterPercent, ovenPercent: meterPercent + 0.5 }));
/** Quiet, and then far off: 3 lies outside what the steps before it allow. */
const OFF = [0, 0.1, 0, 0.1, 0, 0.1, 0, 0.1, 0, 0.1, 0, 0.1, 3];
const VIEW: MetersView = {
  meters: [
    {
      id: 'm1',
      name: 'bench meter',
      device: null,
      calibrations: [
        {
          id: 'c1',
          species: 'Trifolium pratense',
          validUntil: '2027-09-27',
          by: 'Oda Fennimore',
          at: '2026-11-24T09:00:00.000Z',
          struck: null,
          holds: true,
          fit: fitCalibration(PAIRS, 1),
        },
      ],
      checks: OFF.map((off, i) => ({
        species: 'Trifolium pratense',
        seenOn: `2026-11-${String(i + 1).padStart(2, '0')}`,
        meterPercent: 10 + off,
        ovenPercent: 10,
        by: 'Ilse Marrow',
      })),
      chart: individuals(OFF),
    },
  ],
};
const sent: { path: string; method: string | undefined; body: unknown }[] = [];
beforeEach(() => {
  sent.length = 0;
  cache.clear();
  vi.stubGlobal('fetch', (input: string, init?: RequestInit) => {
    if (init?.body) sent.push({ path: input, method: init.method, body: JSON.parse(init.body as string) as unknown });
    const session = {
      person: { id: 'p', name: 'Oda Fennimore', username: 'fennimore', roles: ['lead'], reading: {} },
      laboratory: { zone: 'UTC' },
      csrf: 'x',
    };
    return Promise.resolve(
      new Response(JSON.stringify(input.includes('/session') ? session : { ...VIEW, devices: [] }), {
        status: 200,
        headers: { 'Content-Type': 'application/json' },
      }),
    );
  });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const open = () =>
  render(
    <MemoryRouter>
      <Meters />
    </MemoryRouter>,
    inApp,
  );

test('pairs are read line by line, whatever parts the two figures, with commas too', () => {
  expect(pairsOf('9.8 10.2\n\n 11,4\t11,9 \n12;12.6')).toEqual([
    { meterPercent: 9.8, ovenPercent: 10.2 },
    { meterPercent: 11.4, ovenPercent: 11.9 },
    { meterPercent: 12, ovenPercent: 12.6 },
  ]);
  expect(pairsOf('')).toEqual([]);
});

test('a meter that has drifted says so, and a calibration that holds', async () => {
  open();
  expect(await screen.findByText(/^holds/)).toBeVisible();
  expect(screen.getByText('27 Sep 2027')).toBeVisible();
  expect(screen.getByText(/has drifted/)).toBeVisible();
  expect(await screen.findByText(/13 checks against the oven/)).toBeVisible();
});

test('a calibration is sent as its pairs; too few are refused at their lines before they are sent', async () => {
  const hands = userEvent.setup();
  open();
  await hands.click(await screen.findByRole('button', { name: 'Calibrate bench meter' }));
  const lines = screen.getByLabelText(/pairs, one a line/);
  await hands.type(lines, '9.8 10.2\n11 11.4');
  await hands.type(screen.getByLabelText(/holds until/), '2027-06-30');
  await hands.click(screen.getByRole('button', { name: 'Keep the calibration' }));
  expect(await screen.findByText('at least three pairs')).toBeVisible();
  await hands.type(lines, '\n12 x');
  await hands.click(screen.getByRole('button', { name: 'Keep the calibration' }));
  expect(await screen.findByText(/^line 3:/)).toBeVisible();
  expect(sent).toEqual([]);
  await hands.type(lines, '{Backspace}12.3');
  await hands.click(screen.getByRole('button', { name: 'Keep the calibration' }));
  await vi.waitFor(() => expect(sent).toHaveLength(1));
  expect(sent[0]).toMatchObject({
    path: '/api/moisture/meters/m1/calibrations',
    body: {
      species: 'Trifolium pratense',
      degree: 1,
      validUntil: '2027-06-30',
      pairs: [
        { meterPercent: 9.8, ovenPercent: 10.2 },
        { meterPercent: 11, ovenPercent: 11.4 },
        { meterPercent: 12, ovenPercent: 12.3 },
      ],
    },
  });
});
