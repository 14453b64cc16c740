import type { BalanceList, BalanceSettings } from '@mercato/contract/devices/balances';
import type { DeviceList } from '@mercato/contract/devices/devices';
import { balanceRoutes, deviceRoutes } from '@mercato/contract/devices/routes';
import type { Api } from '../http/api.ts';
import { idParam } from '../http/asked.ts';
import { fault } from '../http/fault.ts';
import { addBalance, balanceById, changeBalance, checkBalance, listBalances } from './balances.ts';
import { hearBalance } from './balanceWatch.ts';
import { addDevice, changeDevice, deviceById, lineOf, listDevices } from './devices.ts';
import { hearDevice, shownTo } from './deviceWatch.ts';
import type { DeviceHub } from './hub.ts';

export function serveDevices(api: Api, hub: DeviceHub): void {
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
    return hub.listen(row.id, hearBalance(settings), emit);
  });

  api.read(deviceRoutes.list, async ({ tx }): Promise<DeviceList> => ({ devices: await listDevices(tx) }));

  api.write(deviceRoutes.add, async (context): Promise<DeviceList> => {
    await addDevice(context, context.body);
    return { devices: await listDevices(context.tx) };
  });

  api.write(deviceRoutes.change, async (context): Promise<DeviceList> => {
    await changeDevice(context, idParam(context.params, 'device'), context.body, context.seenVersion);
    return { devices: await listDevices(context.tx) };
  });

  api.write(deviceRoutes.act, async ({ tx, params, body }) => {
    const row = await deviceById(tx, idParam(params, 'device'));
    const line = lineOf(row, body);
    if (!hub.send(row.id, line)) throw fault('conflict', 'devices.device-not-reached', 'what');
    return { sent: line };
  });

  api.stream(deviceRoutes.shown, async ({ tx, params, query }, emit) => {
    const row = await deviceById(tx, idParam(params, 'device'));
    const tell = shownTo(query, emit);
    return hub.listen(row.id, hearDevice(row), tell);
  });
}
