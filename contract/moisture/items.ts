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
  'moisture.oven.sealed': item('moisture', 'whether the sample came sealed, yes or no'),
  'moisture.oven.oven': item('moisture', 'which oven it stood in'),
  'moisture.oven.diameterCm': item('moisture', 'diameter of the containers', ['cm']),
  'moisture.oven.groundMinutes': item('moisture', 'how long it was ground', ['min']),
  'moisture.oven.exposedSeconds': item('moisture', 'how long it lay open while it was drawn', ['s']),
  'moisture.oven.ovenC': item('moisture', 'what the oven showed', ['°C']),
  'moisture.oven.backAt': item('moisture', 'the instant at which the oven was back at its temperature'),
  'moisture.oven.outAt': item('moisture', 'the instant at which the containers were taken out'),
  'moisture.oven.cooledMinutes': item('moisture', 'how long they cooled', ['min']),
  'moisture.predried.first.container': item('moisture', 'first container dried whole, empty', G),
  'moisture.predried.first.withSeed': item('moisture', 'first container dried whole, with seed', G),
  'moisture.predried.first.dried': item('moisture', 'first container dried whole, after it', G),
  'moisture.predried.second.container': item('moisture', 'second container dried whole, empty', G),
  'moisture.predried.second.withSeed': item('moisture', 'second container dried whole, with seed', G),
  'moisture.predried.second.dried': item('moisture', 'second container dried whole, after it', G),
};
