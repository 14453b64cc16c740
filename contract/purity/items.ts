import { daysOf, G, item, type Item, sampleOf } from '../lot-sheet/items.ts';

/** What a file of lots holds of it, in the order in which it is written. */
export const PURITY_ITEMS: Readonly<Record<string, Item>> = {
  ...sampleOf('purity'),
  ...daysOf('purity', 'weighed'),
  'purity.portion': item('purity', 'half, for one of two half working samples'),
  'purity.workingSample': item('purity', 'weighed in', G),
  'purity.pureSeed': item('purity', 'pure seed', G),
  'purity.otherSeeds': item('purity', 'other seeds (ista)', G),
  'purity.otherCropSeed': item('purity', 'other crop seed (aosa)', G),
  'purity.weedSeed': item('purity', 'weed seed (aosa)', G),
  'purity.inertMatter': item('purity', 'inert matter', G),
  'purity.multipleUnits': item('purity', 'multiple units, where the book parts them by mass', G),
  'purity.part': item(
    'purity',
    'a named part, `name` being component: name (inertMatter: Ergot); g, seeds, or “trace” without a unit',
    ['g', 'seeds', ''],
    ['test', 'name'],
  ),
  'purity.chaffy': item('purity', 'yes or no, where it is not as usual for the kind'),
  'purity.chaffyWhy': item('purity', 'why'),
  'purity.blowerSetting': item('purity', 'setting of the blower'),
  'purity.blowerMinutes': item('purity', 'blown for', ['min']),
  'purity.lookedAt': item('purity', 'pure seeds looked at for the cleaning shed'),
  'purity.light': item('purity', 'light seeds of them'),
  'purity.stained': item('purity', 'stained seeds of them'),
  'purity.bored': item('purity', 'bored seeds of them'),
  'purity.off-type': item('purity', 'off-type seeds of them'),
};
