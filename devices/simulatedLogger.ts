/** How the simulated logger misbehaves when it is told to. */
export const LOGGER_FAULTS = ['warm', 'wet', 'silence', 'garbage'] as const;
export type LoggerFault = (typeof LOGGER_FAULTS)[number];

const FAULT_MS = 60_000;
const EVERY_MS = 30 * 60_000;
const KEPT_MS = 45 * 86_400_000;
const DAY_MS = 86_400_000;

/**
 * A logger in a refrigerator that is not there: cool and dry, a little warmer by day, and once in nine days somebody
 * leaves the door ajar for three hours. What it saw is a function of the time, so that it needs no memory.
 */
export class SimulatedLogger {
  private fault: { readonly kind: LoggerFault; readonly until: number } | null = null;

  constructor(readonly name: string) {}

  /** What it saw at a moment, ms. */
  airAt(at: number): { readonly temperatureC: number; readonly humidityPercent: number } {
    const days = at / DAY_MS;
    const wobble = Math.sin(days * 2 * Math.PI) + 0.4 * Math.sin(days * 41.7) + 0.3 * Math.sin(days * 113.1);
    const sinceAjar = (days % 9) * 24;
    const ajar = sinceAjar < 3 ? sinceAjar / 3 : Math.exp(-(sinceAjar - 3) / 1.2);
    const warm = this.fault?.kind === 'warm' ? 9 : 0;
    return {
      temperatureC: 4.6 + 0.5 * wobble + 8.5 * ajar + warm,
      humidityPercent: this.fault?.kind === 'wet' ? 104.2 : Math.min(99, 34 + 2.5 * wobble + 30 * ajar),
    };
  }

  /** Answers one command; null while it is silent. Times are those of its caller, ms. */
  hear(command: string, now: number): readonly string[] | null {
    if (this.fault && now >= this.fault.until) this.fault = null;
    const [word = '', ...rest] = command.trim().split(' ');
    if (word === 'FAULT') {
      const kind = LOGGER_FAULTS.find((one) => one === rest[0]);
      if (!kind) return [`NO fault is one of ${LOGGER_FAULTS.join(', ')}`];
      this.fault = { kind, until: now + FAULT_MS };
      return ['OK'];
    }
    if (this.fault?.kind === 'silence') return null;
    if (this.fault?.kind === 'garbage') return ['A\u0007R 4.·6 Ω 3', 'END'];
    if (word === 'ID') return [`ID ${this.name} every ${EVERY_MS / 60_000} min`];
    if (word === 'NOW') return [this.line(now)];
    if (word === 'LOG') {
      const since = Date.parse(rest[0] ?? '');
      if (Number.isNaN(since)) return ['NO since when? LOG 2026-01-31T12:00:00Z'];
      const first = Math.max(since + 1, now - KEPT_MS);
      const lines: string[] = [];
      for (let at = Math.ceil(first / EVERY_MS) * EVERY_MS; at <= now; at += EVERY_MS) lines.push(this.line(at));
      return [...lines, 'END'];
    }
    return ['NO commands are ID, NOW, LOG <since>, FAULT <kind>'];
  }

  private line(at: number): string {
    const { temperatureC, humidityPercent } = this.airAt(at);
    return `AIR ${temperatureC.toFixed(2)} C ${humidityPercent.toFixed(1)} % ${new Date(at).toISOString().slice(0, 19)}Z`;
  }
}
