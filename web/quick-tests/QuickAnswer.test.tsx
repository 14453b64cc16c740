import { QueryClientProvider } from '@tanstack/react-query';
import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import { cache } from '../api/cache.ts';
import QuickAnswer from './QuickAnswer.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

test('figures are read as people write them; what is none goes on as typed, to be refused', async () => {
  const asked: unknown[] = [];
  vi.stubGlobal('fetch', (url: string, init?: { body?: string }) => {
    if (!url.endsWith('/calc/quick-tests.answer')) return Promise.resolve(Response.json({ kinds: [] }));
    asked.push(JSON.parse(init?.body ?? ''));
    return Promise.resolve(Response.json({ ok: false, error: { path: 'sprouted', message: 'a number' } }));
  });
  render(
    <QueryClientProvider client={cache}>
      <QuickAnswer />
    </QueryClientProvider>,
  );
  const type = (label: RegExp, value: string) => fireEvent.change(screen.getByLabelText(label), { target: { value } });
  type(/^seeds in the packet/, '6 300');
  type(/^where it stood/, '70,5');
  type(/^sprouted/, 'ten');
  await waitFor(() => {
    expect(asked.at(-1)).toEqual({ seeds: 25, sprouted: 'ten', packetSeeds: 6300, stoodC: 70.5 });
  });
});
