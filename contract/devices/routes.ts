import { filled, read, schemasOf, stream, writes } from '../http/route.ts';
import type { BalanceList, BalanceShown, SentLine } from './balances.ts';

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
