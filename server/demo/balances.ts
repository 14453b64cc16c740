import type { BalanceSettings } from '@mercato/contract/devices/balances';
import type { Transaction } from '../database/connect.ts';
import { addBalance, checkBalance } from '../devices/balances.ts';
import { scribe } from '../scribe.ts';
import type { Cast } from './germinate.ts';

const READ_BY_EYE: Omit<BalanceSettings, 'name' | 'resolution' | 'tolerance'> = {
  address: '',
  pattern: 'W {value} {unit} {state:steady|moving}',
  overload: 'OVER',
  tare: '',
  baudRate: 9600,
  checkHours: 24,
};

/** Three balances: the stand-in that is read, one that is read by eye and overdue, and one that failed its check. */
export async function demoBalances(tx: Transaction, cast: Cast, now: Date): Promise<void> {
  const at = (hours: number) => new Date(now.getTime() - hours * 3_600_000);
  const set = (hours: number) => scribe(tx, cast.lead, at(hours));
  const second = await addBalance(
    set(900),
    // Where it listens is known once it runs.
    {
      ...READ_BY_EYE,
      name: 'Balance 2',
      address: 'tcp://127.0.0.1:1',
      tare: 'TARE',
      resolution: '0.0001',
      tolerance: '0.0003',
    },
    true,
  );
  const coarse = await addBalance(set(899), {
    ...READ_BY_EYE,
    name: 'Balance 4',
    resolution: '0.01',
    tolerance: '0.02',
  });
  const shed = await addBalance(set(898), {
    ...READ_BY_EYE,
    name: 'Shed scale',
    resolution: '1',
    tolerance: '2',
    checkHours: 168,
  });
  for (const [id, hours, nominal, shown] of [
    [second, 49, '100', '100.0001'],
    [second, 25, '100', '99.9999'],
    [second, 1.2, '100', '100.0001'],
    [coarse, 75, '200', '200.01'],
    [shed, 30, '2000', '2004'],
  ] as const)
    await checkBalance(scribe(tx, cast.analyst, at(hours)), id, { nominal, shown });
}
