import { useState } from 'react';
import { Button, Stack, Table } from 'react-bootstrap';
import {
  balanceSchema,
  type BalanceSettings,
  type BalanceView,
  newCheckSchema,
} from '@mercato/contract/devices/balances';
import { balanceRoutes } from '@mercato/contract/devices/routes';
import { shortInstant, useSession } from '../api/session.tsx';
import { Busy } from '../ui/Busy.tsx';
import { Quiet } from '../ui/Buttons.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { Heads, num } from '../ui/Heads.tsx';
import { to, useEntry } from '../ui/entry.ts';
import { VerdictMark } from '../ui/shapes.tsx';
import { Devices } from './Devices.tsx';
import { useBalances } from './balanceHere.tsx';

const STATES = {
  good: ['within', 'check passed'],
  overdue: ['outside', 'check overdue'],
  failed: ['outside', 'check failed'],
  never: ['not-judged', 'never checked'],
} as const;

/** The balances of the laboratory: how each is read, and its log of check weights. */
export default function Balances() {
  const { data } = useBalances();
  const { may, session } = useSession();
  const [open, setOpen] = useState<{ id: string; what: 'check' | 'change' } | 'new' | null>(null);
  if (!data) return <Busy />;
  const zone = session?.laboratory.zone ?? 'UTC';
  const leave = () => setOpen(null);
  return (
    <main className="w-wide">
      <h1>Balances and devices</h1>
      <p className="soft">
        A check weight before the first weighing of the day. A balance whose check is overdue or failed needs a reason
        to be used, and every weighing says on which balance it was made.
      </p>
      {data.balances.length === 0 && <p>None is set up: figures are typed.</p>}
      {data.balances.map((one) => (
        <section key={one.id} className="mt-4">
          <div className="head">
            <h2>{one.name}</h2>
            <span className="code">{one.resolution} g</span>
          </div>
          <p>
            <VerdictMark mark={STATES[one.check][0]} /> {STATES[one.check][1]}
            <span className="soft">
              {' '}
              · {reachedBy(one)} · ± {one.tolerance} g allowed · a check holds {one.checkHours} h
            </span>
          </p>
          {one.checks.length > 0 && (
            <div className="scroll">
              <Table className="w-text">
                <Heads of={['when', num('weight, g'), num('showed, g'), 'outcome', 'by']} />
                <tbody>
                  {one.checks.slice(0, 5).map((check, i) => (
                    <tr key={i}>
                      <td>{shortInstant(check.at, zone)}</td>
                      <td className="num">{check.nominal}</td>
                      <td className="num">{check.shown}</td>
                      <td>
                        <VerdictMark mark={check.passed ? 'within' : 'outside'} word />
                      </td>
                      <td>{check.by}</td>
                    </tr>
                  ))}
                </tbody>
              </Table>
            </div>
          )}
          <Stack direction="horizontal" gap={2} className="actions">
            {may('bench.write') && (
              <Quiet onClick={() => setOpen({ id: one.id, what: 'check' })}>Check {one.name}</Quiet>
            )}
            {may('settings.write') && (
              <Quiet onClick={() => setOpen({ id: one.id, what: 'change' })}>Change {one.name}</Quiet>
            )}
          </Stack>
          {open !== null && open !== 'new' && open.id === one.id && open.what === 'check' && (
            <CheckForm balance={one} leave={leave} />
          )}
          {open !== null && open !== 'new' && open.id === one.id && open.what === 'change' && (
            <BalanceForm key={one.version} balance={one} leave={leave} />
          )}
        </section>
      ))}
      {may('settings.write') && open !== 'new' && (
        <Stack direction="horizontal" gap={2} className="actions">
          <Button onClick={() => setOpen('new')}>Set up a balance</Button>
        </Stack>
      )}
      {open === 'new' && <BalanceForm balance={null} leave={leave} />}
      <Devices />
    </main>
  );
}

function reachedBy({ address, simulated }: BalanceView): string {
  if (simulated) return 'a stand-in of the demo, read over the network';
  if (address === '') return 'read by eye';
  return address === 'serial' ? 'read by the browser, on its serial port' : `read at ${address.slice('tcp://'.length)}`;
}

function CheckForm({ balance, leave }: { balance: BalanceView; leave: () => void }) {
  const entry = useEntry({
    from: { nominal: balance.checks[0]?.nominal ?? '', shown: '' },
    schema: newCheckSchema,
    send: to(balanceRoutes.check, { balance: balance.id }, { done: leave }),
  });
  return (
    <EntryForm entry={entry} send="Save the check" leave={leave}>
      <div className="fields">
        <Field entry={entry} name="nominal" />
        <Field entry={entry} name="shown" />
      </div>
    </EntryForm>
  );
}

const NEW: BalanceSettings = {
  name: '',
  address: '',
  pattern: '{value} {unit}',
  overload: '',
  tare: '',
  baudRate: 9600,
  resolution: '0.001',
  tolerance: '0.002',
  checkHours: 24,
};

function BalanceForm({ balance, leave }: { balance: BalanceView | null; leave: () => void }) {
  const before = balance ?? NEW;
  const entry = useEntry({
    from: {
      name: before.name,
      address: before.address,
      pattern: before.pattern,
      overload: before.overload,
      tare: before.tare,
      baudRate: String(before.baudRate),
      resolution: before.resolution,
      tolerance: before.tolerance,
      checkHours: String(before.checkHours),
      reason: '',
    },
    schema: balanceSchema,
    send: balance
      ? to(balanceRoutes.change, { balance: balance.id }, { version: balance.version, done: leave })
      : to(balanceRoutes.add, {}, { done: leave }),
  });
  return (
    <EntryForm
      entry={entry}
      title={balance ? undefined : 'A balance'}
      send={balance ? 'Save the change' : 'Add the balance'}
      leave={leave}
    >
      <div className="fields">
        <Field entry={entry} name="name" />
        <Field entry={entry} name="resolution" />
        <Field entry={entry} name="tolerance" />
        <Field entry={entry} name="checkHours" />
        <Field entry={entry} name="address" />
        <Field entry={entry} name="pattern" />
        <Field entry={entry} name="overload" />
        <Field entry={entry} name="tare" />
        <Field entry={entry} name="baudRate" />
        {balance && <Field entry={entry} name="reason" />}
      </div>
    </EntryForm>
  );
}
