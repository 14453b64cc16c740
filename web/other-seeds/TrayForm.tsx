import { useState } from 'react';
import { Form, Table } from 'react-bootstrap';
import type { WeighedOn } from '@mercato/contract/devices/balances';
import { trayCountSchema, type TrayView } from '@mercato/contract/other-seeds/otherSeeds';
import { otherSeedsRoutes } from '@mercato/contract/other-seeds/routes';
import { Refused } from '../api/client.ts';
import { send } from '../api/routes.ts';
import { BalanceStrip } from '../devices/BalanceStrip.tsx';
import { WeighInput } from '../devices/WeighInput.tsx';
import { useBalanceHere } from '../devices/balanceHere.tsx';
import { Earlier } from '../register/bench.tsx';
import { SeenOnField, TODAY } from '../register/seen.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { useEntry } from '../ui/entry.ts';
import { described, Frame } from '../ui/fields.tsx';
import { plainFigure } from '../ui/typedBody.ts';

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

interface TrayFormProps {
  testId: string;
  tray: TrayView;
  /** What of the sample is in no closed tray, g; null where it was not weighed. */
  left: number | null;
  /** What was counted so far. */
  start: readonly { name: string; count: number }[];
  /** Id of the proposals for a species. */
  list: string;
  /** Sends what was tallied and waits; null once the server holds it all. */
  settled: () => Promise<string | null>;
  done: () => void;
  leave: () => void;
}

/** One tray in figures: typed from a sheet, closed from the tally, or corrected. */
export function TrayForm({ testId, tray, left, start, list, settled, done, leave }: TrayFormProps) {
  const here = useBalanceHere();
  const [refused, setRefused] = useState<string>();
  // A balance that is read by eye goes with what is typed anew.
  const weighedBy = (values: { examined: string; weighedOn: WeighedOn | undefined }) => {
    const written = plainFigure(values.examined);
    const typed = here?.balance?.address === '' && written !== '' && written !== tray.fields.examined?.text;
    const on = values.weighedOn ?? (typed ? here.note() : null);
    return on ? { weighedOn: { examined: on } } : {};
  };
  const closed = tray.fields.examined !== undefined;
  // Nobody weighs again what is known: all that is left of the sample, unless something else is written.
  const known = closed || left === null || left <= 0 ? '' : String(left);
  const entry = useEntry({
    from: {
      examined: tray.fields.examined?.text ?? '',
      rows: [
        ...start.map((one): Line => ({ name: one.name, count: String(one.count) })),
        { name: '', count: '' },
      ] as Line[],
      weighedOn: undefined as WeighedOn | undefined,
      reason: '',
      ...TODAY,
    },
    body: (values) => ({
      ...values,
      examined: values.examined.trim() || known,
      ...weighedBy(values),
      species: values.rows
        .filter((row) => row.name.trim() || row.count.trim())
        .map((row) => ({ name: row.name, count: row.count })),
      ...(closed ? {} : { entry: isTally(values.rows, start) ? ('keys' as const) : ('typed' as const) }),
    }),
    schema: trayCountSchema,
    send: async (body, key) => {
      // What was tallied is closed on the keys that the server holds.
      if (body.entry === 'keys' && (await settled()) !== null) throw new Refused(0, null);
      await send(otherSeedsRoutes.countTray, { test: testId, tray: tray.number }, body, {
        version: tray.version,
        key,
      });
      done();
    },
  });
  const { values, fault } = entry;
  const massFault = refused ?? fault('examined') ?? fault('weighedOn.examined.why');
  const change = (index: number, next: Partial<Line>) => {
    const rows = values.rows.map((row, i) => (i === index ? { ...row, ...next } : row));
    if (rows.at(-1)?.name) rows.push({ name: '', count: '' });
    entry.set({ rows });
  };
  return (
    <EntryForm
      entry={entry}
      title={closed ? `Correct tray ${tray.number}` : `Close tray ${tray.number}`}
      send={closed ? 'Correct' : 'Close the tray'}
      leave={leave}
      className="mt-3"
      waits
    >
      <Frame
        id="tray-mass"
        label="mass searched in this tray, g"
        fault={massFault}
        hint={
          closed
            ? undefined
            : [
                known && `nothing written: all that is left of the sample, ${known} g`,
                start.length === 0 && 'with no line filled in, none was found',
              ]
                .filter(Boolean)
                .join('; ')
        }
      >
        <WeighInput
          id="tray-mass"
          value={values.examined}
          autoFocus
          known={known}
          invalid={massFault !== undefined}
          describedBy={described('tray-mass', massFault, !closed)}
          onRefused={setRefused}
          onChange={(examined, weighedOn) => entry.set({ examined, weighedOn })}
        />
      </Frame>
      <BalanceStrip into="mass searched" />
      <Table className="w-narrow">
        <tbody>
          {values.rows.map((row, i) => {
            const why = fault(`species.${i}`) ?? fault(`species.${i}.name`) ?? fault(`species.${i}.count`);
            return (
              <tr key={i}>
                <td className="c-4">
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
                <td className="c-2">
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
      </Table>
      {!closed && <SeenOnField label="searched on" entry={entry} />}
      {closed && (
        <div className="mt-3">
          <Field entry={entry} name="reason" />
        </div>
      )}
    </EntryForm>
  );
}
