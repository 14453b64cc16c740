import 'fake-indexeddb/auto';
import { act, renderHook } from '@testing-library/react';
import fc from 'fast-check';
import Joi from 'joi';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { write } from '@mercato/contract/http/route';
import { fakeServer, type Fate } from '../testing/fakeServer.ts';
import { useOutbox } from './outbox.ts';

beforeEach(() => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

/** Lets the machine work until nothing changes any more, retries included. */
const settle = async (rounds = 30) => {
  for (let i = 0; i < rounds; i += 1)
    await act(async () => {
      await new Promise((done) => setImmediate(done));
      await vi.advanceTimersByTimeAsync(400);
    });
};
const NOTE = write('put', '/notes/:n', 'store.write', () =>
  Promise.resolve(Joi.object<{ n: number }>()),
).answers<object>();
const somebody = () => crypto.randomUUID();
const open = (personId: string, onAnswer: (answer: unknown) => void = () => undefined) =>
  renderHook(() => useOutbox(personId, onAnswer));
type Box = ReturnType<typeof open>;
const put = async (box: Box, n: number) => {
  await act(async () => {
    await box.result.current.put(`note ${n}`, NOTE, { n }, { n });
  });
};

describe('what is noted on foot', () => {
  test('reaches the server once each and in order, whatever the network does', async () => {
    const fate = fc.constantFrom<Fate>('lost', 'answer-lost', 200, 429, 503);
    await fc.assert(
      fc.asyncProperty(fc.array(fate, { maxLength: 6 }), fc.integer({ min: 1, max: 4 }), async (fates, notes) => {
        const server = fakeServer(fates);
        const box = open(somebody());
        for (let n = 0; n < notes; n += 1) await put(box, n);
        await settle(12 + fates.length * 10);
        expect(server.taken.map((one) => one.body)).toEqual(Array.from({ length: notes }, (_, n) => ({ n })));
        expect(box.result.current.posted).toEqual([]);
        expect(box.result.current.trouble).toBeNull();
        box.unmount();
      }),
      { numRuns: 25 },
    );
  });

  test('is still there after the page was closed, and goes out with the next one', async () => {
    const person = somebody();
    fakeServer(Array.from({ length: 50 }, (): Fate => 'lost'));
    const first = open(person);
    await put(first, 1);
    await settle();
    expect(first.result.current.posted).toHaveLength(1);
    expect(first.result.current.trouble).toContain('cannot be reached');
    first.unmount();

    const server = fakeServer();
    const answers: unknown[] = [];
    const second = open(person, (answer) => answers.push(answer));
    await settle();
    expect(server.taken.map((one) => one.path)).toEqual(['/api/notes/1']);
    expect(answers).toMatchObject([{ n: 1 }]);
    expect(second.result.current.posted).toEqual([]);
  });

  test('is never sent as somebody else', async () => {
    fakeServer([401]);
    const mine = open(somebody());
    await put(mine, 1);
    await settle();
    expect(mine.result.current.trouble).toContain('Signed out');
    mine.unmount();

    const server = fakeServer();
    const other = open(somebody());
    await settle();
    expect(other.result.current.posted).toEqual([]);
    expect(server.asked).toEqual([]);
  });

  test('stands in nobody’s way when the server will not take it, and is shown until it is let go', async () => {
    const server = fakeServer([422]);
    const box = open(somebody());
    await put(box, 1);
    await put(box, 2);
    await settle();
    expect(server.taken.map((one) => one.body)).toEqual([{ n: 2 }]);
    const [refused, ...more] = box.result.current.posted ?? [];
    expect(more).toEqual([]);
    expect(refused).toMatchObject({ subject: 'note 1', refused: 'answered 422' });
    expect(server.asked.filter((one) => one.path === '/api/notes/1')).toHaveLength(1);
    await act(async () => {
      if (refused) await box.result.current.drop(refused);
    });
    await settle();
    expect(box.result.current.posted).toEqual([]);
  });
});
