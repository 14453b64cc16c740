/** Why a line of a batch cannot be; `vessel` is the name of one. */
export type ShedFault =
  | {
      readonly is:
        | 'shed.no-such-vessel'
        | 'shed.no-such-pass'
        | 'shed.vessel-there-already'
        | 'shed.pass-there-already'
        | 'shed.pass-ended'
        | 'shed.seen-before-start'
        | 'shed.no-load'
        | 'shed.not-a-soak'
        | 'shed.not-a-drying'
        | 'shed.not-a-sorting'
        | 'shed.closed'
        | 'shed.passes-run'
        | 'shed.part-not-weighed'
        | 'shed.blown-is-not-kept'
        | 'shed.not-struckable'
        | 'shed.struck-already'
        | 'shed.names-it-twice'
        | 'shed.no-bushel'
        | 'shed.above-nothing'
        | 'shed.corrects-another-kind';
    }
  | { readonly is: 'shed.empty' | 'shed.own-outlet' | 'shed.already-open'; readonly vessel: string }
  | { readonly is: 'shed.target-above'; readonly now: number };

/** A line that cannot be: which field, and why; and which line it is, once the book was read. */
export class CannotBe extends RangeError {
  constructor(
    readonly path: string,
    readonly why: ShedFault,
    readonly line: number | null = null,
  ) {
    super(`${path}: ${why.is}`);
  }
}
