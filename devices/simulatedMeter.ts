import { Fault, NOISE } from './fault.ts';
import type { Talker } from './serveTalker.ts';

/** How the simulated meter misbehaves when it is told to: it reads too high, or its line is broken. */
export const METER_FAULTS = ['drift', 'silence', 'garbage'] as const;

/** What it shows more than the truth while it drifts, and how far two readings of the same seed lie apart, percent. */
const DRIFTS = 1.5;
const SCATTERS = 0.08;

/** A moisture meter without a cell: it measures what is poured into it once, and shows that until it is emptied. */
export class SimulatedMeter implements Talker {
  private shown: string | null = null;
  private readings = 0;
  private readonly fault = new Fault(METER_FAULTS);

  constructor(
    readonly name: string,
    /** Even random numbers 0..1. */
    private readonly random: () => number = Math.random,
  ) {}

  say(now: number): string | null {
    const fault = this.fault.at(now);
    if (fault === 'silence') return null;
    if (fault === 'garbage') return NOISE;
    return this.shown ?? 'EMPTY';
  }

  hear(line: string, now: number): string {
    const [word = '', ...rest] = line.trim().split(/\s+/);
    switch (word) {
      case 'ID':
        return `ID ${this.name} 0.01 % 5 % 45 %`;
      case 'POUR': {
        const [percent, seedC] = rest.map(Number);
        if (percent === undefined || seedC === undefined || !(percent >= 0 && percent <= 60 && Math.abs(seedC) <= 60))
          return 'NO pour what? POUR 12.8 21.4';
        const off = (this.fault.at(now) === 'drift' ? DRIFTS : 0) + (this.random() - 0.5) * 2 * SCATTERS;
        this.readings += 1;
        this.shown = `M ${(percent + off).toFixed(2)} % ${seedC.toFixed(1)} C n ${this.readings}`;
        return 'OK';
      }
      case 'EMPTY':
        this.shown = null;
        return 'OK';
      case 'FAULT':
        return this.fault.hear(rest[0] ?? '', now);
      default:
        return 'NO commands are ID, POUR <percent> <degrees>, EMPTY, FAULT <kind>';
    }
  }
}
