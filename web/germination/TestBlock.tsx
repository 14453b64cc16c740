import { lazy, Suspense, useState } from 'react';
import { Link } from 'react-router';
import { type DishView, type GerminationTest, planDaysSchema } from '@mercato/contract/germination/germination';
import { germinationRoutes } from '@mercato/contract/germination/routes';
import type { LotBrief } from '@mercato/contract/register/lots';
import { nextWords } from '@mercato/contract/words/next';
import { isCount, type PlanEvent } from '@mercato/core/germination/planTest';
import { substrateWords, temperatureWords } from '@mercato/core/rule-books/methodWords';
import { CLASSES } from '@mercato/core/units/seedCounts';
import { SEED_PARTS } from '@mercato/core/units/seedParts';
import { dueWords, shortDay, shortInstant, useSession } from '../api/session.tsx';
import { DecisionBox } from '../register/bench.tsx';
import { Inline } from '../ui/Buttons.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { Fold } from '../ui/Fold.tsx';
import { SeedHead } from '../ui/SeedHead.tsx';
import { to, useEntry } from '../ui/entry.ts';
import { VerdictMark } from '../ui/shapes.tsx';
import { PART_NAMES } from './counting.ts';
import { EVENT_WORDS, RETEST_WORDS, SPOIL_WORDS, TREATMENT_WORDS } from './words.ts';

const Behind = lazy(() => import('./Behind.tsx'));

interface TestBlockProps {
  test: GerminationTest;
  today: string;
  lot: LotBrief;
  mayCount: boolean;
  /** It is reported with more fresh seed than its book reports without more. */
  asleep?: boolean;
}

