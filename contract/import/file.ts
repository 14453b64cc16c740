import { item, type Item, MASS } from '../lot-sheet/items.ts';
import { ALL_RECORDS } from '../lot-sheet/records.ts';
import { TEST_STEPS } from '../register/steps.ts';

/** The columns of the lot file, in this order. One row holds one figure or word. */
export const COLUMNS = ['lot', 'what', 'test', 'dish', 'day', 'name', 'value', 'unit'] as const;
export type Column = (typeof COLUMNS)[number];

/** Everything a lot file can hold, in the order in which it is written. */
export const ITEMS: Readonly<Record<string, Item>> = {
  'lot.species': item('lot', 'scientific name, as in the list of species'),
  'lot.book': item('lot', 'ista or aosa'),
  'lot.bookKind': item('lot', 'kind in the rule book’s own words, where it knows several of the species'),
  'lot.variety': item('lot', 'variety'),
  'lot.harvest': item('lot', 'yyyy or yyyy-mm'),
  'lot.mass': item('lot', 'mass of the lot', MASS),
  'lot.containers': item('lot', 'how many; 0 in bulk'),
  'lot.containerMass': item('lot', 'mass in each', MASS),
  'lot.origin': item('lot', 'field, site or supplier'),
  'request.client': item('lot', 'who asks'),
  'request.theirReference': item('lot', 'what the client calls it'),
  'request.tests': item('lot', `tests wanted, with blanks between: ${TEST_STEPS.join(' ')}`),
  'request.dueOn': item('lot', 'yyyy-mm-dd'),
  'request.sampledBy': item('lot', 'us or client'),
  'request.fee': item('lot', 'the fee'),
  'request.currency': item('lot', 'its currency, such as EUR'),
  'request.soldIn': item('lot', 'jurisdictions of the noxious lists where it is to be sold, parted by ;'),
  ...Object.fromEntries(ALL_RECORDS.flatMap((one) => Object.entries(one.items))),
};

export const MOST_FAULTS = 1000;

export interface ImportAnswer {
  lots: number;
  figures: number;
  references: string[];
  /** Names of species that are in no list: they hold their lots until somebody binds them. */
  unresolved: { reference: string; name: string }[];
}
