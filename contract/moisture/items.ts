import { daysOf, G, item, type Item, sampleOf } from '../lot-sheet/items.ts';

/** What a file of lots holds of it, in the order in which it is written. */
export const MOISTURE_ITEMS: Readonly<Record<string, Item>> = {
  ...sampleOf('moisture'),
  ...daysOf('moisture', 'weighed'),
  'moisture.method': item('moisture', 'how it was dried'),
  'moisture.first.container': item('moisture', 'first container, empty', G),
  'moisture.first.withSeed': item('moisture', 'first container with seed', G),
  'moisture.first.dried': item('moisture', 'first container, dried', G),
  'moisture.second.container': item('moisture', 'second container, empty', G),
  'moisture.second.withSeed': item('moisture', 'second container with seed', G),
  'moisture.second.dried': item('moisture', 'second container, dried', G),
};
