import { type Remote, wrap } from 'comlink';
import { useCallback, useEffect, useRef } from 'react';

/**
 * A worker for heavy computation, started when it is first asked; `stop` ends what it is at, and it starts afresh.
 *
 * @param start  makes the worker; a function that stays the same, so that its file is found when the client is built
 */
export function useWorker<T>(start: () => Worker): { readonly ask: () => Remote<T>; readonly stop: () => void } {
  const running = useRef<{ worker: Worker; remote: Remote<T> }>(undefined);
  const stop = useCallback(() => {
    running.current?.worker.terminate();
    running.current = undefined;
  }, []);
  useEffect(() => stop, [stop]);
  const ask = useCallback(() => {
    if (!running.current) {
      const worker = start();
      running.current = { worker, remote: wrap<T>(worker) };
    }
    return running.current.remote;
  }, [start]);
  return { ask, stop };
}
