import { Fault, NOISE } from './fault.ts';
import type { Talker } from './serveTalker.ts';

/** How the simulated oven misbehaves when it is told to: it heats no more, its sensor is broken, its line is. */
export const OVEN_FAULTS = ['heater', 'sensor', 'silence', 'garbage'] as const;

const ROOM_C = 21;
/** Most that its heater adds, °C a second, and how it loses warmth, s: shut and with its door open. */
const HEATS_C_S = 0.12;
const SHUT_S = 2400;
const OPEN_S = 45;
/** It heats with full power until so near, °C. */
const NEAR_C = 2;
const KEPT_MS = 72 * 3_600_000;
const LOGS_EVERY_MS = 60_000;
/** It was warm for so long when it was plugged in. */
const WARM_MS = 20 * 3_600_000;
/** Most seconds that are reckoned one by one; a longer absence is skipped. */
const MOST_STEPS = 7200;

/** A drying oven that is not there: it warms up, cools while its door is open, and keeps a log of both. */
export class SimulatedOven implements Talker {
  private setC = 103;
  private ovenC = this.setC;
  private door: 'shut' | 'open' = 'shut';
  private before: number;
  private log: { readonly at: number; readonly line: string }[] = [];
  private readonly fault = new Fault(OVEN_FAULTS);

  constructor(
    readonly name: string,
    since: number,
  ) {
    for (let at = since - WARM_MS; at < since; at += LOGS_EVERY_MS) this.keep(at, this.setC + ripple(at));
    this.before = since;
  }

  say(now: number): string | null {
    this.pass(now);
    const fault = this.fault.at(now);
    if (fault === 'silence') return null;
    return fault === 'garbage' ? NOISE : this.line(now, this.shown(now));
  }

  hear(command: string, now: number): string | readonly string[] | null {
    this.pass(now);
    const [word = '', argument = ''] = command.trim().split(/\s+/);
    if (word === 'FAULT') return this.fault.hear(argument, now);
    if (this.fault.at(now) === 'silence') return null;
    switch (word) {
      case 'ID':
        return `ID ${this.name} 30 C 250 C`;
      case 'SET': {
        const degrees = Number(argument);
        if (!/^\d{2,3}(\.\d)?$/.test(argument) || degrees < 30 || degrees > 250) return 'NO set 30 to 250';
        this.setC = degrees;
        return 'OK';
      }
      case 'DOOR':
        if (argument !== 'open' && argument !== 'shut') return 'NO door open or door shut';
        this.door = argument;
        this.keep(now, this.shown(now));
        return 'OK';
      case 'LOG': {
        const since = Date.parse(argument);
        if (Number.isNaN(since)) return 'NO since when? LOG 2026-01-31T12:00:00Z';
        return [...this.log.flatMap(({ at, line }) => (at > since ? [line] : [])), 'END'];
      }
      default:
        return 'NO commands are ID, SET <degrees>, DOOR <open or shut>, LOG <since>, FAULT <kind>';
    }
  }

  private shown(now: number): number {
    return this.fault.at(now) === 'sensor' ? 850 : this.ovenC + ripple(now);
  }

  private pass(now: number): void {
    const seconds = Math.min(MOST_STEPS, Math.floor((now - this.before) / 1000));
    for (let i = 0; i < seconds; i += 1) {
      const loses = (this.ovenC - ROOM_C) / (this.door === 'open' ? OPEN_S : SHUT_S);
      const asked = Math.max(
        0,
        Math.min(1, (this.setC - this.ovenC) / NEAR_C + (this.setC - ROOM_C) / SHUT_S / HEATS_C_S),
      );
      const heats = this.fault.at(this.before) === 'heater' ? 0 : asked * HEATS_C_S;
      this.ovenC += heats - loses;
      this.before += 1000;
      const last = this.log.at(-1)?.at ?? 0;
      if (this.before - last >= LOGS_EVERY_MS) this.keep(this.before, this.shown(this.before));
    }
    if (seconds === MOST_STEPS) this.before = now;
  }

  private keep(at: number, degrees: number): void {
    this.log.push({ at, line: this.line(at, degrees) });
    const first = this.log.findIndex((one) => one.at > at - KEPT_MS);
    if (first > 0) this.log = this.log.slice(first);
  }

  private line(at: number, degrees: number): string {
    return `OVEN ${degrees.toFixed(1)} C set ${this.setC} C door ${this.door} ${new Date(at).toISOString().slice(0, 19)}Z`;
  }
}

/** Its thermostat, °C. */
const ripple = (at: number): number => 0.3 * Math.sin(at / 97_000);
