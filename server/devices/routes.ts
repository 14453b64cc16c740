import {
  balanceActSchema,
  balanceSchema,
  newCheckSchema,
  type BalanceList,
  type BalanceSettings,
} from '@mercato/contract/devices/balances';
import { idParam, type Api } from '../http/api.ts';
import { fault } from '../http/fault.ts';
import { addBalance, balanceById, changeBalance, checkBalance, listBalances } from './balances.ts';
import type { BalanceHub } from './hub.ts';

export function deviceRoutes(api: Api, hub: BalanceHub): void {
  api.read('/balances', async ({ tx, now }): Promise<BalanceList> => ({ balances: await listBalances(tx, now) }));

  api.write({
    method: 'post',
    path: '/balances',
    permission: 'settings.write',
    schema: balanceSchema,
    status: 201,
    handle: async (context): Promise<BalanceList> => {
      await addBalance(context, context.body);
      return { balances: await listBalances(context.tx, context.now) };
    },
  });

  api.write({
    method: 'put',
    path: '/balances/:balance',
    permission: 'settings.write',
    schema: balanceSchema,
    versioned: true,
    handle: async (context): Promise<BalanceList> => {
      await changeBalance(context, idParam(context.params, 'balance'), context.body, context.seenVersion);
      return { balances: await listBalances(context.tx, context.now) };
    },
  });

  api.write({
    method: 'post',
    path: '/balances/:balance/checks',
    permission: 'bench.write',
    schema: newCheckSchema,
    status: 201,
    handle: async (context): Promise<BalanceList> => {
      await checkBalance(context, idParam(context.params, 'balance'), context.body);
      return { balances: await listBalances(context.tx, context.now) };
    },
  });

  api.write({
    method: 'post',
    path: '/balances/:balance/acts',
    permission: 'bench.write',
    schema: balanceActSchema,
    handle: async ({ tx, params, body }) => {
      const row = await balanceById(tx, idParam(params, 'balance'));
      const { tare } = row.settings as BalanceSettings;
      if (body.what === 'tare' ? tare === '' : !row.simulated)
        throw fault(
          'conflict',
          body.what === 'tare' ? { is: 'devices.balance-takes-no-tare' } : { is: 'devices.real-balance-pan' },
          [
            {
              path: 'what',
              message:
                body.what === 'tare' ? { is: 'devices.no-command-set-up' } : { is: 'devices.only-stand-can-told' },
            },
          ],
        );
      const line = {
        tare,
        put: `PUT ${'grams' in body ? body.grams : ''}`,
        clear: 'CLEAR',
        fault: `FAULT ${'fault' in body ? body.fault : ''}`,
      }[body.what];
      if (!hub.send(row.id, line))
        throw fault('conflict', { is: 'devices.balance-cannot-reached-now' }, [
          { path: 'what', message: { is: 'devices.line-not-open' } },
        ]);
      return { sent: line };
    },
  });

  api.stream('/balances/:balance/stream', async ({ tx, params }, emit) => {
    const row = await balanceById(tx, idParam(params, 'balance'));
    const settings = { name: row.name, ...row.settings };
    if (!settings.address.startsWith('tcp://'))
      throw fault('conflict', { is: 'devices.server-does-not-read' }, [
        { path: 'address', message: { is: 'devices.read-browser-or-eye' } },
      ]);
    return hub.listen(row.id, settings, emit);
  });
}
