/** What a treatment is, by what may become of the seed. */
export const TREATMENT_CLASSES = ['poison', 'hot-water', 'scarified', 'primed', 'inoculant', 'unknown'] as const;
export type TreatmentClass = (typeof TREATMENT_CLASSES)[number];
export interface Treatment {
  readonly product: string;
  readonly class: TreatmentClass;
}
