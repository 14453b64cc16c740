export interface Column {
  readonly name: string;
  /** What stands in a cell: a decimal number, a whole number, parts divided by `;`, yes or no, one of `choices`, or words. */
  readonly kind: 'number' | 'whole' | 'list' | 'yes-no' | 'choice' | 'text';
  readonly choices?: readonly string[];
  /** Whether every row must fill it. */
  readonly needed: boolean;
  readonly says: string;
}

/** How the rows of a table divide a scale: classes closed at both ends, half-open classes, or points. */
export type Shape =
  | {
      readonly by: 'classes';
      readonly from: string;
      readonly to: string;
      readonly step: number | null;
      readonly within?: string;
    }
  | { readonly by: 'half-open'; readonly from: string; readonly below: string }
  | { readonly by: 'points'; readonly at: string };

export interface TableShape {
  readonly title: string;
  readonly columns: readonly Column[];
  /** Columns that together name a row. */
  readonly key: readonly string[];
  readonly shape?: Shape;
  /** Column with the scientific name, where a table has one row for a kind. */
  readonly species?: string;
  /** Columns that say one thing together: all are filled, or none. */
  readonly together?: readonly string[];
}

export const number = (name: string, says: string): Column => ({ name, kind: 'number', needed: true, says });
export const maybe = (name: string, says: string): Column => ({ name, kind: 'number', needed: false, says });
export const maybeWhole = (name: string, says: string): Column => ({ name, kind: 'whole', needed: false, says });
export const text = (name: string, says: string): Column => ({ name, kind: 'text', needed: true, says });
export const maybeText = (name: string, says: string): Column => ({ name, kind: 'text', needed: false, says });
export const list = (name: string, says: string): Column => ({ name, kind: 'list', needed: false, says });

/** How far a row is to be trusted; any table may carry these. */
export const PROVENANCE_COLUMNS: readonly Column[] = [
  maybeText('confidence', 'high, medium or low'),
  maybeText('confidence_4', 'of the four-replicate figure'),
  maybeText('confidence_2', 'of the two-replicate figure'),
  maybeText('doubts', 'what else was remembered'),
  maybeText('origin', 'where the row comes from, if not where its table does'),
  maybeText('verification', 'from memory, recomputed, or who checked it'),
];

export const classes = (
  title: string,
  from: string,
  to: string,
  step: number | null,
  limits: readonly Column[],
): TableShape => ({
  title,
  columns: [number(from, 'class from'), maybe(to, 'class to'), ...limits],
  key: [from],
  shape: { by: 'classes', from, to, step },
});

/** Single figures of a book, by their names. */
export const parameters: TableShape = {
  title: 'single figures',
  columns: [text('parameter', 'name'), number('value', 'figure'), text('section', 'where in the book')],
  key: ['parameter'],
};
