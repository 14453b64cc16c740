/** An argument of a calculation that cannot be. Its message begins with the field: "counts.normal must be …, got …". */
export class ArgumentFault extends RangeError {
  /**
   * @param field  dotted path of the argument
   * @param says   what it must be and what came, to follow the name of the field in any words
   */
  constructor(
    readonly field: string,
    readonly says: string,
  ) {
    super(`${field} ${says}`);
  }
}

/** @throws {ArgumentFault} unless it is a whole number, both ends allowed */
export function wholeIn(field: string, value: number, least: number, most: number): void {
  if (!(Number.isInteger(value) && value >= least && value <= most))
    throw new ArgumentFault(field, `must be a whole number ${least}..${most}, got ${value}`);
}

/** @throws {ArgumentFault} unless least ≤ value ≤ most */
export function numberIn(field: string, value: number, least: number, most: number): void {
  if (!(value >= least && value <= most))
    throw new ArgumentFault(field, `must be a number ${least}..${most}, got ${value}`);
}

/** @throws {ArgumentFault} unless 0 ≤ value ≤ 100 */
export function percentIn(field: string, value: number): void {
  if (!(value >= 0 && value <= 100)) throw new ArgumentFault(field, `must be a percentage 0..100, got ${value}`);
}

/** @throws {ArgumentFault} unless low < value < high */
export function between(field: string, value: number, low: number, high: number): void {
  if (!(value > low && value < high))
    throw new ArgumentFault(field, `must lie between ${low} and ${high}, got ${value}`);
}

/** @throws {ArgumentFault} unless low < value ≤ most */
export function aboveUpTo(field: string, value: number, low: number, most: number): void {
  if (!(value > low && value <= most))
    throw new ArgumentFault(field, `must be above ${low} and at most ${most}, got ${value}`);
}

/** @throws {ArgumentFault} unless 0 < value < ∞ */
export function aboveZero(field: string, value: number): void {
  if (!(value > 0 && value < Infinity)) throw new ArgumentFault(field, `must be above 0 and finite, got ${value}`);
}

/** @throws {ArgumentFault} unless 0 ≤ value < ∞ */
export function zeroOrMore(field: string, value: number): void {
  if (!(value >= 0 && value < Infinity)) throw new ArgumentFault(field, `must be 0 or more and finite, got ${value}`);
}
