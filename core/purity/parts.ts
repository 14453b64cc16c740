import type { Edition } from '../rule-books/edition.ts';
import { percentIn } from '../units/argument.ts';
import type { Component } from '../units/components.ts';
import { Exact, type ExactNumber, percentHalfUp, writtenDecimals } from '../units/mass.ts';
import type { Rule } from '../verdict/verdict.ts';

/** A named part of a component: weighed, counted, or just there. */
export type PartAmount =
  | { readonly kind: 'mass'; readonly text: string }
  | { readonly kind: 'count'; readonly seeds: number }
  | { readonly kind: 'trace' };

export interface NamedPart {
  readonly component: Component;
  /** Scientific name of a species, or a kind of inert matter. */
  readonly name: string;
  readonly amount: PartAmount;
}

export interface JudgedPart extends NamedPart {
  /** Share of the sum of all components, rounded as the components are; null where it was not weighed. */
  readonly percent: number | null;
  /** Whether the book wants its percentage reported, not its name alone. */
  readonly reportAlone: boolean;
}

/**
 * Which named parts are reported with a percentage of their own: those at or above the share that the book names.
 *
 * @param sumG   sum of all components, g, > 0
 * @param parts  as weighed or counted
 *
 * Source: ISTA, purity, reporting of results: kinds at 1.0 % and more; Federal Seed Act, section 201(a)(1): kinds
 * over 5 % (from memory).
 */
export function judgeParts(edition: Edition, sumG: ExactNumber, parts: readonly NamedPart[]): JudgedPart[] {
  const decimals = edition.parameter('purity_percent_decimals').value;
  const threshold = edition.parameterIfAny('purity_part_report_percent')?.value ?? null;
  return parts.map((part) => {
    if (part.amount.kind !== 'mass') return { ...part, percent: null, reportAlone: false };
    const percent = percentHalfUp(new Exact(part.amount.text), sumG, decimals);
    // The Act asks for what is in excess of its share, the other book for what reaches it.
    const reportAlone =
      threshold !== null && (edition.book === 'aosa' ? percent.gt(threshold) : percent.gte(threshold));
    return { ...part, percent: percent.toNumber(), reportAlone };
  });
}

export const partReportRule = (edition: Edition): Rule | undefined =>
  edition.parameterIfAny('purity_part_report_percent')?.rule;

/**
 * Whether parts weigh more together than the component that they are part of. Each weighing may be off by half of
 * its last digit; nothing else is forgiven.
 *
 * @returns the excess in g, exact, or null where the parts fit
 */
export function partsExceed(componentText: string, partTexts: readonly string[]): ExactNumber | null {
  const halfDigit = (text: string) => new Exact(10).pow(-writtenDecimals(text)).div(2);
  const sum = partTexts.reduce((total, text) => total.plus(text), new Exact(0));
  const slack = [componentText, ...partTexts].reduce((total, text) => total.plus(halfDigit(text)), new Exact(0));
  const excess = sum.minus(componentText);
  return excess.gt(slack) ? excess : null;
}

/**
 * Mass of multiple units parted as the book says: so much counts as pure seed, the rest as inert matter.
 *
 * @param massG            of the multiple units, g, ≥ 0
 * @param pureSharePercent 0..100
 *
 * Source: 7 CFR 201.48 and 201.51 for orchardgrass: four fifths pure (from memory, low).
 */
export function partMultipleUnits(
  massG: ExactNumber,
  pureSharePercent: number,
): { readonly pureG: ExactNumber; readonly inertG: ExactNumber } {
  percentIn('pureSharePercent', pureSharePercent);
  const pureG = massG.times(pureSharePercent).div(100);
  return { pureG, inertG: massG.minus(pureG) };
}
