import fc from 'fast-check';
import { expect, it } from 'vitest';
import { nextReference } from './nextReference.ts';

// Source: common practice, no source.
it('raises the last number and keeps its zeros; what follows it stays', () => {
  expect(['QM-0443', 'QM-0999', 'QM-9999', '26/7', '2026-12 b', 'A'].map(nextReference)).toEqual([
    'QM-0444',
    'QM-1000',
    'QM-10000',
    '26/8',
    '2026-13 b',
    null,
  ]);
  expect(nextReference(`1${'0'.repeat(12)}`)).toBeNull();
});

it('comes one after the other, whatever stands around the number', () => {
  fc.assert(
    fc.property(
      fc.string().filter((text) => !/\d/.test(text)),
      fc.nat(1e9),
      fc.integer({ min: 1, max: 12 }),
      (text, n, width) => {
        const reference = `${text}${String(n).padStart(width, '0')}`;
        const next = nextReference(reference);
        expect(next?.startsWith(text)).toBe(true);
        expect(Number(next?.slice(text.length))).toBe(n + 1);
        expect(next?.length).toBeGreaterThanOrEqual(reference.length);
      },
    ),
  );
});
