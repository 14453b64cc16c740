import { daysOf, G, item, type Item, sampleOf } from '../lot-sheet/items.ts';
import { MOST_REPLICATES } from './replicates.ts';

/** What a file of lots holds of it, in the order in which it is written. */
export const WEIGHT_ITEMS: Readonly<Record<string, Item>> = {
  ...sampleOf('weight'),
  ...daysOf('weight', 'weighed'),
  ...Object.fromEntries(
    Array.from({ length: MOST_REPLICATES }, (_, i) => [
      `weight.replicate.${i + 1}`,
      item('weight', `replicate ${i + 1} of 100 seeds`, G),
    ]),
  ),
  'weight.wholeMass': item('weight', 'the whole fraction, where all of it was counted', G),
  'weight.wholeSeeds': item('weight', 'its seeds'),
};
