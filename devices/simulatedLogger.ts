import { Fault, NOISE } from './fault.ts';

/** How the simulated logger misbehaves when it is told to. */
export const LOGGER_FAULTS = ['warm', 'wet', 'silence', 'garbage'] as const;

const EVERY_MS = 30 * 60_000;
const KEPT_MS = 45 * 86_400_000;
const DAY_MS = 86_400_000;

/**
 * A logger in a refrigerator that is not there: cool and dry, a little warmer by day, and once in nine days somebody
 * leaves the door ajar for three hours. What it saw is a function of the time, so that it needs no memory.
 */
export class SimulatedLogger {
  private readonly fault = new Fault(LOGGER_FAULTS);

  constructor(readonly name: string) {}

  /** What it saw at a moment, ms. */
  airAt(at: number, now = at): { readonly temperatureC: number; readonly humidityPercent: number } {
    const days = at / DAY_MS;
    const wobble = Math.sin(days * 2 * Math.PI) + 0.4 * Math.sin(days * 41.7) + 0.3 * Math.sin(days * 113.1);
    const sinceAjar = (days % 9) * 24;
    const ajar = sinceAjar < 3 ? sinceAjar / 3 : Math.exp(-(sinceAjar - 3) / 1.2);
    const fault = this.fault.at(now);
    const warm = fault === 'warm' ? 9 : 0;
    return {
      temperatureC: 4.6 + 0.5 * wobble + 8.5 * ajar + warm,
      humidityPercent: fault === 'wet' ? 104.2 : Math.min(99, 34 + 2.5 * wobble + 30 * ajar),
    };
  }

  /** Answers one command; null while it is silent. Times are those of its caller, ms. */
  hear(command: string, now: number): readonly string[] | null {
    const [word = '', ...rest] = command.trim().split(' ');
    if (word === 'FAULT') return [this.fault.hear(rest[0] ?? '', now)];
    const fault = this.fault.at(now);
    if (fault === 'silence') return null;
    if (fault === 'garbage') return [NOISE, 'END'];
    if (word === 'ID') return [`ID ${this.name} every ${EVERY_MS / 60_000} min`];
    if (word === 'NOW') return [this.line(now, now)];
    if (word === 'LOG') {
      const since = Date.parse(rest[0] ?? '');
      if (Number.isNaN(since)) return ['NO since when? LOG 2026-01-31T12:00:00Z'];
      const first = Math.max(since + 1, now - KEPT_MS);
      const lines: string[] = [];
      for (let at = Math.ceil(first / EVERY_MS) * EVERY_MS; at <= now; at += EVERY_MS) lines.push(this.line(at, now));
      return [...lines, 'END'];
    }
    return ['NO commands are ID, NOW, LOG <since>, FAULT <kind>'];
  }

  private line(at: number, now: number): string {
    const { temperatureC, humidityPercent } = this.airAt(at, now);
    return `AIR ${temperatureC.toFixed(2)} C ${humidityPercent.toFixed(1)} % ${new Date(at).toISOString().slice(0, 19)}Z`;
  }
}
