import { defineStep } from '../lot-sheet/step.ts';
import { purityBlocks, purityStands, PURITY_NEXT } from './words.ts';

export const purityStep = defineStep({
  step: 'purity',
  name: 'Purity',
  figure: 'pure seed',
  stands: purityStands,
  blocks: purityBlocks,
  next: PURITY_NEXT,
});
