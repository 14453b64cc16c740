import { expect, it } from 'vitest';
import { hardKnown } from './hardSeed.ts';

// Source: Baskin & Baskin (2014), chapter 3 (from memory): clover is hard-seeded, wheat is not.
it('hard seed is known of some families, not of others, and not asked of those that nobody knows', () => {
  expect([hardKnown('Fabaceae'), hardKnown('Malvaceae'), hardKnown('Poaceae'), hardKnown('')]).toEqual([
    true,
    true,
    false,
    null,
  ]);
});
