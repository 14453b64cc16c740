import { defineStep } from '../lot-sheet/step.ts';
import { OTHER_SEEDS_NEXT, otherSeedsBlocks, otherSeedsStands } from './words.ts';

export const otherSeedsStep = defineStep({
  step: 'other-seeds',
  name: 'Other seeds',
  stands: otherSeedsStands,
  blocks: otherSeedsBlocks,
  next: OTHER_SEEDS_NEXT,
});
