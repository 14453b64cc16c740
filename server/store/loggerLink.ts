import { connect } from 'node:net';
import type { Air } from '@mercato/core/store/climate/air';
import { loggerLine } from '@mercato/core/store/climate/loggerLine';

const PATIENCE_MS = 5000;
const MOST_LINES = 100_000;
const LONGEST_LINE = 400;

export class LoggerSilent extends Error {}

/**
 * What a logger saw since a moment, oldest first, and how many of its lines could not be read.
 * @throws {LoggerSilent} in words, when it cannot be reached, says nothing, or does not end
 */
export function askLogger(address: string, since: Date): Promise<{ air: Air[]; garbled: number }> {
  const where = URL.canParse(address) ? new URL(address) : null;
  if (!where) return Promise.reject(new LoggerSilent('the logger has no address that can be asked'));
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
    const timer = setTimeout(() => {
      end(new LoggerSilent('the logger does not answer'));
    }, PATIENCE_MS);
    socket.setEncoding('utf8');
    socket.on('connect', () => socket.write(`LOG ${since.toISOString()}\n`));
    socket.on('error', () => {
      end(new LoggerSilent('the logger cannot be reached'));
    });
    socket.on('close', () => {
      end(new LoggerSilent('the logger broke off'));
    });
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
      if (lines > MOST_LINES || waiting.length > LONGEST_LINE)
        end(new LoggerSilent('the logger sends no lines of its own kind'));
    });
  });
}
