import type { ScreeningsAnswers, ScreeningsFate } from './entries.ts';
import type { Treatment } from '../register/treatment.ts';

/**
 * Why screenings may not go where somebody wants them to. `treated`: treated with a poison, or with what nobody knows.
 * The others: what is in them, or nobody looked.
 */
export type Forbids = 'treated' | 'weeds' | 'ergot' | 'mould' | 'poisonous' | 'not-looked';

const EATEN: readonly ScreeningsFate[] = ['feed', 'food', 'oil'];
/** Ways in which weed seed lives on: it is eaten and passes, or lies in a heap that does not get hot. */
const WEEDS_LIVE: readonly ScreeningsFate[] = ['feed', 'food', 'oil', 'compost', 'returned'];

/** Whether seed was treated with a poison, or with something that nobody knows. */
export const isPoisoned = (treatments: readonly Treatment[]): boolean =>
  treatments.some((one) => one.class === 'poison' || one.class === 'unknown');

/**
 * What forbids that screenings go there; empty = they may.
 *
 * Treated with a poison or an unknown they are never eaten, at any later step: that is refused, not noted. Untreated
 * they are asked for living weeds (ground, burnt or composted hot; never to feed or a cold heap), for ergot, mould and
 * poisonous seed; what nobody looked for may be there.
 *
 * Source: common practice and local law of feed; no single source.
 */
export function forbids(
  treatments: readonly Treatment[],
  answers: ScreeningsAnswers,
  to: ScreeningsFate,
): readonly Forbids[] {
  const found: Forbids[] = [];
  const eaten = EATEN.includes(to);
  if (eaten && isPoisoned(treatments)) found.push('treated');
  if (answers.viableWeeds === 'yes' && WEEDS_LIVE.includes(to)) found.push('weeds');
  if (eaten) {
    for (const name of ['ergot', 'mould', 'poisonous'] as const) if (answers[name] === 'yes') found.push(name);
    if (Object.values(answers).includes('unknown')) found.push('not-looked');
  } else if (to === 'compost' && answers.viableWeeds === 'unknown') found.push('not-looked');
  return found;
}
