import { fitAgeing, shareAt, type AgeTest, type AgeingCurve } from './fitAgeing.ts';

/** What a store's own tests of a kind say of its seed at an age. */
export interface OwnWord {
  /** Shares alive, fractions, with 95 % limits of the curve. */
  readonly estimate: number;
  readonly lower: number;
  readonly upper: number;
  readonly tests: number;
}

/** So many tests lay a curve that is worth a word: two lay a line through anything. Common practice, no source. */
export const LEAST_TESTS = 3;
/** How far beyond its oldest test a curve is listened to. Common practice, no source. */
const REACH = 1.25;

export type OwnCurve = { readonly curve: AgeingCurve; readonly oldestDays: number; readonly tests: number };

/** The curve of a store's own tests of one kind, or why there is none. */
export function ownCurve(tests: readonly AgeTest[]): OwnCurve | { readonly reason: string } {
  if (tests.length < LEAST_TESTS) return { reason: `a curve of your own needs ${LEAST_TESTS} tests at least` };
  const curve = fitAgeing(tests);
  if ('reason' in curve) return curve;
  if (!curve.falls) return { reason: 'these tests do not fall with age: nothing has aged yet that could be measured' };
  return { curve, oldestDays: Math.max(...tests.map((one) => one.days)), tests: tests.length };
}

/** What a curve says at an age; null beyond its reach. */
export function ownWord({ curve, oldestDays, tests }: OwnCurve, days: number): OwnWord | null {
  return days > oldestDays * REACH ? null : { ...shareAt(curve, days), tests };
}
