import { expect, it } from 'vitest';
import { lineReader } from '@mercato/core/devices/linePattern';
import { SimulatedBagger } from './simulatedBagger.ts';

const read = lineReader('W {value} {unit} {state:steady|moving}', 'OVER');
const bagger = () => new SimulatedBagger({ name: 'bagger', resolution: '5', capacityG: 60_000 }, () => 0.5);
/** What the scale says after so long. */
function after(of: SimulatedBagger, from: number, ms: number) {
  let line = '';
  for (let at = from; at <= from + ms; at += 100) line = of.say(at) ?? '';
  const found = read(line);
  return found.kind === 'reading' ? { massG: found.massG, steady: found.steady } : found.kind;
}

// Source: docs/balance-protocol.md, our own: 900 g a second, 60 g in the air.
it('fills a bag to its weight within what runs in a tenth of a second, and stands', () => {
  const of = bagger();
  after(of, 0, 500);
  expect(of.hear('FILL 25000', 500)).toBe('OK');
  expect(after(of, 600, 5000)).toMatchObject({ steady: false });
  const full = after(of, 5700, 40_000);
  expect(full).toMatchObject({ steady: true });
  expect(Math.abs((typeof full === 'string' ? 0 : full.massG) - 25_000)).toBeLessThanOrEqual(95);
  expect(of.hear('FILL 25000', 46_000)).toBe('NO take the bag away first');
  expect(of.hear('BAG', 46_000)).toBe('OK');
  expect(after(of, 46_100, 5000)).toEqual({ massG: 0, steady: true });
});

it('runs over where its gate sticks, and reads low where the bag rests on something', () => {
  const of = bagger();
  after(of, 0, 500);
  expect(of.hear('FAULT gate', 500)).toBe('OK');
  of.hear('FILL 10000', 500);
  const over = after(of, 600, 40_000);
  expect(typeof over === 'string' ? 0 : over.massG).toBeGreaterThan(11_000);
  of.hear('BAG', 41_000);
  after(of, 41_000, 4000);
  of.hear('FAULT hung', 46_000);
  of.hear('FILL 10000', 46_000);
  const low = after(of, 46_100, 40_000);
  expect(typeof low === 'string' ? 0 : low.massG).toBeLessThan(8800);
  expect(after(of, 86_200, 100)).not.toBe('overload');
});

it('says what it cannot do, and keeps the faults of a balance', () => {
  const of = bagger();
  after(of, 0, 300);
  for (const line of ['FILL', 'FILL many', 'FILL -3', 'FILL 60', 'FILL 9999999'])
    expect(of.hear(line, 400)).toBe('NO fill to how much?');
  expect(of.hear('FILL 61', 400)).toBe('OK');
  expect(of.hear('FAULT silence', 500)).toBe('OK');
  expect(of.say(600)).toBeNull();
  expect(of.hear('FAULT nothing', 600)).toMatch(/^NO faults are/);
});
