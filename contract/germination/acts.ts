import { FATE_WORDS, type Fate } from '../hands/fates.ts';

/** What was done to a germination test, in the words of its history. */
export const GERMINATION_ACTS = {
  'germination-days-corrected': ({ test }: { test: number }) => `corrected the days of germination test ${test}`,
  'dish-counted': ({ dish, day }: { dish: number; day: number }) => `counted dish ${dish}, day ${day}`,
  'dish-corrected': ({ dish, day }: { dish: number; day: number }) => `corrected dish ${dish}, day ${day}`,
  'dish-late-keys': ({ dish, day, fate }: { dish: number; day: number; fate: Fate }) =>
    `${FATE_WORDS[fate]} late keys of dish ${dish}, day ${day}`,
  'dish-spoiled': ({ dish }: { dish: number }) => `set dish ${dish} aside as spoiled`,
  'dish-sound': ({ dish }: { dish: number }) => `took back that dish ${dish} is spoiled`,
  'dish-recounted': ({ dish, day }: { dish: number; day: number }) => `counted dish ${dish} again, day ${day}`,
  'dish-moved': ({ dish, to }: { dish: number; to: string }) => `put dish ${dish} on ${to}`,
  'dish-photographed': ({ dish }: { dish: number }) => `photographed dish ${dish}`,
  'photo-struck': ({ dish }: { dish: number }) => `crossed out a photograph of dish ${dish}`,
};
