/** A line of a document. */
export interface DocumentLine {
  readonly label: string;
  readonly value: string;
  /** What belongs beneath it, smaller. */
  readonly beneath?: string;
  /** Which number this is, so that a screen can open its slip. */
  readonly key?: string;
}
