import { createServer, type AddressInfo, type Socket } from 'node:net';

const MOST_WAITING = 4096;

export interface LineServer {
  readonly port: number;
  /** Whoever listens now. */
  readonly sockets: ReadonlySet<Socket>;
  readonly stop: () => Promise<void>;
}

/** Hears lines on a TCP port of this machine, and answers each with lines or with silence. */
export async function serveLines(port: number, hear: (line: string) => readonly string[] | null): Promise<LineServer> {
  const sockets = new Set<Socket>();
  const server = createServer((socket) => {
    sockets.add(socket);
    socket.setEncoding('utf8');
    let waiting = '';
    socket.on('data', (text: string) => {
      waiting = (waiting + text).slice(-MOST_WAITING);
      for (let end = waiting.indexOf('\n'); end >= 0; end = waiting.indexOf('\n')) {
        const answer = hear(waiting.slice(0, end));
        waiting = waiting.slice(end + 1);
        if (answer !== null) socket.write(answer.map((line) => `${line}\n`).join(''));
      }
    });
    const gone = () => sockets.delete(socket);
    socket.on('close', gone);
    socket.on('error', gone);
  });
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, '127.0.0.1', resolve);
  });
  return {
    port: (server.address() as AddressInfo).port,
    sockets,
    stop: async () => {
      for (const socket of sockets) socket.destroy();
      await new Promise((resolve) => server.close(resolve));
    },
  };
}
