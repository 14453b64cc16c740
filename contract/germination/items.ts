import { CLASSES } from '@mercato/core/units/seedCounts';
import { PARTS, SEED_PARTS } from '@mercato/core/units/seedParts';
import { item, type Item, MASS, sampleOf } from '../lot-sheet/items.ts';

/** What a file of lots holds of it, in the order in which it is written. */
export const GERMINATION_ITEMS: Readonly<Record<string, Item>> = {
  ...sampleOf('germination'),
  'germination.sample': item('germination', 'working sample, weighed or counted', [...MASS, 'seeds']),
  'germination.substrate': item('germination', 'substrate'),
  'germination.temperature': item('germination', 'temperature, °C, 20<=>30 for alternating'),
  'germination.treatment': item('germination', 'treatment against dormancy'),
  'germination.setUpDate': item('germination', 'yyyy-mm-dd'),
  'germination.prechillDays': item('germination', 'days of pre-chill'),
  'germination.firstCountDay': item('germination', 'day of the first count'),
  'germination.finalCountDay': item('germination', 'day of the final count'),
  'germination.dishes': item('germination', 'how many dishes'),
  'germination.seedsPerDish': item('germination', '100, 50 or 25'),
  'germination.place': item('germination', 'cabinet and shelf'),
  'germination.countedOn': item(
    'germination',
    'the day of the calendar on which that count was made; left out, the planned one',
    [],
    ['test', 'dish', 'day'],
  ),
  'germination.final': item(
    'germination',
    'yes, where this count closed its dish; left out everywhere, the count of the planned last day did',
    [],
    ['test', 'dish', 'day'],
  ),
  'germination.cause': item(
    'germination',
    'why it did not end on its day: all-germinated, not-yet-judgeable or swollen-legume',
    [],
    ['test', 'dish', 'day'],
  ),
  ...Object.fromEntries(
    CLASSES.map((one) => [
      `germination.${one}`,
      item('germination', `${one} seeds called in a dish on a day`, [], ['test', 'dish', 'day']),
    ]),
  ),
  ...Object.fromEntries(
    SEED_PARTS.map((one) => [
      `germination.${one}`,
      item('germination', `of the ${PARTS[one]} ones, ${one}; left out, not told apart`, [], ['test', 'dish', 'day']),
    ]),
  ),
};
