import { defineStep } from '../lot-sheet/step.ts';
import { MOISTURE_NEXT, moistureBlocks, moistureStands } from './words.ts';

export const moistureStep = defineStep({
  step: 'moisture',
  name: 'Moisture',
  figure: 'moisture',
  stands: moistureStands,
  blocks: moistureBlocks,
  next: MOISTURE_NEXT,
});
