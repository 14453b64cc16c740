import { FATE_WORDS, type Fate } from '../hands/fates.ts';

interface Tray {
  test: number;
  tray: number;
}
export const OTHER_SEEDS_ACTS = {
  'tray-counted': ({ test, tray }: Tray) => `counted other seeds ${test}, tray ${tray}`,
  'tray-corrected': ({ test, tray }: Tray) => `corrected other seeds ${test}, tray ${tray}`,
  'tray-late-keys': ({ test, tray, fate }: Tray & { fate: Fate }) =>
    `${FATE_WORDS[fate]} late keys of other seeds ${test}, tray ${tray}`,
  'keys-bound': ({ test }: { test: number }) => `bound keys for other seeds ${test}`,
};
