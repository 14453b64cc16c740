import { defineStep } from '../lot-sheet/step.ts';
import { PURITY_NEXT, purityBlocks, purityStands } from './words.ts';

export const purityStep = defineStep({
  step: 'purity',
  name: 'Purity',
  figure: 'pure seed',
  stands: purityStands,
  blocks: purityBlocks,
  next: PURITY_NEXT,
});
