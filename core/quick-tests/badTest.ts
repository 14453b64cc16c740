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
  'too-early',
  'stayed-hard',
  'stayed-firm',
  'rotted',
] as const;
export type Cause = (typeof CAUSES)[number];
export type CauseAnswer = 'yes' | 'no' | 'unknown';

/** What a cause is asked as, in plain words, and what it says when the answer is yes. */
export const CAUSE_WORDS: Readonly<Record<Cause, { ask: string; says: string }>> = {
  'control-failed': {
    ask: 'Did fresh seed beside it fail too?',
    says: 'fresh seed in the same conditions failed too, so the conditions failed',
  },
  soaked: { ask: 'Did it ever stand in water?', says: 'seed that stands in water drowns' },
  'dried-out': { ask: 'Did it ever dry out?', says: 'seed that has begun to swell dies when it dries out' },
  'no-air': { ask: 'Was it shut up without air?', says: 'sprouting seed needs air' },
  'too-hot': {
    ask: 'Was it ever warmer than its kind likes?',
    says: 'too warm for the kind: many cool kinds wait then',
  },
  'too-cold': {
    ask: 'Was it mostly colder than its kind likes?',
    says: 'too cold for the kind: it had too little time',
  },
  'no-light': { ask: 'Was it kept in the dark?', says: 'this kind sprouts better in light' },
  'too-early': { ask: 'Is it before the last day of its kind?', says: 'the kind may still take some days' },
  'stayed-hard': {
    ask: 'Are the others still hard and dry inside?',
    says: 'seed that took up no water is alive more often than not: its coat is shut',
  },
  'stayed-firm': {
    ask: 'Are the others swollen but firm?',
    says: 'swollen, firm seed is alive and waits: fresh seed does, and seed that wants cold first',
  },
  rotted: { ask: 'Are the others soft or rotten?', says: 'soft or rotten seed is dead' },
};

export interface TestVerdict {
  /**
   * sprouted: the count says it. dead: it was the seed. dormant: alive, and waits. invalid: it was the test,
   * which stays on file and says nothing of the seed. unclear: nobody can tell from these answers.
   */
  readonly verdict: 'sprouted' | 'dead' | 'dormant' | 'invalid' | 'unclear';
  readonly reasons: readonly string[];
  readonly next: string;
}

/** Causes that lie in the test. A control of fresh seed that did well in the same place clears the first group. */
const CLEARED_BY_CONTROL: readonly Cause[] = ['no-air', 'too-hot', 'too-cold', 'no-light', 'soaked', 'dried-out'];

/** The causes that are worth asking for this kind: light only where the kind wants it. */
export function causesFor(method: Pick<SmallTestMethod, 'light'>, hasControl: boolean): readonly Cause[] {
  return CAUSES.filter((cause) =>
    cause === 'control-failed' ? hasControl : cause === 'no-light' ? method.light === 'helps' : true,
  );
}

/**
 * Bad seed or bad test? What the answers say when few have sprouted.
 *
 * A fault of the test comes before anything else: a towel that dried out says nothing, whatever the seeds look like
 * now. Only a control of fresh seed that did well in the same place clears such a fault. Then hard and firm seed
 * waits, and what is left soft is dead.
 *
 * @param answers     one for each cause that was asked; one that is missing counts as unknown
 * @param few         whether so few sprouted that the question arises
 * @param hardSeeded  whether the kind has hard seed
 * Source: common practice, no source; the order is our own judgement.
 */
export function badSeedOrBadTest(
  answers: Readonly<Partial<Record<Cause, CauseAnswer>>>,
  few: boolean,
  hardSeeded: boolean,
): TestVerdict {
  const said = (cause: Cause) => answers[cause] ?? 'unknown';
  if (!few) return { verdict: 'sprouted', reasons: [], next: 'The count stands as it is.' };
  const controlDidWell = said('control-failed') === 'no';
  const reasons = (causes: readonly Cause[]) => causes.map((cause) => CAUSE_WORDS[cause].says);
  if (said('control-failed') === 'yes')
    return {
      verdict: 'invalid',
      reasons: reasons(['control-failed']),
      next: 'Mend the conditions and test again with other seeds of the packet. This test says nothing of the seed.',
    };
  if (said('too-early') === 'yes')
    return {
      verdict: 'invalid',
      reasons: reasons(['too-early']),
      next: 'Put it back and look again until the last day of the kind.',
    };
  const faults = controlDidWell ? [] : CLEARED_BY_CONTROL.filter((cause) => said(cause) === 'yes');
  if (faults.length > 0)
    return {
      verdict: 'invalid',
      reasons: reasons(faults),
      next: 'Test again with other seeds and with fresh seed of the kind beside them. This test says nothing of the seed.',
    };
  const waiting = (['stayed-hard', 'stayed-firm'] as const).filter((cause) => said(cause) === 'yes');
  if (waiting.length > 0)
    return {
      verdict: 'dormant',
      reasons: reasons(waiting),
      next:
        said('stayed-hard') === 'yes'
          ? hardSeeded
            ? 'Scratch the coat of a few and set them beside untreated ones: this kind has hard seed.'
            : 'Cut one open: white and firm inside is alive. Scratch a few and set them beside untreated ones.'
          : 'Chill some moist for a week or two and set them beside untreated ones.',
    };
  if (said('rotted') === 'yes')
    return {
      verdict: 'dead',
      reasons: [...reasons(['rotted']), ...(controlDidWell ? ['fresh seed beside it did well'] : [])],
      next: 'It was the seed. Renew it, or sow all of it thickly if there is no other.',
    };
  if (controlDidWell)
    return {
      verdict: 'dead',
      reasons: ['fresh seed beside it did well, and nothing else speaks for seed that waits'],
      next: 'It was the seed. Renew it, or sow all of it thickly if there is no other.',
    };
  return {
    verdict: 'unclear',
    reasons: ['nothing that was asked speaks for the test or against it'],
    next: 'Test again, with fresh seed of the kind beside it: then seed and test can be told apart.',
  };
}
