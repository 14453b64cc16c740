import { type ReactNode, useState } from 'react';
import { Col, Row } from 'react-bootstrap';
import type { WeighedOn } from '@mercato/contract/devices/balances';
import { MOST_REPLICATES } from '@mercato/contract/weight/replicates';
import { weightRoutes } from '@mercato/contract/weight/routes';
import { type WeightTest, type WeightView, weightWeighingsSchema } from '@mercato/contract/weight/weight';
import { usualWords } from '@mercato/contract/weight/words';
import { nextWords } from '@mercato/contract/words/next';
import { BalanceStrip } from '../devices/BalanceStrip.tsx';
import { WeighInput } from '../devices/WeighInput.tsx';
import { useBalanceHere } from '../devices/balanceHere.tsx';
import { type TakenFrom, takenFrom, weighedOnBody } from '../devices/weighedOn.ts';
import type { CountedBy } from '../optics/CountPicture.tsx';
import { TakeCount } from '../optics/TakeCount.tsx';
import { BenchHead, DecisionBox, Earlier } from '../register/bench.tsx';
import { SeenLine, SeenOnField, TODAY } from '../register/seen.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { VerdictSlip } from '../ui/Slip.tsx';
import { Station } from '../ui/Station.tsx';
import { type Entry, to, useEntry } from '../ui/entry.ts';
import { described, Frame } from '../ui/fields.tsx';
import { VerdictMark } from '../ui/shapes.tsx';
import { plainFigure } from '../ui/typedBody.ts';
import { type ByCounter, CounterTells } from './CounterTells.tsx';
import { WeightFigures } from './WeightFigures.tsx';
import { howWords } from './words.ts';

type Way = 'replicates' | 'whole';
const WAYS: readonly (readonly [Way, string])[] = [
  ['replicates', 'hundreds, each weighed'],
  ['whole', 'the whole fraction, counted'],
];

interface Values {
  way: Way;
  replicates: string[];
  wholeMass: string;
  wholeSeeds: string;
  weighedOn: TakenFrom;
  reason: string;
  seenOn: string;
  lateReason: string;
}

const fieldOf = (i: number) => `replicate.${i + 1}`;

interface WeightStationProps {
  view: WeightView;
  test: WeightTest;
  mayWrite: boolean;
  children: ReactNode;
}

/** One weight test: its hundreds in the order in which they were weighed, or the whole fraction. */
export function WeightStation({ view, test, mayWrite, children }: WeightStationProps) {
  const here = useBalanceHere();
  // What a picture or a counter counted; typed over it is none of theirs.
  const [counted, setCounted] = useState<{ seeds: string; by: { picture: CountedBy } | { counter: ByCounter } } | null>(
    null,
  );
  const { asks } = view;
  const { fields, result } = test;
  const kept = Array.from({ length: MOST_REPLICATES }, (_, i) => fields[fieldOf(i)]?.text ?? '');
  const weighed = kept.filter(Boolean).length;
  const initial: Values = {
    way: fields.wholeMass ? 'whole' : 'replicates',
    replicates: kept,
    wholeMass: fields.wholeMass?.text ?? '',
    wholeSeeds: fields.wholeSeeds?.text ?? '',
    weighedOn: {},
    reason: '',
    ...TODAY,
  };
  const entry = useEntry({
    from: initial,
    body: (values) => {
      const masses = values.replicates.map(plainFigure);
      const last = masses.findLastIndex(Boolean);
      const whole = values.way === 'whole';
      const figures = whole
        ? { wholeMass: values.wholeMass }
        : Object.fromEntries(masses.map((mass, i) => [fieldOf(i), mass]));
      return {
        replicates: whole ? [] : masses.slice(0, last + 1),
        whole: whole
          ? {
              mass: values.wholeMass,
              seeds: values.wholeSeeds,
              ...(counted?.seeds === values.wholeSeeds ? counted.by : {}),
            }
          : null,
        ...weighedOnBody(here, figures, fields, values.weighedOn),
        seenOn: values.seenOn,
        lateReason: values.lateReason,
        reason: values.reason,
      };
    },
    schema: weightWeighingsSchema,
    send: to(weightRoutes.weigh, { test: test.id }, { version: test.version }),
  });
  const { values } = entry;
  const take = (seeds: string, by: { picture: CountedBy } | { counter: ByCounter }) => {
    setCounted({ seeds, by });
    entry.set({ wholeSeeds: seeds });
  };
  /** More is to be weighed. */
  const asked = !result || test.left > 0;
  const started = weighed > 0 || fields.wholeMass !== undefined;
  const corrects =
    kept.some((text, i) => text && text !== plainFigure(values.replicates[i] ?? '')) ||
    (['wholeMass', 'wholeSeeds'] as const).some((one) => fields[one] && fields[one].text !== plainFigure(values[one]));
  return (
    <Station
      slip={result ? <VerdictSlip title="weight of 1000 seeds" verdict={result.verdict} /> : <p>{howWords(view)}</p>}
    >
      <BenchHead
        lot={view.lot}
        title={test.number > 1 ? `Weight, test ${test.number}` : 'Weight'}
        code={test.vesselCode}
      >
        {test.edition.name}
      </BenchHead>
      {result && (
        <div role="status">
          <p className="my-2">
            <span className="fig fs-1">{result.reportedG} g</span> for 1000 seeds{' '}
            <VerdictMark mark={result.verdict.outcome} word />{' '}
            <span className="soft">{nextWords(result.verdict.next)}</span>
          </p>
          {test.plausible && usualWords(test.plausible) && <p className="outside">{usualWords(test.plausible)}</p>}
        </div>
      )}
      <EntryForm
        entry={entry}
        send={mayWrite && (corrects || asked) ? (corrects ? 'Correct' : 'Save the weighings') : null}
        waits
      >
        {!started && <Field entry={entry} name="way" label="weighed as" options={WAYS} />}
        {values.way === 'replicates' ? (
          <Hundreds entry={entry} test={test} seeds={asks.seeds} shown={weighed + test.left} may={mayWrite} />
        ) : (
          <Whole entry={entry} fields={fields} may={mayWrite} take={take} />
        )}
        {mayWrite && asked && <BalanceStrip into={values.way === 'whole' ? 'all of it' : 'the next hundred'} />}
        {mayWrite && asked && <SeenOnField label="weighed on" entry={entry} />}
        {corrects && <Field entry={entry} name="reason" />}
      </EntryForm>
      {result && <WeightFigures result={result} />}
      <SeenLine route={weightRoutes.days} test={test} fields={fields} may={mayWrite} />
      <DecisionBox on={test} outside={result?.verdict.outcome === 'outside'} />
      {children}
    </Station>
  );
}

