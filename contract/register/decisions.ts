/**
 * What somebody decided: report a test or sample all the same, set a test aside; and of a primary sample that
 * looks uneven: even after all, parts become lots of their own, sampling is refused, or a heterogeneity test.
 */
export const DECISIONS = ['accept', 'set-aside', 'own-lots', 'refuse', 'heterogeneity-test'] as const;
export type Decision = (typeof DECISIONS)[number];
