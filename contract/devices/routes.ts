import { filled, read, schemasOf, stream, writes } from '../http/route.ts';
import type { BalanceList, BalanceShown, SentLine } from './balances.ts';
import type { DeviceList, DeviceShown } from './devices.ts';

const schema = schemasOf(() => import('./balances.ts'));
const list = read('/balances', 'lots.read', ['balances']).answers<BalanceList>();
const fills = (_: BalanceList) => filled(list, {});

const settingWrites = writes('settings.write');
const benchWrites = writes('bench.write');

export const balanceRoutes = {
  list,
  add: settingWrites.add('/balances', schema('balanceSchema')).answers(fills),
  change: settingWrites.seen.put('/balances/:balance', schema('balanceSchema')).answers(fills),
  check: benchWrites.add('/balances/:balance/checks', schema('newCheckSchema')).answers(fills),
  act: benchWrites.post('/balances/:balance/acts', schema('balanceActSchema')).answers<SentLine>(),
  readings: stream('/balances/:balance/stream', 'lots.read').tells<BalanceShown>(),
};

const deviceSchema = schemasOf(() => import('./devices.ts'));
const devices = read('/devices', 'lots.read', ['balances']).answers<DeviceList>();
const fillsDevices = (_: DeviceList) => filled(devices, {});

/** Ovens, moisture meters and seed counters. */
export const deviceRoutes = {
  list: devices,
  add: settingWrites.add('/devices', deviceSchema('newDeviceSchema')).answers(fillsDevices),
  change: settingWrites.seen.put('/devices/:device', deviceSchema('deviceChangeSchema')).answers(fillsDevices),
  act: benchWrites.post('/devices/:device/acts', deviceSchema('deviceActSchema')).answers<SentLine>(),
  /** Of an oven: asked about the temperatures `least` to `most`, °C, and the time since `since`, an instant. */
  shown: stream('/devices/:device/stream', 'lots.read', ['least', 'most', 'since']).tells<DeviceShown>(),
};
