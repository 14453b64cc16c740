import { moistureRoutes } from '@mercato/contract/moisture/routes';
import { reading, send } from '../api/routes.ts';
import { nextWords } from '@mercato/contract/words/next';
import {
  moistureWeighingsSchema,
  newMoistureTestSchema,
  type MoistureTest,
  type MoistureView,
} from '@mercato/contract/moisture/moisture';
import { validate } from '@mercato/contract/http/validate';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type JSX } from 'react';
import Form from 'react-bootstrap/Form';
import { useNavigate, useParams } from 'react-router';
import { useSession } from '../api/session.tsx';
import { BenchHead, DecisionBox, DrawAndStart, Earlier } from '../register/bench.tsx';
import { seenBody, SeenLine, SeenOnField, TODAY } from '../register/seen.tsx';
import { plainFigure, unlessEmpty, useEntry } from '../ui/entry.ts';
import { EntryForm } from '../ui/EntryForm.tsx';
import { TextField } from '../ui/fields.tsx';
import { useKeys } from '../ui/keys.tsx';
import { VerdictSlip } from '../ui/Slip.tsx';
import { VerdictMark } from '../ui/shapes.tsx';

const CAUTION =
  'Hot oven, hot glass and metal: gloves and tongs; let tins cool in the desiccator before they are weighed.';

export default function Moisture(): JSX.Element {
  const { lot = '' } = useParams();
  const navigate = useNavigate();
  const client = useQueryClient();
  const { may } = useSession();
  const { data } = useQuery(reading(moistureRoutes.ofLot, { lot }));
  const [method, setMethod] = useState<string | null>(null);
  const [fault, setFault] = useState<string>();
  useKeys([{ key: 'l', says: 'back to the lot', act: () => void navigate(`/lots/${lot}`) }]);
  if (!data) return <main aria-busy="true" />;
  const bookMethod = data.method?.hours
    ? `oven ${data.method.temperatureC.replace(/\D+/, '')} °C, ${data.method.hours} h${data.method.grinding === 'none' ? '' : `, ground ${data.method.grinding}`}`
    : '';
  const chosen = method ?? bookMethod;
  const start = async (vesselId: string) => {
    await send(client, moistureRoutes.start, {}, { vesselId, method: chosen.trim() });
  };
  const ready = () => {
    const checked = validate(newMoistureTestSchema, { vesselId: crypto.randomUUID(), method: chosen.trim() });
    setFault(checked.ok ? undefined : checked.faults[0]?.message);
    return checked.ok;
  };
  const test = data.tests.at(-1);
  const again =
    !test ||
    test.decision?.decision === 'set-aside' ||
    test.result?.verdict.outcome === 'outside' ||
    data.waiting.length > 0;
  const draw = again && (
    <DrawAndStart
      lot={data.lot}
      purpose="moisture"
      least={null}
      waiting={data.waiting}
      start={start}
      ready={ready}
      may={may('bench.write')}
    >
      <TextField
        label="how it is dried"
        value={chosen}
        onChange={setMethod}
        fault={fault}
        hint={bookMethod ? 'as the rule book has it for this kind' : 'the rule book gives no oven method for this kind'}
      />
    </DrawAndStart>
  );
  if (!test)
    return (
      <main className="station">
        <section>
          <BenchHead lot={data.lot} title="Moisture" />
          <p className="soft" style={{ margin: '6px 0 0' }}>
            {CAUTION}
          </p>
          {draw}
        </section>
        <aside className="slip">
          <p className="soft">
            Two containers are weighed empty, with seed, and dried. The sample stays sealed until it is weighed.
          </p>
        </aside>
      </main>
    );
  return (
    <Station key={`${test.id} ${test.version}`} view={data} test={test} mayWrite={may('bench.write')}>
      {draw}
    </Station>
  );
}

type Cell = `${'first' | 'second'}.${'container' | 'withSeed' | 'dried'}`;
const ROWS = [
  ['container', 'empty container'],
  ['withSeed', 'with seed'],
  ['dried', 'dried'],
] as const;

