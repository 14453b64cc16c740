/** Serves the demo's balance, its logger and the scale under its bagger on free ports of this machine and says which; ends with whoever started it. */
import { serveBalance } from './serveBalance.ts';
import { serveLogger } from './serveLogger.ts';
import { SimulatedBagger } from './simulatedBagger.ts';
import { SimulatedBalance } from './simulatedBalance.ts';
import { SimulatedLogger } from './simulatedLogger.ts';

const { port, stop } = await serveBalance(
  new SimulatedBalance({ name: 'bench-2', resolution: '0.0001', capacityG: 220 }),
  Number(process.env.BALANCE_PORT ?? 0),
);
const logger = await serveLogger(new SimulatedLogger('refrigerator'), Number(process.env.LOGGER_PORT ?? 0));
const bagger = await serveBalance(
  new SimulatedBagger({ name: 'bagger', resolution: '5', capacityG: 60_000 }),
  Number(process.env.BAGGER_PORT ?? 0),
);
process.send?.({ port, loggerPort: logger.port, baggerPort: bagger.port });
process.stdout.write(
  `balance: 127.0.0.1:${port}\nlogger: 127.0.0.1:${logger.port}\nbagger: 127.0.0.1:${bagger.port}\n`,
);
let ending = false;
const end = () => {
  if (ending) return;
  ending = true;
  void Promise.all([stop(), logger.stop(), bagger.stop()]).then(() => process.exit(0));
};
for (const signal of ['SIGINT', 'SIGTERM', 'disconnect'] as const) process.on(signal as NodeJS.Signals, end);
