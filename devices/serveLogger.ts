import { serveLines } from './serveLines.ts';
import type { SimulatedLogger } from './simulatedLogger.ts';

/** Puts a simulated logger on a TCP port of this machine: it speaks only when it is asked. */
export const serveLogger = (
  logger: SimulatedLogger,
  port: number,
): Promise<{ readonly port: number; readonly stop: () => Promise<void> }> =>
  serveLines(port, (line) => logger.hear(line, Date.now()));
