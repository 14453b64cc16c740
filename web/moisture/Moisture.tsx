import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Form } from 'react-bootstrap';
import { Link, useNavigate, useParams } from 'react-router';
import { validate } from '@mercato/contract/http/validate';
import {
  type MoistureTest,
  type MoistureView,
  moistureWeighingsSchema,
  newMoistureTestSchema,
} from '@mercato/contract/moisture/moisture';
import { moistureRoutes } from '@mercato/contract/moisture/routes';
import { voidWords } from '@mercato/contract/moisture/words';
import { nextWords } from '@mercato/contract/words/next';
import { reading, send } from '../api/routes.ts';
import { useSession } from '../api/session.tsx';
import { BalanceStrip } from '../devices/BalanceStrip.tsx';
import { useBalanceHere, WithBalance } from '../devices/balanceHere.tsx';
import { weighedOnBody } from '../devices/weighedOn.ts';
import { BenchHead, DecisionBox, DrawAndStart } from '../register/bench.tsx';
import { SeenLine, SeenOnField, TODAY } from '../register/seen.tsx';
import { Busy } from '../ui/Busy.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { Notice } from '../ui/Notice.tsx';
import { VerdictSlip } from '../ui/Slip.tsx';
import { Station } from '../ui/Station.tsx';
import { to, useEntry } from '../ui/entry.ts';
import { TextField } from '../ui/fields.tsx';
import { MeterStation } from './MeterStation.tsx';
import { bookMethodOf, CAUTION } from './method.ts';
import { Deviations, OvenClocks, OvenWorkForm } from './Oven.tsx';
import { correctsTins, keptTins, tinFigures, TinsTable } from './Tins.tsx';
import { useKeys } from '../ui/keys.tsx';
import { VerdictMark } from '../ui/shapes.tsx';

export default function Moisture() {
  const { lot = '' } = useParams();
  const navigate = useNavigate();
  const { may } = useSession();
  const { data, error } = useQuery(reading(moistureRoutes.ofLot, { lot }));
  const [method, setMethod] = useState<string | null>(null);
  const [meter, setMeter] = useState('');
  const [fault, setFault] = useState<string>();
  const meters = useQuery(reading(moistureRoutes.meters, {})).data?.meters ?? [];
  useKeys([
    { key: 'l', says: 'back to the lot', act: () => void navigate(`/lots/${lot}`) },
    { key: 'b', says: 'bench sheet on paper', act: () => void navigate(`/lots/${lot}/moisture/sheet`) },
  ]);
  if (!data) return <Busy error={error} back={['/lots', 'the lots']} />;
  const bookMethod = bookMethodOf(data.method);
  const by = meters.find((one) => one.id === meter);
  const chosen = by ? `meter ${by.name}` : (method ?? bookMethod);
  const start = async (vesselId: string) => {
    await send(moistureRoutes.start, {}, { vesselId, method: chosen.trim(), ...(by ? { meter: by.id } : {}) });
    // A meter guides; what follows it is the oven.
    setMeter('');
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
    test.voided !== null ||
    test.meter?.result != null ||
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
      {meters.length > 0 && (
        <Form.Group className="field" controlId="measured-by">
          <Form.Label>measured by</Form.Label>
          <Form.Select value={meter} onChange={(event) => setMeter(event.target.value)}>
            <option value="">oven: the reference</option>
            {meters.map((one) => (
              <option key={one.id} value={one.id}>
                {one.name}: a meter
              </option>
            ))}
          </Form.Select>
        </Form.Group>
      )}
      {!by && (
        <TextField
          label="how it is dried"
          value={chosen}
          onChange={setMethod}
          fault={fault}
          hint={
            bookMethod ? 'as the rule book has it for this kind' : 'the rule book gives no oven method for this kind'
          }
        />
      )}
    </DrawAndStart>
  );
  if (!test)
    return (
      <Station
        slip={
          <p className="soft">
            {by
              ? 'The meter reads seed of the sample twice, poured anew. The sample stays sealed until it is read.'
              : 'Two containers are weighed empty, with seed, and dried. The sample stays sealed until it is weighed.'}
          </p>
        }
      >
        <BenchHead lot={data.lot} title="Moisture" />
        {!by && <p className="soft mt-1 mb-0 mx-0">{CAUTION}</p>}
        {draw}
      </Station>
    );
  if (test.meter)
    return (
      <MeterStation key={`${test.id} ${test.version}`} view={data} test={test} mayWrite={may('bench.write')}>
        {draw}
      </MeterStation>
    );
  return (
    <WithBalance>
      <Weighings key={`${test.id} ${test.version}`} view={data} test={test} mayWrite={may('bench.write')}>
        {draw}
      </Weighings>
    </WithBalance>
  );
}

