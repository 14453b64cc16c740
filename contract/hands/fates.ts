/** What becomes of a key or a look that came late. */
export const FATES = ['taken', 'aside'] as const;
export type Fate = (typeof FATES)[number];
/** In a sentence: "took late keys", "set aside late keys". */
export const FATE_WORDS: Readonly<Record<Fate, string>> = { taken: 'took', aside: 'set aside' };
