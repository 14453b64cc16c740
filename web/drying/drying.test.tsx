import '@testing-library/jest-dom/vitest';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { MemoryRouter } from 'react-router';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { SHIPPED } from '@mercato/core/testing/books';
import { cache } from '../api/cache.ts';
import { inApp } from '../testing/inApp.tsx';
import Drying from './Drying.tsx';
import { hoursRange, hoursWords } from './hours.ts';
import { weighingsOf } from './lines.ts';

// A picture needs a canvas that is none here; what it says in words is its label.
vi.mock('../ui/Chart.tsx', () => ({
  default: ({ says, curves }: { says: string; curves: readonly { name: string; points: readonly unknown[] }[] }) => (
    <p>
      {says} {curves.map((one) => `[${one.name}: ${one.points.length}]`).join(' ')}
    </p>
  ),
}));
const kind = (species: string, commonNames: string[], oilFraction: number | null) => ({
  species,
  commonNames,
  keeping: { desiccation: 'orthodox', oilFraction },
});
beforeEach(() => {
  cache.clear();
  vi.stubGlobal('fetch', (input: string) => {
    const answer = input.includes('/drying/figures')
      ? {
          isotherms: SHIPPED.isotherms,
          desiccants: SHIPPED.desiccants,
          dryingAir: SHIPPED.shed.dryingAir,
          kindOf: { 'Triticum aestivum': 'wheat, hard' },
        }
      : {
          kinds: [
            kind('Triticum aestivum', ['wheat'], 0.02),
            kind('Phaseolus vulgaris', ['common bean'], 0.02),
            kind('Phaseolus coccineus', ['runner bean'], null),
          ],
        };
    return Promise.resolve(
      new Response(JSON.stringify(answer), { status: 200, headers: { 'Content-Type': 'application/json' } }),
    );
  });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const open = async (asked: Record<string, string>) => {
  render(
    <MemoryRouter initialEntries={[`/drying?${new URLSearchParams(asked).toString()}`]}>
      <Drying />
    </MemoryRouter>,
    inApp,
  );
  await screen.findByRole('heading', { name: 'Air and drying' });
};
const page = () => document.querySelector('main')?.textContent ?? '';
const says = (words: RegExp) => vi.waitFor(() => expect(page()).toMatch(words));

describe('the drying plan', () => {
  test('counts gel by what it holds at the end, and tells what a lesser one comes to', async () => {
    // Source: SciPy 1.17.1, as in core/drying/plan.test.ts: 94.5 g to 6 %, and 7.28 % over 50 g.
    await open({ kind: 'wheat', moisture: '12', target: '6', mass: '100', holds: '0', gel: '50' });
    await says(/94\.5 g of silica gel, weighed dry/);
    expect(page()).toMatch(/holds 6\.8 % of its own mass/);
    expect(page()).toMatch(/With 50\.0 g of it the seed comes to 7\.3 %/);
    expect(page()).toMatch(/That is not enough/);
    expect(page()).toMatch(/Water to take out: 6\.4 g; it weighs 93\.6 g then/);
  });

  test('says both ways to an air in the picture, and what a cabinet must hold', async () => {
    // Source: worked values of hard wheat, 25 °C and 70 %: 14.52 % wet basis (shared isotherms).
    await open({ kind: 'wheat', temperature: '25', humidity: '70', target: '13' });
    await says(/comes to 14\.5 % \(17\.0 % of its dry mass\) when it dries down to it/);
    expect(page()).toMatch(/a cabinet must hold 59 % humidity/);
    expect(page()).toMatch(/\[dried down to this air: 36\] \[wetted up to it, about: 36\]/);
    fireEvent.change(screen.getByLabelText('moisture wanted, %'), { target: { value: '15' } });
    await says(/Above 65 % moulds grow/);
  });

  test('a deep heap is dry at its mean long before its top', async () => {
    await open({
      kind: 'wheat',
      moisture: '18',
      target: '13',
      mass: '1000',
      unit: 'kg',
      way: 'bin',
      airM3h: '500',
      temperature: '25',
    });
    await says(/Its mean is there after 45 h, its top after 63 h/);
    expect(page()).toMatch(/the top is as damp as it came/);
    expect(page()).toMatch(/Air at most 38 °C at this moisture/);
    expect(page()).toMatch(/about 19 °C here/);
    fireEvent.change(screen.getByLabelText('humidity of the air, %'), { target: { value: '75' } });
    await says(/This air brings it to 15\.\d % and no drier/);
    fireEvent.change(screen.getByLabelText(/^air, /), { target: { value: '39' } });
    await says(/too hot, the seed dies/);
    fireEvent.change(screen.getByLabelText('what for'), { target: { value: 'bank' } });
    await says(/Air at most 20 °C for seed that is to keep for decades/);
    fireEvent.change(screen.getByLabelText('what for'), { target: { value: 'eat' } });
    await says(/Seed to eat does not have to germinate/);
  });

  test('weighings are laid over the forecast, which is refitted as they come', async () => {
    await open({ kind: 'wheat', moisture: '20', target: '12', mass: '1000', way: 'layer', humidity: '40' });
    await says(/About .* to .*, if it dries as barley and wheat do/);
    const lines = screen.getByLabelText('weighings so far, one a line');
    fireEvent.change(lines, { target: { value: '0 1000\n2 975\n5 950' } });
    await says(/Weigh it again: too few weights/);
    fireEvent.change(lines, { target: { value: '0 1000\n2 975\n5 950\n8 934\n12 921' } });
    await says(/There after 2\d h from the first weighing, between/);
    await says(/\[weighed: 5\]/);
    fireEvent.change(lines, { target: { value: '0 1000\n2,5 975\nx' } });
    await says(/line 3: two figures/);
  });

  test('over-dry seed is conditioned up', async () => {
    await open({ kind: 'common bean', moisture: '7', target: '11', mass: '500', way: 'layer', humidity: '60' });
    await says(/Water to bring in: 22\.5 g/);
    expect(page()).toMatch(/crack when they fall/);
    fireEvent.change(screen.getByLabelText('humidity of the air, %'), { target: { value: '30' } });
    await says(/no damper: find damper air/);
  });

  test.each([
    [{ target: '14' }, 'moisture wanted, %', /drier than you want already/],
    [{ humidity: '101' }, 'humidity of the air, %', /between 0 and 100/],
    [{ temperature: '90', humidity: '' }, /^air, /, /above -50 and at most 80/],
    [{ moisture: '100' }, 'its moisture now, %', /between 0 and 100/],
    [{ holds: '20' }, 'it holds already, %', /it holds no more than that/],
    [{ gel: '0' }, 'if there is so much of it, g', /above 0/],
    [{ mass: 'some' }, 'how much seed', /a plain number/],
    [{ kind: 'weed', oil: '100' }, 'its oil, % of the dry seed', /0/],
  ])('refuses %o at its line', async (change, label, words) => {
    await open({ kind: 'wheat', moisture: '12', target: '6', mass: '100', ...change });
    const line = await screen.findByLabelText(label);
    await vi.waitFor(() => expect(line).toHaveAccessibleDescription(words));
  });

  test('asks which where a name is none alone, and goes by oil where no constants are', async () => {
    await open({ kind: 'bean', moisture: '12', target: '7', mass: '200' });
    await says(/which: common bean, runner bean\?/);
    fireEvent.change(screen.getByLabelText('what it is'), { target: { value: 'runner bean' } });
    await says(/Phaseolus coccineus: say how much oil it holds/);
    fireEvent.change(screen.getByLabelText('its oil, % of the dry seed'), { target: { value: '2' } });
    await says(/By its oil: Cromarty/);
    fireEvent.change(screen.getByLabelText('what it is'), { target: { value: 'moss' } });
    await says(/not in the list/);
  });
});

test('hours read well', () => {
  expect(hoursRange(63.1)).toEqual({ min: 0, max: 72, ticks: 6 });
  expect(hoursRange(0.9)).toEqual({ min: 0, max: 1, ticks: 2 });
  expect(hoursRange(29.3)).toEqual({ min: 0, max: 30, ticks: 5 });
  expect(hoursRange(100_000).max).toBeGreaterThanOrEqual(100_000);
  expect([9.96, 71.9, 72, 239, 240].map(hoursWords)).toEqual(['10.0 h', '72 h', '3.0 days', '10.0 days', '10 days']);
});

test('weighings are read line by line', () => {
  expect(weighingsOf('0 1000\n\n 2,5\t975\n3;970')).toEqual([
    { hours: 0, massG: 1000 },
    { hours: 2.5, massG: 975 },
    { hours: 3, massG: 970 },
  ]);
  expect(weighingsOf('')).toEqual([]);
  expect(weighingsOf('0 1000\n3')).toEqual({ line: 2 });
  expect(weighingsOf('0 1000 5')).toEqual({ line: 1 });
});
