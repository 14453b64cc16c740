import { serveLines } from './serveLines.ts';
import type { SimulatedBalance } from './simulatedBalance.ts';

const EVERY_MS = 100;

/** Puts a simulated balance on a TCP port of this machine; several listeners hear the same pan. */
export async function serveBalance(
  balance: SimulatedBalance,
  port: number,
): Promise<{ readonly port: number; readonly stop: () => Promise<void> }> {
  const served = await serveLines(port, (line) => {
    const answer = balance.hear(line, Date.now());
    return answer === null ? null : [answer];
  });
  const timer = setInterval(() => {
    const line = balance.say(Date.now());
    if (balance.dropsLine()) for (const socket of served.sockets) socket.destroy();
    else if (line !== null) for (const socket of served.sockets) socket.write(`${line}\n`);
  }, EVERY_MS);
  return {
    port: served.port,
    stop: async () => {
      clearInterval(timer);
      await served.stop();
    },
  };
}
