import type { Talker } from './serveTalker.ts';

/** How the simulated balance misbehaves when it is told to. */
export const FAULTS = ['draught', 'silence', 'garbage', 'drop'] as const;
export type BalanceFault = (typeof FAULTS)[number];

const FAULT_MS = 5000;
/** Time in which the pan comes two thirds nearer to its load, ms. */
const SETTLING_MS = 280;

export interface BalanceMake {
  readonly name: string;
  /** Smallest step, g as text: 0.0001 to 1. */
  readonly resolution: string;
  /** Heaviest load, g. */
  readonly capacityG: number;
}

/**
 * A balance without a pan: it settles towards its load, trembles while it does, drifts a little while it stands, has
 * a tare, and can be overloaded, silenced or garbled. It knows the time only from its caller.
 */
export class SimulatedBalance implements Talker {
  private loadG = 0;
  private panG = 0;
  private tareG = 0;
  private drift = 0;
  private before: number | null = null;
  private still = 0;
  private shown = '';
  private fault: { readonly kind: BalanceFault; readonly until: number } | null = null;

  constructor(
    readonly make: BalanceMake,
    /** Even random numbers 0..1. */
    private readonly random: () => number = Math.random,
  ) {}

  /** What it sends at a moment, ms: a line without its end, or null while it is silent. */
  say(now: number): string | null {
    const passed = this.before === null ? 0 : now - this.before;
    this.before = now;
    if (this.fault && now >= this.fault.until) this.fault = null;
    this.panG += (this.loadG - this.panG) * (1 - Math.exp(-passed / SETTLING_MS));
    const step = Number(this.make.resolution);
    if (this.fault?.kind === 'silence') return null;
    if (this.fault?.kind === 'garbage') return this.noise();
    if (this.loadG > this.make.capacityG) {
      this.still = 0;
      return 'OVER';
    }
    const away = Math.abs(this.loadG - this.panG);
    const draught = this.fault?.kind === 'draught';
    const moving = away > step / 2 || draught;
    this.drift = Math.max(-0.3, Math.min(0.3, this.drift + (this.random() - 0.5) * 0.02));
    const tremble = draught ? 40 : moving ? Math.min(6, 1 + away / step / 20) : 0;
    const value = this.panG - this.tareG + step * (this.drift + (this.random() - 0.5) * tremble);
    const decimals = this.make.resolution.includes('.') ? this.make.resolution.split('.')[1]?.length : 0;
    const text = Math.abs(value).toFixed(decimals);
    const sign = value < 0 && Number(text) !== 0 ? '-' : '';
    this.still = moving || this.shown !== sign + text ? 0 : this.still + passed;
    this.shown = sign + text;
    return `W ${sign}${text} g ${this.still >= 400 ? 'steady' : 'moving'}`;
  }

  /** Carries a command out; answers with a line, or null where it has nothing to say. */
  hear(line: string, now: number): string | null {
    const [word = '', argument = ''] = line.trim().split(/\s+/);
    switch (word) {
      case 'ID':
        return `ID ${this.make.name} ${this.make.resolution} g ${this.make.capacityG} g`;
      case 'TARE':
      case 'ZERO':
        this.tareG = this.panG;
        return 'OK';
      case 'PUT': {
        const grams = Number(argument);
        if (!/^-?\d{1,6}(\.\d{1,6})?$/.test(argument)) return 'NO put how much?';
        this.loadG = Math.max(0, this.loadG + grams);
        return 'OK';
      }
      case 'CLEAR':
        this.loadG = 0;
        return 'OK';
      case 'FAULT':
        if (!(FAULTS as readonly string[]).includes(argument)) return `NO faults are ${FAULTS.join(', ')}`;
        this.fault = { kind: argument as BalanceFault, until: now + FAULT_MS };
        return 'OK';
      default:
        return 'NO such command';
    }
  }

  /** Whether the line is to be cut now: once for each time it was asked for. */
  dropsLine(): boolean {
    if (this.fault?.kind !== 'drop') return false;
    this.fault = null;
    return true;
  }

  private noise(): string {
    return Array.from({ length: 12 }, () => String.fromCharCode(33 + Math.floor(this.random() * 94))).join('');
  }
}
