import { otherSeedsRoutes } from '@mercato/contract/other-seeds/routes';
import { send } from '../api/routes.ts';
import type { WeighedOn } from '@mercato/contract/devices/balances';
import { trayCountSchema, type TrayView } from '@mercato/contract/other-seeds/otherSeeds';
import { useQueryClient } from '@tanstack/react-query';
import { useState, type JSX } from 'react';
import Form from 'react-bootstrap/Form';
import { Refused } from '../api/client.ts';
import { BalanceStrip } from '../devices/BalanceStrip.tsx';
import { useBalanceHere } from '../devices/balanceHere.tsx';
import { WeighInput } from '../devices/WeighInput.tsx';
import { Earlier } from '../register/bench.tsx';
import { seenBody, SeenOnField, TODAY } from '../register/seen.tsx';
import { plainFigure, unlessEmpty, useEntry, wholeNumber } from '../ui/entry.ts';
import { EntryForm } from '../ui/EntryForm.tsx';
import { TextField } from '../ui/fields.tsx';

interface Line {
  name: string;
  count: string;
}

/** Whether the lines are the tally as it stands. */
const isTally = (rows: readonly Line[], start: readonly { name: string; count: number }[]) => {
  const filled = rows.filter((row) => row.name.trim() || row.count.trim());
  return (
    filled.length === start.length &&
    start.every(({ name, count }) => filled.some((row) => row.name === name && row.count === String(count)))
  );
};

/** One tray in figures: typed from a sheet, closed from the tally, or corrected. */
export function TrayForm({
  testId,
  tray,
  start,
  list,
  settled,
  done,
  leave,
}: {
  testId: string;
  tray: TrayView;
  /** What was counted so far. */
  start: readonly { name: string; count: number }[];
  /** Id of the proposals for a species. */
  list: string;
  /** Sends what was tallied and waits; null once the server holds it all. */
  settled: () => Promise<string | null>;
  done: () => void;
  leave: () => void;
}): JSX.Element {
  const client = useQueryClient();
  const here = useBalanceHere();
  const [refused, setRefused] = useState<string>();
  // A balance that is read by eye goes with what is typed anew.
  const weighedBy = (values: { examined: string; weighedOn: WeighedOn | undefined }) => {
    const typed = here?.balance?.address === '' && plainFigure(values.examined) !== tray.fields.examined?.text;
    const on = values.weighedOn ?? (typed ? here.note() : null);
    return on ? { weighedOn: { examined: on } } : {};
  };
  const closed = tray.fields.examined !== undefined;
  const entry = useEntry(
    {
      examined: tray.fields.examined?.text ?? '',
      rows: [
        ...start.map((one): Line => ({ name: one.name, count: String(one.count) })),
        { name: '', count: '' },
      ] as Line[],
      weighedOn: undefined as WeighedOn | undefined,
      reason: '',
      ...TODAY,
    },
    (values) => ({
      examined: plainFigure(values.examined),
      ...weighedBy(values),
      species: values.rows
        .filter((row) => row.name.trim() || row.count.trim())
        .map((row) => ({ name: row.name.trim(), count: wholeNumber(row.count) })),
      ...(closed ? {} : { entry: isTally(values.rows, start) ? ('keys' as const) : ('typed' as const) }),
      ...seenBody(values),
      ...unlessEmpty('reason', values.reason),
    }),
    trayCountSchema,
    async (body, key) => {
      // What was tallied is closed on the keys that the server holds.
      if (body.entry === 'keys' && (await settled()) !== null) throw new Refused(0, null);
      await send(client, otherSeedsRoutes.countTray, { test: testId, tray: tray.number }, body, {
        version: tray.version,
        key,
      });
      done();
    },
  );
  const { values, set, fault } = entry;
  const massFault = refused ?? fault('examined') ?? fault('weighedOn.examined.why');
  const change = (index: number, next: Partial<Line>) => {
    const rows = values.rows.map((row, i) => (i === index ? { ...row, ...next } : row));
    if (rows.at(-1)?.name) rows.push({ name: '', count: '' });
    set({ rows });
  };
  return (
    <EntryForm
      entry={entry}
      title={closed ? `Correct tray ${tray.number}` : `Close tray ${tray.number}`}
      send={closed ? 'Correct' : 'Close the tray'}
      leave={leave}
      style={{ marginTop: 16 }}
    >
      <div className="field">
        <label htmlFor="tray-mass">mass searched in this tray, g</label>
        <WeighInput
          id="tray-mass"
          value={values.examined}
          autoFocus
          invalid={massFault !== undefined}
          describedBy="tray-mass-says"
          onRefused={setRefused}
          onChange={(next, on) => set({ examined: next, weighedOn: on })}
        />
        {massFault ? (
          <div className="why" id="tray-mass-says" role="alert">
            {massFault}
          </div>
        ) : (
          <div className="hint" id="tray-mass-says">
            {start.length === 0 && !closed ? 'with no line filled in, none was found' : ''}
          </div>
        )}
      </div>
      <BalanceStrip into="mass searched" />
      <table className="ruled" style={{ maxWidth: 620 }}>
        <tbody>
          {values.rows.map((row, i) => {
            const why = fault(`species.${i}`) ?? fault(`species.${i}.name`) ?? fault(`species.${i}.count`);
            return (
              <tr key={i}>
                <td style={{ minWidth: 240 }}>
                  <Form.Control
                    aria-label={`species ${i + 1}`}
                    list={list}
                    value={row.name}
                    isInvalid={why !== undefined}
                    placeholder={i === values.rows.length - 1 ? 'another species' : undefined}
                    onChange={(event) => change(i, { name: event.target.value })}
                  />
                  {why && (
                    <div className="why outside" role="alert">
                      {why}
                    </div>
                  )}
                </td>
                <td style={{ width: 110 }}>
                  <Form.Control
                    className="num"
                    aria-label={`seeds of species ${i + 1}`}
                    inputMode="numeric"
                    value={row.count}
                    onChange={(event) => change(i, { count: event.target.value })}
                  />
                </td>
                <td className="soft">
                  <Earlier field={tray.fields[`species:${row.name}`]} />
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {!closed && <SeenOnField label="searched on" lines={values} onChange={set} fault={fault} />}
      {closed && (
        <div style={{ marginTop: 14 }}>
          <TextField
            label="why it is corrected"
            {...entry.field('reason')}
            hint="the old figure stays visible, struck through"
          />
        </div>
      )}
    </EntryForm>
  );
}
