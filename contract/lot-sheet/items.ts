/** Which of the columns test, dish, day and name an item needs; the others stay empty. */
type Needs = readonly ('test' | 'dish' | 'day' | 'name')[];

export interface Item {
  /** The step that it is of; `lot` for the header and what was asked for. */
  readonly step: string;
  readonly needs: Needs;
  /** Units that are allowed; empty = the column stays empty. */
  readonly units: readonly string[];
  readonly says: string;
}

export const item = (
  step: Item['step'],
  says: string,
  units: readonly string[] = [],
  needs: Needs = step === 'lot' || step === 'sampling' ? [] : ['test'],
): Item => ({ step, needs, units, says });
export const MASS = ['g', 'kg', 'lb', 'oz'] as const;
export const G = ['g'] as const;
const drawnOn = (step: string) => ({
  [`${step}.drawnOn`]: item(step, 'the day on which the working sample was drawn, yyyy-mm-dd'),
});
/** The days of a test whose figures are seen together, but for single ones. */
export const daysOf = (step: string, done: string) => ({
  [`${step}.seenOn`]: item(step, `the day on which it was ${done}, yyyy-mm-dd; left out, the day is not known`),
  [`${step}.fieldSeenOn`]: item(
    step,
    'the day of one figure, by its name in `name`, where that is another',
    [],
    ['test', 'name'],
  ),
});

/** The working sample of a test. */
export const sampleOf = (step: string): Readonly<Record<string, Item>> => ({
  [`${step}.sample`]: item(step, 'working sample drawn', MASS),
  [`${step}.why`]: item(step, 'why it is lighter than the rule book asks'),
  ...drawnOn(step),
});
