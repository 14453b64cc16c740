/** How the containers to be opened are chosen. */
export const DRAW_METHODS = ['random', 'even'] as const;
export type DrawMethod = (typeof DRAW_METHODS)[number];
