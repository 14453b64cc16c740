import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { Link } from 'react-router';
import type { SowingPlanView } from '@mercato/contract/sowing/plans';
import { sowingRoutes } from '@mercato/contract/sowing/routes';
import { sowingNextWords, sproutedWords } from '@mercato/contract/sowing/words';
import { todayRoutes } from '@mercato/contract/today/routes';
import { addDays } from '@mercato/core/units/days';
import { linkTo, reading, send } from '../api/routes.ts';
import { dueWords, shortDay, useSession } from '../api/session.tsx';
import { Busy } from '../ui/Busy.tsx';
import { Inline } from '../ui/Buttons.tsx';
import { Strike } from '../ui/Strike.tsx';
import { useKeys } from '../ui/keys.tsx';
import { VerdictMark } from '../ui/shapes.tsx';
import { PlanForm } from './PlanForm.tsx';
import { SowPages } from './SowPages.tsx';

/** What is sown when, and by which day a test has to start, so that there is time to buy other seed. */
export default function SowingCalendar() {
  const { may } = useSession();
  const [writing, setWriting] = useState<SowingPlanView | 'new' | null>(null);
  const { data } = useQuery(reading(sowingRoutes.list, {}));
  useKeys(
    may('store.write') && writing === null
      ? [
          {
            key: 'n',
            says: 'plan a sowing',
            act: () => setWriting('new'),
          },
        ]
      : [],
  );
  if (!data) return <Busy />;
  return (
    <main className="w-wide">
      <div className="list-head">
        <h1>When to sow, when to test</h1>
        {may('store.write') && writing === null && <Button onClick={() => setWriting('new')}>Plan a sowing</Button>}
        <a href={linkTo(todayRoutes.calendar, {})} download="store.ics">
          for your calendar
        </a>
        {data.plans.length > 0 && <a href={linkTo(sowingRoutes.sheet, {})}>print the plan</a>}
      </div>
      <SowPages />
      {writing !== null && (
        <PlanForm
          key={writing === 'new' ? 'new' : `${writing.id} ${writing.version}`}
          before={writing === 'new' ? null : writing}
          today={data.today}
          leave={() => setWriting(null)}
        />
      )}
      {data.plans.length === 0 && writing === null && (
        <p className="mt-4">
          No sowing is planned. Say what you sow and when: you are told by which day its test has to start, so that
          there is time to buy other seed.
        </p>
      )}
      {data.plans.map((one) => (
        <Plan
          key={one.id}
          plan={one}
          today={data.today}
          change={may('store.write') && writing === null ? () => setWriting(one) : null}
        />
      ))}
    </main>
  );
}

interface PlanProps {
  plan: SowingPlanView;
  today: string;
  change: (() => void) | null;
}

function Plan({ plan, today, change }: PlanProps) {
  const { calendar, next } = plan;
  return (
    <section className="ruled-top mt-3 pt-2" aria-label={plan.kind}>
      <h2>{plan.packet ? <Link to={`/store/packets/${plan.packet.id}`}>{plan.packet.name}</Link> : plan.kind}</h2>
      <p>
        {next === null ? (
          <>
            <VerdictMark mark="not-judged" /> Its season is over.
          </>
        ) : (
          <>
            <VerdictMark mark={next.by < today ? 'outside' : next.what === 'order' ? 'near' : 'within'} />{' '}
            <b>{sowingNextWords(next, plan.kind)}</b>, {dueWords(next.by, today)}
          </>
        )}
        {plan.tested && (
          <span className="soft">
            {' '}
            · last test {shortDay(plan.tested.on)}: {sproutedWords(plan.tested)}
          </span>
        )}
      </p>
      <ol className="days list-unstyled mb-0">
        <li>
          <span className="fig">{shortDay(calendar.testBySafe)}</span> test, with room for a second one
        </li>
        <li>
          <span className="fig">{shortDay(calendar.testBy)}</span> last day to start a test of {plan.testDays} days
        </li>
        <li>
          <span className="fig">{shortDay(addDays(plan.from, -plan.buyDays))}</span> last day to order other seed
        </li>
        {calendar.sowings.map((day, i) => (
          <li key={day}>
            <span className="fig">{shortDay(day)}</span> sow
            {calendar.sowings.length > 1 && `, ${i + 1} of ${calendar.sowings.length}`}
          </li>
        ))}
        <li className="soft">
          <span className="fig">{shortDay(plan.to)}</span> the window ends
          {calendar.tooLate > 0 &&
            `; ${calendar.tooLate} ${calendar.tooLate === 1 ? 'sowing falls' : 'sowings fall'} behind it`}
          {plan.oneChance && '; it has this one chance a season'}
        </li>
      </ol>
      {plan.note && <p>{plan.note}</p>}
      {change && (
        <p>
          <Inline aria-label={`change ${plan.kind}`} onClick={change}>
            change
          </Inline>{' '}
          <Link to={plan.packet ? `/store/rounds/new?packets=${plan.packet.id}` : '/store/rounds/new'}>
            start a round
          </Link>{' '}
          <Strike
            what={plan.kind}
            words="drop it"
            strike={async (reason) => {
              await send(sowingRoutes.drop, { sowing: plan.id }, { reason }, { version: plan.version });
            }}
          />
        </p>
      )}
    </section>
  );
}
