import { type GerminationView, newGerminationTestSchema } from '@mercato/contract/germination/germination';
import { germinationRoutes } from '@mercato/contract/germination/routes';
import { validate } from '@mercato/contract/http/validate';
import { isCount, openSetUps, planCalendar, type PlanEvent, type PlanInput } from '@mercato/core/germination/planTest';
import { substrateWords, temperatureWords } from '@mercato/core/rule-books/methodWords';
import { Refused } from '../api/client.ts';
import { send } from '../api/routes.ts';
import { shortDay } from '../api/session.tsx';
import { DrawAndStart } from '../register/bench.tsx';
import { isLate } from '../register/seen.tsx';
import { Inline } from '../ui/Buttons.tsx';
import { ChoiceField, TextField } from '../ui/fields.tsx';
import { useLines } from '../ui/lines.ts';
import { VerdictMark } from '../ui/shapes.tsx';
import { unlessEmpty, wholeNumber } from '../ui/typedBody.ts';
import { EVENT_WORDS } from './words.ts';

interface PlanFormProps {
  view: GerminationView;
  mayWrite: boolean;
  retest: boolean;
}

/** The plan of the next test: filled from the rule book or from the test before it. */
export function PlanForm({ view, mayWrite, retest }: PlanFormProps) {
  const { method, lot } = view;
  const last = view.tests.at(-1)?.plan;
  const { values, setFaults, field } = useLines({
    substrate: last?.substrate ?? method?.substrates?.value[0] ?? '',
    temperature: last?.temperature ?? method?.temperatures?.value[0] ?? '',
    treatment: last?.treatment ?? '',
    setUpDate: view.today,
    lateReason: '',
    prechillDays: String(last?.prechillDays ?? 0),
    firstCountDay: String(last?.firstCountDay ?? method?.firstCountDay?.value ?? ''),
    finalCountDay: String(last?.finalCountDay ?? method?.finalCountDay?.value ?? ''),
    layout: last ? `${last.dishes}×${last.seedsPerDish}` : '4×100',
    place: last?.place ?? '',
  });
  const [dishes = '4', seedsPerDish = '100'] = values.layout.split('×');
  const body = (vesselId: string) => ({
    vesselId,
    substrate: values.substrate.trim(),
    temperature: values.temperature.trim(),
    treatment: values.treatment.trim(),
    setUpDate: values.setUpDate,
    ...unlessEmpty('lateReason', values.lateReason),
    prechillDays: wholeNumber(values.prechillDays),
    firstCountDay: wholeNumber(values.firstCountDay),
    finalCountDay: wholeNumber(values.finalCountDay),
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
      await send(germinationRoutes.start, {}, body(vesselId));
    } catch (error) {
      if (error instanceof Refused) setFaults(error.faults);
      throw error;
    }
  };
  const input = inputOf(values);
  const calendar = orNull(() => planCalendar(input, view.bench));
  const others = orNull(() => openSetUps(input, view.bench)) ?? [];
  const choices = (list: readonly string[], current: string, words: (one: string) => string) =>
    [...new Set([...list, ...(current ? [current] : [])])].map((one) => [one, words(one)] as const);
  return (
    <section className="ruled-top pt-3 mt-3">
      <h2>{retest ? 'Plan another test' : 'Plan the test'}</h2>
      {view.missing.length > 0 && (
        <p className="outside">
          The rule book lacks {view.missing.map((one) => MISSING_WORDS[one] ?? one).join(', ')} for this kind. Enter the
          laboratory’s own in the slip, or write them here.
        </p>
      )}
      <div className="fields w-text">
        {method?.substrates ? (
          <ChoiceField
            label="substrate"
            {...field('substrate')}
            options={choices(method.substrates.value, values.substrate, (one) => substrateWords(lot.book, one))}
          />
        ) : (
          <TextField label="substrate" {...field('substrate')} />
        )}
        {method?.temperatures ? (
          <ChoiceField
            label="temperature, °C"
            {...field('temperature')}
            options={choices(method.temperatures.value, values.temperature, temperatureWords)}
            hint={`within ± ${view.temperatureBandC} °C`}
          />
        ) : (
          <TextField label="temperature, °C" {...field('temperature')} />
        )}
        <ChoiceField label="seeds" {...field('layout', 'dishes', 'seedsPerDish')} options={LAYOUTS} />
        <TextField label="set up on" type="date" {...field('setUpDate')} />
        {isLate(values.setUpDate, view.today) && (
          <TextField label="why it is entered so late" {...field('lateReason')} />
        )}
        <TextField label="first count, day" figure inputMode="numeric" {...field('firstCountDay')} />
        <TextField label="final count, day" figure inputMode="numeric" {...field('finalCountDay')} />
        <TextField
          label="treatment against dormancy"
          {...field('treatment')}
          hint={method?.treatments ? `the book knows ${method.treatments.value.join(', ')}` : undefined}
        />
        <TextField
          label="pre-chill, days"
          figure
          inputMode="numeric"
          {...field('prechillDays')}
          hint="not counted in the days of the test"
        />
        <TextField label="place" {...field('place')} hint="cabinet and shelf" />
      </div>
      {values.treatment && (
        <p className="soft">
          Nitrate, gibberellic acid and acids: gloves and eye protection; follow the safety sheet and local rules.
        </p>
      )}
      {calendar && <CalendarLine calendar={calendar} />}
      {calendar && (
        <OnClosedDays calendar={calendar} others={others} setUp={(date) => field('setUpDate').onChange(date)} />
      )}
      <DrawAndStart
        lot={lot}
        purpose="germination"
        least={null}
        waiting={view.waiting}
        start={start}
        ready={ready}
        may={mayWrite}
        seeds={Number(dishes) * Number(seedsPerDish)}
        drawnOn={{
          seenOn: values.setUpDate === view.today ? '' : values.setUpDate,
          lateReason: values.lateReason,
        }}
      />
    </section>
  );
}

