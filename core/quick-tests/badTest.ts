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
  'in-light': { ask: 'Did it stand in light?', says: 'light holds some of this kind back' },
  'too-early': { ask: 'Is it before the last day of its kind?', says: 'the kind may still take some days' },
  'stayed-hard': {
    ask: 'Are the others still hard and dry inside?',
    says: 'seed that took up no water is alive more often than not: its coat is shut',
  },
  'stayed-firm': {
    ask: 'Are the others swollen but firm?',
    says: 'swollen, firm seed is alive and waits: fresh seed does, and seed that wants cold first',
  },
  mould: {
    ask: 'Did mould grow on it?',
    says: 'mould grew: it comes from dead seed, and where it is too wet and close',
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

const MEND = {
  few: 'This test says nothing of the seed.',
  enough: 'So many sprouted all the same: more may be alive, and none is to be thrown away by this test.',
} as const;

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
  if (asked === null) return { verdict: 'sprouted', reasons: [], next: 'The count stands as it is.' };
  const controlDidWell = said('control-failed') === 'no';
  const reasons = (causes: readonly Cause[]) => causes.map((cause) => CAUSE_WORDS[cause].says);
  const few = asked === 'few' || asked === 'fewer-than-control';
  const faults = faultsOfTest(answers);
  if (faults.includes('control-failed'))
    return {
      verdict: 'invalid',
      reasons: reasons(faults),
      next: `Mend the conditions and test again with other seeds of the packet. ${MEND[few ? 'few' : 'enough']}`,
    };
  if (said('too-early') === 'yes')
    return {
      verdict: 'invalid',
      reasons: reasons(['too-early', ...faults]),
      next: 'Put it back and look again until the last day of the kind.',
    };
  if (faults.length > 0)
    return {
      verdict: 'invalid',
      reasons: reasons(faults),
      next: `Test again with other seeds and with fresh seed of the kind beside them. ${MEND[few ? 'few' : 'enough']}`,
    };
  // At half and above, once nothing speaks against the test, the count stands.
  if (!few) return { verdict: 'sprouted', reasons: [], next: 'The count stands as it is.' };
  const mould = said('mould') === 'yes' ? reasons(['mould']) : [];
  const waiting = (['stayed-hard', 'stayed-firm'] as const).filter((cause) => said(cause) === 'yes');
  if (waiting.length > 0)
    return {
      verdict: 'dormant',
      reasons: [...reasons(waiting), ...mould],
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
      reasons: [...reasons(['rotted']), ...mould, ...(controlDidWell ? ['fresh seed beside it did well'] : [])],
      next: 'It was the seed. Renew it, or sow all of it thickly if there is no other.',
    };
  if (controlDidWell)
    return {
      verdict: 'dead',
      reasons: ['fresh seed beside it did well, and nothing else speaks for seed that waits', ...mould],
      next: 'It was the seed. Renew it, or sow all of it thickly if there is no other.',
    };
  return {
    verdict: 'unclear',
    reasons: mould.length > 0 ? mould : ['nothing that was asked speaks for the test or against it'],
    next:
      mould.length > 0
        ? 'Test again, less wet and with air, with fresh seed of the kind beside it: then seed and test can be told apart.'
        : 'Test again, with fresh seed of the kind beside it: then seed and test can be told apart.',
  };
}
