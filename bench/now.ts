/** The day on which the filled laboratory stands at its final counts. */
export const NOW = new Date('2026-11-24T09:00:00Z');
