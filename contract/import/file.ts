import { CLASSES } from '@mercato/core/units/seedCounts';
import type { Step } from '../register/steps.ts';

/** The columns of the lot file, in this order. One row holds one figure or word. */
export const COLUMNS = ['lot', 'what', 'test', 'dish', 'day', 'name', 'value', 'unit'] as const;
export type Column = (typeof COLUMNS)[number];

/** Which of the columns test, dish, day and name an item needs; the others stay empty. */
type Needs = readonly ('test' | 'dish' | 'day' | 'name')[];

export interface Item {
  readonly step: Step | 'lot';
  readonly needs: Needs;
  /** Units that are allowed; empty = the column stays empty. */
  readonly units: readonly string[];
  readonly says: string;
}

const item = (
  step: Item['step'],
  says: string,
  units: readonly string[] = [],
  needs: Needs = step === 'lot' || step === 'sampling' ? [] : ['test'],
): Item => ({ step, needs, units, says });
const MASS = ['g', 'kg', 'lb', 'oz'] as const;
const G = ['g'] as const;
const drawnOn = (step: Step) => ({
  [`${step}.drawnOn`]: item(step, 'the day on which the working sample was drawn, yyyy-mm-dd'),
});
/** The days of a test whose figures are seen together, but for single ones. */
const daysOf = (step: Step, done: string) => ({
  ...drawnOn(step),
  [`${step}.seenOn`]: item(step, `the day on which it was ${done}, yyyy-mm-dd; left out, the day is not known`),
  [`${step}.fieldSeenOn`]: item(
    step,
    'the day of one figure, by its name in `name`, where that is another',
    [],
    ['test', 'name'],
  ),
});

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
  'request.tests': item('lot', 'tests wanted, with blanks between: purity other-seeds moisture germination'),
  'request.dueOn': item('lot', 'yyyy-mm-dd'),
  'request.sampledBy': item('lot', 'us or client'),
  'request.fee': item('lot', 'the fee'),
  'request.currency': item('lot', 'its currency, such as EUR'),
  'request.soldIn': item('lot', 'jurisdictions of the noxious lists where it is to be sold, parted by ;'),
  'sample.mass': item('sampling', 'submitted sample', MASS),
  'sample.drawnOn': item('sampling', 'yyyy-mm-dd'),
  'sample.drawnBy': item('sampling', 'who drew it'),
  'sample.seal': item('sampling', 'its seal'),
  'sample.primarySamples': item('sampling', 'primary samples taken'),
  'purity.sample': item('purity', 'working sample drawn', MASS),
  'purity.why': item('purity', 'why it is lighter than the rule book asks'),
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
  'other-seeds.sample': item('other-seeds', 'working sample drawn', MASS),
  'other-seeds.why': item('other-seeds', 'why it is lighter than the rule book asks'),
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
  'moisture.sample': item('moisture', 'working sample drawn', MASS),
  'moisture.why': item('moisture', 'why it is lighter than the rule book asks'),
  ...daysOf('moisture', 'weighed'),
  'moisture.method': item('moisture', 'how it was dried'),
  'moisture.first.container': item('moisture', 'first container, empty', G),
  'moisture.first.withSeed': item('moisture', 'first container with seed', G),
  'moisture.first.dried': item('moisture', 'first container, dried', G),
  'moisture.second.container': item('moisture', 'second container, empty', G),
  'moisture.second.withSeed': item('moisture', 'second container with seed', G),
  'moisture.second.dried': item('moisture', 'second container, dried', G),
  'germination.sample': item('germination', 'working sample drawn', MASS),
  'germination.why': item('germination', 'why it is lighter than the rule book asks'),
  ...drawnOn('germination'),
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
};

export const MOST_FAULTS = 1000;

export interface ImportAnswer {
  lots: number;
  figures: number;
  references: string[];
  /** Names of species that are in no list: they hold their lots until somebody binds them. */
  unresolved: { reference: string; name: string }[];
}
