import type { Contradiction } from '@mercato/core/other-seeds/contradictions';
import type { Early } from '../register/early.ts';
import type { Extent } from './extent.ts';

/** A species that a list forbids, and where. */
export interface Barred {
  species: string;
  jurisdiction: string;
}

/** How the search for other seeds stands: a code with its figures, masses in grams. */
export type OtherSeedsStands =
  | Early
  | { is: 'to-search' }
  | { is: 'searching'; count: number; examinedG: number; leftG: number }
  | {
      is: 'searched';
      extent: Extent;
      count: number;
      examinedG: number;
      perKg: number;
      perLb: number;
      /** What may be there though none was found, a kg. */
      /** Less was searched than the book asks, g; null = enough was. */
      light: { leastG: number | null; accepted: boolean } | null;
      barred: (Barred & { accepted: boolean }) | null;
      /** Names as they were written that are bound to no species. */
      unbound: string[];
      /** Known to the genus alone, of which a list names species. */
      unclear: string[];
      against: Contradiction[];
    };

export type OtherSeedsBlock =
  | ({ is: 'barred' } & Barred)
  | { is: 'unbound'; names: string[] }
  | { is: 'unclear'; names: string[] }
  | { is: 'contradicted'; against: Contradiction[] }
  | { is: 'light' };
