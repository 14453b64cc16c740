import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { meterReadingsSchema } from '@mercato/contract/moisture/meters';
import type { MoistureTest, MoistureView } from '@mercato/contract/moisture/moisture';
import { moistureRoutes } from '@mercato/contract/moisture/routes';
import { guideWords, voidWords } from '@mercato/contract/moisture/words';
import { nextWords } from '@mercato/contract/words/next';
import { BenchHead, DecisionBox, Earlier } from '../register/bench.tsx';
import { MeterTells } from './MeterTells.tsx';
import { SeenLine, SeenOnField, TODAY } from '../register/seen.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { Notice } from '../ui/Notice.tsx';
import { VerdictSlip } from '../ui/Slip.tsx';
import { Station } from '../ui/Station.tsx';
import { to, useEntry } from '../ui/entry.ts';
import { VerdictMark } from '../ui/shapes.tsx';
import { plainFigure } from '../ui/typedBody.ts';

const NAMES = ['first', 'second', 'seedC'] as const;

interface MeterValues {
  first: string;
  second: string;
  seedC: string;
  /** What the device told, by the line that took it. */
  heard: Partial<Record<(typeof NAMES)[number], string>>;
  reason: string;
  seenOn: string;
  lateReason: string;
}

interface MeterStationProps {
  view: MoistureView;
  test: MoistureTest;
  mayWrite: boolean;
  children: ReactNode;
}

/** A sample that a meter reads: twice, of seed poured anew, with its temperature. */
export function MeterStation({ view, test, mayWrite, children }: MeterStationProps) {
  const kept = (name: (typeof NAMES)[number]) => test.fields[`reading.${name}`]?.text ?? '';
  const initial: MeterValues = {
    first: kept('first'),
    second: kept('second'),
    seedC: kept('seedC'),
    heard: {},
    reason: '',
    ...TODAY,
  };
  const entry = useEntry({
    from: initial,
    body: ({ heard, ...values }) => {
      // What is typed over a reading is none.
      const told = NAMES.filter((name) => heard[name] !== undefined && heard[name] === values[name]);
      return { ...values, ...(told.length > 0 ? { heard: told } : {}) };
    },
    schema: meterReadingsSchema,
    send: to(moistureRoutes.read, { test: test.id }, { version: test.version }),
  });
  const corrects = NAMES.some((name) => kept(name) !== '' && kept(name) !== plainFigure(entry.values[name]));
  const result = test.meter?.result ?? null;
  return (
    <Station
      slip={
        result ? (
          <VerdictSlip title="two readings" verdict={result.verdict} />
        ) : (
          <p className="soft">The mean of two readings, turned into moisture by what the oven said of such readings.</p>
        )
      }
    >
      <BenchHead
        lot={view.lot}
        title={test.number > 1 ? `Moisture, test ${test.number}` : 'Moisture'}
        code={test.vesselCode}
      >
        {test.meter?.name} · {test.edition.name} · <Link to="/meters">meters and their calibrations</Link>
      </BenchHead>
      {test.voided && (
        <Notice bad role="status">
          Void: {voidWords(test.voided)}. Draw a new sample.
        </Notice>
      )}
      {result && (
        <div role="status">
          <p className="my-2">
            {result.guide && 'about '} <span className="fig fs-1">{result.reportedPercent.toFixed(1)} %</span>{' '}
            <VerdictMark mark={result.guide ? 'not-judged' : result.verdict.outcome} word={!result.guide} />{' '}
            <span className="soft">
              {nextWords(result.verdict.next)}
              {result.interval &&
                ` One oven result would lie between ${result.interval.lowerPercent.toFixed(1)} and ${result.interval.upperPercent.toFixed(1)} %, 19 times in 20.`}
            </span>
          </p>
          {result.guide && (
            <Notice>
              Only a guide, never a label value: {guideWords(result.guide)}. For a label, dry it in the oven.
            </Notice>
          )}
        </div>
      )}
      <EntryForm
        entry={entry}
        send={mayWrite && (corrects || !result) ? (corrects ? 'Correct' : 'Save the readings') : null}
        className="mt-2"
      >
        <div className="fields">
          {NAMES.map((name) => (
            <div key={name}>
              <Field entry={entry} name={name} disabled={!mayWrite} />
              <Earlier field={test.fields[`reading.${name}`]} />
            </div>
          ))}
        </div>
        {mayWrite && !result && test.meter?.device && (
          <MeterTells
            device={test.meter.device}
            waits={entry.values.first === '' ? 'first' : entry.values.second === '' ? 'second' : null}
            take={(into, { text, seedC }) => {
              const told = { [into]: text, seedC: String(seedC) };
              entry.set({ ...told, heard: { ...entry.values.heard, ...told } });
            }}
          />
        )}
        {mayWrite && !result && <SeenOnField label="read on" entry={entry} />}
        {corrects && <Field entry={entry} name="reason" />}
      </EntryForm>
      <SeenLine route={moistureRoutes.days} test={test} fields={test.fields} may={mayWrite} />
      <DecisionBox on={test} outside={result?.verdict.outcome === 'outside'} />
      {children}
    </Station>
  );
}
