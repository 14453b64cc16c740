import { FATE_WORDS, type Fate } from '../hands/fates.ts';

/** What was done to a germination test, in the words of its history. */
export const GERMINATION_ACTS = {
  'germination-days-corrected': ({ test }: { test: number }) => `corrected the days of germination test ${test}`,
  'dish-counted': ({ dish, day }: { dish: number; day: number }) => `counted dish ${dish}, day ${day}`,
  'dish-corrected': ({ dish, day }: { dish: number; day: number }) => `corrected dish ${dish}, day ${day}`,
  'dish-late-keys': ({ dish, day, fate }: { dish: number; day: number; fate: Fate }) =>
    `${FATE_WORDS[fate]} late keys of dish ${dish}, day ${day}`,
};
