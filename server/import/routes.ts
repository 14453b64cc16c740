import { importRoutes } from '@mercato/contract/import/routes';
import { exportRoutes } from '@mercato/contract/register/routes';
import type { Api } from '../http/api.ts';
import { exportLots } from './exportLots.ts';
import { importLots } from './importLots.ts';

export function serveImport(api: Api): void {
  api.upload(importRoutes.lots, async (context) => importLots(context, context.body));

  api.file(exportRoutes.lots, async ({ tx, now }) => ({
    name: 'lots.csv',
    body: await exportLots(tx, now),
  }));
}
