import type { DocumentLine } from '../verdict/documentLine.ts';

/** Thousand-seed weight, as documents tell it. */
export interface WeightFound {
  /** As it is reported, g. */
  readonly thousandSeedG: string;
  readonly seedsPerKg: number;
  readonly seeds: number;
  /** The whole fraction was counted, or replicates of it. */
  readonly whole: boolean;
}

export const weightReport = (weight: WeightFound | null): DocumentLine[] => [
  {
    label: 'Weight of 1000 seeds, g',
    value: weight
      ? `${weight.thousandSeedG} (${weight.whole ? `all ${weight.seeds} seeds counted` : `replicates, ${weight.seeds} seeds`})`
      : 'N',
    key: 'weight',
  },
];
