/** What an argument must be, and what came; `got` is what was given. */
export type ArgumentSays =
  | {
      readonly is: 'argument.whole' | 'argument.number';
      readonly least: number;
      readonly most: number;
      readonly got: number;
    }
  | {
      readonly is:
        | 'argument.percent'
        | 'argument.above-zero'
        | 'argument.zero-or-more'
        | 'argument.finite'
        | 'argument.zero-to-below-one';
      readonly got: number;
    }
  | {
      readonly is: 'argument.between' | 'argument.pair-between';
      readonly low: number;
      readonly high: number;
      readonly got: number | string;
    }
  | { readonly is: 'argument.above-up-to'; readonly low: number; readonly most: number; readonly got: number }
  | { readonly is: 'argument.above'; readonly low: number; readonly got: number }
  | { readonly is: 'argument.up-to'; readonly most: number }
  | { readonly is: 'argument.date'; readonly got: string }
  /** Of a list: how many it must hold. */
  | {
      readonly is: 'argument.so-many';
      readonly least: number;
      /** null = any number. */ readonly most: number | null;
      readonly got: number;
    }
  | {
      readonly is: 'argument.as-many';
      /** The argument that has as many. */ readonly as: string;
      readonly wanted: number;
      readonly got: number;
    }
  /** Of a calibration: too few pairs, or too few different readings among them, for its curve. */
  | {
      readonly is: 'argument.calibration-pairs' | 'argument.calibration-readings';
      readonly least: number;
      readonly got: number;
    }
  | { readonly is: 'argument.not-before'; readonly from: string; readonly got: string }
  | {
      readonly is:
        | 'argument.component-mass'
        | 'argument.weighs-nothing'
        | 'argument.no-seed-judged'
        | 'argument.no-wanted-seed'
        | 'argument.first-from-zero';
    }
  | { readonly is: 'argument.picture-empty' }
  | { readonly is: 'argument.picture-full'; readonly percent: number }
  | { readonly is: 'argument.shapes'; readonly a: number; readonly b: number }
  /** Seeds of the classes together. */
  | { readonly is: 'argument.not-all-set' | 'argument.more-than-set'; readonly total: number; readonly seeds: number }
  | { readonly is: 'argument.more-than-looked-at'; readonly total: number; readonly examined: number }
  | { readonly is: 'argument.seeds-left'; readonly tested: number; readonly got: number }
  /** Grams of an oven test. */
  | {
      readonly is: 'argument.above-container' | 'argument.not-below-container';
      readonly containerG: number;
      readonly got: number;
    }
  | { readonly is: 'argument.not-above-weighed-in'; readonly withSeedG: number; readonly got: number }
  | { readonly is: 'argument.not-above-divided'; readonly massG: number; readonly got: number }
  | {
      readonly is: 'argument.spoon-too-large';
      readonly spoonfuls: number;
      readonly spoonG: number;
      readonly massG: number;
    }
  | { readonly is: 'argument.live-over-hundred'; readonly live: number }
  | { readonly is: 'argument.already-drier'; readonly moisturePercent: number; readonly got: number }
  | { readonly is: 'argument.gel-spent'; readonly most: number; readonly got: number }
  | { readonly is: 'argument.not-below-dry-matter'; readonly dryG: number; readonly got: number }
  | { readonly is: 'argument.after-weighing-before'; readonly got: number }
  | { readonly is: 'argument.accepts-every-lot'; readonly c: number; readonly n: number }
  | { readonly is: 'argument.too-near'; readonly aql: number; readonly lql: number; readonly most: number }
  | { readonly is: 'argument.spread-too-large'; readonly mean: number; readonly got: number };

/**
 * An argument of a calculation that cannot be. Its message is for the log, the field first:
 * "counts.normal: argument.whole 0 100 1.5".
 */
export class ArgumentFault extends RangeError {
  /**
   * @param field  dotted path of the argument
   * @param says   what it must be and what came
   */
  constructor(
    readonly field: string,
    readonly says: ArgumentSays,
  ) {
    super(`${field}: ${Object.values(says).join(' ')}`);
  }
}

/** @throws {ArgumentFault} unless it is a whole number, both ends allowed */
export function wholeIn(field: string, value: number, least: number, most: number): void {
  if (!(Number.isInteger(value) && value >= least && value <= most))
    throw new ArgumentFault(field, { is: 'argument.whole', least, most, got: value });
}

/** @throws {ArgumentFault} unless least ≤ value ≤ most */
export function numberIn(field: string, value: number, least: number, most: number): void {
  if (!(value >= least && value <= most))
    throw new ArgumentFault(field, { is: 'argument.number', least, most, got: value });
}

/** @throws {ArgumentFault} unless 0 ≤ value ≤ 100 */
export function percentIn(field: string, value: number): void {
  if (!(value >= 0 && value <= 100)) throw new ArgumentFault(field, { is: 'argument.percent', got: value });
}

/** @throws {ArgumentFault} unless low < value < high */
export function between(field: string, value: number, low: number, high: number): void {
  if (!(value > low && value < high)) throw new ArgumentFault(field, { is: 'argument.between', low, high, got: value });
}

/** @throws {ArgumentFault} unless low < value ≤ most */
export function aboveUpTo(field: string, value: number, low: number, most: number): void {
  if (!(value > low && value <= most))
    throw new ArgumentFault(field, { is: 'argument.above-up-to', low, most, got: value });
}

/** @throws {ArgumentFault} unless 0 < value < ∞ */
export function aboveZero(field: string, value: number): void {
  if (!(value > 0 && value < Infinity)) throw new ArgumentFault(field, { is: 'argument.above-zero', got: value });
}

/** @throws {ArgumentFault} unless 0 ≤ value < ∞ */
export function zeroOrMore(field: string, value: number): void {
  if (!(value >= 0 && value < Infinity)) throw new ArgumentFault(field, { is: 'argument.zero-or-more', got: value });
}
