/** A line of a document. */
export interface DocumentLine {
  readonly label: string;
  readonly value: string;
  /** Which number this is, so that a screen can open its slip. */
  readonly key?: string;
}
