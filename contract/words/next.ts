import { GERMINATION_NEXT } from '../germination/words.ts';
import { MOISTURE_NEXT } from '../moisture/words.ts';
import { OTHER_SEEDS_NEXT } from '../other-seeds/words.ts';
import { PURITY_NEXT } from '../purity/words.ts';
import { LEAST_MASS_NEXT } from '../rule-books/words.ts';
import { SAMPLING_NEXT } from '../sampling/words.ts';

export const NEXT_OF_FEATURES: readonly Readonly<Record<string, string>>[] = [
  GERMINATION_NEXT,
  MOISTURE_NEXT,
  OTHER_SEEDS_NEXT,
  PURITY_NEXT,
  LEAST_MASS_NEXT,
  SAMPLING_NEXT,
];
const ALL = new Map(NEXT_OF_FEATURES.flatMap((one) => Object.entries(one)));

/**
 * What a verdict asks for, in words.
 * @param next  its code; the verdicts in documents of before there were codes hold the words themselves
 */
export const nextWords = (next: string): string => ALL.get(next) ?? next;
