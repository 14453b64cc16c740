import { useWorker } from '../ui/useWorker.ts';
import type { Statistics } from './statistics.worker.ts';

const start = () => new Worker(new URL('./statistics.worker.ts', import.meta.url), { type: 'module' });

/** A worker for heavy statistics. */
export const useStatistics = () => useWorker<Statistics>(start);