const LAYOUTS = [
  ['4×100', '400: 4 × 100'],
  ['8×50', '400: 8 × 50'],
  ['16×25', '400: 16 × 25'],
  ['2×100', '200: 2 × 100, feeds no label'],
  ['4×50', '200: 4 × 50, feeds no label'],
  ['1×100', '100, feeds no label'],
  ['2×25', '50, feeds no label'],
] as const;

const MISSING_WORDS: Readonly<Record<string, string>> = {
  substrates: 'a substrate',
  temperatures: 'a temperature',
  firstCountDay: 'a first count day',
  finalCountDay: 'a final count day',
};

/** So many other days are offered. */
const OFFERED = 3;

const inputOf = (
  values: Readonly<Record<'setUpDate' | 'prechillDays' | 'firstCountDay' | 'finalCountDay', string>>,
): PlanInput => ({
  setUpDate: values.setUpDate,
  prechillDays: Number(values.prechillDays),
  firstCountDay: Number(values.firstCountDay),
  finalCountDay: Number(values.finalCountDay),
});

/** Null while it is still being typed. */
function orNull<T>(work: () => T): T | null {
  try {
    return work();
  } catch {
    return null;
  }
}

/** The days of a test in a line; what was moved off a closed day says so. */
function CalendarLine({ calendar }: { calendar: readonly PlanEvent[] }) {
  return (
    <p>
      {calendar.map((event, i) => (
        <span key={i}>
          {i > 0 && ' → '}
          {EVENT_WORDS[event.what]}
          {isCount(event) ? ` day ${event.day},` : ''} <span className="fig">{shortDay(event.date)}</span>
          {event.movedFrom && <span className="soft"> (moved from {shortDay(event.movedFrom)}, a closed day)</span>}
        </span>
      ))}
    </p>
  );
}

interface OnClosedDaysProps {
  calendar: readonly PlanEvent[];
  /** Days on which it could be set up instead. */
  others: readonly string[];
  setUp: (date: string) => void;
}

/** What falls on a closed day and cannot be moved, with set-ups that avoid it. */
function OnClosedDays({ calendar, others, setUp }: OnClosedDaysProps) {
  const closed = calendar.filter((event) => event.closed);
  if (closed.length === 0) return null;
  return (
    <p>
      <VerdictMark mark="outside" /> The laboratory is closed on{' '}
      {closed.map((event) => shortDay(event.date)).join(', ')}, and the rule book does not permit a move to an open day.{' '}
      {others.length > 0 && (
        <>
          Set up on{' '}
          {others.slice(0, OFFERED).map((date, i) => (
            <span key={date}>
              {i > 0 && ' or '}
              <Inline onClick={() => setUp(date)}>{shortDay(date)}</Inline>
            </span>
          ))}
          : every day of the test is then an open one.
        </>
      )}
    </p>
  );
}
