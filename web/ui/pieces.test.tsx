import { act, cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter } from 'react-router';
import { afterEach, describe, expect, test, vi } from 'vitest';
import { Refused } from '../api/client.ts';
import { Busy } from './Busy.tsx';
import { Pages } from './Pages.tsx';
import { toast, Toasts } from './Toasts.tsx';
import { useAct } from './act.ts';

afterEach(cleanup);

describe('the pages of a list', () => {
  const shown = (page: number, pages: number) => {
    const turn = vi.fn();
    render(<Pages label="pages" page={page} pages={pages} turn={turn} />);
    return {
      turn,
      words: screen.queryAllByRole('listitem').map((one) => one.textContent.replace(/[^\d…‹›]|More|\(current\)/g, '')),
    };
  };

  test.each([
    [1, 1, []],
    [1, 2, ['‹', '1', '2', '›']],
    [1, 3, ['‹', '1', '2', '3', '›']],
    [1, 4, ['‹', '1', '2', '…', '4', '›']],
    [3, 5, ['‹', '1', '2', '3', '4', '5', '›']],
    [4, 9, ['‹', '1', '…', '3', '4', '5', '…', '9', '›']],
    [9, 9, ['‹', '1', '…', '8', '9', '›']],
  ])('page %i of %i', (page, pages, words) => {
    expect(shown(page, pages).words).toEqual(words);
  });

  test('are turned one by one and by number, and not beyond the first and the last', async () => {
    const user = userEvent.setup();
    const { turn } = shown(2, 3);
    await user.click(screen.getByText('Previous'));
    await user.click(screen.getByText('Next'));
    await user.click(screen.getByText('3'));
    expect(turn.mock.calls).toEqual([[1], [3], [3]]);
    cleanup();
    const ends = shown(1, 1);
    expect(ends.words).toEqual([]);
    cleanup();
    const last = shown(3, 3);
    await user.click(screen.getByText('Next'));
    expect(last.turn).not.toHaveBeenCalled();
  });
});

test('what is done is told, three at most at once, and goes when it is closed or has stood', async () => {
  vi.useFakeTimers({ shouldAdvanceTime: true });
  try {
    const user = userEvent.setup({ advanceTimers: vi.advanceTimersByTime });
    render(<Toasts />);
    act(() => ['one', 'two', 'three', 'four'].forEach(toast));
    const words = () => screen.queryAllByRole('status').map((one) => one.textContent);
    expect(words()).toEqual(['two', 'three', 'four']);
    await user.click(screen.getAllByRole('button', { name: 'close' })[1] as HTMLElement);
    expect(words()).toEqual(['two', 'four']);
    await act(() => vi.advanceTimersByTimeAsync(8100));
    expect(words()).toEqual([]);
    act(() => toast('five'));
    cleanup();
    render(<Toasts />);
    expect(words()).toEqual([]);
  } finally {
    vi.useRealTimers();
  }
});

describe('an act that stands in no form', () => {
  function Act({ work }: { work: () => Promise<unknown> }) {
    const { act: go, trouble } = useAct();
    return (
      <button onClick={() => void go(work).then((went) => (document.title = String(went)))}>{trouble ?? 'go'}</button>
    );
  }
  const problem = (errors?: { path: string; message: string }[]) =>
    new Refused(422, {
      type: '',
      title: '',
      status: 422,
      code: 'invalid',
      detail: 'the whole',
      ...(errors ? { errors } : {}),
    });

  test.each([
    ['what is wrong at a field', problem([{ path: 'a', message: 'the field' }]), 'the field', 'false'],
    ['what is wrong with the whole', problem(), 'the whole', 'false'],
    ['nothing', null, 'go', 'true'],
  ])('says %s', async (_, error, words, went) => {
    render(<Act work={() => (error ? Promise.reject(error) : Promise.resolve())} />);
    await userEvent.click(screen.getByRole('button'));
    expect(await screen.findByText(words)).toBeDefined();
    expect(document.title).toBe(went);
  });
});

test('a page whose data the server refuses says so and leads on; one that waits, or whose server is away, goes on waiting', () => {
  const show = (error?: unknown) => {
    cleanup();
    render(
      <MemoryRouter>
        <Busy error={error} back={['/store', 'the store']} />
      </MemoryRouter>,
    );
    return [screen.queryByRole('heading')?.textContent, screen.queryByRole('link')?.getAttribute('href')];
  };
  const answered = (status: number, detail: string) => new Refused(status, { status, detail } as never);
  expect(show(answered(404, 'There is no such packet.'))).toEqual(['There is no such packet.', '/store']);
  expect(show(answered(403, 'Not permitted.'))).toEqual(['Not permitted.', '/store']);
  for (const waits of [undefined, answered(503, 'away'), new Refused(0, null)]) {
    expect(show(waits)).toEqual([undefined, undefined]);
    expect(screen.getByRole('status')).toBeDefined();
  }
});
