import type { Book } from './edition.ts';

/**
 * What the books' letters for a substrate mean.
 * Source: ISTA, germination, media; 7 CFR 201.58(a) (from memory).
 */
const WORDS: Readonly<Record<Book, Readonly<Record<string, string>>>> = {
  ista: {
    TP: 'top of paper',
    BP: 'between paper',
    PP: 'pleated paper',
    S: 'sand',
    TS: 'top of sand',
    TPS: 'top of paper, covered with sand',
    O: 'organic growing medium',
  },
  aosa: {
    B: 'between blotters',
    TB: 'top of blotters',
    T: 'paper towels',
    S: 'sand or soil',
    TS: 'top of sand or soil',
    P: 'covered petri dishes',
    C: 'creped cellulose',
    TC: 'top of creped cellulose',
    RB: 'blotters with raised covers',
  },
};

/** "TP" → "TP, top of paper"; what a laboratory wrote in its own words stays as it is. */
export function substrateWords(book: Book, substrate: string): string {
  const words = WORDS[book][substrate];
  return words ? `${substrate}, ${words}` : substrate;
}

/** "20<=>30" (alternating) as people write it: "20/30". */
export function temperatureWords(temperatures: string): string {
  return temperatures.replaceAll('<=>', '/');
}

/** Seed that took up water and did not germinate, by each book's own word. Source: ISTA; AOSA/FSA (from memory). */
export const FRESH_WORD: Readonly<Record<Book, string>> = { ista: 'fresh', aosa: 'dormant' };
/** A class of seed as a book names it. */
export const classWord = (book: Book, one: string): string => (one === 'fresh' ? FRESH_WORD[book] : one);
