import type { OvenSample } from './deviceLines.ts';

/** Temperatures that an oven may have, °C; the borders belong to it. */
export interface OvenBand {
  readonly least: number;
  readonly most: number;
}

const within = ({ ovenC }: OvenSample, { least, most }: OvenBand) => ovenC >= least && ovenC <= most;

/**
 * Since when an oven is back at its temperature: the first sample after its door was last shut from which on all lie
 * within the band.
 *
 * @param samples  oldest first
 * @returns ms by the oven's clock; null while the door is open or it is not back, or where nobody opened it
 */
export function backAtOf(samples: readonly OvenSample[], band: OvenBand): number | null {
  const opened = samples.findLastIndex((one) => one.door === 'open');
  if (opened < 0) return null;
  const outside = samples.findLastIndex((one, i) => i > opened && !within(one, band));
  return samples[Math.max(opened, outside) + 1]?.at ?? null;
}

/** What an oven was like while seed stood in it. */
export interface OvenSeen {
  readonly coldestC: number;
  readonly warmestC: number;
  /** Minutes outside the band. */
  readonly outsideMinutes: number;
  /** How often its door was opened. */
  readonly opened: number;
}

/** Between two samples further apart nothing is known, ms. */
const BLIND_MS = 5 * 60_000;
const MINUTE = 60_000;

/**
 * What an oven was like from one moment to another, by its own log. A stretch between two samples counts as outside
 * where the one that begins it is.
 *
 * @param samples  oldest first
 * @returns null where nothing was seen, or the log begins later or has a hole: then it cannot speak for the whole time
 */
export function ovenSeen(samples: readonly OvenSample[], from: number, to: number, band: OvenBand): OvenSeen | null {
  const seen = samples.filter(({ at }) => at >= from && at <= to);
  const [first, last] = [seen[0], seen.at(-1)];
  if (!first || !last || first.at - from > BLIND_MS || to - last.at > BLIND_MS) return null;
  let outside = 0;
  let opened = 0;
  for (const [i, one] of seen.entries()) {
    const before = seen[i - 1];
    if (one.door === 'open' && before?.door !== 'open') opened += 1;
    if (!before) continue;
    if (one.at - before.at > BLIND_MS) return null;
    if (!within(before, band)) outside += one.at - before.at;
  }
  return {
    coldestC: Math.min(...seen.map(({ ovenC }) => ovenC)),
    warmestC: Math.max(...seen.map(({ ovenC }) => ovenC)),
    outsideMinutes: outside / MINUTE,
    opened,
  };
}

/** How long samples are kept, ms. */
const KEPT_MS = 48 * 3_600_000;
/** A sample is kept where the door moved, or the last one is so old, ms. */
const EVERY_MS = 20_000;

/** Samples of one oven, thinned; those of its log come after those of now. */
export class OvenLog {
  private kept: OvenSample[] = [];
  private newest: OvenSample | null = null;
  private sorted = true;
  private known = new Set<number>();

  take(one: OvenSample): void {
    const last = this.kept.at(-1);
    const older = this.newest !== null && one.at < this.newest.at;
    if (!older) this.newest = one;
    if (last && !older && last.door === one.door && one.at - last.at < EVERY_MS) return;
    // A log that is told again, because the line broke, says nothing new.
    if (this.known.has(one.at)) return;
    this.known.add(one.at);
    if (older) this.sorted = false;
    this.kept.push(one);
    const first = older ? -1 : this.kept.findIndex(({ at }) => at > one.at - KEPT_MS);
    if (first > 100) {
      this.kept = this.kept.slice(first);
      this.known = new Set(this.kept.map(({ at }) => at));
    }
  }

  /** Oldest first, to the newest. */
  get samples(): readonly OvenSample[] {
    if (!this.sorted) this.kept.sort((a, b) => a.at - b.at);
    this.sorted = true;
    const last = this.kept.at(-1);
    return this.newest && last !== this.newest ? [...this.kept, this.newest] : this.kept;
  }

  get last(): OvenSample | null {
    return this.newest;
  }
}
