import { act, render, renderHook, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import Joi from 'joi';
import { describe, expect, test, vi } from 'vitest';
import { worded } from '@mercato/contract/http/fieldWords';
import { Refused } from '../api/client.ts';
import { inApp } from '../testing/inApp.tsx';
import { EntryForm } from './EntryForm.tsx';
import { Field } from './Field.tsx';
import { useEntry } from './entry.ts';

interface Body {
  readonly rows: number;
  readonly note?: string;
}
const schema = Joi.object<Body>(
  worded('stack', {
    rows: Joi.number().integer().min(1).max(40).required(),
    note: Joi.string().max(5),
  }),
);
const WORDS = { stack: { rows: 'rows', note: 'note' } };
const useRows = (send: (body: Body, key: string) => Promise<unknown>) =>
  useEntry({ from: { rows: 4, note: '' }, schema, words: WORDS, send });
const problem = (status: number, path: string, message: string) =>
  new Refused(status, { status, title: '', detail: 'It cannot stand so.', errors: [{ path, message }] } as never);

describe('a entry', () => {
  test('is checked before it is sent, and says at its field what is wrong', async () => {
    const send = vi.fn().mockResolvedValue(undefined);
    const { result } = renderHook(() => useRows(send), inApp);
    act(() => {
      result.current.set({ rows: 'four' });
    });
    await act(async () => expect(await result.current.submit()).toBe(false));
    expect(send).not.toHaveBeenCalled();
    expect(result.current.fault('rows')).toMatch(/number/);
    expect(result.current.values.rows).toBe('four');
    act(() => {
      result.current.set({ rows: ' 12 ' });
    });
    await act(async () => expect(await result.current.submit()).toBe(true));
    expect(send.mock.calls.map(([body]) => body as unknown)).toEqual([{ rows: 12 }]);
    expect(result.current.fault('rows')).toBeUndefined();
  });

  test('a repeat of one intention keeps its key; a change, or a new intention, has another', async () => {
    const keys: string[] = [];
    let down = true;
    const { result } = renderHook(
      () =>
        useRows((_, key) => {
          keys.push(key);
          return down ? Promise.reject(new Refused(0, null)) : Promise.resolve();
        }),
      inApp,
    );
    const submit = () => act(() => result.current.submit().then(() => undefined));
    await submit();
    await submit();
    expect(result.current.general).toContain('cannot be reached');
    act(() => {
      result.current.set({ note: 'wet' });
    });
    down = false;
    await submit();
    await submit();
    expect(keys[1]).toBe(keys[0]);
    expect(new Set(keys).size).toBe(3);
  });

  test('what the server knows better stands at its field, under whatever name the body has for it', async () => {
    const { result } = renderHook(() => useRows(() => Promise.reject(problem(422, 'stack.rows.0', 'too many'))), inApp);
    await act(() => result.current.submit().then(() => undefined));
    expect(result.current.fault('stack.rows.0')).toBe('too many');
    expect(result.current.fault('rows')).toBeUndefined();
    expect(result.current.general).toBe('It cannot stand so.');
  });

  test('a form sends by Enter, keeps what was typed when it is refused, and names the fault to a reader', async () => {
    const user = userEvent.setup();
    const sent: Body[] = [];
    function Lines() {
      const entry = useRows((body) => {
        sent.push(body);
        return sent.length === 1 ? Promise.reject(problem(409, 'note', 'is taken')) : Promise.resolve();
      });
      return (
        <EntryForm entry={entry} title="Rows" send="Save">
          <Field entry={entry} name="note" />
        </EntryForm>
      );
    }
    render(<Lines />, inApp);
    await user.type(screen.getByLabelText('note'), 'dry{Enter}');
    const field = screen.getByLabelText<HTMLInputElement>('note');
    expect(field.value).toBe('dry');
    const why = document.getElementById(field.getAttribute('aria-describedby') ?? '');
    expect(why?.textContent).toBe('is taken');
    await user.click(screen.getByRole('button', { name: 'Save' }));
    expect(sent).toEqual([
      { rows: 4, note: 'dry' },
      { rows: 4, note: 'dry' },
    ]);
    expect(screen.queryByText('is taken')).toBeNull();
  });
});
