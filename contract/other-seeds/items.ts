import { daysOf, G, item, type Item, sampleOf } from '../lot-sheet/items.ts';

/** What a file of lots holds of it, in the order in which it is written. */
export const OTHER_SEEDS_ITEMS: Readonly<Record<string, Item>> = {
  ...sampleOf('other-seeds'),
  ...daysOf('other-seeds', 'searched'),
  'other-seeds.extent': item('other-seeds', 'limited, reduced or reduced-limited; left out, the search was complete'),
  'other-seeds.named': item(
    'other-seeds',
    'yes, for a species in `name` that a limited search looks for',
    [],
    ['test', 'name'],
  ),
  'other-seeds.examined': item('other-seeds', 'mass searched', G),
  'other-seeds.count': item('other-seeds', 'seeds found of the species in `name`', [], ['test', 'name']),
  'other-seeds.trayExamined': item('other-seeds', 'mass searched in a further tray, numbered in `dish` from 2', G, [
    'test',
    'dish',
  ]),
  'other-seeds.trayCount': item('other-seeds', 'seeds found in that tray', [], ['test', 'dish', 'name']),
};
