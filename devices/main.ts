/** Serves the demo's balance on a free port of this machine and says which; ends with whoever started it. */
import { serveBalance } from './serveBalance.ts';
import { SimulatedBalance } from './simulatedBalance.ts';

const { port, stop } = await serveBalance(
  new SimulatedBalance({ name: 'bench-2', resolution: '0.0001', capacityG: 220 }),
  Number(process.env.BALANCE_PORT ?? 0),
);
process.send?.({ port });
process.stdout.write(`balance: 127.0.0.1:${port}\n`);
let ending = false;
const end = () => {
  if (ending) return;
  ending = true;
  void stop().then(() => process.exit(0));
};
for (const signal of ['SIGINT', 'SIGTERM', 'disconnect'] as const) process.on(signal as NodeJS.Signals, end);
