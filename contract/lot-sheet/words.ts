import type { DateOrder } from '@mercato/core/units/writtenDate';
import { stepName } from '../register/early.ts';
import type { LineWords } from '../register/lineWords.ts';
import type { Step } from '../register/steps.ts';
import type { ReleaseStands } from '../release/stands.ts';
import { wholeDayOf } from '../words/days.ts';
import { WORK, workStep } from './registry.ts';
import type { ShownStanding, StepBlocks, StepLine } from './standing.ts';

export const STEP_NAMES = Object.fromEntries([
  ...WORK.map((one) => [one.step, one.name]),
  ['release', 'Release'],
  ['released', 'Released'],
]) as Readonly<Record<Step | 'released', string>>;

/** What a step has against a release, as a sentence. */
export const blocksWords = ({ step, why }: StepBlocks): string => workStep(step)?.blocks(why) ?? '';

function releaseStands(how: ReleaseStands<StepBlocks>, order: DateOrder | null): LineWords {
  const named = (steps: readonly Step[]) => steps.map(stepName);
  switch (how.is) {
    case 'superseded':
      return {
        figure: `${how.kind} ${how.number}`,
        note: `data corrected after release: issue an amended ${how.kind}`,
      };
    case 'expired':
      return { figure: `${how.kind} ${how.number}`, note: expiredOn(how.validUntil ?? '', order) };
    case 'released':
      return {
        figure: `${how.kind} ${how.number}`,
        note: [
          `released${how.validUntil === null ? '' : `, valid to ${wholeDayOf(how.validUntil, order)}`}`,
          ...how.wouldHold.map((one) => `would be held today: ${blocksWords(one)}`),
        ].join('; '),
      };
    case 'expires-on':
      return { figure: '', note: `valid to ${wholeDayOf(how.day, order)}: test again before it ends` };
    case 'expired-on':
      return { figure: '', note: expiredOn(how.day, order) };
    case 'by-parts':
      return { figure: '', note: 'its parts are released' };
    case 'needs-decision':
      return { figure: '', note: `waits for a decision on ${named(how.steps).join(' and ')}` };
    case 'waits-for':
      return { figure: '', note: `waits for ${named(how.steps).join(', ')}` };
    case 'waits-for-lead':
      return { figure: '', note: 'waits for the lead' };
  }
}
const expiredOn = (day: string, order: DateOrder | null) => `expired on ${wholeDayOf(day, order)}: test again`;

/**
 * A line of the lot sheet in words.
 * @param order  how its reader writes days
 */
export function lineWords(line: Pick<StepLine, 'step' | 'stands'>, order: DateOrder | null = null): LineWords {
  return line.step === 'release'
    ? releaseStands(line.stands as ReleaseStands<StepBlocks>, order)
    : (workStep(line.step)?.stands(line.stands) ?? { figure: '', note: '' });
}

/** What stands of a lot, as its list says it. */
export function standingWords(standing: ShownStanding, order: DateOrder | null = null): string {
  if (!('stands' in standing)) return standing.note;
  if (standing.step === 'released') {
    const { normal, pure } = standing.stands;
    return [normal === null ? '' : `${normal} %`, pure === null ? '' : `${pure} pure`].filter(Boolean).join(' · ');
  }
  const { figure, note } = lineWords(standing, order);
  return [figure, note].filter(Boolean).join(', ');
}
