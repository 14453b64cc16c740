import { germinationReport } from '../germination/report.ts';
import { moistureReport } from '../moisture/report.ts';
import { otherSeedsReport } from '../other-seeds/report.ts';
import { purityReport } from '../purity/report.ts';
import { sampleReport } from '../sampling/report.ts';
import type { DocumentLine } from '../verdict/documentLine.ts';
import { weightReport } from '../weight/report.ts';

/** What each step reports, under the name of its facts, in the order of the report. A new step is one line here. */
const REPORTS = {
  sample: sampleReport,
  purity: purityReport,
  otherSeeds: otherSeedsReport,
  moisture: moistureReport,
  weight: weightReport,
  germination: germinationReport,
};

/** What the steps found; null = not tested. */
export type Reported = { readonly [Key in keyof typeof REPORTS]: Parameters<(typeof REPORTS)[Key]>[0] };

const KEYS = Object.keys(REPORTS) as (keyof Reported)[];
export const NOTHING_REPORTED = Object.fromEntries(KEYS.map((key) => [key, null])) as Reported;

export const reportLines = (found: Reported): DocumentLine[] =>
  KEYS.flatMap((key) => (REPORTS[key] as (of: Reported[typeof key]) => DocumentLine[])(found[key]));

/** Whether anything was tested, the sample aside. */
export const anyTested = (found: Reported): boolean => KEYS.some((key) => key !== 'sample' && found[key] !== null);
