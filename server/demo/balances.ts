import type { Transaction } from '../database/connect.ts';
import { addBalance, checkBalance } from '../devices/balances.ts';
import { addDevice } from '../devices/devices.ts';
import { scribe } from '../scribe.ts';
import { INVENTED } from './invented.ts';
import type { Cast } from './scene.ts';

/** How a balance is set up that is read by eye. */
const BY_EYE = {
  address: '',
  pattern: 'W {value} {unit} {state:steady|moving}',
  overload: 'OVER',
  tare: '',
  baudRate: 9600,
  checkHours: 24,
};

/** Balances, and the weights that were set on them. Where the one that is read listens is known once it runs. */
export async function demoBalances(tx: Transaction, cast: Cast, now: Date): Promise<void> {
  const ago = (who: keyof Cast, hours: number) => scribe(tx, cast[who], new Date(now.getTime() - hours * 3_600_000));
  for (const [i, { checks, ...settings }] of INVENTED.balances.entries()) {
    const id = await addBalance(ago('lead', 900 - i), { ...BY_EYE, ...settings }, settings.address !== undefined);
    for (const [hours, nominal, shown] of checks) await checkBalance(ago('analyst', hours), id, { nominal, shown });
  }
  // Where they listen is known once they run.
  for (const [i, [name, kind]] of DEVICES.entries())
    await addDevice(ago('lead', 890 - i), { name, kind, address: 'tcp://127.0.0.1:1' }, true);
}

const DEVICES = [
  ['Oven 1', 'oven'],
  ['Bench meter cell', 'meter'],
  ['Seed counter', 'counter'],
] as const;
