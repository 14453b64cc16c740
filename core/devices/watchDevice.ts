import {
  type CounterCount,
  counterLine,
  type MeterReading,
  meterLine,
  ovenLine,
  type OvenSample,
} from './deviceLines.ts';
import { OvenLog } from './ovenLog.ts';

/** Devices that are heard besides balances and loggers. */
export const DEVICE_KINDS = ['oven', 'meter', 'counter'] as const;
export type DeviceKind = (typeof DEVICE_KINDS)[number];

/** After so long without a line that can be read a device counts as silent, ms. */
export const DEVICE_SILENT_MS = 5000;

/** What a device shows at a moment; what it shows is null while it is silent. */
export type DeviceState =
  | {
      readonly is: 'oven';
      readonly shows: OvenSample | null;
      readonly log: readonly OvenSample[];
      readonly garbage: number;
    }
  | { readonly is: 'meter'; readonly shows: MeterReading | 'empty' | null; readonly garbage: number }
  | { readonly is: 'counter'; readonly shows: CounterCount | null; readonly garbage: number };

/** Watches one device: feed it lines with the time they came, and it says what stands. */
export class DeviceWatch {
  private readonly log = new OvenLog();
  private meter: MeterReading | 'empty' | null = null;
  private counter: CounterCount | null = null;
  private lastAt: number | null = null;
  private garbage = 0;

  constructor(private readonly kind: DeviceKind) {}

  take(line: string, at: number): void {
    // Answers to commands say nothing of the seed.
    if (/^(OK|END|ID .*|NO .*)$/.test(line.trim())) return;
    const read = { oven: ovenLine, meter: meterLine, counter: counterLine }[this.kind](line);
    if (read === null) {
      this.garbage += 1;
      return;
    }
    if (read === 'empty' || 'text' in read) this.meter = read;
    else if ('ovenC' in read) this.log.take(read);
    else this.counter = read;
    this.lastAt = at;
    this.garbage = 0;
  }

  shown(now: number): DeviceState {
    const heard = this.lastAt !== null && now - this.lastAt < DEVICE_SILENT_MS;
    const { garbage } = this;
    if (this.kind === 'oven')
      return { is: 'oven', shows: heard ? this.log.last : null, log: this.log.samples, garbage };
    if (this.kind === 'meter') return { is: 'meter', shows: heard ? this.meter : null, garbage };
    return { is: 'counter', shows: heard ? this.counter : null, garbage };
  }

  /** The line is gone; an oven's log stays, everything else says nothing any more. */
  forget(): void {
    this.lastAt = null;
    this.meter = null;
    this.counter = null;
  }
}
