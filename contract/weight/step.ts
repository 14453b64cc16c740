import { defineStep } from '../lot-sheet/step.ts';
import { WEIGHT_NEXT, weightBlocks, weightStands } from './words.ts';

export const weightStep = defineStep({
  step: 'weight',
  name: 'Weight',
  figure: '1000 seeds',
  onRequest: true,
  stands: weightStands,
  blocks: weightBlocks,
  next: WEIGHT_NEXT,
});
