import 'fake-indexeddb/auto';
import fc from 'fast-check';
import { afterEach, describe, expect, test, vi } from 'vitest';
import { Shelf } from './shelf.ts';

interface Thing {
  readonly personId: string;
  readonly session: string;
  readonly sequence: number;
  readonly word: string;
}
const step = fc.record({
  act: fc.constantFrom('put', 'remove'),
  thing: fc.record({
    personId: fc.constantFrom('ann', 'bo'),
    session: fc.constantFrom('s', 't'),
    sequence: fc.integer({ min: 0, max: 12 }),
    word: fc.string({ maxLength: 3 }),
  }),
});
const sorted = (things: readonly Thing[]) =>
  [...things].sort((a, b) => a.session.localeCompare(b.session) || a.sequence - b.sequence);

afterEach(() => {
  vi.unstubAllGlobals();
});

describe.each(['IndexedDB', 'memory'])('a shelf in %s', (where) => {
  test('holds what was put last under each key, by person, and nothing that was removed', async () => {
    if (where === 'memory')
      vi.stubGlobal('indexedDB', {
        open() {
          throw new DOMException('not here', 'SecurityError');
        },
      });
    let n = 0;
    await fc.assert(
      fc.asyncProperty(fc.array(step, { maxLength: 20 }), async (steps) => {
        const shelf = new Shelf<Thing>(`${where} ${n++}`, ['session', 'sequence']);
        const model = new Map<string, Thing>();
        for (const { act, thing } of steps) {
          const key = `${thing.session} ${thing.sequence}`;
          if (act === 'put') {
            await shelf.put([thing]);
            model.set(key, thing);
          } else {
            await shelf.remove([thing]);
            model.delete(key);
          }
        }
        for (const person of ['ann', 'bo']) {
          const held = await shelf.of(person);
          const wanted = sorted([...model.values()].filter((one) => one.personId === person));
          expect(where === 'memory' ? sorted(held) : held).toEqual(wanted);
        }
      }),
      { numRuns: 40 },
    );
  });
});
