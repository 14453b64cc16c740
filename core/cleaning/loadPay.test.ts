// Source: as trade.test.ts; here what the lines of a batch hand on to it.
import { expect, it } from 'vitest';
import { intoNew, kg, lines, NO_BUSHEL } from '../testing/shedBook.ts';
import { readBook } from './batchBook.ts';
import type { EntryOf, ShedEntry } from './entries.ts';
import { loadPays } from './loadPay.ts';

const arrived = (id: string, change: Partial<EntryOf<'arrived'>> = {}): ShedEntry => ({
  what: 'arrived',
  into: intoNew(id),
  weighed: kg('10000', { moisturePercent: 16 }),
  ticket: id,
  dockagePercent: 2,
  testWeightKgHl: null,
  note: '',
  ...change,
});
const terms = (change: Partial<EntryOf<'settled'>> = {}): ShedEntry => ({
  what: 'settled',
  baseMoisturePercent: 14,
  price: { per: 'bushel', each: 6 },
  feePerKg: 0.01,
  ...change,
});
const paid = (poundsPerBushel: number | null, ...entries: ShedEntry[]) =>
  loadPays(readBook(lines(...entries), { ...NO_BUSHEL, poundsPerBushel }), { ...NO_BUSHEL, poundsPerBushel });

it('each load is paid by its own ticket and the newest terms of the batch', () => {
  expect(paid(60, arrived('a'))).toEqual([]);
  const [a, b] = paid(60, arrived('a'), terms({ price: null }), arrived('b', { dockagePercent: null }), terms());
  // By hand: 9 800 × 84 / 86 kg, in pounds over 60, at 6, less 100.
  expect(a?.settlement?.pays).toBeCloseTo(2010.33, 1);
  expect(b?.settlement?.dockageKg).toBe(0);
  expect([a?.ticket, b?.ticket]).toEqual(['a', 'b']);
});

it('a price of a kilogram needs no bushel; a price of a bushel that the kind has not pays nothing', () => {
  expect(paid(null, arrived('a'), terms({ price: { per: 'kg', each: 0.25 } }))[0]?.settlement?.pays).toBeCloseTo(
    2293.02,
    2,
  );
  expect(paid(null, arrived('a'), terms())[0]?.settlement?.pays).toBeNull();
});

it('a load in litres that nobody can weigh is told as such', () => {
  const litres = { amount: { by: 'litres', text: '40' }, moisturePercent: null, scale: null } as const;
  expect(paid(60, arrived('a', { weighed: litres }), terms())[0]).toMatchObject({ line: 0, settlement: null });
});
