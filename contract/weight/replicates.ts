/** Eight, and eight more where those part too far. */
export const MOST_REPLICATES = 16;