interface WholeProps {
  entry: Entry<Values>;
  fields: WeightTest['fields'];
  may: boolean;
  /** Takes a count over from a picture or a counter. */
  take: (seeds: string, by: { picture: CountedBy } | { counter: ByCounter }) => void;
}

/** The whole fraction: weighed once, and counted. */
function Whole({ entry, fields, may, take }: WholeProps) {
  const { values, fault } = entry;
  return (
    <Row className="g-3 w-text">
      <Col xs={12} sm={6}>
        <Weighed
          label="all of it, g"
          value={values.wholeMass}
          fault={fault('whole.mass') ?? fault('weighedOn.wholeMass.why')}
          disabled={!may}
          earlier={<Earlier field={fields.wholeMass} />}
          onChange={(text, on) =>
            entry.set({ wholeMass: text, weighedOn: takenFrom(values.weighedOn, 'wholeMass', on) })
          }
        />
      </Col>
      <Col xs={12} sm={6}>
        <Field entry={entry} name="wholeSeeds" path="whole.seeds" label="seeds in it" disabled={!may} />
        {may && (
          <>
            <TakeCount of="seeds in it" onTake={(seeds, picture) => take(seeds, { picture })} />
            <CounterTells onTake={(seeds, counter) => take(seeds, { counter })} />
          </>
        )}{' '}
        <Earlier field={fields.wholeSeeds} />
      </Col>
    </Row>
  );
}

interface HundredsProps {
  entry: Pick<Entry<Values>, 'values' | 'set' | 'fault'>;
  test: WeightTest;
  seeds: number;
  shown: number;
  may: boolean;
}

function Hundreds({ entry, test, seeds, shown, may }: HundredsProps) {
  const { values, fault } = entry;
  const dropped = new Set(test.result?.replicates.flatMap((one, i) => (one.dropped ? [i] : [])));
  return (
    <Row className="g-3 w-text">
      {values.replicates.slice(0, shown).map((text, i) => {
        const name = fieldOf(i);
        return (
          <Col key={name} xs={6} sm={4} md={3}>
            <Weighed
              label={`${i + 1}. ${seeds} seeds, g`}
              value={text}
              fault={fault(`replicates.${i}`) ?? fault(name) ?? fault(`weighedOn.${name}.why`)}
              disabled={!may}
              autoFocus={i === test.result?.replicates.length || (i === 0 && text === '')}
              earlier={
                <>
                  <Earlier field={test.fields[name]} />
                  {dropped.has(i) && 'left out: too far from the mean'}
                </>
              }
              onChange={(next, on) =>
                entry.set({
                  replicates: values.replicates.map((one, at) => (at === i ? next : one)),
                  weighedOn: takenFrom(values.weighedOn, name, on),
                })
              }
            />
          </Col>
        );
      })}
    </Row>
  );
}

function Weighed({
  label,
  value,
  fault,
  disabled,
  autoFocus = false,
  earlier,
  onChange,
}: {
  label: string;
  value: string;
  fault: string | undefined;
  disabled: boolean;
  autoFocus?: boolean;
  earlier: ReactNode;
  onChange: (text: string, on?: WeighedOn) => void;
}) {
  const [refused, setRefused] = useState<string>();
  const says = refused ?? fault;
  const id = `weigh-${label.replace(/\W+/g, '-')}`;
  return (
    <Frame id={id} label={label} fault={says} hint={earlier}>
      <WeighInput
        id={id}
        value={value}
        disabled={disabled}
        invalid={says !== undefined}
        autoFocus={autoFocus}
        describedBy={described(id, says, earlier)}
        onRefused={setRefused}
        onChange={onChange}
      />
    </Frame>
  );
}
