import type { SmallTestMethod } from '../rule-books/findKind.ts';

/** What may have kept living seed from sprouting; each is asked when few sprout. */
export const CAUSES = [
  'control-failed',
  'soaked',
  'dried-out',
  'no-air',
  'too-hot',
  'too-cold',
  'no-light',
  'in-light',
  'too-early',
  'stayed-hard',
  'stayed-firm',
  'mould',
  'rotted',
] as const;
export type Cause = (typeof CAUSES)[number];
export type CauseAnswer = 'yes' | 'no' | 'unknown';

/** Why a test says what it says: causes that were named, or what a control beside it tells. */
export type TestReason = Cause | 'fresh-did-well' | 'fresh-did-well-alone' | 'nothing-speaks';
/** What to do then; `more-may-live`: half and more sprouted all the same. */
export type TestNext =
  | 'count-stands'
  | 'mend-conditions'
  | 'mend-conditions-more-may-live'
  | 'put-it-back'
  | 'test-beside-fresh'
  | 'test-beside-fresh-more-may-live'
  | 'scratch-some'
  | 'cut-one-open'
  | 'chill-some'
  | 'renew'
  | 'less-wet-beside-fresh'
  | 'again-beside-fresh';

export interface TestVerdict {
  /**
   * sprouted: the count says it. dead: it was the seed. dormant: alive, and waits. invalid: it was the test,
   * which stays on file and says nothing of the seed. unclear: nobody can tell from these answers.
   */
  readonly verdict: 'sprouted' | 'dead' | 'dormant' | 'invalid' | 'unclear';
  readonly reasons: readonly TestReason[];
  readonly next: TestNext;
}

/** Faults of the place where a test stood: fresh seed that did well there clears them. */
const PLACE_FAULTS = ['too-hot', 'too-cold', 'no-light', 'in-light'] as const;
/** Faults of one bag: another bag that did well says nothing about them. */
const BAG_FAULTS = ['soaked', 'dried-out', 'no-air'] as const;

/**
 * The faults of the test that the answers name, those that a control has cleared left out: while there is one, a low
 * count speaks of the test, not of the seed.
 *
 * @param answers  one for each cause that was asked; one that is missing counts as unknown
 * Source: common practice, no source; the order is our own judgement.
 */
export function faultsOfTest(answers: Readonly<Partial<Record<Cause, CauseAnswer>>>): readonly Cause[] {
  if (answers['control-failed'] === 'yes') return ['control-failed'];
  const cleared = answers['control-failed'] === 'no';
  return [...BAG_FAULTS, ...(cleared ? [] : PLACE_FAULTS)].filter((cause) => answers[cause] === 'yes');
}

/** The causes that are worth asking for this kind: light only where the kind wants it, or is held back by it. */
export function causesFor(method: Pick<SmallTestMethod, 'light'>, hasControl: boolean): readonly Cause[] {
  return CAUSES.filter((cause) =>
    cause === 'control-failed'
      ? hasControl
      : cause === 'no-light'
        ? method.light === 'helps'
        : cause === 'in-light'
          ? method.light === 'dark'
          : true,
  );
}

/** Why the question arises: few sprouted, fewer than of fresh seed beside it, too soon to tell, or it stood badly. */
export type Asked = 'few' | 'fewer-than-control' | 'too-early' | 'doubtful';

/**
 * Bad seed or bad test? What the answers say when few have sprouted, or the test stood badly.
 *
 * A fault of the test comes before anything else: a towel that dried out says nothing, whatever the seeds look like
 * now. A control of fresh seed that did well clears what was wrong with the place, not what befell one bag. Then hard
 * and firm seed waits, and what is left soft is dead.
 *
 * @param answers     one for each cause that was asked; one that is missing counts as unknown
 * @param asked       why the question arises; null when it does not, and the count stands
 * @param hardSeeded  whether the kind has hard seed
 * Source: common practice, no source; the order is our own judgement.
 */
export function badSeedOrBadTest(
  answers: Readonly<Partial<Record<Cause, CauseAnswer>>>,
  asked: Asked | null,
  hardSeeded: boolean,
): TestVerdict {
  const said = (cause: Cause) => answers[cause] ?? 'unknown';
  if (asked === null) return { verdict: 'sprouted', reasons: [], next: 'count-stands' };
  const controlDidWell = said('control-failed') === 'no';
  const few = asked === 'few' || asked === 'fewer-than-control';
  const faults = faultsOfTest(answers);
  if (faults.includes('control-failed'))
    return {
      verdict: 'invalid',
      reasons: faults,
      next: few ? 'mend-conditions' : 'mend-conditions-more-may-live',
    };
  if (said('too-early') === 'yes')
    return {
      verdict: 'invalid',
      reasons: ['too-early', ...faults],
      next: 'put-it-back',
    };
  if (faults.length > 0)
    return {
      verdict: 'invalid',
      reasons: faults,
      next: few ? 'test-beside-fresh' : 'test-beside-fresh-more-may-live',
    };
  // At half and above, once nothing speaks against the test, the count stands.
  if (!few) return { verdict: 'sprouted', reasons: [], next: 'count-stands' };
  const mould = said('mould') === 'yes' ? (['mould'] as const) : [];
  const waiting = (['stayed-hard', 'stayed-firm'] as const).filter((cause) => said(cause) === 'yes');
  if (waiting.length > 0)
    return {
      verdict: 'dormant',
      reasons: [...waiting, ...mould],
      next: waiting.includes('stayed-hard') ? (hardSeeded ? 'scratch-some' : 'cut-one-open') : 'chill-some',
    };
  if (said('rotted') === 'yes')
    return {
      verdict: 'dead',
      reasons: ['rotted', ...mould, ...(controlDidWell ? (['fresh-did-well'] as const) : [])],
      next: 'renew',
    };
  if (controlDidWell) return { verdict: 'dead', reasons: ['fresh-did-well-alone', ...mould], next: 'renew' };
  return {
    verdict: 'unclear',
    reasons: mould.length > 0 ? mould : ['nothing-speaks'],
    next: mould.length > 0 ? 'less-wet-beside-fresh' : 'again-beside-fresh',
  };
}
