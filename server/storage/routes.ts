import type { Api } from '../http/api.ts';
import { nextList } from './next.ts';

export function storageRoutes(api: Api): void {
  api.read('/store/next', async ({ tx, now }) => nextList(tx, now));
}
