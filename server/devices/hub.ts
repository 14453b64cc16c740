import { type BalanceLink, tcpBalance } from './tcpBalance.ts';

const EVERY_MS = 100;
const LINGER_MS = 5000;

/** Hears the lines of one device, and says what stands. */
export interface Watch<Shown> {
  take(line: string, at: number): void;
  /** The line to it is gone. */
  forget(): void;
  shown(now: number): Shown;
}

/** Where a device is heard, and by what. */
export interface Heard<Shown> {
  /** `tcp://host:port` */
  readonly address: string;
  /** How its lines are read; where that is said otherwise, it is heard anew. */
  readonly reads: string;
  readonly watch: () => Watch<Shown>;
  /** What is said to it whenever it is reached. */
  readonly greeting?: (now: number) => string;
}

/** What it shows, and whether the line to it is open. */
export type Reached<Shown> = Shown & { readonly reached: boolean };

interface Open {
  readonly key: string;
  readonly watch: Watch<object>;
  readonly link: BalanceLink;
  readonly listeners: Set<(shown: Reached<object>) => void>;
  reached: boolean;
  timer: ReturnType<typeof setInterval>;
  leaving: ReturnType<typeof setTimeout> | undefined;
}

/** The lines of this process to devices: opened when somebody looks, closed when nobody does any more. */
export class DeviceHub {
  private readonly open = new Map<string, Open>();

  /** Tells a listener what the device shows, ten times a second; answers with how to stop. */
  listen<Shown extends object>(id: string, heard: Heard<Shown>, listener: (shown: Reached<Shown>) => void): () => void {
    const one = this.lineTo(id, heard);
    // Whoever hears a device hears it by its own watch.
    const mine = listener as (shown: Reached<object>) => void;
    clearTimeout(one.leaving);
    one.listeners.add(mine);
    mine(shownAt(one));
    return () => {
      one.listeners.delete(mine);
      if (one.listeners.size === 0) one.leaving = setTimeout(() => this.close(id, one), LINGER_MS);
    };
  }

  /** Sends a command; false when the device cannot be reached now. */
  send(id: string, line: string): boolean {
    return this.open.get(id)?.link.send(line) ?? false;
  }

  stop(): void {
    for (const [id, one] of this.open) this.close(id, one);
  }

  private lineTo(id: string, { address, reads, watch: made, greeting }: Heard<object>): Open {
    const before = this.open.get(id);
    const key = JSON.stringify([address, reads]);
    if (before?.key === key) return before;
    const watch = made();
    const { hostname, port } = new URL(address);
    const link = tcpBalance(hostname, Number(port), {
      onLine: (line) => watch.take(line, Date.now()),
      onReached: (reached) => {
        one.reached = reached;
        if (!reached) watch.forget();
        else if (greeting) link.send(greeting(Date.now()));
      },
    });
    const one: Open = {
      key,
      watch,
      link,
      listeners: before?.listeners ?? new Set(),
      reached: false,
      leaving: undefined,
      timer: setInterval(() => {
        const shown = shownAt(one);
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

const shownAt = ({ watch, reached }: Open): Reached<object> => ({ ...watch.shown(Date.now()), reached });
