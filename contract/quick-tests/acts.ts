import { FATE_WORDS, type Fate } from '../hands/fates.ts';

export const QUICK_TESTS_ACTS = {
  'round-started': 'started a round of tests',
  'bag-looked-at': 'checked a bag',
  'bag-late-look': ({ fate }: { fate: Fate }) => `${FATE_WORDS[fate]} a late check`,
  'look-struck': 'crossed out a check',
  'float-noted': 'noted a float test',
  'bag-ended': 'ended a bag',
  'bag-reopened': 'opened a bag again',
};
