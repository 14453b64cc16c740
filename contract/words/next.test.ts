import { expect, it } from 'vitest';
import { NEXT_OF_FEATURES, nextWords } from './next.ts';

it('no two features call different things by one code, and every code has a sentence', () => {
  const codes = NEXT_OF_FEATURES.flatMap((one) => Object.keys(one));
  expect(codes.length).toBeGreaterThan(40);
  expect(new Set(codes).size).toBe(codes.length);
  for (const code of codes) expect(nextWords(code)).toMatch(/^[A-Z].*[.]$/);
});

// Source: what documents hold that were released before verdicts had codes.
it('the words of a verdict of before are shown as they were written', () => {
  expect(nextWords('The replicates agree.')).toBe('The replicates agree.');
});
