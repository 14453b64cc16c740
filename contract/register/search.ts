/** What can be found from anywhere. */
export const HIT_KINDS = ['lot', 'dishes', 'packet', 'batch', 'place', 'kind'] as const;
export type HitKind = (typeof HIT_KINDS)[number];

/** One thing that a search found: its name, what is said beside it, and where it opens. */
export interface Hit {
  kind: HitKind;
  name: string;
  beside: string;
  open: string;
}
export interface Found {
  hits: Hit[];
}

/** Fewer characters find too much. */
export const LEAST_SOUGHT = 2;
