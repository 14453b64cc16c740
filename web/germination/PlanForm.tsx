import { useState } from 'react';
import { Form } from 'react-bootstrap';
import {
  type GerminationView,
  type NewGerminationTest,
  newGerminationTestSchema,
  type NewTrial,
  newTrialSchema,
} from '@mercato/contract/germination/germination';
import { germinationRoutes } from '@mercato/contract/germination/routes';
import { validate } from '@mercato/contract/http/validate';
import { lastPermitted, openSetUps, planCalendar, type PlanInput } from '@mercato/core/germination/planTest';
import { Refused } from '../api/client.ts';
import { send } from '../api/routes.ts';
import { DrawAndStart } from '../register/bench.tsx';
import { seenBody } from '../register/seen.tsx';
import { unlessEmpty, wholeNumber } from '../ui/typedBody.ts';
import { type Arm, armOf, Arms } from './Arms.tsx';
import { CalendarLine, OnClosedDays } from './PlanCalendar.tsx';
import { PlanFields, SubstrateFold } from './PlanFields.tsx';
import { RetestReasons } from './RetestReasons.tsx';
import { Shelves } from './Shelves.tsx';
import { StartArms } from './StartArms.tsx';
import { proposed, seenIn, usePlanLines } from './planLines.ts';
import { CAUTION_WORDS, TREATMENT_WORDS } from './words.ts';

interface PlanFormProps {
  view: GerminationView;
  mayWrite: boolean;
  retest: boolean;
}

