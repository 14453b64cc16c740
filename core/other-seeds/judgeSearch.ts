import type { Book } from '../rule-books/edition.ts';
import type { Verdict } from '../verdict/verdict.ts';

/**
 * Whether what a jurisdiction says counts for a lot: where it is to be sold. Where nothing was said, a lot under the
 * Act is held against every list, because its label must know; a report in the other manner sells nothing.
 *
 * Source: Federal Seed Act, 201(a): the list of the State of destination is part of the label (from memory); the rest
 * is our own judgement.
 */
export function countsThere(jurisdiction: string, soldIn: readonly string[], book: Book): boolean {
  return soldIn.length > 0 ? soldIn.includes(jurisdiction) : book === 'aosa';
}

/**
 * What of the asked mass is still to be searched, g, where the sample holds it: the search is then unfinished, not
 * too light. 0 = nothing; it is done, or its sample is lighter than is asked.
 *
 * @param mass      the mass searched against the least for the kind; null before anything was searched
 * @param sampleG   mass of the working sample, g; null where it was not weighed
 */
export function stillToSearchG(mass: Verdict | null, sampleG: number | null): number {
  if (mass?.outcome !== 'outside' || mass.limit === null || mass.measured === null) return 0;
  if (sampleG === null || sampleG < mass.limit) return 0;
  return Number((mass.limit - mass.measured).toFixed(6));
}
