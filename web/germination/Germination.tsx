import {
  newGerminationTestSchema,
  type GerminationTest,
  type GerminationView,
} from '@mercato/contract/germination/germination';
import { CLASSES } from '@mercato/core/units/seedCounts';
import { planCalendar, type PlanEvent } from '@mercato/core/germination/planTest';
import { validate } from '@mercato/contract/http/validate';
import type { LotBrief } from '@mercato/contract/register/lots';
import { substrateWords, temperatureWords } from '@mercato/core/rule-books/methodWords';
import type { FieldFault } from '@mercato/contract/http/problem';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type JSX } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { read, Refused, write } from '../api/client.ts';
import { dueWords, shortDay, useSession } from '../api/session.tsx';
import { BenchHead, DecisionBox, DrawAndStart } from '../register/bench.tsx';
import { KindFigures } from '../register/KindFigures.tsx';
import { ChoiceField, TextField } from '../ui/fields.tsx';
import { useKeys } from '../ui/keys.tsx';
import { SeedHead } from '../ui/SeedHead.tsx';
import { Slip, VerdictSlip } from '../ui/Slip.tsx';
import { VerdictMark } from '../ui/shapes.tsx';

const EVENT_WORDS: Readonly<Record<PlanEvent['what'], string>> = {
  'set-up': 'set up',
  'end-of-prechill': 'out of the pre-chill',
  'first-count': 'first count',
  'interim-count': 'count',
  'final-count': 'final count',
};
const NEXT_WORDS: Readonly<Record<GerminationView['combined']['next'], string>> = {
  count: 'The test is being counted.',
  report: 'This is reported.',
  retest: 'Make a second test by the same method, or let the lead decide.',
  'third-test': 'Two tests part too far: make a third.',
  'look-for-the-cause': 'No two tests agree: look for the cause before another test.',
};

/** All germination tests of a lot, what they say together, and the plan of the next one. */
export default function Germination(): JSX.Element {
  const { lot = '' } = useParams();
  const navigate = useNavigate();
  const { may } = useSession();
  const { data } = useQuery({
    queryKey: ['germination', lot],
    queryFn: ({ signal }) => read<GerminationView>(`/lots/${lot}/germination`, signal),
  });
  const running = data?.tests.some((one) => !one.result.complete && one.decision?.decision !== 'set-aside') ?? false;
  useKeys([
    { key: 'l', says: 'back to the lot', act: () => void navigate(`/lots/${lot}`) },
    ...(running
      ? [{ key: 'c', says: 'to the count station', act: () => void navigate(`/lots/${lot}/germination/count`) }]
      : []),
  ]);
  if (!data) return <main aria-busy="true" />;
  const { combined, tests } = data;
  const another = !running && (tests.length === 0 || combined.next !== 'report' || data.waiting.length > 0);
  return (
    <main className="station">
      <section>
        <BenchHead lot={data.lot} title="Germination" />
        {tests.length > 0 && (
          <p style={{ marginTop: 14 }}>
            {combined.reported ? (
              <>
                <span className="fig" style={{ fontSize: 34 }}>
                  {combined.reported.normal}
                  {combined.reported.hard > 0 ? ` + ${combined.reported.hard} hard` : ''} %
                </span>{' '}
                <VerdictMark mark={combined.outcome} word />{' '}
              </>
            ) : (
              <VerdictMark mark={combined.outcome} word />
            )}{' '}
            <span className="soft">
              {combined.from.length === 2 ? 'The mean of two tests that agree. ' : ''}
              {NEXT_WORDS[combined.next]}
            </span>
          </p>
        )}
        {tests.map((test) => (
          <TestBlock key={test.id} test={test} today={data.today} lot={data.lot} mayCount={may('bench.write')} />
        ))}
        {another && <PlanForm view={data} mayWrite={may('bench.write')} retest={tests.length > 0} />}
      </section>
      <aside className="slip">
        {combined.comparison && <VerdictSlip title="two tests" verdict={combined.comparison} />}
        {tests.map(
          (test) =>
            test.result.verdict && (
              <VerdictSlip
                key={test.id}
                title={tests.length > 1 ? `replicates of test ${test.number}` : 'replicates'}
                verdict={test.result.verdict}
              />
            ),
        )}
        {combined.rounding && <Slip title="averages that total 100" steps={combined.rounding.steps} />}
        <KindFigures species={data.lot.species} book={data.lot.book} bookKind={data.method?.bookKind ?? null} />
      </aside>
    </main>
  );
}