interface WeighingsProps {
  view: MoistureView;
  test: MoistureTest;
  mayWrite: boolean;
  children: React.ReactNode;
}

function Weighings({ view, test, mayWrite, children }: WeighingsProps) {
  const here = useBalanceHere();
  const entry = useEntry({
    from: { ...keptTins(test.fields), weighedOn: {}, reason: '', ...TODAY },
    body: ({ first, second, weighedOn, ...values }) => ({
      ...values,
      first,
      second,
      ...weighedOnBody(here, tinFigures({ first, second }), test.fields, weighedOn),
    }),
    schema: moistureWeighingsSchema,
    send: to(moistureRoutes.weigh, { test: test.id }, { version: test.version }),
  });
  const { first, second, weighedOn } = entry.values;
  const corrects = correctsTins(test.fields, tinFigures({ first, second }));
  const { result } = test;
  return (
    <Station
      slip={
        result ? (
          <VerdictSlip title="two containers" verdict={result.verdict} />
        ) : (
          <p className="soft">(with seed − dried) / (with seed − empty) × 100, for each container.</p>
        )
      }
    >
      <BenchHead
        lot={view.lot}
        title={test.number > 1 ? `Moisture, test ${test.number}` : 'Moisture'}
        code={test.vesselCode}
      >
        {test.method} · {test.edition.name} ·{' '}
        <Link to={`/lots/${view.lot.id}/moisture/sheet`}>bench sheet on paper</Link>
      </BenchHead>
      <p className="soft mt-1 mb-0 mx-0">{CAUTION}</p>
      {test.voided && (
        <Notice bad role="status">
          Void: {voidWords(test.voided)}. Draw a new sample.
        </Notice>
      )}
      <OvenClocks test={test} may={mayWrite} />
      <EntryForm
        entry={entry}
        send={mayWrite ? (corrects ? 'Correct' : 'Save the weighings') : null}
        beside={<span className="soft">the dried weights may follow later</span>}
        className="mt-2"
      >
        <TinsTable
          title="weighed, g"
          tins={{ first, second }}
          weighedOn={weighedOn}
          set={(tins, on) => entry.set({ ...tins, weighedOn: on })}
          fields={test.fields}
          fault={entry.fault}
          may={mayWrite}
          goTo={test.fields['oven.outAt'] ? ['container', 'withSeed', 'dried'] : ['container', 'withSeed']}
        >
          <tr>
            <td className="serif">moisture</td>
            <td className="fig fs-4">{result ? `${result.firstPercent.toFixed(2)} %` : '—'}</td>
            <td className="fig fs-4">{result ? `${result.secondPercent.toFixed(2)} %` : '—'}</td>
          </tr>
        </TinsTable>
        {mayWrite && !result && <BalanceStrip into="the next container" />}
        {result && (
          <p className="my-2">
            <span className="fig fs-1">{result.reportedPercent.toFixed(1)} %</span>{' '}
            <VerdictMark mark={result.verdict.outcome} word />{' '}
            <span className="soft">{nextWords(result.verdict.next)}</span>
          </p>
        )}
        {mayWrite && !result && (
          <SeenOnField label={test.fields['first.withSeed'] ? 'dried, weighed on' : 'weighed in on'} entry={entry} />
        )}
        {corrects && <Field entry={entry} name="reason" />}
      </EntryForm>
      <Deviations test={test} />
      <OvenWorkForm key={test.version} test={test} may={mayWrite} />
      <SeenLine route={moistureRoutes.days} test={test} fields={test.fields} may={mayWrite} />
      <DecisionBox on={test} outside={result?.verdict.outcome === 'outside'} />
      {children}
    </Station>
  );
}
