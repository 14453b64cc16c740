import type { EnteredMass } from '@mercato/core/units/mass';
import type { DecimalMark } from '@mercato/core/units/writtenFigure';

/** A count as its reader groups it: "6,300", or "6 300" (hard blank) where the comma is the decimal mark. */
export const grouped = (figure: number, mark: DecimalMark | null): string =>
  String(Math.round(figure)).replace(/\B(?=(\d{3})+$)/g, mark === ',' ? '\u00a0' : ',');

/** A figure as it was written, its thousands apart by a blank that does not break: 4200 → 4 200. */
export function groupedText(figure: string): string {
  const [whole = '', fraction] = figure.split('.');
  return whole.replace(/\B(?=(\d{3})+$)/g, '\u00a0') + (fraction === undefined ? '' : `.${fraction}`);
}

/** A mass as it was written: "4 200 kg". */
export const massText = ({ text, unit }: EnteredMass): string => `${groupedText(text)} ${unit}`;

/** A share, 0..1, in percent with so many decimals, or rounded to so many figures that say something. */
export const percentOf = (
  share: number,
  { decimals = 0, figures }: { decimals?: number; figures?: number } = {},
): string =>
  figures === undefined ? (share * 100).toFixed(decimals) : String(Number((share * 100).toPrecision(figures)));
