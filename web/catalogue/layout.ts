/** How a calculation is laid out on paper: what is asked, in whose words, and what is shown of the answer. */
export interface Layout {
  readonly fields: readonly {
    readonly path: string;
    readonly label: string;
    readonly hint?: string;
    readonly kind?: 'number' | 'book' | 'list' | 'choice' | 'yes-no';
    readonly choices?: readonly (readonly [string, string])[];
  }[];
  readonly results: readonly { readonly path: string; readonly label: string; readonly unit?: string }[];
}
