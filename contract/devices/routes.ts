import { filled, read, schemasOf, stream, write } from '../http/route.ts';
import type { BalanceList, BalanceShown, SentLine } from './balances.ts';

const schema = schemasOf(() => import('./balances.ts'));
const list = read('/balances', 'lots.read', ['balances']).answers<BalanceList>();
const fills = (_: BalanceList) => filled(list, {});

export const balanceRoutes = {
  list,
  add: write('post', '/balances', 'settings.write', schema('balanceSchema'), { status: 201 }).answers(fills),
  change: write('put', '/balances/:balance', 'settings.write', schema('balanceSchema'), {
    versioned: true,
  }).answers(fills),
  check: write('post', '/balances/:balance/checks', 'bench.write', schema('newCheckSchema'), {
    status: 201,
  }).answers(fills),
  act: write('post', '/balances/:balance/acts', 'bench.write', schema('balanceActSchema')).answers<SentLine>(),
  readings: stream('/balances/:balance/stream', 'lots.read').tells<BalanceShown>(),
};
