import { defineStep } from '../lot-sheet/step.ts';
import { GERMINATION_NEXT, germinationBlocks, germinationStands } from './words.ts';

export const germinationStep = defineStep({
  step: 'germination',
  name: 'Germination',
  figure: 'germination',
  stands: germinationStands,
  blocks: germinationBlocks,
  next: GERMINATION_NEXT,
});
