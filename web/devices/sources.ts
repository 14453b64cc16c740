import type { BalanceShown, BalanceView } from '@mercato/contract/devices/balances';
import { balanceRoutes } from '@mercato/contract/devices/routes';
import { lineReader } from '@mercato/core/devices/linePattern';
import { type BalanceState, NOTHING_SHOWN, ReadingWatch } from '@mercato/core/devices/watchReadings';
import { linkTo } from '../api/routes.ts';

/** Where readings come from: the server, or this machine's own serial port. */
export interface BalanceSource {
  /** What the balance shows now, by this machine's clock. */
  readonly state: () => BalanceState;
  /** Whether the line to it is open. */
  readonly reached: () => boolean;
  readonly stop: () => void;
}

/** A balance that the server reads: its state comes as server-sent events, with ages instead of times. */
export function serverBalance(balance: Pick<BalanceView, 'id'>, changed: () => void): BalanceSource {
  let state = NOTHING_SHOWN;
  let reached = false;
  const events = new EventSource(linkTo(balanceRoutes.readings, { balance: balance.id }));
  events.onmessage = (event: MessageEvent<string>) => {
    const shown = JSON.parse(event.data) as BalanceShown;
    const now = Date.now();
    state = {
      state: shown.state,
      text: shown.text,
      negative: shown.negative,
      steadySince: shown.steadyForMs === null ? null : now - shown.steadyForMs,
      lastAt: shown.ageMs === null ? null : now - shown.ageMs,
      garbage: shown.garbage,
    };
    reached = shown.reached;
    changed();
  };
  events.onerror = () => {
    reached = false;
    state = { ...state, state: 'silent', steadySince: null };
    changed();
  };
  return {
    state: () => state,
    reached: () => reached,
    stop: () => events.close(),
  };
}

/** As much of a serial port as is needed; the browser's own, or a stand-in of a test. */
export interface SerialPort {
  readonly readable: ReadableStream<Uint8Array> | null;
  open(options: { baudRate: number }): Promise<void>;
  close(): Promise<void>;
}
export interface Serial {
  requestPort(): Promise<SerialPort>;
  getPorts(): Promise<SerialPort[]>;
}

/** The browser's serial interface, where it has one. */
export const serialOf = (browser: Navigator): Serial | undefined =>
  (browser as Navigator & { readonly serial?: Serial }).serial;

const RETRY_MS = 1000;
const MOST_WAITING = 4096;

/** A balance on a serial port of this machine, read line by line; opened again when the line breaks. */
export function serialBalance(
  port: SerialPort,
  balance: Pick<BalanceView, 'pattern' | 'overload' | 'baudRate'>,
  changed: () => void,
): BalanceSource {
  const read = lineReader(balance.pattern, balance.overload);
  const watch = new ReadingWatch();
  let reached = false;
  let stopped = false;
  let reader: ReadableStreamDefaultReader<Uint8Array> | undefined;
  let timer: ReturnType<typeof setTimeout> | undefined;
  const run = async (): Promise<void> => {
    try {
      if (!port.readable) await port.open({ baudRate: balance.baudRate });
      reader = port.readable?.getReader();
      if (!reader) throw new Error('the port gives nothing to read');
      reached = true;
      changed();
      const decode = new TextDecoder();
      let waiting = '';
      for (;;) {
        const { value, done } = await reader.read();
        if (done) break;
        waiting += decode.decode(value, { stream: true });
        const lines = waiting.split(/[\r\n]+/);
        waiting = (lines.pop() ?? '').slice(-MOST_WAITING);
        for (const line of lines.filter(Boolean)) watch.take(read(line), Date.now());
        changed();
      }
    } catch {
      // A pulled plug and a port that another program holds look alike: try again.
    }
    reader?.releaseLock();
    reader = undefined;
    reached = false;
    watch.forget();
    await port.close().catch(() => undefined);
    if (stopped) return;
    changed();
    timer = setTimeout(() => void run(), RETRY_MS);
  };
  void run();
  return {
    state: () => watch.at(Date.now()),
    reached: () => reached,
    stop: () => {
      stopped = true;
      clearTimeout(timer);
      void reader?.cancel().catch(() => undefined);
    },
  };
}
