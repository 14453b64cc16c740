import { WORK } from '../lot-sheet/registry.ts';
import { LEAST_MASS_NEXT } from '../rule-books/words.ts';

export const NEXT_OF_FEATURES: readonly Readonly<Record<string, string>>[] = [
  LEAST_MASS_NEXT,
  ...WORK.map((one) => one.next),
];
const ALL = new Map(NEXT_OF_FEATURES.flatMap((one) => Object.entries(one)));

/**
 * What a verdict asks for, in words.
 * @param next  its code; the verdicts in documents of before there were codes hold the words themselves
 */
export const nextWords = (next: string): string => ALL.get(next) ?? next;
