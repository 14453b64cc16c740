/**
 * How far a search goes: all other species in the whole weight, named species alone, part of the weight, or both
 * of the latter.
 */
export const EXTENTS = ['complete', 'limited', 'reduced', 'reduced-limited'] as const;
export type Extent = (typeof EXTENTS)[number];
export const isLimited = (extent: Extent): boolean => extent === 'limited' || extent === 'reduced-limited';
export const isReduced = (extent: Extent): boolean => extent === 'reduced' || extent === 'reduced-limited';
