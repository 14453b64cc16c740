import { QueryClientProvider } from '@tanstack/react-query';
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, describe, expect, test, vi } from 'vitest';
import type { VesselNode, VesselTree } from '@mercato/contract/sampling/vessels';
import { cache } from '../api/cache.ts';
import { EventForm } from './EventForm.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const NODE: VesselNode = {
  id: '00000000-0000-7000-8000-000000000001',
  kind: 'composite',
  purpose: null,
  number: 1,
  code: '*0000000',
  parentId: null,
  mass: { text: '598.0', unit: 'g' },
  place: null,
  portion: null,
  seeds: null,
  version: 1,
  createdAt: '2026-11-24T09:00:00Z',
  drawnOn: null,
  createdBy: 'A',
  pouredInto: null,
  holder: null,
  station: null,
  seal: null,
  gone: null,
  discardOn: null,
  why: null,
  drawnG: '590',
  leftG: '8',
  events: [],
};
const TREE = { lot: { id: 'lot' }, nodes: [NODE], people: ['Ilse Marrow'] } as unknown as VesselTree;

/** The form of a vessel, with what it sends and what the server answers. */
function open(
  node: Partial<VesselNode> = {},
  answer: { status: number; body: object } = { status: 201, body: TREE },
  back: string | null = null,
) {
  const sent: unknown[] = [];
  vi.stubGlobal('fetch', (_url: string, init: RequestInit) => {
    sent.push(JSON.parse(init.body as string));
    return Promise.resolve(new Response(JSON.stringify(answer.body), { status: answer.status }));
  });
  render(
    <QueryClientProvider client={cache}>
      <EventForm node={{ ...NODE, ...node }} tree={TREE} back={back} />
    </QueryClientProvider>,
  );
  return { sent, user: userEvent.setup() };
}
const choose = async (user: ReturnType<typeof userEvent.setup>, what: string) =>
  user.selectOptions(screen.getByLabelText('what'), what);

describe('what happens to a vessel', () => {
  test('each event sends what belongs to it and nothing that was typed for another', async () => {
    const { sent, user } = open();
    await user.type(screen.getByLabelText('where'), 'shelf 3');
    await choose(user, 'it is handed over');
    await user.type(screen.getByLabelText('to'), ' Ilse Marrow ');
    await user.click(screen.getByRole('button', { name: 'Save' }));
    await choose(user, 'it comes to its end');
    await user.selectOptions(screen.getByLabelText('it was'), 'returned');
    await user.type(screen.getByLabelText('still in it, g'), '7,5');
    await user.click(screen.getByRole('button', { name: 'Save' }));
    expect(sent).toEqual([
      { what: 'hand-over', to: 'Ilse Marrow', place: 'shelf 3', note: '' },
      { what: 'finish', how: 'returned', rest: { text: '7.5', unit: 'g' }, loss: { text: '0', unit: 'g' }, note: '' },
    ]);
  });
  test('what a bench sends back to its sample is filled in, for a working sample alone', async () => {
    const { sent, user } = open({ kind: 'working' }, undefined, '24.81');
    await user.click(screen.getByRole('button', { name: 'Save' }));
    expect(sent).toEqual([
      { what: 'finish', how: 'put back', rest: { text: '24.81', unit: 'g' }, loss: { text: '0', unit: 'g' }, note: '' },
    ]);
    cleanup();
    const { user: other } = open({ kind: 'composite' });
    await choose(other, 'it comes to its end');
    expect([...screen.getByLabelText<HTMLSelectElement>('it was').options].map((one) => one.value)).toEqual([
      'used up',
      'discarded',
      'returned',
    ]);
  });
  test('what is missing or no number is said at its line, and nothing is sent', async () => {
    const { sent, user } = open();
    await user.click(screen.getByRole('button', { name: 'Save' }));
    expect(screen.getByRole('alert').textContent).toBe('say where it stands');
    await choose(user, 'it is divided in halves, weighed');
    await user.type(screen.getByLabelText('first half, g'), 'much');
    await user.click(screen.getByRole('button', { name: 'Save' }));
    expect(screen.getAllByRole('alert').map((one) => one.textContent)).toEqual([
      expect.stringContaining('the first half must be a plain number'),
      'the second half is missing',
    ]);
    expect(sent).toEqual([]);
  });
  test('the grams that the server misses stand at the line of the loss', async () => {
    const errors = [{ path: 'loss.text', message: '8 g are not accounted for' }];
    const { user } = open({}, { status: 422, body: { detail: 'The masses do not balance.', errors } });
    await choose(user, 'it comes to its end');
    await user.click(screen.getByRole('button', { name: 'Save' }));
    expect(screen.getByLabelText('lost, g').getAttribute('aria-describedby')).toBe(
      (await screen.findByText('8 g are not accounted for')).id,
    );
    expect(screen.getByText('The masses do not balance.')).toBeDefined();
  });
  test('only what can happen is offered: a seal once, an opening of what is sealed, a division of what is divided', () => {
    const offered = () => [...screen.getByLabelText('what').querySelectorAll('option')].map((one) => one.value);
    open();
    expect(offered()).toEqual(['move', 'hand-over', 'seal', 'divide', 'finish']);
    cleanup();
    open({ seal: 'Q1', kind: 'replicate', mass: null });
    expect(offered()).toEqual(['move', 'hand-over', 'open', 'finish']);
  });
});
