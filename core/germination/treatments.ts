/** What is done to seed before or in its test, by code. */
export const TREATMENTS = [
  'untreated',
  'pre-chill',
  'kno3',
  'ga3',
  'pre-dry',
  'pre-heat',
  'wash',
  'scarify',
  'light',
] as const;
export type Treatment = (typeof TREATMENTS)[number];

export interface TreatmentFacts {
  /** As it is printed; empty where nothing is done. */
  readonly printed: string;
  /** Days in it that are not counted in the days of the test; 0 = none. */
  readonly daysBefore: number;
  /** What can hurt whoever does it. */
  readonly caution: 'solution' | 'acid-or-blade' | 'heat' | null;
}

/**
 * How treatments against dormancy are usually made; the book's row of a kind, where it names one, comes before these.
 * Source: ISTA, germination, dormancy-breaking treatments (from memory, high: pre-chill at 5 to 10 °C and pre-heat at 30
 * to 35 °C up to 7 days, 0.2 % KNO3, 0.05 % GA3; medium: pre-washing at 25 °C).
 */
export const TREATMENT_FACTS: Readonly<Record<Treatment, TreatmentFacts>> = {
  untreated: { printed: '', daysBefore: 0, caution: null },
  'pre-chill': { printed: 'pre-chill at 5 to 10 °C', daysBefore: 7, caution: null },
  kno3: { printed: 'KNO3 0.2 %', daysBefore: 0, caution: 'solution' },
  ga3: { printed: 'GA3 0.05 %', daysBefore: 0, caution: 'solution' },
  'pre-dry': { printed: 'pre-dry at 30 to 35 °C', daysBefore: 5, caution: 'heat' },
  'pre-heat': { printed: 'pre-heat at 30 to 35 °C', daysBefore: 7, caution: 'heat' },
  wash: { printed: 'pre-washed at 25 °C', daysBefore: 0, caution: null },
  scarify: { printed: 'scarified', daysBefore: 0, caution: 'acid-or-blade' },
  light: { printed: 'light', daysBefore: 0, caution: null },
};
