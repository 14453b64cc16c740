import type { Counts } from '../units/seedCounts.ts';
import type { DocumentLine } from '../verdict/documentLine.ts';

/** Germination, as documents tell it. */
export interface GerminationFound {
  readonly counts: Counts;
  readonly seeds: number;
  readonly tests: number;
  readonly method: string;
  readonly days: number;
  readonly concludedOn: string;
}

export function germinationReport(germination: GerminationFound | null): DocumentLine[] {
  const counts = germination?.counts;
  const percent = (value: number | undefined) => (value === undefined ? 'N' : String(value));
  return [
    { label: 'Germination: days', value: percent(germination?.days) },
    { label: 'Germination: normal seedlings, %', value: percent(counts?.normal), key: 'germination' },
    { label: 'Germination: hard seeds, %', value: percent(counts?.hard), key: 'germination' },
    { label: 'Germination: fresh seeds, %', value: percent(counts?.fresh), key: 'germination' },
    { label: 'Germination: abnormal seedlings, %', value: percent(counts?.abnormal), key: 'germination' },
    { label: 'Germination: dead seeds, %', value: percent(counts?.dead), key: 'germination' },
    {
      label: 'Germination: method',
      value: germination
        ? `${germination.method}; ${germination.seeds} seeds${germination.tests > 1 ? ' in two tests, averaged' : ''}`
        : 'N',
    },
  ];
}
