/** The reason of a row that follows an open count because counting simply went on. */
export const COUNTING_ON = 'counting-on';
/** What rows hold that say so: the code, and the sentence that was written before there was one. */
const WENT_ON: ReadonlySet<string | null> = new Set([null, COUNTING_ON, 'counting went on']);

/** Why a count was corrected, in its corrector's words; null where counting only went on. */
export const correctionReason = (stored: string | null): string | null => (WENT_ON.has(stored) ? null : stored);
