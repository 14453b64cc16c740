import Joi from 'joi';
import type { Api } from '../http/api.ts';
import { SpooledFile } from '../http/spool.ts';
import { exportLots } from './exportLots.ts';
import { importLots } from './importLots.ts';

export function importRoutes(api: Api): void {
  api.write<SpooledFile>({
    method: 'post',
    path: '/import/lots',
    permission: 'import.write',
    schema: Joi.object<SpooledFile>()
      .instance(SpooledFile)
      .custom((file: SpooledFile, helpers) =>
        file.bytes > 0 ? file : helpers.message({ custom: 'the file is empty' }),
      )
      .required()
      .messages({ 'object.instance': 'send the file itself' }),
    status: 201,
    handle: async (context) => importLots(context, context.body),
  });

  api.file('/export/lots.csv', async ({ tx, now }) => ({
    type: 'text/csv; charset=utf-8',
    name: 'lots.csv',
    body: await exportLots(tx, now),
  }));
}
