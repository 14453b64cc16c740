/** How a step that tests a working sample stands before anything of it was measured. */
export const EARLY = ['waits-for-sample', 'not-asked', 'to-draw', 'drawn'] as const;
export interface Early {
  is: (typeof EARLY)[number];
}

/** A step, or what a sample is drawn for, within a sentence: "other seeds". */
export const stepName = (step: string): string => step.replace('-', ' ');
