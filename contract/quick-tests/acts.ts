import { FATE_WORDS, type Fate } from '../hands/fates.ts';

export const QUICK_TESTS_ACTS = {
  'round-started': 'started a round of tests',
  'bag-looked-at': 'looked at a bag',
  'bag-late-look': ({ fate }: { fate: Fate }) => `${FATE_WORDS[fate]} a late look`,
  'look-struck': 'struck a look',
  'float-noted': 'noted a float test',
  'bag-ended': 'ended a bag',
  'bag-reopened': 'opened a bag again',
};
