import type { BalanceList, BalanceSettings } from '@mercato/contract/devices/balances';
import { balanceRoutes } from '@mercato/contract/devices/routes';
import type { Api } from '../http/api.ts';
import { idParam } from '../http/asked.ts';
import { fault } from '../http/fault.ts';
import { addBalance, balanceById, changeBalance, checkBalance, listBalances } from './balances.ts';
import type { BalanceHub } from './hub.ts';

export function serveDevices(api: Api, hub: BalanceHub): void {
  api.read(balanceRoutes.list, async ({ tx, now }): Promise<BalanceList> => ({
    balances: await listBalances(tx, now),
  }));

  api.write(balanceRoutes.add, async (context): Promise<BalanceList> => {
    await addBalance(context, context.body);
    return { balances: await listBalances(context.tx, context.now) };
  });

  api.write(balanceRoutes.change, async (context): Promise<BalanceList> => {
    await changeBalance(context, idParam(context.params, 'balance'), context.body, context.seenVersion);
    return { balances: await listBalances(context.tx, context.now) };
  });

  api.write(balanceRoutes.check, async (context): Promise<BalanceList> => {
    await checkBalance(context, idParam(context.params, 'balance'), context.body);
    return { balances: await listBalances(context.tx, context.now) };
  });

  api.write(balanceRoutes.act, async ({ tx, params, body }) => {
    const row = await balanceById(tx, idParam(params, 'balance'));
    const { tare } = row.settings as BalanceSettings;
    if (body.what === 'tare' ? tare === '' : !row.simulated)
      throw fault(
        'conflict',
        body.what === 'tare' ? { is: 'devices.balance-takes-no-tare' } : { is: 'devices.real-balance-pan' },
        'what',
      );
    const line = {
      tare,
      put: `PUT ${'grams' in body ? body.grams : ''}`,
      clear: 'CLEAR',
      fault: `FAULT ${'fault' in body ? body.fault : ''}`,
    }[body.what];
    if (!hub.send(row.id, line)) throw fault('conflict', 'devices.balance-cannot-reached-now', 'what');
    return { sent: line };
  });

  api.stream(balanceRoutes.readings, async ({ tx, params }, emit) => {
    const row = await balanceById(tx, idParam(params, 'balance'));
    const settings = { name: row.name, ...row.settings };
    if (!settings.address.startsWith('tcp://')) throw fault('conflict', 'devices.server-does-not-read', 'address');
    return hub.listen(row.id, settings, emit);
  });
}