/** The plan of the next test: filled from the rule book or from the test before it. */
export function PlanForm({ view, mayWrite, retest }: PlanFormProps) {
  const { lot } = view;
  const { values, setFaults, field, set } = usePlanLines(view);
  const [arms, setArms] = useState<readonly Arm[] | null>(null);
  const [shelves, setShelves] = useState<string[]>([]);
  const [dishes = '4', seedsPerDish = '100'] = values.layout.split('×');
  const shared = {
    substrate: values.substrate.trim(),
    temperature: values.temperature.trim(),
    setUpDate: values.setUpDate,
    ...unlessEmpty('lateReason', values.lateReason),
    firstCountDay: wholeNumber(values.firstCountDay),
    finalCountDay: wholeNumber(values.finalCountDay),
    dishes: Number(dishes),
    seedsPerDish: Number(seedsPerDish),
    place: values.place.trim(),
    moistenDays: wholeNumber(values.moistenDays),
    ...(shelves.length > 0 ? { shelves } : {}),
    ...(values.batch.trim() === ''
      ? {}
      : {
          substrateBatch: {
            batch: values.batch.trim(),
            ph: values.ph.trim().replace(',', '.'),
            conductivity: values.conductivity.trim().replace(',', '.'),
          },
        }),
  };
  const one = (vesselId: string) => ({
    ...shared,
    vesselId,
    treatment: values.treatment.trim(),
    prechillDays: wholeNumber(values.prechillDays),
    ...(retest && values.because !== '' ? { because: values.because } : {}),
  });
  const several = (vessels: readonly string[]) => ({
    ...shared,
    arms: (arms ?? []).map((arm, i) => ({
      vesselId: vessels[i] ?? crypto.randomUUID(),
      name: arm.name,
      treatment: arm.treatment.trim(),
      prechillDays: wholeNumber(arm.prechillDays),
      control: arm.control,
    })),
  });
  const ready = () => {
    const checked = arms
      ? validate(newTrialSchema, several([]))
      : validate(newGerminationTestSchema, one(crypto.randomUUID()));
    setFaults(checked.ok ? [] : checked.faults);
    return checked.ok;
  };
  const told = async (work: () => Promise<unknown>) => {
    try {
      await work();
    } catch (error) {
      if (error instanceof Refused) setFaults(error.faults);
      throw error;
    }
  };
  const input = inputOf(values);
  const calendar = orNull(() => planCalendar(input, view.bench));
  const others = orNull(() => openSetUps(input, view.bench)) ?? [];
  const last = calendar?.at(-1)?.date;
  const longest = Math.max(0, ...(arms ?? []).map((arm) => Number(arm.prechillDays) || 0));
  const until = arms ? orNull(() => planCalendar({ ...input, prechillDays: longest }).at(-1)?.date) : last;
  const seeds = Number(dishes) * Number(seedsPerDish);
  const drawnOn = {
    seenOn: values.setUpDate === view.today ? '' : values.setUpDate,
    lateReason: values.lateReason,
  };
  return (
    <section className="ruled-top pt-3 mt-3">
      <h2>{retest ? 'Plan another test' : 'Plan the test'}</h2>
      {view.missing.length > 0 && (
        <p className="outside">
          The rule book lacks {view.missing.map((name) => MISSING_WORDS[name] ?? name).join(', ')} for this kind. Enter
          the laboratory’s own in the slip, or write them here.
        </p>
      )}
      {retest && !arms && (
        <RetestReasons
          chosen={values.because}
          seen={seenIn(view)}
          fault={field('because').fault}
          choose={(because) => set({ because, ...proposed(because, view) })}
        />
      )}
      <Form.Check
        className="mb-3"
        type="switch"
        id="several-arms"
        label="several treatments side by side"
        checked={arms !== null}
        onChange={() => setArms(arms ? null : [armOf('untreated'), armOf('pre-chill')])}
      />
      <PlanFields view={view} values={values} field={field} arms={arms !== null} />
      {arms && <Arms arms={arms} change={setArms} />}
      {!arms && values.treatment && <p className="soft">{CAUTION_WORDS.solution}</p>}
      {last && until && (
        <Shelves
          from={values.setUpDate}
          to={until}
          dishes={Number(dishes) * (arms?.length ?? 1)}
          chosen={shelves}
          fault={field('shelves').fault}
          choose={setShelves}
        />
      )}
      <SubstrateFold field={field} open={values.batch !== ''} />
      {calendar && !arms && <CalendarLine calendar={calendar} last={lastPermitted(input, view.bench)} />}
      {arms?.map((arm, i) => (
        <ArmCalendar key={i} arm={arm} input={input} bench={view.bench} />
      ))}
      {calendar && (
        <OnClosedDays calendar={calendar} others={others} setUp={(date) => field('setUpDate').onChange(date)} />
      )}
      {arms ? (
        <StartArms
          view={view}
          arms={arms.length}
          seeds={seeds}
          drawn={seenBody(drawnOn)}
          may={mayWrite}
          ready={ready}
          start={(vessels) => told(() => send(germinationRoutes.startTrial, {}, several(vessels) as NewTrial))}
        />
      ) : (
        <DrawAndStart
          lot={lot}
          purpose="germination"
          least={null}
          waiting={view.waiting}
          start={(vesselId) => told(() => send(germinationRoutes.start, {}, one(vesselId) as NewGerminationTest))}
          ready={ready}
          may={mayWrite}
          seeds={seeds}
          drawnOn={drawnOn}
        />
      )}
    </section>
  );
}

/** The days of one arm; nothing while they are still being typed. */
function ArmCalendar({ arm, input, bench }: { arm: Arm; input: PlanInput; bench: GerminationView['bench'] }) {
  const own = { ...input, prechillDays: Number(arm.prechillDays) };
  const calendar = orNull(() => planCalendar(own, bench));
  return (
    calendar && (
      <div>
        <b>{TREATMENT_WORDS[arm.name]}</b>
        <CalendarLine calendar={calendar} last={lastPermitted(own, bench)} />
      </div>
    )
  );
}

const MISSING_WORDS: Readonly<Record<string, string>> = {
  substrates: 'a substrate',
  temperatures: 'a temperature',
  firstCountDay: 'a first count day',
  finalCountDay: 'a final count day',
};

const inputOf = (
  values: Readonly<Record<'setUpDate' | 'prechillDays' | 'firstCountDay' | 'finalCountDay' | 'moistenDays', string>>,
): PlanInput => ({
  setUpDate: values.setUpDate,
  prechillDays: Number(values.prechillDays),
  firstCountDay: Number(values.firstCountDay),
  finalCountDay: Number(values.finalCountDay),
  moistenDays: Number(values.moistenDays),
});

/** Null while it is still being typed. */
function orNull<T>(work: () => T): T | null {
  try {
    return work();
  } catch {
    return null;
  }
}
