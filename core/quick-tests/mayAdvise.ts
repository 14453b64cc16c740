import type { SmallTestMethod } from '../rule-books/findKind.ts';
import { type Asked, type Cause, type CauseAnswer, faultsOfTest } from './badTest.ts';
import type { Unsuited } from './roundPlan.ts';
import { inBestBand, schoolsFor } from './schools.ts';

/** What was written down of a test, at its looks and for its round. */
export interface TestFacts {
  /** Days from the start to the day that is spoken of, integer ≥ 0. */
  readonly day: number;
  /** What did not suit the kind where it stood. */
  readonly unsuited: readonly Unsuited[];
  readonly driedOut: boolean;
  readonly tooWet: boolean;
  readonly mould: boolean;
  /** Fresh seed of the kind beside it; over: its last day has come, or it has ended. */
  readonly control: { readonly sprouted: number; readonly seeds: number; readonly over: boolean } | null;
}

/** Below this share "bad seed or bad test?" is asked. Common practice, no source. */
export const FEW = 0.5;

/**
 * The causes that what was written down answers already: nobody is asked about them, and no answer goes against them.
 * Source: common practice, no source.
 */
export function answeredBy(
  { lastDay }: Pick<SmallTestMethod, 'lastDay'>,
  { day, unsuited, driedOut, tooWet, mould, control }: TestFacts,
): Partial<Record<Cause, CauseAnswer>> {
  const didWell = control && control.sprouted / control.seeds >= FEW;
  return {
    ...(control === null || !(didWell || control.over) ? {} : { 'control-failed': didWell ? 'no' : 'yes' }),
    ...(tooWet ? { soaked: 'yes' } : {}),
    ...(driedOut ? { 'dried-out': 'yes' } : {}),
    ...Object.fromEntries(unsuited.map((one) => [one, 'yes' as const])),
    ...(lastDay === null ? {} : { 'too-early': day < lastDay ? 'yes' : 'no' }),
    ...(mould ? { mould: 'yes' } : {}),
  };
}

/**
 * Whether every school already says its best of a count. Counts only rise, and a fault of the test only keeps them
 * down: what is good enough stays so, however the test goes on.
 */
export const goodEnough = (sprouted: number, seeds: number, standardPercent?: number): boolean =>
  schoolsFor(standardPercent).every((school) => inBestBand(school, sprouted / seeds));

/**
 * Why the schools wait: the kind's last day has not come, or something was wrong with the test. Empty when they may
 * speak.
 * @param answers  what is known of the causes
 */
export const heldBackBy = (answers: Readonly<Partial<Record<Cause, CauseAnswer>>>): readonly Cause[] => [
  ...(answers['too-early'] === 'yes' ? (['too-early'] as const) : []),
  ...faultsOfTest(answers),
];

/** How long a kind may take of which that is not known: four weeks. Common practice, no source. */
const UNKNOWN_LAST_DAY = 28;

/**
 * Why the schools wait at a bag, given what was written down of it.
 * @param answers  those given when it ended; null while it runs
 */
export const bagHeldBackBy = (
  method: Pick<SmallTestMethod, 'lastDay'>,
  facts: TestFacts,
  answers: Readonly<Partial<Record<Cause, CauseAnswer>>> | null,
): readonly Cause[] =>
  heldBackBy({
    ...(answers ?? (method.lastDay === null && facts.day < UNKNOWN_LAST_DAY ? { 'too-early': 'yes' } : {})),
    ...answeredBy(method, facts),
  });

/**
 * Why the question "bad seed or bad test?" arises; null while it does not, so that the count stands as it is.
 *
 * @param test     sprouted 0..seeds, of seeds ≥ 1
 * @param answers  what is known of the causes
 * @param fewerThanControl  whether clearly fewer sprouted than of fresh seed beside it
 * Source: common practice, no source.
 */
export function whyAsked(
  { sprouted, seeds }: { readonly sprouted: number; readonly seeds: number },
  answers: Readonly<Partial<Record<Cause, CauseAnswer>>>,
  fewerThanControl: boolean,
  standardPercent?: number,
): Asked | null {
  if (sprouted / seeds < FEW) return 'few';
  if (fewerThanControl) return 'fewer-than-control';
  if (goodEnough(sprouted, seeds, standardPercent)) return null;
  if (faultsOfTest(answers).length > 0) return 'doubtful';
  return answers['too-early'] === 'yes' ? 'too-early' : null;
}
