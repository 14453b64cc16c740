import { wrap, type Remote } from 'comlink';
import { useCallback, useEffect, useRef } from 'react';
import type { Statistics } from './statistics.worker.ts';

/** A worker for heavy statistics, started when it is first asked; `stop` ends what it is at, and it starts afresh. */
export function useStatistics(): { readonly ask: () => Remote<Statistics>; readonly stop: () => void } {
  const running = useRef<{ worker: Worker; remote: Remote<Statistics> }>(undefined);
  const stop = useCallback(() => {
    running.current?.worker.terminate();
    running.current = undefined;
  }, []);
  useEffect(() => stop, [stop]);
  const ask = useCallback(() => {
    if (!running.current) {
      const worker = new Worker(new URL('./statistics.worker.ts', import.meta.url), { type: 'module' });
      running.current = { worker, remote: wrap<Statistics>(worker) };
    }
    return running.current.remote;
  }, []);
  return { ask, stop };
}
