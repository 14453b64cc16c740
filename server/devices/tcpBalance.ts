import { connect, type Socket } from 'node:net';

/** The line to a balance, whatever it runs over: it opens itself again until it is stopped. */
export interface BalanceLink {
  readonly send: (line: string) => boolean;
  readonly stop: () => void;
}

export interface LinkListener {
  readonly onLine: (line: string) => void;
  readonly onReached: (reached: boolean) => void;
}

const FIRST_RETRY_MS = 300;
const LONGEST_RETRY_MS = 5000;
const MOST_WAITING = 4096;

/** Opens the line to a balance at a TCP address, and opens it again, ever more patiently, when it breaks. */
export function tcpBalance(host: string, port: number, { onLine, onReached }: LinkListener): BalanceLink {
  let socket: Socket | null = null;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let pause = FIRST_RETRY_MS;
  let stopped = false;
  const open = () => {
    const mine = connect({ host, port });
    let waiting = '';
    let ended = false;
    socket = mine;
    mine.setEncoding('utf8');
    mine.setTimeout(10_000);
    mine.on('connect', () => onReached(true));
    mine.on('data', (text: string) => {
      pause = FIRST_RETRY_MS;
      waiting += text;
      for (let end = waiting.search(/[\r\n]/); end >= 0; end = waiting.search(/[\r\n]/)) {
        const line = waiting.slice(0, end);
        waiting = waiting.slice(end + 1);
        if (line !== '') onLine(line);
      }
      // A balance that never ends its line is not listened to for ever.
      if (waiting.length > MOST_WAITING) waiting = '';
    });
    const again = () => {
      if (ended) return;
      ended = true;
      mine.destroy();
      if (socket === mine) socket = null;
      onReached(false);
      if (stopped) return;
      timer = setTimeout(open, pause);
      pause = Math.min(LONGEST_RETRY_MS, pause * 2);
    };
    mine.on('error', again);
    mine.on('timeout', again);
    mine.on('close', again);
  };
  open();
  return {
    send: (line) => socket?.writable === true && !socket.connecting && (socket.write(`${line}\n`), true),
    stop: () => {
      stopped = true;
      clearTimeout(timer);
      socket?.destroy();
    },
  };
}