function Station({
  view,
  test,
  mayWrite,
  children,
}: {
  view: MoistureView;
  test: MoistureTest;
  mayWrite: boolean;
  children: React.ReactNode;
}): JSX.Element {
  const client = useQueryClient();
  const cells: Cell[] = (['first', 'second'] as const).flatMap((which) => ROWS.map(([row]): Cell => `${which}.${row}`));
  const entry = useEntry(
    {
      ...(Object.fromEntries(cells.map((cell) => [cell, test.fields[cell]?.text ?? ''])) as Record<Cell, string>),
      reason: '',
      ...TODAY,
    },
    (values) => {
      const one = (which: 'first' | 'second') => ({
        container: plainFigure(values[`${which}.container`]),
        withSeed: plainFigure(values[`${which}.withSeed`]),
        ...(values[`${which}.dried`].trim() ? { dried: plainFigure(values[`${which}.dried`]) } : {}),
      });
      return {
        first: one('first'),
        second: one('second'),
        ...seenBody(values),
        ...unlessEmpty('reason', values.reason),
      };
    },
    moistureWeighingsSchema,
    async (body, key) => {
      await send(client, moistureRoutes.weigh, { test: test.id }, body, { version: test.version, key });
    },
  );
  const { values, set, fault, field } = entry;
  const corrects = cells.some((cell) => test.fields[cell] && test.fields[cell].text !== plainFigure(values[cell]));
  const { result } = test;
  return (
    <main className="station">
      <section>
        <BenchHead
          lot={view.lot}
          title={test.number > 1 ? `Moisture, test ${test.number}` : 'Moisture'}
          code={test.vesselCode}
        >
          {test.method} · {test.edition.name}
        </BenchHead>
        <p className="soft" style={{ margin: '6px 0 0' }}>
          {CAUTION}
        </p>
        <EntryForm
          entry={entry}
          send={mayWrite ? (corrects ? 'Correct' : 'Keep the weighings') : null}
          beside={<span className="soft">the dried weights may follow later</span>}
          style={{ marginTop: 10 }}
        >
          <table className="ruled" style={{ maxWidth: 760 }}>
            <thead>
              <tr>
                <th>weighed, g</th>
                <th>first container</th>
                <th>second container</th>
              </tr>
            </thead>
            <tbody>
              {ROWS.map(([row, name]) => (
                <tr key={row}>
                  <td className="serif">{name}</td>
                  {(['first', 'second'] as const).map((which) => {
                    const cell: Cell = `${which}.${row}`;
                    return (
                      <td key={which}>
                        <Form.Control
                          className="num"
                          style={{ width: 150 }}
                          inputMode="decimal"
                          autoComplete="off"
                          aria-label={`${which} container, ${name}`}
                          value={values[cell]}
                          disabled={!mayWrite}
                          isInvalid={fault(cell) !== undefined}
                          onChange={(event) => set({ [cell]: event.target.value })}
                        />
                        {fault(cell) && (
                          <div className="outside" role="alert">
                            {fault(cell)}
                          </div>
                        )}
                        <span className="soft">
                          <Earlier field={test.fields[cell]} />
                        </span>
                      </td>
                    );
                  })}
                </tr>
              ))}
              <tr>
                <td className="serif">moisture</td>
                <td className="fig" style={{ fontSize: 22 }}>
                  {result ? `${result.firstPercent.toFixed(2)} %` : '—'}
                </td>
                <td className="fig" style={{ fontSize: 22 }}>
                  {result ? `${result.secondPercent.toFixed(2)} %` : '—'}
                </td>
              </tr>
            </tbody>
          </table>
          {result && (
            <p className="reported">
              <span className="fig">{result.reportedPercent.toFixed(1)} %</span>{' '}
              <VerdictMark mark={result.verdict.outcome} word />{' '}
              <span className="soft">{nextWords(result.verdict.next)}</span>
            </p>
          )}
          {mayWrite && !result && (
            <SeenOnField
              label={test.fields['first.withSeed'] ? 'dried, weighed on' : 'weighed in on'}
              lines={values}
              onChange={set}
              fault={fault}
            />
          )}
          {corrects && (
            <TextField
              label="why it is corrected"
              {...field('reason')}
              hint="the old figure stays visible, struck through"
            />
          )}
        </EntryForm>
        <SeenLine route={moistureRoutes.days} test={test} fields={test.fields} may={mayWrite} />
        <DecisionBox on={test} outside={result?.verdict.outcome === 'outside'} />
        {children}
      </section>
      <aside className="slip">
        {result ? (
          <VerdictSlip title="two containers" verdict={result.verdict} />
        ) : (
          <p className="soft">(with seed − dried) / (with seed − empty) × 100, for each container.</p>
        )}
      </aside>
    </main>
  );
}
