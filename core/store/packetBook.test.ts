import fc from 'fast-check';
import { expect, it } from 'vitest';
import { inShort } from '../testing/inShort.ts';
import { type Amount, bookOf, type PacketEntry } from './packetBook.ts';
import { CannotBe } from './strikes.ts';

const seeds = (n: number): Amount => ({ by: 'count', seeds: n });
const packed = (n: number): PacketEntry => ({ what: 'packed', amount: seeds(n) });
const take = (n: number): PacketEntry => ({ what: 'take', amount: seeds(n), use: 'sowing' });
const strike = (line: number): PacketEntry => ({ what: 'strike', line, reason: 'wrong packet' });

// Arithmetic of a book: no source needed but addition.
it('holds what was packed less what was taken, whatever is struck in between', () => {
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.integer({ min: 1, max: 20 }), fc.boolean()), { maxLength: 12 }),
      fc.integer({ min: 0, max: 30 }),
      (takes, spare) => {
        const all = takes.reduce((sum, [n]) => sum + n, 0) + spare;
        const lines = [packed(all), ...takes.map(([n]) => take(n))];
        const strikes = takes.flatMap(([, gone], i) => (gone ? [strike(i + 1)] : []));
        const kept = takes.reduce((sum, [n, gone]) => sum + (gone ? 0 : n), 0);
        expect(bookOf([...lines, ...strikes]).left.toNumber()).toBe(all - kept);
      },
    ),
  );
});

it('begins anew where it is counted, adds masses exactly, and remembers where it lies', () => {
  const book = bookOf([
    { what: 'packed', amount: { by: 'mass', text: '1', unit: 'oz' } },
    { what: 'move', placeId: 'a' },
    { what: 'take', amount: { by: 'mass', text: '0.1', unit: 'g' }, use: 'gift', to: 'a neighbour' },
  ]);
  // Source: one avoirdupois ounce is 28.349523125 g (agreement of 1959).
  expect([book.left.toString(), book.placeId]).toEqual(['28.249523125', 'a']);
  expect(bookOf([packed(50), take(10), { what: 'count', amount: seeds(44) }, take(4)]).left.toNumber()).toBe(40);
});

it.each([
  [[packed(10), take(11)], 'book.more-than-held 10 count'],
  [[packed(10), { what: 'take', amount: { by: 'mass', text: '1', unit: 'g' }, use: 'test' }], 'book.seeds-wanted'],
  [[packed(10), strike(0)], 'book.packed-not-struckable'],
  [[packed(10), take(1), strike(1), strike(1)], 'book.struck-already'],
  [[packed(10), strike(4)], 'book.packed-not-struckable'],
  // Striking the count that made room would leave more taken than there was.
  [[packed(10), { what: 'count', amount: seeds(50) }, take(30), strike(1)], 'book.more-than-held 10 count'],
] as [PacketEntry[], string][])('refuses %j', (lines, wanted) => {
  let why = '';
  try {
    bookOf(lines);
  } catch (error) {
    if (error instanceof CannotBe) why = inShort(error.why);
  }
  expect(why).toBe(wanted);
});
