import type { Book } from '../rule-books/edition.ts';
import { FRESH_WORD } from '../rule-books/methodWords.ts';
import type { Counts } from '../units/seedCounts.ts';
import { DIVIDED, type Parts, partsOf, type SeedPart } from '../units/seedParts.ts';
import type { DocumentLine } from '../verdict/documentLine.ts';

/** Germination, as documents tell it. */
export interface GerminationFound {
  readonly book: Book;
  readonly counts: Counts;
  readonly seeds: number;
  readonly tests: number;
  readonly method: string;
  readonly days: number;
  readonly concludedOn: string;
  /** Kinds within a class, seeds; one that is missing is not known. */
  readonly parts: Parts;
  /** Dishes that were spoiled and say nothing. */
  readonly spoiled: number;
  readonly photos: number;
  /** When the air around its dishes lay outside what was planned; instants, °C. */
  readonly deviations: readonly {
    readonly from: string;
    readonly to: string;
    readonly minutes: number;
    readonly worstC: number;
  }[];
  /** Methods that were tried too, with what they came to, percent. */
  readonly others: readonly { readonly method: string; readonly normal: number }[];
}

/** As documents name them. */
export const PART_WORDS: Readonly<Record<SeedPart, string>> = {
  damaged: 'damaged',
  deformed: 'deformed',
  decayed: 'decayed',
  empty: 'empty',
  embryoless: 'embryoless',
  insect: 'insect-damaged',
};

export function germinationReport(germination: GerminationFound | null): DocumentLine[] {
  const counts = germination?.counts;
  const percent = (value: number | undefined) => (value === undefined ? 'N' : String(value));
  return [
    { label: 'Germination: days', value: percent(germination?.days) },
    { label: 'Germination: normal seedlings, %', value: percent(counts?.normal), key: 'germination' },
    { label: 'Germination: hard seeds, %', value: percent(counts?.hard), key: 'germination' },
    {
      label: `Germination: ${FRESH_WORD[germination?.book ?? 'ista']} seeds, %`,
      value: percent(counts?.fresh),
      key: 'germination',
    },
    { label: 'Germination: abnormal seedlings, %', value: percent(counts?.abnormal), key: 'germination' },
    { label: 'Germination: dead seeds, %', value: percent(counts?.dead), key: 'germination' },
    {
      label: 'Germination: method',
      value: germination
        ? `${germination.method}; ${germination.seeds} seeds${germination.tests > 1 ? ' in two tests, averaged' : ''}`
        : 'N',
    },
    ...DIVIDED.flatMap((one) => {
      const told = partsOf(one).flatMap((part) => {
        const seeds = germination?.parts[part];
        return seeds === undefined ? [] : [`${seeds} ${PART_WORDS[part]}`];
      });
      return told.length > 0 && germination
        ? [{ label: `Germination: ${one}, of ${germination.seeds} seeds`, value: told.join(', ') }]
        : [];
    }),
    ...(germination?.others ?? []).map(({ method, normal }) => ({
      label: `Germination by ${method}`,
      value: `${normal} % normal seedlings, not reported`,
    })),
    ...(germination?.deviations ?? []).map(({ from, minutes, worstC }) => ({
      label: 'Germination: deviation of temperature',
      value: `from ${from.slice(0, 16).replace('T', ' ')} UTC for ${minutes} min, at worst ${worstC} °C`,
    })),
    ...(germination && germination.spoiled > 0
      ? [{ label: 'Germination: replicates set aside as spoiled', value: String(germination.spoiled) }]
      : []),
    ...(germination && germination.photos > 0
      ? [{ label: 'Germination: photographs on file', value: String(germination.photos) }]
      : []),
  ];
}
