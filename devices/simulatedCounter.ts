import { Fault, NOISE } from './fault.ts';
import type { Talker } from './serveTalker.ts';

/**
 * How the simulated counter misbehaves when it is told to: its table shakes dust through the beam, seeds pass in pairs,
 * nothing reaches the channel, something sticks in it; or its line is broken.
 */
export const COUNTER_FAULTS = ['vibration', 'doubles', 'empty', 'jam', 'silence', 'garbage'] as const;

/** Seeds that pass in a second. */
const RATE = 25;
/** Share of seeds that pass in pairs, and of pulses that are none, while it is told so. */
const IN_PAIRS = 0.08;
const DUST = 0.05;
/** So long without a seed it takes its hopper for empty, ms. */
const PATIENCE_MS = 3000;

type State = 'idle' | 'running' | 'done' | 'ran-out' | 'jam';

/** A seed counter without seeds: it feeds them past a beam one by one until it has as many as it was asked for. */
export class SimulatedCounter implements Talker {
  private hopper = 0;
  private seeds = 0;
  private long = 0;
  private short = 0;
  /** How many it is to count; 0 = all. */
  private asked = 0;
  private state: State = 'idle';
  private due = 0;
  private before: number | null = null;
  private fedAt = 0;
  private readonly fault = new Fault(COUNTER_FAULTS);

  constructor(
    readonly name: string,
    /** Even random numbers 0..1. */
    private readonly random: () => number = Math.random,
  ) {}

  say(now: number): string | null {
    this.pass(now);
    const fault = this.fault.at(now);
    if (fault === 'silence') return null;
    return fault === 'garbage' ? NOISE : `N ${this.seeds} ${this.state} long ${this.long} short ${this.short}`;
  }

  hear(line: string, now: number): string {
    this.pass(now);
    const [word = '', argument = ''] = line.trim().split(/\s+/);
    const figure = /^\d{1,7}$/.test(argument) ? Number(argument) : null;
    switch (word) {
      case 'ID':
        return `ID ${this.name} 25 a second`;
      case 'LOAD':
        if (figure === null) return 'NO load how many?';
        this.hopper += figure;
        return 'OK';
      case 'START':
        if (figure === null) return 'NO count how many? START 0 counts all';
        if (this.fault.at(now) === 'jam') this.fault.end();
        [this.seeds, this.long, this.short, this.asked, this.state] = [0, 0, 0, figure, 'running'];
        [this.due, this.fedAt] = [0, now];
        return 'OK';
      case 'CLEAR':
        [this.hopper, this.seeds, this.long, this.short, this.state] = [0, 0, 0, 0, 'idle'];
        this.fault.end();
        return 'OK';
      case 'FAULT':
        return this.fault.hear(argument, now);
      default:
        return 'NO commands are ID, LOAD <seeds>, START <seeds>, CLEAR, FAULT <kind>';
    }
  }

  private pass(now: number): void {
    const passed = this.before === null ? 0 : now - this.before;
    this.before = now;
    if (this.state !== 'running') return;
    const fault = this.fault.at(now);
    if (fault === 'jam') {
      this.state = 'jam';
      return;
    }
    if (fault !== 'empty') this.due += (RATE * passed) / 1000;
    while (this.due >= 1 && this.hopper > 0 && this.state === 'running') {
      this.due -= 1;
      this.fedAt = now;
      const pair = fault === 'doubles' && this.hopper > 1 && this.random() < IN_PAIRS;
      this.hopper -= pair ? 2 : 1;
      this.seeds += 1;
      if (pair) this.long += 1;
      if (fault === 'vibration' && this.random() < DUST) {
        this.seeds += 1;
        this.short += 1;
      }
      if (this.asked > 0 && this.seeds >= this.asked) this.state = 'done';
    }
    if (this.state === 'running' && now - this.fedAt >= PATIENCE_MS)
      this.state = this.asked === 0 && this.seeds > 0 && this.hopper === 0 ? 'done' : 'ran-out';
  }
}
