import { testResult } from '../germination/result.ts';
import { ISTA } from './books.ts';
import type { Counts } from '../units/seedCounts.ts';

/** A closed dish of a hundred seeds; what is not said is dead. */
export const dish = (normal: number, rest: Partial<Counts> = {}) => {
  const others = Object.values(rest).reduce((a, b) => a + b, 0);
  return {
    seeds: 100,
    closed: true,
    counts: { normal, abnormal: 0, hard: 0, fresh: 0, dead: 100 - normal - others, ...rest },
  };
};
/** A test of closed dishes of a hundred, by the normal seedlings of each. */
export const testOf = (...normals: number[]) =>
  testResult(
    ISTA,
    normals.map((normal) => dish(normal)),
  );
