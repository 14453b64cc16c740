import type { BalanceLine } from './linePattern.ts';

/** What a balance shows at one moment. */
export interface BalanceState {
  readonly state: 'steady' | 'moving' | 'overload' | 'silent';
  /** The last figure, g as text; null before the first, or while there is none. */
  readonly text: string | null;
  readonly negative: boolean;
  /** Since when it has stood still, ms; null while it moves. */
  readonly steadySince: number | null;
  /** When the last line came that could be read, ms; null before the first. */
  readonly lastAt: number | null;
  /** Lines that could not be read since the last that could. */
  readonly garbage: number;
}

export const NOTHING_SHOWN: BalanceState = {
  state: 'silent',
  text: null,
  negative: false,
  steadySince: null,
  lastAt: null,
  garbage: 0,
};

/** How long a balance that does not say so itself must show the same figure, ms; common practice, no source. */
export const STILL_MS = 1000;
/** After so long without a line a balance counts as silent, ms. */
export const SILENT_MS = 2000;

/**
 * Watches one balance: feed it lines with the time they came, and it says what stands. A balance that marks its
 * readings is believed; one that does not is steady once the same figure has stood for `STILL_MS`.
 */
export class ReadingWatch {
  private now: BalanceState = NOTHING_SHOWN;
  /** Since when this figure has been shown, ms. */
  private sameSince = 0;

  take(line: BalanceLine, at: number): BalanceState {
    if (line.kind === 'garbage') {
      this.now = { ...this.now, garbage: this.now.garbage + 1 };
      return this.now;
    }
    if (line.kind === 'overload') {
      this.now = { ...NOTHING_SHOWN, state: 'overload', lastAt: at };
      return this.now;
    }
    const same = this.now.text === line.text && this.now.negative === line.negative && this.now.state !== 'overload';
    // After a silence nobody knows what happened in between.
    const heard = this.now.lastAt !== null && at - this.now.lastAt < SILENT_MS;
    if (!same || !heard) this.sameSince = at;
    const steady = line.steady ?? at - this.sameSince >= STILL_MS;
    this.now = {
      state: steady ? 'steady' : 'moving',
      text: line.text,
      negative: line.negative,
      steadySince: steady ? (this.now.state === 'steady' && same && heard ? (this.now.steadySince ?? at) : at) : null,
      lastAt: at,
      garbage: 0,
    };
    return this.now;
  }

  /** What stands at a later moment: nothing does for ever. */
  at(time: number): BalanceState {
    const { lastAt } = this.now;
    return lastAt !== null && time - lastAt < SILENT_MS
      ? this.now
      : { ...this.now, state: 'silent', steadySince: null };
  }

  /** The line is gone; what was shown before says nothing any more. */
  forget(): void {
    this.now = NOTHING_SHOWN;
  }
}
