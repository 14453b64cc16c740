/** Serves the demo's devices on free ports of this machine, or on those that they had before, and says which; ends with whoever started it. */
import { serveLogger } from './serveLogger.ts';
import { serveTalker } from './serveTalker.ts';
import { SimulatedBagger } from './simulatedBagger.ts';
import { SimulatedBalance } from './simulatedBalance.ts';
import { SimulatedCounter } from './simulatedCounter.ts';
import { SimulatedLogger } from './simulatedLogger.ts';
import { SimulatedMeter } from './simulatedMeter.ts';
import { SimulatedOven } from './simulatedOven.ts';

const before = JSON.parse(process.env.DEVICE_PORTS ?? '{}') as Readonly<Record<string, number>>;
const port = (name: string) => before[name] ?? 0;
const SLOWLY_MS = 1000;

const served = {
  balance: await serveTalker(
    new SimulatedBalance({ name: 'bench-2', resolution: '0.0001', capacityG: 220 }),
    port('balance'),
  ),
  bagger: await serveTalker(
    new SimulatedBagger({ name: 'bagger', resolution: '5', capacityG: 60_000 }),
    port('bagger'),
  ),
  logger: await serveLogger(new SimulatedLogger('refrigerator'), port('logger')),
  oven: await serveTalker(new SimulatedOven('oven-1', Date.now()), port('oven'), SLOWLY_MS),
  meter: await serveTalker(new SimulatedMeter('meter-1'), port('meter'), SLOWLY_MS),
  counter: await serveTalker(new SimulatedCounter('counter-1'), port('counter')),
};
const ports = Object.fromEntries(Object.entries(served).map(([name, one]) => [name, one.port]));
process.send?.(ports);
for (const [name, at] of Object.entries(ports)) process.stdout.write(`${name}: 127.0.0.1:${at}\n`);
let ending = false;
const end = () => {
  if (ending) return;
  ending = true;
  void Promise.all(Object.values(served).map((one) => one.stop())).then(() => process.exit(0));
};
for (const signal of ['SIGINT', 'SIGTERM', 'disconnect'] as const) process.on(signal as NodeJS.Signals, end);
