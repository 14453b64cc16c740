/** How a judged number stands. `near`: inside the limit by less than a tenth of it. */
export const OUTCOMES = ['within', 'near', 'outside', 'not-judged'] as const;
export type Outcome = (typeof OUTCOMES)[number];

/** Where a number comes from, and who has checked it. Nothing is trustworthy because a law is named. */
export interface Provenance {
  readonly origin: string;
  readonly verification: string;
  /** How sure the writer of a remembered row was, and what else was remembered. */
  readonly confidence?: 'high' | 'medium' | 'low';
  readonly doubts?: string;
}

/** The rule behind a number: book, edition, section and, where a table decided, its row. */
export interface Rule {
  readonly book: string;
  readonly edition: string;
  readonly section: string;
  readonly row?: string;
  readonly provenance: Provenance;
}

/** One line of arithmetic: "average of 4 | (88 + 91 + 90 + 86) / 4 | 88.75 | %". */
export interface WorkingStep {
  readonly label: string;
  readonly expression?: string;
  readonly result: string;
  readonly unit?: string;
}

export interface Verdict<Next extends string = string> {
  readonly measured: number | null;
  readonly limit: number | null;
  readonly unit: string;
  readonly outcome: Outcome;
  readonly rule: Rule | null;
  readonly steps: readonly WorkingStep[];
  /** What follows: a code of the step that judges. Its words stand in `contract`. */
  readonly next: Next;
}

/** More digits than any figure here was measured with, and fewer than rounding in binary disturbs. */
const digits = (value: number) => Number(value.toPrecision(12));

/** Outcome of a figure that may reach, but not pass, an upper limit; just a tenth of the limit away it is not yet near. */
export function outcomeUpTo(measured: number, limit: number): Outcome {
  if (measured > limit) return 'outside';
  return digits(limit - measured) < digits(limit / 10) ? 'near' : 'within';
}

/** The worst of several outcomes: outside before not judged before near before within. */
export function worst(outcomes: readonly Outcome[]): Outcome {
  const order: readonly Outcome[] = ['outside', 'not-judged', 'near', 'within'];
  return order.find((one) => outcomes.includes(one)) ?? 'not-judged';
}
