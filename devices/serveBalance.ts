import { createServer, type AddressInfo, type Server, type Socket } from 'node:net';
import type { SimulatedBalance } from './simulatedBalance.ts';

const EVERY_MS = 100;
const MOST_WAITING = 4096;

/** Puts a simulated balance on a TCP port of this machine; several listeners hear the same pan. */
export async function serveBalance(
  balance: SimulatedBalance,
  port: number,
): Promise<{ readonly port: number; readonly stop: () => Promise<void> }> {
  const sockets = new Set<Socket>();
  const server: Server = createServer((socket) => {
    sockets.add(socket);
    socket.setEncoding('utf8');
    let waiting = '';
    socket.on('data', (text: string) => {
      waiting = (waiting + text).slice(-MOST_WAITING);
      for (let end = waiting.indexOf('\n'); end >= 0; end = waiting.indexOf('\n')) {
        const answer = balance.hear(waiting.slice(0, end), Date.now());
        waiting = waiting.slice(end + 1);
        if (answer !== null) socket.write(`${answer}\n`);
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
  const timer = setInterval(() => {
    const line = balance.say(Date.now());
    if (balance.dropsLine()) for (const socket of sockets) socket.destroy();
    else if (line !== null) for (const socket of sockets) socket.write(`${line}\n`);
  }, EVERY_MS);
  return {
    port: (server.address() as AddressInfo).port,
    stop: async () => {
      clearInterval(timer);
      for (const socket of sockets) socket.destroy();
      await new Promise((resolve) => server.close(resolve));
    },
  };
}
