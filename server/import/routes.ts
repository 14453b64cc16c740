import Joi from 'joi';
import type { Api } from '../http/api.ts';
import { exportLots } from './exportLots.ts';
import { importLots } from './importLots.ts';

export function importRoutes(api: Api): void {
  api.write<string>({
    method: 'post',
    path: '/import/lots',
    permission: 'import.write',
    schema: Joi.string().min(1).required().messages({ 'string.empty': 'the file is empty' }),
    status: 201,
    handle: async (context) => importLots(context, context.body),
  });

  api.file('/export/lots.csv', async ({ tx, now }) => ({
    type: 'text/csv; charset=utf-8',
    name: 'lots.csv',
    body: await exportLots(tx, now),
  }));
}
