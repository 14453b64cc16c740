import { fitAgeing, sharesOn, type ShareAlive, type AgeTest, type AgeingCurve, type NoCurve } from './fitAgeing.ts';

/** What a store's own tests of a kind say of its seed at an age. */
export interface OwnWord extends ShareAlive {
  readonly tests: number;
}

/** So many tests lay a curve that is worth a word: two lay a line through anything. Common practice, no source. */
export const LEAST_TESTS = 3;
/** How far beyond its oldest test a curve is listened to. Common practice, no source. */
const REACH = 1.25;

/** Why a store’s own tests give no curve. */
export type NoOwnCurve = NoCurve['reason'] | 'too-few-tests' | 'does-not-fall';

export type OwnCurve = { readonly curve: AgeingCurve; readonly oldestDays: number; readonly tests: number };

/** The curve of a store's own tests of one kind, or why there is none. */
export function ownCurve(tests: readonly AgeTest[]): OwnCurve | { readonly reason: NoOwnCurve } {
  if (tests.length < LEAST_TESTS) return { reason: 'too-few-tests' };
  const curve = fitAgeing(tests);
  if ('reason' in curve) return curve;
  if (!curve.falls) return { reason: 'does-not-fall' };
  return { curve, oldestDays: Math.max(...tests.map((one) => one.days)), tests: tests.length };
}

/** What a curve says of any age, days; null beyond its reach. */
export function ownWords({ curve, oldestDays, tests }: OwnCurve): (days: number) => OwnWord | null {
  const at = sharesOn(curve);
  return (days) => (days > oldestDays * REACH ? null : { ...at(days), tests });
}
