import 'fake-indexeddb/auto';
import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import type { TallyBatch, TallyKey } from '@mercato/contract/germination/germination';
import { germinationRoutes } from '@mercato/contract/germination/routes';
import { CLASSES } from '@mercato/core/units/seedCounts';
import { fakeServer, type Fate, type Received } from '../testing/fakeServer.ts';
import { type KeyBatch, KeyQueue, type StoredKey, type Waiting } from './keyQueue.ts';
import { callRoute } from './routes.ts';

const ROAD = {
  shelf: 'mercato-tallies',
  send: (test: string, batch: KeyBatch) => callRoute(germinationRoutes.keepKeys, { test }, batch as TallyBatch),
};

beforeEach(() => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

const settle = async (rounds = 30) => {
  for (let i = 0; i < rounds; i += 1) {
    await new Promise((done) => setImmediate(done));
    await vi.advanceTimersByTimeAsync(400);
  }
};

/** What the server holds: a key of a session counts once, however often it comes. */
const held = (taken: readonly Received[]) => {
  const keys = new Map<string, TallyKey>();
  for (const one of taken) {
    const { session, keys: sent } = one.body as { session: string; keys: TallyKey[] };
    for (const key of sent) keys.set(`${session} ${key.sequence}`, key);
  }
  return [...keys.values()];
};

function station(personId: string, testId = 'test') {
  const told = {
    waiting: null as Waiting | null,
    leftover: null as readonly StoredKey<TallyKey>[] | null,
    caughtUp: 0,
    late: [] as readonly StoredKey<TallyKey>[],
  };
  const queue = new KeyQueue<TallyKey>(ROAD, personId, testId, {
    onWaiting: (waiting) => (told.waiting = waiting),
    onLeftover: (keys) => (told.leftover = keys),
    onCaughtUp: () => Promise.resolve((told.caughtUp += 1)),
    onLate: (keys) => (told.late = keys),
  });
  return { queue, told };
}
const pressed = fc.record({
  dishId: fc.constantFrom('dish 1', 'dish 2'),
  day: fc.constantFrom(4, 10),
  seedClass: fc.constantFrom(...CLASSES),
  seeds: fc.constantFrom(1, 10, -1),
  turn: fc.nat(3),
});
const byText = (keys: readonly object[]) => keys.map((one) => JSON.stringify(one)).sort();

describe('keys on their way to the server', () => {
  test('each counts once, through any loss and any number of reloads', async () => {
    const fate = fc.constantFrom<Fate>('lost', 'answer-lost', 200, 429, 503);
    const pages = fc.array(fc.array(pressed, { maxLength: 5 }), { minLength: 1, maxLength: 3 });
    await fc.assert(
      fc.asyncProperty(fc.array(fate, { maxLength: 5 }), pages, async (fates, presses) => {
        const server = fakeServer(fates);
        const person = crypto.randomUUID();
        for (const keys of presses) {
          const { queue } = station(person);
          for (const key of keys) queue.push(key);
          await settle(3);
          queue.stop();
        }
        const last = station(person);
        // How many turns it takes hangs on the order of what the pages before still send: as many as it needs, few at once.
        const caughtUp = () => last.told.waiting?.keys === 0 && last.told.leftover?.length === 0;
        for (let i = 0; i < 100 && !caughtUp(); i += 1) await settle(5);
        const wanted = presses.flatMap((keys) => keys.map((key, sequence) => ({ ...key, sequence })));
        expect(byText(held(server.taken))).toEqual(byText(wanted));
        expect(last.told.waiting).toEqual({ keys: 0, trouble: null, refused: 0 });
        expect(last.told.leftover).toEqual([]);
        last.queue.stop();
      }),
      { numRuns: 20 },
    );
  });

  test('what a closed page left behind is told before it is sent, and the server is read anew after', async () => {
    const person = crypto.randomUUID();
    fakeServer(Array.from({ length: 40 }, (): Fate => 'lost'));
    const before = station(person);
    before.queue.push({ dishId: 'dish 1', day: 4, seedClass: 'normal', seeds: 1, turn: 0 });
    await settle(4);
    expect(before.told.waiting).toMatchObject({ keys: 1, refused: 0 });
    before.queue.stop();
    await settle(4);

    const after = station(person);
    await settle(2);
    expect(after.told.leftover).toMatchObject([{ dishId: 'dish 1', seedClass: 'normal', seeds: 1 }]);
    const server = fakeServer();
    await settle();
    expect(held(server.taken)).toHaveLength(1);
    expect(after.told.caughtUp).toBe(1);
    expect(after.told.leftover).toEqual([]);
    after.queue.stop();
  });

  test('refused keys are shown and do not block the others; signed out, everything waits', async () => {
    const person = crypto.randomUUID();
    const server = fakeServer([422]);
    const one = station(person, 'a closed test');
    one.queue.push({ dishId: 'dish 1', day: 4, seedClass: 'dead', seeds: 1, turn: 0 });
    await settle(6);
    expect(one.told.waiting).toEqual({ keys: 0, trouble: 'answered 422', refused: 1 });
    one.queue.push({ dishId: 'dish 1', day: 4, seedClass: 'normal', seeds: 1, turn: 0 });
    await settle(6);
    expect(held(server.taken)).toMatchObject([{ seedClass: 'normal' }]);
    await one.queue.dropRefused();
    await settle(6);
    expect(one.told.waiting).toEqual({ keys: 0, trouble: null, refused: 0 });

    const away = fakeServer([401]);
    one.queue.push({ dishId: 'dish 1', day: 4, seedClass: 'hard', seeds: 1, turn: 0 });
    await settle(20);
    expect(away.asked).toHaveLength(1);
    expect(one.told.waiting).toMatchObject({ keys: 1, trouble: expect.stringContaining('sign in again') as string });
    one.queue.stop();
  });
});
