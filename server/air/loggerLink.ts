import { connect } from 'node:net';
import type { LoggerFault } from '@mercato/contract/store/faults';
import type { Air } from '@mercato/core/air/air';
import { loggerLine } from '@mercato/core/air/loggerLine';

const PATIENCE_MS = 5000;
const MOST_LINES = 100_000;
const LONGEST_LINE = 400;

/** Why a logger was not heard. */
export class LoggerSilent extends Error {
  constructor(readonly why: LoggerFault) {
    super(why);
  }
}

/**
 * What a logger saw since a moment, oldest first, and how many of its lines could not be read.
 * @throws {LoggerSilent} when it cannot be reached, says nothing, or does not end
 */
export function askLogger(address: string, since: Date): Promise<{ air: Air[]; garbled: number }> {
  const where = URL.canParse(address) ? new URL(address) : null;
  if (!where) return Promise.reject(new LoggerSilent('logger.no-address'));
  const { hostname, port } = where;
  return new Promise((resolve, reject) => {
    const air: Air[] = [];
    let garbled = 0;
    let lines = 0;
    let waiting = '';
    const socket = connect({ host: hostname, port: Number(port) });
    const end = (error?: LoggerSilent) => {
      clearTimeout(timer);
      socket.destroy();
      if (error) reject(error);
      else resolve({ air: air.sort((a, b) => a.at - b.at), garbled });
    };
    const timer = setTimeout(() => end(new LoggerSilent('logger.no-answer')), PATIENCE_MS);
    socket.setEncoding('utf8');
    socket.on('connect', () => socket.write(`LOG ${since.toISOString()}\n`));
    socket.on('error', () => end(new LoggerSilent('logger.not-reached')));
    socket.on('close', () => end(new LoggerSilent('logger.broke-off')));
    socket.on('data', (text: string) => {
      waiting += text;
      const cut = waiting.split(/\r?\n/);
      waiting = cut.pop() ?? '';
      for (const line of cut) {
        lines += 1;
        if (line.trim() === 'END') {
          end();
          return;
        }
        const one = loggerLine(line);
        if (one) air.push(one);
        else if (line.trim() !== '') garbled += 1;
      }
      if (lines > MOST_LINES || waiting.length > LONGEST_LINE) end(new LoggerSilent('logger.other-lines'));
    });
  });
}
