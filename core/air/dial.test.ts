import { expect, it } from 'vitest';
import { toCelsius, unlikely } from './dial.ts';

it('a dial in °F is the same warmth in °C', () => {
  // Source: the fixed points of the scales (definition): 32 °F = 0 °C, 212 °F = 100 °C, −40 on both.
  for (const [f, c] of [
    ['32', 0],
    ['212', 100],
    ['-40', -40],
    ['41', 5],
  ] as const)
    expect(toCelsius({ text: f, unit: 'F' })).toBeCloseTo(c, 12);
  expect(toCelsius({ text: '4.5', unit: 'C' })).toBe(4.5);
});

it('what can hardly be in such a place is asked about, and whether the unit was meant', () => {
  const asks = (kind: string, text: string, unit: 'C' | 'F' = 'C', around: string[] = []) =>
    unlikely(kind, around, { text, unit });
  // Source: the issue: 41 °C in a refrigerator.
  expect(asks('refrigerator', '41')).toEqual({ text: '41', unit: 'C', place: 'refrigerator', perhaps: 'F' });
  expect(asks('refrigerator', '41', 'F')).toBeNull();
  expect(asks('refrigerator', '4', 'F')).toEqual({ text: '4', unit: 'F', place: 'refrigerator', perhaps: 'C' });
  expect([asks('refrigerator', '-5'), asks('refrigerator', '20')]).toEqual([null, null]);
  expect([asks('refrigerator', '-5.1'), asks('refrigerator', '20.1')].every(Boolean)).toBe(true);
  expect([asks('freezer', '-40'), asks('freezer', '10')]).toEqual([null, null]);
  expect([asks('freezer', '-40.1'), asks('freezer', '10.1')].every(Boolean)).toBe(true);
  expect([asks('room', '-25'), asks('room', '50')]).toEqual([null, null]);
  expect([asks('room', '-25.1'), asks('room', '50.1')].every(Boolean)).toBe(true);
  expect([asks('chamber', '-40'), asks('chamber', '45'), asks('chamber', '45.1')].map(Boolean)).toEqual([
    false,
    false,
    true,
  ]);
  // A box in a freezer is as cold as the freezer.
  expect(asks('box', '21', 'C', ['freezer', 'room'])).toEqual({
    text: '21',
    unit: 'C',
    place: 'freezer',
    perhaps: 'F',
  });
  expect(asks('box', '21', 'C', ['room'])).toBeNull();
});
