/** What the notes of harvest and shed let one expect of the seed later, when it is tested or sown. */
export type Expects =
  /** Unripe heads are among it, knowingly or not: fewer will sprout. */
  | { readonly is: 'unripe'; readonly knowingly: boolean }
  /** So many days fruit lay between its last picking and its being opened. */
  | { readonly is: 'fruit-lay'; readonly days: number }
  /** At the last count so many floated: light seed is empty more often. */
  | { readonly is: 'floated'; readonly floaters: number; readonly of: number }
  /** Mould was seen at the soak. */
  | { readonly is: 'mould' };
