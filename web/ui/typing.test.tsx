import '@testing-library/jest-dom/vitest';
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import Joi from 'joi';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { text } from '@mercato/contract/http/fields';
import { request } from '../api/client.ts';
import { inApp } from '../testing/inApp.tsx';
import { EntryForm } from './EntryForm.tsx';
import { Field } from './Field.tsx';
import { useEntry } from './entry.ts';

const schema = Joi.object({ note: text(100).required() }).required();
function Note({ from = '' }: { from?: string }) {
  const entry = useEntry({
    from: { note: from },
    schema,
    send: (body, key) => request('POST', '/notes', body, { key }),
  });
  return (
    <EntryForm entry={entry} send="Send">
      <Field entry={entry} name="note" label="note" />
    </EntryForm>
  );
}
function Secret() {
  const entry = useEntry({
    from: { password: '' },
    schema: Joi.object({ password: Joi.string() }),
    send: () => Promise.resolve(),
  });
  return <Field entry={entry} name="password" label="password" type="password" />;
}

beforeEach(() => {
  sessionStorage.clear();
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});
const answer = (body: string, status: number) => {
  vi.stubGlobal('fetch', () => Promise.resolve(new Response(body, { status })));
};

test.each([
  ['<html>Sign in to this network</html>', 200],
  ['<h1>502 Bad Gateway</h1>', 502],
])('an answer that is no JSON is told in the form, and what was typed stays: %s', async (body, status) => {
  answer(body, status);
  const hands = userEvent.setup();
  render(<Note />, inApp);
  await hands.type(screen.getByLabelText('note'), 'seam open');
  await hands.click(screen.getByRole('button', { name: 'Send' }));
  expect(await screen.findByText(/answered in its place. What you wrote is still here/)).toBeVisible();
  expect(screen.getByLabelText('note')).toHaveValue('seam open');
});

/** What a reload leaves of the tab's store, with nothing of the page itself. */
function reload(): void {
  const kept = Object.entries(sessionStorage) as [string, string][];
  cleanup();
  for (const [key, value] of kept) sessionStorage.setItem(key, value);
}

test('what is typed survives a reload, until it is sent or left, and never over a newer version', async () => {
  answer('{}', 200);
  const hands = userEvent.setup();
  render(<Note />, inApp);
  await hands.type(screen.getByLabelText('note'), 'seam');
  reload();
  const { unmount } = render(<Note />, inApp);
  expect(screen.getByLabelText('note')).toHaveValue('seam');
  reload();
  render(<Note from="written by another" />, inApp);
  expect(screen.getByLabelText('note')).toHaveValue('written by another');
  cleanup();
  unmount();
  render(<Note />, inApp);
  await hands.type(screen.getByLabelText('note'), 'x');
  await hands.click(screen.getByRole('button', { name: 'Send' }));
  reload();
  render(<Note />, inApp);
  expect(screen.getByLabelText('note')).toHaveValue('');
});

test('a password is kept nowhere', async () => {
  const hands = userEvent.setup();
  render(<Secret />, inApp);
  await hands.type(screen.getByLabelText('password'), 'walnut ladder');
  expect(JSON.stringify(Object.entries(sessionStorage))).not.toContain('walnut');
});
