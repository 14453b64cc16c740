import { expect, it } from 'vitest';
import { FAULTS_OF_FEATURES, saidWords } from './faults.ts';

it('every refusal has a code of its own, named after its feature, and says something', () => {
  const codes = FAULTS_OF_FEATURES.flatMap((one) => Object.entries<unknown>(one));
  expect(new Set(codes.map(([code]) => code)).size).toBe(codes.length);
  for (const [code, words] of codes) {
    expect(code).toMatch(/^[a-z-]+\.[a-z0-9-]+$/);
    expect(typeof words === 'function' || String(words).length > 3, code).toBe(true);
  }
});

it('says why with its figures; what a schema or the core says stays as it is', () => {
  expect(saidWords({ is: 'register.last-lead-make-another', name: 'Oda Fennimore' })).toBe(
    'Oda Fennimore is the last lead: make another one first.',
  );
  expect(saidWords({ is: 'store.no-such-packet' })).toBe('There is no such packet.');
  expect(saidWords('choose a kind')).toBe('choose a kind');
});