function TestBlock({
  test,
  today,
  lot,
  mayCount,
}: {
  test: GerminationTest;
  today: string;
  lot: LotBrief;
  mayCount: boolean;
}): JSX.Element {
  const { plan, result } = test;
  const setAside = test.decision?.decision === 'set-aside';
  return (
    <section style={{ borderTop: '1px solid var(--rule)', paddingTop: 14, marginTop: 14 }}>
      <div className="head">
        <h2>
          Test {test.number}
          {setAside ? ', set aside' : ''}
        </h2>
        <span className="code">{test.vesselCode}</span>
        {!result.complete && mayCount && !setAside && (
          <Link
            className="btn btn-primary"
            style={{ marginLeft: 'auto' }}
            to={`/lots/${lot.id}/germination/count?test=${test.number}`}
          >
            Count
          </Link>
        )}
      </div>
      <p className="soft">
        {plan.dishes} × {plan.seedsPerDish} seeds · {substrateWords(lot.book, plan.substrate)} ·{' '}
        {temperatureWords(plan.temperature)} °C
        {plan.treatment && ` · ${plan.treatment}`}
        {plan.place && ` · ${plan.place}`} · set up by {test.createdBy}
      </p>
      <p>
        {test.calendar.map((event, i) => (
          <span key={i}>
            {i > 0 && ' → '}
            <span className={event.date === today ? 'verdict next' : undefined}>
              {EVENT_WORDS[event.what]} {event.what.endsWith('count') ? `day ${event.day}, ` : ''}
              {dueIfOpen(event, test, today)}
            </span>
          </span>
        ))}
      </p>
      <div
        style={{
          display: 'grid',
          gridTemplateColumns: `repeat(${Math.min(4, test.dishes.length)}, minmax(0, 180px))`,
          gap: 8,
        }}
      >
        {test.dishes.map((dish) => (
          <figure key={dish.id} style={{ margin: 0, textAlign: 'center' }}>
            <SeedHead
              counts={dish.total}
              seeds={dish.seeds}
              size={110}
              label={`Dish ${dish.number}: ${CLASSES.map((one) => `${dish.total[one]} ${one}`).join(', ')}`}
            />
            <figcaption className="soft">
              <span className="fig" style={{ color: 'var(--ink)' }}>
                {dish.total.normal}
              </span>{' '}
              normal · dish {dish.number}
              <br />
              <span className="fig" style={{ fontSize: 14 }}>
                {dish.code}
              </span>
            </figcaption>
          </figure>
        ))}
      </div>
      {result.complete && result.verdict && (
        <p style={{ marginTop: 8 }}>
          <VerdictMark mark={result.verdict.outcome} word /> <span className="soft">{result.verdict.next}</span>
        </p>
      )}
      {test.dishes.some((dish) =>
        dish.days.some((day) => day.earlier.some((one) => one.supersededBecause !== 'counting went on')),
      ) && (
        <p className="soft">
          {test.dishes.flatMap((dish) =>
            dish.days.flatMap((day) =>
              day.earlier
                .filter((one) => one.supersededBecause !== 'counting went on')
                .map((one, i) => (
                  <span key={`${dish.id} ${day.day} ${i}`} style={{ display: 'block' }}>
                    dish {dish.number}, day {day.day}:{' '}
                    <span className="struck fig">
                      {CLASSES.map((kind) => `${one.counts[kind]} ${kind}`).join(', ')}
                    </span>{' '}
                    by {one.by}; corrected: {one.supersededBecause}
                  </span>
                )),
            ),
          )}
        </p>
      )}
      <DecisionBox
        on={test}
        outside={result.verdict?.outcome === 'outside' || result.verdict?.outcome === 'not-judged'}
      />
    </section>
  );
}

