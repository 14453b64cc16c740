import { defineStep } from '../lot-sheet/step.ts';
import { otherSeedsBlocks, otherSeedsStands, OTHER_SEEDS_NEXT } from './words.ts';

export const otherSeedsStep = defineStep({
  step: 'other-seeds',
  name: 'Other seeds',
  stands: otherSeedsStands,
  blocks: otherSeedsBlocks,
  next: OTHER_SEEDS_NEXT,
});
