import { QueryClientProvider } from '@tanstack/react-query';
import { act, cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { type JSX, useState } from 'react';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import type { BalanceShown, BalanceView } from '@mercato/contract/devices/balances';
import { balanceRoutes } from '@mercato/contract/devices/routes';
import { cache } from '../api/cache.ts';
import { keyOf } from '../api/routes.ts';
import { WeighInput } from './WeighInput.tsx';
import { WithBalance } from './balanceHere.tsx';

const BALANCE = {
  id: 'b',
  name: 'Balance 2',
  address: 'tcp://127.0.0.1:1',
  pattern: '{value}',
  overload: '',
  tare: '',
  baudRate: 9600,
  resolution: '0.001',
  check: 'good',
  checks: [],
  simulated: false,
} as unknown as BalanceView;

let tell: (shown: Partial<BalanceShown>) => void = () => undefined;
/** The stream of the server, held by the test. */
class FakeEvents {
  onmessage: ((event: { data: string }) => void) | null = null;
  onerror: (() => void) | null = null;
  constructor(readonly url: string) {
    tell = (shown) => {
      act(() =>
        this.onmessage?.({
          data: JSON.stringify({
            state: 'steady',
            text: '0.0',
            negative: false,
            steadyForMs: 400,
            ageMs: 20,
            garbage: 0,
            reached: true,
            ...shown,
          }),
        }),
      );
    };
  }
  close(): void {
    this.onmessage = null;
  }
}
const weighed: { line: string; text: string; on: string | undefined }[] = [];
function Lines(): JSX.Element {
  const [values, setValues] = useState<Record<string, string>>({ pure: '', inert: '' });
  const [why, setWhy] = useState<string>();
  return (
    <form>
      {['pure', 'inert'].map((line) => (
        <WeighInput
          key={line}
          label={line}
          value={values[line] ?? ''}
          decimals={3}
          onRefused={setWhy}
          onChange={(text, on) => {
            setValues((before) => ({ ...before, [line]: text }));
            if (on) weighed.push({ line, text, on: on.balanceId });
          }}
        />
      ))}
      <button type="submit">Save</button>
      {why && <p role="alert">{why}</p>}
    </form>
  );
}
const open = async (change: Partial<BalanceView> = {}) => {
  cache.setQueryData(keyOf(balanceRoutes.list, {}), { balances: [{ ...BALANCE, ...change }] });
  vi.stubGlobal('fetch', () => new Promise(() => undefined));
  localStorage.setItem('mercato.balance', 'b');
  render(
    <QueryClientProvider client={cache}>
      <WithBalance>
        <Lines />
      </WithBalance>
    </QueryClientProvider>,
  );
  await userEvent.click(screen.getByLabelText('pure'));
};
const enter = () => userEvent.keyboard('{Enter}');
beforeEach(() => {
  weighed.length = 0;
  vi.stubGlobal('EventSource', FakeEvents);
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
  localStorage.clear();
});

describe('Enter in a line that is weighed', () => {
  test('takes the steady reading with its balance and goes on; the same reading is not taken twice', async () => {
    await open();
    tell({ text: '2.914' });
    await enter();
    expect(weighed).toEqual([{ line: 'pure', text: '2.914', on: 'b' }]);
    expect(document.activeElement).toBe(screen.getByLabelText('inert'));
    tell({ text: '2.914', steadyForMs: 500 });
    await enter();
    expect(screen.getByRole('alert').textContent).toContain('taken already');
    tell({ text: '0.074', steadyForMs: 0 });
    await act(() => new Promise((done) => setTimeout(done, 350)));
    tell({ text: '0.074', steadyForMs: 10 });
    await enter();
    expect(weighed[1]).toEqual({ line: 'inert', text: '0.074', on: 'b' });
    expect(document.activeElement).toBe(screen.getByRole('button', { name: 'Save' }));
  });

  test.each([
    [{ state: 'moving', steadyForMs: null }, {}, /still moves/],
    [{ ageMs: 5000, state: 'silent', steadyForMs: null }, {}, /silent/],
    [{ state: 'overload', text: null, steadyForMs: null }, {}, /overloaded/],
    [{ negative: true }, {}, /zero/],
    [{}, { resolution: '0.01' }, /3 decimals are asked/],
    [{}, { check: 'overdue' }, /check of Balance 2 is overdue/],
    [{}, { check: 'failed' }, /check of Balance 2 failed/],
    [{}, { address: 'serial' }, /not connected/],
  ] as const)('refuses %j of %j with its reason, and stays', async (shown, change, reason) => {
    await open(change);
    tell(shown);
    await enter();
    expect(screen.getByRole('alert').textContent).toMatch(reason);
    expect(weighed).toEqual([]);
    expect(document.activeElement).toBe(screen.getByLabelText('pure'));
  });

  test('leaves a typed figure alone, whatever lies on the pan', async () => {
    await open();
    tell({ text: '9.999' });
    await userEvent.keyboard('1.5{Enter}');
    expect(screen.getByLabelText<HTMLInputElement>('pure').value).toBe('1.5');
    expect(weighed).toEqual([]);
    expect(document.activeElement).toBe(screen.getByLabelText('inert'));
  });

  test('goes on where the balance is read by eye', async () => {
    await open({ address: '' });
    await enter();
    expect(document.activeElement).toBe(screen.getByLabelText('inert'));
  });
});
