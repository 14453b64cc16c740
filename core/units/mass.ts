import { Decimal } from 'decimal.js';
import { ArgumentFault } from './argument.ts';
import { GRAMS_PER, type MassUnit } from './gramsPer.ts';

/** Work with more digits than any balance, so that sums and ties are exact. */
export const Exact = Decimal.clone({ precision: 60, toExpNeg: -40, toExpPos: 40 });
export type ExactNumber = Decimal;

/** A figure as it was written down: the digits decide the precision, so the text is kept. */
export interface EnteredMass {
  readonly text: string;
  readonly unit: MassUnit;
}

/** Plain decimal digits, no sign, no exponent, no thousands mark; a decimal comma is for the web's edge. */
export const DECIMAL_TEXT = /^\d{1,9}(\.\d{1,9})?$/;

/**
 * Grams of an entered mass, exact.
 * @throws {RangeError} if the text is not a plain decimal number
 */
export function toGrams(mass: EnteredMass): ExactNumber {
  return exactDecimal(mass.text).times(GRAMS_PER[mass.unit]);
}

/** A weighed figure in grams has no more decimals than this; one with more was converted from another unit. */
const WEIGHED_DECIMALS = 4;

/**
 * Grams as they are shown: all digits that were weighed, and of a mass converted from ounces or pounds six, because
 * its other digits come from the conversion and not from the balance.
 */
export function shownGrams(massG: ExactNumber): string {
  const exact = new Exact(massG);
  return (exact.decimalPlaces() > WEIGHED_DECIMALS ? exact.toSignificantDigits(6) : exact).toString();
}

/** @throws {RangeError} naming the text, if it is not plain decimal digits */
export function exactDecimal(text: string): ExactNumber {
  if (!DECIMAL_TEXT.test(text)) throw new RangeError(`"${text}" is not a plain decimal number`);
  return new Exact(text);
}

/** Digits written after the decimal point: "5.10" has two. */
export function writtenDecimals(text: string): number {
  return text.includes('.') ? text.length - text.indexOf('.') - 1 : 0;
}

/**
 * Share of a whole in percent, rounded half up at `decimals`, by integer division so that a tie is a tie.
 * @param part   0 ≤ part, any unit
 * @param whole  > 0, same unit
 */
export function percentHalfUp(part: ExactNumber, whole: ExactNumber, decimals: number): ExactNumber {
  if (!whole.gt(0)) throw new ArgumentFault('whole', { is: 'argument.above', low: 0, got: whole.toNumber() });
  const scale = new Exact(10).pow(decimals);
  const doubled = part.times(100).times(scale).times(2).plus(whole);
  return doubled.divToInt(whole.times(2)).div(scale);
}
