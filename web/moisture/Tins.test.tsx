import '@testing-library/jest-dom/vitest';
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { afterEach, expect, test } from 'vitest';
import type { FieldView } from '@mercato/contract/register/lots';
import { weighedOnBody } from '../devices/weighedOn.ts';
import { correctsTins, keptTins, tinFigures, TinsTable } from './Tins.tsx';

afterEach(cleanup);
const field = (text: string) => ({ text, earlier: [] }) as unknown as FieldView;
const WEIGHED_IN = {
  'first.container': field('20.000'),
  'first.withSeed': field('24.500'),
  'second.container': field('21.000'),
  'second.withSeed': field('25.500'),
};

function Bench({ fields, goTo }: { fields: Record<string, FieldView>; goTo: readonly ('container' | 'dried')[] }) {
  const [tins, setTins] = useState(keptTins(fields));
  return (
    <form>
      <TinsTable
        title="weighed, g"
        tins={tins}
        weighedOn={{}}
        set={setTins}
        fields={fields}
        fault={(path) => (path === 'weighedOn.first.dried.why' ? 'the check of B1 is overdue' : undefined)}
        may
        goTo={goTo}
      />
      <output>{JSON.stringify(tinFigures(tins))}</output>
    </form>
  );
}

test('hands go to the first container that is to be weighed, and on by Enter', async () => {
  const hands = userEvent.setup();
  render(<Bench fields={WEIGHED_IN} goTo={['container', 'dried']} />);
  const dried = screen.getByLabelText('first container, dried');
  expect(dried).toHaveFocus();
  expect(dried).toHaveAccessibleDescription('the check of B1 is overdue');
  await hands.keyboard('24,05{Enter}');
  expect(screen.getByLabelText('second container, dried')).toHaveFocus();
  expect(JSON.parse(screen.getByRole('status').textContent)).toMatchObject({
    'first.dried': '24.05',
    'second.dried': '',
    'second.withSeed': '25.500',
  });
});

test('nothing is gone to while the containers are in the oven', () => {
  render(<Bench fields={WEIGHED_IN} goTo={['container']} />);
  expect(document.body).toHaveFocus();
});

test('a kept figure that is typed otherwise is corrected, and goes with a balance that is read by eye', () => {
  const typed = { ...tinFigures(keptTins(WEIGHED_IN)), 'first.dried': '24.05' };
  expect(correctsTins(WEIGHED_IN, typed)).toBe(false);
  expect(correctsTins(WEIGHED_IN, { ...typed, 'first.container': '20.001' })).toBe(true);
  const eye = { balance: { address: '' }, note: () => ({ balanceId: 'b' }) } as never;
  expect(weighedOnBody(eye, typed, WEIGHED_IN, {})).toEqual({ weighedOn: { 'first.dried': { balanceId: 'b' } } });
  const read = { balance: { address: 'serial' }, note: () => ({ balanceId: 'b' }) } as never;
  expect(weighedOnBody(read, typed, WEIGHED_IN, {})).toEqual({});
  const taken = { 'first.dried': { balanceId: 'c' } };
  expect(weighedOnBody(read, typed, WEIGHED_IN, taken)).toEqual({ weighedOn: taken });
  expect(weighedOnBody(null, { 'first.dried': '' }, {}, taken)).toEqual({});
});
