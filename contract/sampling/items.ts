import { item, MASS, type Item } from '../lot-sheet/items.ts';

/** What a file of lots holds of the submitted sample. */
export const SAMPLING_ITEMS: Readonly<Record<string, Item>> = {
  'sample.mass': item('sampling', 'submitted sample', MASS),
  'sample.drawnOn': item('sampling', 'yyyy-mm-dd'),
  'sample.drawnBy': item('sampling', 'who drew it'),
  'sample.seal': item('sampling', 'its seal'),
  'sample.primarySamples': item('sampling', 'primary samples taken'),
};
