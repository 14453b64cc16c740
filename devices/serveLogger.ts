import { createServer, type AddressInfo, type Socket } from 'node:net';
import type { SimulatedLogger } from './simulatedLogger.ts';

const MOST_WAITING = 4096;

/** Puts a simulated logger on a TCP port of this machine: it speaks only when it is asked. */
export async function serveLogger(
  logger: SimulatedLogger,
  port: number,
): Promise<{ readonly port: number; readonly stop: () => Promise<void> }> {
  const sockets = new Set<Socket>();
  const server = createServer((socket) => {
    sockets.add(socket);
    socket.setEncoding('utf8');
    let waiting = '';
    socket.on('data', (text: string) => {
      waiting = (waiting + text).slice(-MOST_WAITING);
      for (let end = waiting.indexOf('\n'); end >= 0; end = waiting.indexOf('\n')) {
        const answer = logger.hear(waiting.slice(0, end), Date.now());
        waiting = waiting.slice(end + 1);
        if (answer) socket.write(answer.map((line) => `${line}\n`).join(''));
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
    stop: async () => {
      for (const socket of sockets) socket.destroy();
      await new Promise((resolve) => server.close(resolve));
    },
  };
}