function dueIfOpen(event: PlanEvent, test: GerminationTest, today: string): string {
  if (!event.what.endsWith('count')) return shortDay(event.date);
  const done = test.dishes.every((dish) =>
    event.what === 'final-count' ? dish.closed : dish.days.some((day) => day.day === event.day && day.closed),
  );
  return done ? `${shortDay(event.date)}, done` : dueWords(event.date, today);
}

function PlanForm({
  view,
  mayWrite,
  retest,
}: {
  view: GerminationView;
  mayWrite: boolean;
  retest: boolean;
}): JSX.Element {
  const client = useQueryClient();
  const { method, lot } = view;
  const last = view.tests.at(-1)?.plan;
  const [values, setValues] = useState({
    substrate: last?.substrate ?? method?.substrates?.value[0] ?? '',
    temperature: last?.temperature ?? method?.temperatures?.value[0] ?? '',
    treatment: last?.treatment ?? '',
    setUpDate: view.today,
    prechillDays: String(last?.prechillDays ?? 0),
    firstCountDay: String(last?.firstCountDay ?? method?.firstCountDay?.value ?? ''),
    finalCountDay: String(last?.finalCountDay ?? method?.finalCountDay?.value ?? ''),
    layout: last ? `${last.dishes}×${last.seedsPerDish}` : '4×100',
    place: last?.place ?? '',
  });
  const [faults, setFaults] = useState<readonly FieldFault[]>([]);
  const set = (change: Partial<typeof values>) => {
    setValues((before) => ({ ...before, ...change }));
  };
  const fault = (path: string) => faults.find((one) => one.path === path)?.message;
  const number = (text: string) => (/^\d+$/.test(text.trim()) ? Number(text) : text);
  const [dishes = '4', seedsPerDish = '100'] = values.layout.split('×');
  const body = (vesselId: string) => ({
    vesselId,
    substrate: values.substrate.trim(),
    temperature: values.temperature.trim(),
    treatment: values.treatment.trim(),
    setUpDate: values.setUpDate,
    prechillDays: number(values.prechillDays),
    firstCountDay: number(values.firstCountDay),
    finalCountDay: number(values.finalCountDay),
    dishes: Number(dishes),
    seedsPerDish: Number(seedsPerDish),
    place: values.place.trim(),
  });
  const ready = () => {
    const checked = validate(newGerminationTestSchema, body(crypto.randomUUID()));
    setFaults(checked.ok ? [] : checked.faults);
    return checked.ok;
  };
  const start = async (vesselId: string) => {
    try {
      client.setQueryData(
        ['germination', lot.id],
        await write<GerminationView>('POST', '/germination/tests', body(vesselId)),
      );
      await client.invalidateQueries({ queryKey: ['lot', lot.id] });
    } catch (error) {
      if (error instanceof Refused) setFaults(error.faults);
      throw error;
    }
  };
  const calendar = calendarOf(values);
  const choices = (list: readonly string[], current: string, words: (one: string) => string) =>
    [...new Set([...list, ...(current ? [current] : [])])].map((one) => [one, words(one)] as const);
  return (
    <section style={{ borderTop: '1px solid var(--rule)', paddingTop: 14, marginTop: 14 }}>
      <h2>{retest ? 'Plan another test' : 'Plan the test'}</h2>
      {view.missing.length > 0 && (
        <p className="outside">
          The rule book lacks {view.missing.map((one) => MISSING_WORDS[one] ?? one).join(', ')} for this kind. Enter the
          laboratory’s own in the slip, or write them here.
        </p>
      )}
      <div className="fields" style={{ maxWidth: 860 }}>
        {method?.substrates ? (
          <ChoiceField
            label="substrate"
            value={values.substrate}
            onChange={(substrate) => {
              set({ substrate });
            }}
            fault={fault('substrate')}
            options={choices(method.substrates.value, values.substrate, (one) => substrateWords(lot.book, one))}
          />
        ) : (
          <TextField
            label="substrate"
            value={values.substrate}
            onChange={(substrate) => {
              set({ substrate });
            }}
            fault={fault('substrate')}
          />
        )}
        {method?.temperatures ? (
          <ChoiceField
            label="temperature, °C"
            value={values.temperature}
            onChange={(temperature) => {
              set({ temperature });
            }}
            fault={fault('temperature')}
            options={choices(method.temperatures.value, values.temperature, temperatureWords)}
            hint={`within ± ${view.temperatureBandC} °C`}
          />
        ) : (
          <TextField
            label="temperature, °C"
            value={values.temperature}
            onChange={(temperature) => {
              set({ temperature });
            }}
            fault={fault('temperature')}
          />
        )}
        <ChoiceField
          label="seeds"
          value={values.layout}
          onChange={(layout) => {
            set({ layout });
          }}
          fault={fault('dishes') ?? fault('seedsPerDish')}
          options={[
            ['4×100', '400: 4 × 100'],
            ['8×50', '400: 8 × 50'],
            ['16×25', '400: 16 × 25'],
            ['2×100', '200: 2 × 100, feeds no label'],
            ['4×50', '200: 4 × 50, feeds no label'],
            ['1×100', '100, feeds no label'],
            ['2×25', '50, feeds no label'],
          ]}
        />
        <TextField
          label="set up on"
          type="date"
          value={values.setUpDate}
          onChange={(setUpDate) => {
            set({ setUpDate });
          }}
          fault={fault('setUpDate')}
        />
        <TextField
          label="first count, day"
          figure
          inputMode="numeric"
          value={values.firstCountDay}
          onChange={(firstCountDay) => {
            set({ firstCountDay });
          }}
          fault={fault('firstCountDay')}
        />
        <TextField
          label="final count, day"
          figure
          inputMode="numeric"
          value={values.finalCountDay}
          onChange={(finalCountDay) => {
            set({ finalCountDay });
          }}
          fault={fault('finalCountDay')}
        />
        <TextField
          label="treatment against dormancy"
          value={values.treatment}
          onChange={(treatment) => {
            set({ treatment });
          }}
          fault={fault('treatment')}
          hint={method?.treatments ? `the book knows ${method.treatments.value.join(', ')}` : undefined}
        />
        <TextField
          label="pre-chill, days"
          figure
          inputMode="numeric"
          value={values.prechillDays}
          onChange={(prechillDays) => {
            set({ prechillDays });
          }}
          fault={fault('prechillDays')}
          hint="not counted in the days of the test"
        />
        <TextField
          label="place"
          value={values.place}
          onChange={(place) => {
            set({ place });
          }}
          fault={fault('place')}
          hint="cabinet and shelf"
        />
      </div>
      {values.treatment && (
        <p className="soft">
          Nitrate, gibberellic acid and acids: gloves and eye protection; follow the safety sheet and local rules.
        </p>
      )}
      {calendar && (
        <p>
          {calendar.map((event, i) => (
            <span key={i}>
              {i > 0 && ' → '}
              {EVENT_WORDS[event.what]}
              {event.what.endsWith('count') ? ` day ${event.day}` : ''}{' '}
              <span className="fig">{shortDay(event.date)}</span>
            </span>
          ))}
        </p>
      )}
      <DrawAndStart
        lot={lot}
        purpose="germination"
        least={null}
        waiting={view.waiting}
        start={start}
        ready={ready}
        may={mayWrite}
      />
    </section>
  );
}

const MISSING_WORDS: Readonly<Record<string, string>> = {
  substrates: 'a substrate',
  temperatures: 'a temperature',
  firstCountDay: 'a first count day',
  finalCountDay: 'a final count day',
};

function calendarOf(values: {
  setUpDate: string;
  prechillDays: string;
  firstCountDay: string;
  finalCountDay: string;
}): readonly PlanEvent[] | null {
  try {
    return planCalendar({
      setUpDate: values.setUpDate,
      prechillDays: Number(values.prechillDays),
      firstCountDay: Number(values.firstCountDay),
      finalCountDay: Number(values.finalCountDay),
    });
  } catch {
    return null; // still being typed
  }
}
