import { expect, it } from 'vitest';
import { AOSA, ISTA } from '../testing/books.ts';
import { freshSeed } from './freshSeed.ts';

// Source: ISTA, germination, fresh seed at 5 % and above (from memory); the other book names no share that we remember.
it('asks for more from five percent on, and in the book that says so alone', () => {
  expect(freshSeed(ISTA, { fresh: 4 })).toBeNull();
  expect(freshSeed(ISTA, { fresh: 5 })).toMatchObject({ percent: 5, limitPercent: 5 });
  expect(freshSeed(ISTA, { fresh: 60 })).toMatchObject({ percent: 60 });
  expect(freshSeed(AOSA, { fresh: 60 })).toBeNull();
});
