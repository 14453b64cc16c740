import type { BalanceSettings, BalanceShown } from '@mercato/contract/devices/balances';
import { lineReader } from '@mercato/core/devices/linePattern';
import { type BalanceState, ReadingWatch } from '@mercato/core/devices/watchReadings';
import { type BalanceLink, tcpBalance } from './tcpBalance.ts';

const EVERY_MS = 100;
const LINGER_MS = 5000;

interface Open {
  readonly address: string;
  readonly watch: ReadingWatch;
  readonly link: BalanceLink;
  readonly listeners: Set<(shown: BalanceShown) => void>;
  reached: boolean;
  timer: ReturnType<typeof setInterval>;
  leaving: ReturnType<typeof setTimeout> | undefined;
}

/** The lines of this process to balances: opened when somebody looks, closed when nobody does any more. */
export class BalanceHub {
  private readonly open = new Map<string, Open>();

  /** Tells a listener what the balance shows, ten times a second; answers with how to stop. */
  listen(id: string, settings: BalanceSettings, listener: (shown: BalanceShown) => void): () => void {
    const one = this.lineTo(id, settings);
    clearTimeout(one.leaving);
    one.listeners.add(listener);
    listener(shownAt(one, Date.now()));
    return () => {
      one.listeners.delete(listener);
      if (one.listeners.size === 0) one.leaving = setTimeout(() => this.close(id, one), LINGER_MS);
    };
  }

  /** Sends a command; false when the balance cannot be reached now. */
  send(id: string, line: string): boolean {
    return this.open.get(id)?.link.send(line) ?? false;
  }

  stop(): void {
    for (const [id, one] of this.open) this.close(id, one);
  }

  private lineTo(id: string, settings: BalanceSettings): Open {
    const before = this.open.get(id);
    const address = JSON.stringify([settings.address, settings.pattern, settings.overload]);
    if (before?.address === address) return before;
    const read = lineReader(settings.pattern, settings.overload);
    const watch = new ReadingWatch();
    const { hostname, port } = new URL(settings.address);
    const one: Open = {
      address,
      watch,
      listeners: before?.listeners ?? new Set(),
      reached: false,
      leaving: undefined,
      link: tcpBalance(hostname, Number(port), {
        onLine: (line) => watch.take(read(line), Date.now()),
        onReached: (reached) => {
          one.reached = reached;
          if (!reached) watch.forget();
        },
      }),
      timer: setInterval(() => {
        const shown = shownAt(one, Date.now());
        for (const listener of one.listeners) listener(shown);
      }, EVERY_MS),
    };
    // Set up otherwise since: whoever listens goes on at the new line.
    if (before) {
      clearInterval(before.timer);
      clearTimeout(before.leaving);
      before.link.stop();
    }
    this.open.set(id, one);
    return one;
  }

  private close(id: string, one: Open): void {
    clearInterval(one.timer);
    clearTimeout(one.leaving);
    one.link.stop();
    if (this.open.get(id) === one) this.open.delete(id);
  }
}

function shownAt({ watch, reached }: Open, now: number): BalanceShown {
  return { ...ages(watch.at(now), now), reached };
}

export const ages = (state: BalanceState, now: number): Omit<BalanceShown, 'reached'> => ({
  state: state.state,
  text: state.text,
  negative: state.negative,
  steadyForMs: state.steadySince === null ? null : now - state.steadySince,
  ageMs: state.lastAt === null ? null : now - state.lastAt,
  garbage: state.garbage,
});
