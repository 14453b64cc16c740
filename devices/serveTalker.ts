import { serveLines } from './serveLines.ts';

/** A device that speaks by itself, and takes commands; it knows the time only from its caller, ms. */
export interface Talker {
  /** What it sends at a moment: a line without its end, or null while it is silent. */
  say(now: number): string | null;
  /** Carries a command out; answers with lines, or null where it has nothing to say. */
  hear(line: string, now: number): string | readonly string[] | null;
  /** Whether the line is to be cut now. */
  dropsLine?(): boolean;
}

/** Puts a simulated device on a TCP port of this machine; several listeners hear the same one. */
export async function serveTalker(
  talker: Talker,
  port: number,
  everyMs = 100,
): Promise<{ readonly port: number; readonly stop: () => Promise<void> }> {
  const served = await serveLines(port, (line) => {
    const answer = talker.hear(line, Date.now());
    return typeof answer === 'string' ? [answer] : answer;
  });
  const timer = setInterval(() => {
    const line = talker.say(Date.now());
    if (talker.dropsLine?.()) for (const socket of served.sockets) socket.destroy();
    else if (line !== null) for (const socket of served.sockets) socket.write(`${line}\n`);
  }, everyMs);
  return {
    port: served.port,
    stop: async () => {
      clearInterval(timer);
      await served.stop();
    },
  };
}