export function TestBlock({ test, today, lot, mayCount, asleep = false }: TestBlockProps) {
  const { plan, result } = test;
  const setAside = test.decision?.decision === 'set-aside';
  const [behind, setBehind] = useState(false);
  const zone = useSession().session?.laboratory.zone ?? 'UTC';
  return (
    <section className="ruled-top pt-3 mt-3">
      <div className="head">
        <h2>
          Test {test.number}
          {plan.arm && `, ${TREATMENT_WORDS[plan.arm.treatment]}${plan.arm.control ? ', control' : ''}`}
          {setAside ? ', set aside' : ''}
        </h2>
        <span className="code">{test.vesselCode}</span>
        {!result.complete && mayCount && !setAside && (
          <Link className="btn btn-primary ms-auto" to={`/lots/${lot.id}/germination/count?test=${test.number}`}>
            Count
          </Link>
        )}
      </div>
      <p className="soft">
        {plan.dishes} × {plan.seedsPerDish} seeds · {substrateWords(lot.book, plan.substrate)} ·{' '}
        {temperatureWords(plan.temperature)} °C
        {plan.treatment && ` · ${plan.treatment}`}
        {plan.prechillDays > 0 && ` · ${plan.prechillDays} days before warmth`}
        {plan.place && ` · ${plan.place}`} · set up by {test.createdBy}
        {plan.because && <span className="d-block">Tested again: {RETEST_WORDS[plan.because].why.toLowerCase()}</span>}
        {plan.dealt && (
          <span className="d-block">
            Hundreds dealt to {shelvesWords(new Set(plan.dealt.shelves).size)} at random, seed{' '}
            <span className="fig">{plan.dealt.seed}</span>
          </span>
        )}
        {plan.substrateBatch && (
          <span className="d-block">
            {test.substrate && <VerdictMark mark={test.substrate.outcome} />} substrate batch{' '}
            {plan.substrateBatch.batch}
            {plan.substrateBatch.ph && `, pH ${plan.substrateBatch.ph}`}
            {plan.substrateBatch.conductivity && `, ${plan.substrateBatch.conductivity} mS/m`}
            {test.substrate?.outcome === 'outside' && `. ${nextWords(test.substrate.next)}`}
          </span>
        )}
      </p>
      <p>
        {test.calendar.map((event, i) => (
          <span key={i}>
            {i > 0 && ' → '}
            <span className={event.date === today ? 'verdict next' : undefined}>
              {EVENT_WORDS[event.what]} {isCount(event) ? `day ${event.day}, ` : ''}
              {dueIfOpen(event, test, today)}
              {event.movedFrom && <span className="soft"> (moved from {shortDay(event.movedFrom)})</span>}
              {event.closed && isCount(event) && <span className="soft"> (a closed day)</span>}
            </span>
          </span>
        ))}
      </p>
      {mayCount && <PlanDaysForm test={test} />}
      <div
        className="d-grid gap-2"
        style={{ gridTemplateColumns: `repeat(${Math.min(4, test.dishes.length)}, minmax(0, 180px))` }}
      >
        {test.dishes.map((dish) => (
          <DishFigure key={dish.id} dish={dish} lot={lot.id} />
        ))}
      </div>
      <Kinds test={test} />
      {test.deviations.map((one) => (
        <p key={one.from + one.place.join()} className="mb-1">
          <VerdictMark mark="outside" /> {one.place.slice(-2).join(' › ')} was too {one.side} for{' '}
          {one.minutes < 120 ? `${one.minutes} min` : `${Math.round(one.minutes / 60)} h`}, at worst{' '}
          <span className="fig">{one.worstC} °C</span>{' '}
          <span className="soft">
            from {shortInstant(one.from, zone)}, dishes {one.dishes.join(', ')}
          </span>
        </p>
      ))}
      <p className="soft">{countedWords(test)}</p>
      {result.complete && result.verdict && (
        <p className="mt-2">
          <VerdictMark mark={result.verdict.outcome} word />{' '}
          <span className="soft">{nextWords(result.verdict.next)}</span>
        </p>
      )}
      {test.dishes.some((dish) => dish.closed) && (
        <Fold title="Behind the verdict: chance or bench, and speed" onToggle={setBehind}>
          {behind && (
            <Suspense>
              <Behind test={test} />
            </Suspense>
          )}
        </Fold>
      )}
      {test.days && test.days.outcome !== 'within' && (
        <p>
          <VerdictMark mark={test.days.outcome} word /> <span className="soft">{nextWords(test.days.next)}</span>
        </p>
      )}
      {test.dishes.some((dish) =>
        dish.days.some((day) => day.earlier.some((one) => one.supersededBecause !== null)),
      ) && (
        <p className="soft">
          {test.dishes.flatMap((dish) =>
            dish.days.flatMap((day) =>
              day.earlier
                .filter((one) => one.supersededBecause !== null)
                .map((one, i) => (
                  <span key={`${dish.id} ${day.day} ${i}`} className="d-block">
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
        outside={
          asleep ||
          test.deviations.length > 0 ||
          test.substrate?.outcome === 'outside' ||
          [result.verdict?.outcome, test.days?.outcome].some((one) => one === 'outside' || one === 'not-judged')
        }
      />
    </section>
  );
}

function DishFigure({ dish, lot }: { dish: DishView; lot: string }) {
  return (
    <figure className={dish.spoiled ? 'm-0 text-center spoiled' : 'm-0 text-center'}>
      <Link className="plain" to={`/lots/${lot}/germination/dishes/${dish.id}`}>
        <SeedHead
          counts={dish.total}
          seeds={dish.seeds}
          size={110}
          label={`Dish ${dish.number}: ${CLASSES.map((one) => `${dish.total[one]} ${one}`).join(', ')}`}
        />
      </Link>
      <figcaption className="soft">
        {dish.spoiled ? (
          <span className="outside">{SPOIL_WORDS[dish.spoiled.cause]}</span>
        ) : (
          <>
            <span className="fig text-ink">{dish.total.normal}</span> normal
          </>
        )}{' '}
        · <Link to={`/lots/${lot}/germination/dishes/${dish.id}`}>dish {dish.number}</Link>
        <br />
        <span className="fig small">{dish.code}</span>
        {dish.shelf.length > 0 && <span className="small d-block">{dish.shelf.slice(-2).join(' › ')}</span>}
        {dish.photos > 0 && (
          <span className="small d-block">
            {dish.photos} {dish.photos === 1 ? 'photograph' : 'photographs'}
          </span>
        )}
      </figcaption>
    </figure>
  );
}

const shelvesWords = (n: number) => (n === 1 ? 'one shelf' : `${n} shelves`);

/** Kinds within a class, where they were told apart in every dish. */
function Kinds({ test }: { test: GerminationTest }) {
  const told = SEED_PARTS.filter((part) => test.parts[part] !== undefined);
  if (told.length === 0) return null;
  return (
    <p className="soft mb-0">
      Told apart: {told.map((part) => `${test.parts[part] ?? 0} ${PART_NAMES[part]}`).join(', ')}
    </p>
  );
}

/** Puts the days of the plan right: when it was set up, and how long it stood cold. */
function PlanDaysForm({ test }: { test: GerminationTest }) {
  const [open, setOpen] = useState(false);
  const { plan } = test;
  const entry = useEntry({
    from: { setUpDate: plan.setUpDate, prechillDays: String(plan.prechillDays), reason: '' },
    schema: planDaysSchema,
    send: to(germinationRoutes.planDays, { test: test.id }, { version: test.version, done: () => setOpen(false) }),
  });
  if (!open)
    return (
      <p className="soft">
        <Inline className="ps-0" onClick={() => setOpen(true)}>
          correct the days of the plan
        </Inline>
      </p>
    );
  return (
    <EntryForm entry={entry} send="Correct the days" quiet leave={() => setOpen(false)} waits>
      <div className="fields">
        <Field entry={entry} name="setUpDate" />
        <Field entry={entry} name="prechillDays" />
        <Field entry={entry} name="reason" />
      </div>
    </EntryForm>
  );
}

/** Who counted, and on which days of the test: "counted by Ilse Marrow on day 4, 8 Nov, and day 10, 14 Nov". */
function countedWords(test: GerminationTest): string {
  const counts = test.dishes.flatMap((dish) => dish.days.filter((one) => one.closed));
  if (counts.length === 0) return '';
  const days = [...new Map(counts.map((one) => [one.day, one])).values()].sort((a, b) => a.day - b.day);
  const hands = [...new Set(counts.map((one) => one.by))].join(', ');
  const words = days.map(
    (one) => `day ${one.day}, ${shortDay(one.seenOn)}${one.seenFrom === 'plan' ? ' (from the plan)' : ''}`,
  );
  return `counted by ${hands} on ${words.join('; ')}`;
}

function dueIfOpen(event: PlanEvent, test: GerminationTest, today: string): string {
  if (!isCount(event)) return shortDay(event.date);
  const done = test.dishes.every(
    (dish) =>
      dish.closed || (event.what !== 'final-count' && dish.days.some((day) => day.day >= event.day && day.closed)),
  );
  return done ? `${shortDay(event.date)}, done` : dueWords(event.date, today);
}
