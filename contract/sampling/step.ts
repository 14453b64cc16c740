import { defineStep } from '../lot-sheet/step.ts';
import { SAMPLING_NEXT, samplingBlocks, samplingStands } from './words.ts';

export const samplingStep = defineStep({
  step: 'sampling',
  name: 'Sampling',
  stands: samplingStands,
  blocks: samplingBlocks,
  next: SAMPLING_NEXT,
});
