import { useQuery } from '@tanstack/react-query';
import { lazy, Suspense, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { type GerminationTest, type GerminationView, planDaysSchema } from '@mercato/contract/germination/germination';
import { germinationRoutes } from '@mercato/contract/germination/routes';
import type { LotBrief } from '@mercato/contract/register/lots';
import { nextWords } from '@mercato/contract/words/next';
import { isCount, type PlanEvent } from '@mercato/core/germination/planTest';
import { substrateWords, temperatureWords } from '@mercato/core/rule-books/methodWords';
import { CLASSES } from '@mercato/core/units/seedCounts';
import { reading } from '../api/routes.ts';
import { dueWords, shortDay, useSession } from '../api/session.tsx';
import { KindFigures } from '../register/KindFigures.tsx';
import { BenchHead, DecisionBox } from '../register/bench.tsx';
import { Busy } from '../ui/Busy.tsx';
import { Inline } from '../ui/Buttons.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { Fold } from '../ui/Fold.tsx';
import { Notice } from '../ui/Notice.tsx';
import { SeedHead } from '../ui/SeedHead.tsx';
import { Slip, VerdictSlip } from '../ui/Slip.tsx';
import { Station } from '../ui/Station.tsx';
import { to, useEntry } from '../ui/entry.ts';
import { useKeys } from '../ui/keys.tsx';
import { VerdictMark } from '../ui/shapes.tsx';
import { PlanForm } from './PlanForm.tsx';
import { EVENT_WORDS } from './words.ts';

const Behind = lazy(() => import('./Behind.tsx'));
const NEXT_WORDS: Readonly<Record<GerminationView['combined']['next'], string>> = {
  count: 'The test is being counted.',
  report: 'This is reported.',
  retest: 'Make a second test by the same method, or let the lead decide.',
  'third-test': 'Two tests out of tolerance: make a third.',
  'look-for-the-cause': 'No two tests agree: look for the cause before another test.',
};

/** All germination tests of a lot, what they say together, and the plan of the next one. */
export default function Germination() {
  const { lot = '' } = useParams();
  const navigate = useNavigate();
  const { may } = useSession();
  const { data, error } = useQuery(reading(germinationRoutes.ofLot, { lot }));
  const running = data?.tests.some((one) => !one.result.complete && one.decision?.decision !== 'set-aside') ?? false;
  useKeys([
    { key: 'l', says: 'back to the lot', act: () => void navigate(`/lots/${lot}`) },
    ...(running
      ? [{ key: 'c', says: 'to the count station', act: () => void navigate(`/lots/${lot}/germination/count`) }]
      : []),
  ]);
  if (!data) return <Busy error={error} back={['/lots', 'the lots']} />;
  const { combined, tests } = data;
  const another = !running && (tests.length === 0 || combined.next !== 'report' || data.waiting.length > 0);
  return (
    <Station
      slip={
        <>
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
        </>
      }
    >
      <BenchHead lot={data.lot} title="Germination" />
      {tests.length > 0 && (
        <p className="my-2">
          {combined.reported ? (
            <>
              <span className="fig fs-1">
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
            {data.fresh && combined.next === 'report' ? '' : NEXT_WORDS[combined.next]}
          </span>
        </p>
      )}
      {data.fresh && <FreshNotice fresh={data.fresh} treatments={data.method?.treatments?.value ?? []} />}
      {tests.map((test) => (
        <TestBlock key={test.id} test={test} today={data.today} lot={data.lot} mayCount={may('bench.write')} />
      ))}
      {another && <PlanForm view={data} mayWrite={may('bench.write')} retest={tests.length > 0} />}
    </Station>
  );
}

interface FreshNoticeProps {
  fresh: NonNullable<GerminationView['fresh']>;
  treatments: readonly string[];
}

/** Fresh seed is alive and asleep: more than the book's share asks for more before it is reported. */
function FreshNotice({ fresh, treatments }: FreshNoticeProps) {
  return (
    <Notice bad role="status">
      {fresh.percent} % fresh seed: alive but dormant. From {fresh.limitPercent} % on the rule book asks for proof that
      it is alive (tetrazolium, cutting test or excised embryo), and for a retest with a treatment against dormancy
      {treatments.length > 0 && ` (${treatments.join(', ')})`}; report the better result with its treatment.{' '}
      <span className="soft">
        {fresh.rule.provenance.origin}, {fresh.rule.provenance.verification}
      </span>
    </Notice>
  );
}

interface TestBlockProps {
  test: GerminationTest;
  today: string;
  lot: LotBrief;
  mayCount: boolean;
}

export function TestBlock({ test, today, lot, mayCount }: TestBlockProps) {
  const { plan, result } = test;
  const setAside = test.decision?.decision === 'set-aside';
  const [behind, setBehind] = useState(false);
  return (
    <section className="ruled-top pt-3 mt-3">
      <div className="head">
        <h2>
          Test {test.number}
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
        {plan.place && ` · ${plan.place}`} · set up by {test.createdBy}
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
          <figure key={dish.id} className="m-0 text-center">
            <SeedHead
              counts={dish.total}
              seeds={dish.seeds}
              size={110}
              label={`Dish ${dish.number}: ${CLASSES.map((one) => `${dish.total[one]} ${one}`).join(', ')}`}
            />
            <figcaption className="soft">
              <span className="fig text-ink">{dish.total.normal}</span> normal · dish {dish.number}
              <br />
              <span className="fig small">{dish.code}</span>
            </figcaption>
          </figure>
        ))}
      </div>
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
        outside={[result.verdict?.outcome, test.days?.outcome].some((one) => one === 'outside' || one === 'not-judged')}
      />
    </section>
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
