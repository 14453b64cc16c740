import { Busy } from '../ui/Busy.tsx';
import { SOWING_FIELDS } from '@mercato/contract/sowing/fieldWords';
import { Field } from '../ui/Field.tsx';
import { todayRoutes } from '@mercato/contract/today/routes';
import { sowingRoutes } from '@mercato/contract/sowing/routes';
import { storeRoutes } from '@mercato/contract/store/routes';
import { linkTo, reading, send } from '../api/routes.ts';
import { newSowingPlanSchema, type SowingPlanView } from '@mercato/contract/sowing/plans';
import { sowingNextWords, sproutedWords } from '@mercato/contract/sowing/words';
import { windowOfFrost } from '@mercato/core/sowing/window';
import { addDays } from '@mercato/core/units/days';
import { typedDay, typedDays } from '@mercato/core/units/typed';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type JSX } from 'react';
import Button from 'react-bootstrap/Button';
import { Link } from 'react-router';
import { readerNow } from '../api/reader.ts';
import { dueWords, shortDay, useSession } from '../api/session.tsx';
import { useKinds } from '../store/data.ts';
import { harvestWords } from '../store/words.ts';
import { useEntry } from '../ui/entry.ts';
import { EntryForm } from '../ui/EntryForm.tsx';
import { ChoiceField } from '../ui/fields.tsx';
import { useKeys } from '../ui/keys.tsx';
import { VerdictMark } from '../ui/shapes.tsx';
import { Strike } from '../ui/Strike.tsx';
import { SowPages } from './SowPages.tsx';

const USUAL_TEST = 14;

/** What is sown when, and by which day a test has to start, so that there is time to buy other seed. */
export default function SowingCalendar(): JSX.Element {
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

function Plan({
  plan,
  today,
  change,
}: {
  plan: SowingPlanView;
  today: string;
  change: (() => void) | null;
}): JSX.Element {
  const client = useQueryClient();
  const { calendar, next } = plan;
  return (
    <section className="sowing" aria-label={plan.kind}>
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
      <ol className="days">
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
          <Button variant="link" aria-label={`change ${plan.kind}`} onClick={change}>
            change
          </Button>{' '}
          <Link to={plan.packet ? `/store/rounds/new?packets=${plan.packet.id}` : '/store/rounds/new'}>
            start a round
          </Link>{' '}
          <Strike
            what={plan.kind}
            words="drop it"
            strike={async (reason) => {
              await send(client, sowingRoutes.drop, { sowing: plan.id }, { reason }, { version: plan.version });
            }}
          />
        </p>
      )}
    </section>
  );
}

function PlanForm({
  before,
  today,
  leave,
}: {
  before: SowingPlanView | null;
  today: string;
  leave: () => void;
}): JSX.Element {
  const client = useQueryClient();
  const { data: kinds } = useKinds();
  const [begins, setBegins] = useState<'day' | 'frost'>('day');
  const [ends, setEnds] = useState<'day' | 'frost'>('day');
  const entry = useEntry({
    from: {
      kind: before?.kind ?? '',
      packetId: before?.packetId ?? '',
      note: before?.note ?? '',
      from: before?.from ?? '',
      to: before?.to ?? '',
      lastFrost: '',
      firstFrost: '',
      afterFrost: '0',
      grow: '90',
      testDays: before?.testDays ?? null,
      buyDays: before?.buyDays ?? 14,
      sowings: before?.sowings ?? 1,
      everyDays: before?.everyDays ?? 14,
      oneChance: before?.oneChance ? 'true' : 'false',
    },
    body: (values) => {
      const named = kinds?.get(values.kind.trim().toLowerCase());
      const window = frostWindow(values, today);
      return {
        ...values,
        species: named?.species ?? '',
        from: begins === 'frost' ? (window.from ?? '') : values.from,
        to: ends === 'frost' ? (window.to ?? '') : values.to,
        testDays: values.testDays.trim() || (named?.smallTest?.lastDay ?? USUAL_TEST),
      };
    },
    schema: newSowingPlanSchema,
    words: SOWING_FIELDS,
    send: async (body, key) => {
      await (before
        ? send(client, sowingRoutes.change, { sowing: before.id }, body, { key, version: before.version })
        : send(client, sowingRoutes.plan, {}, body, { key }));
      leave();
    },
  });
  const typed = entry.values.kind.trim();
  const kind = kinds?.get(typed.toLowerCase());
  const { data: packets } = useQuery({ ...reading(storeRoutes.list, {}, { q: typed }), enabled: typed.length > 1 });
  const frost = frostWindow(entry.values, today);
  const testDays = kind?.smallTest?.lastDay ?? null;
  return (
    <EntryForm
      entry={entry}
      trouble={entry.general ?? entry.fault('')}
      title={before ? `Change the sowing of ${before.kind}` : 'Plan a sowing'}
      send="Plan it"
      leave={leave}
    >
      <div className="fields">
        <Field entry={entry} name="kind" list="kinds-to-sow" hint={kind?.species} />
        <Field
          entry={entry}
          name="packetId"
          options={[
            ['', 'not chosen yet'],
            ...(packets?.rows ?? []).map(
              (one) => [one.id, [one.kind, one.variety, harvestWords(one)].filter(Boolean).join(' ')] as const,
            ),
          ]}
        />
        <ChoiceField
          label="sowing begins"
          value={begins}
          onChange={(value) => setBegins(value === 'frost' ? 'frost' : 'day')}
          options={[
            ['day', 'on a day'],
            ['frost', 'by the last frost of spring'],
          ]}
        />
        {begins === 'day' ? (
          <Field entry={entry} name="from" type="text" placeholder="10 May" />
        ) : (
          <>
            <Field
              entry={entry}
              name="lastFrost"
              path="from"
              type="text"
              label="last frost of spring"
              placeholder="10 May"
            />
            <Field
              entry={entry}
              name="afterFrost"
              label="sown how long after it"
              placeholder="1 week"
              hint={frost.from ? `from ${shortDay(frost.from)}` : '−4 weeks is four weeks before'}
            />
          </>
        )}
        <ChoiceField
          label="sowing ends"
          value={ends}
          onChange={(value) => setEnds(value === 'frost' ? 'frost' : 'day')}
          options={[
            ['day', 'on a day'],
            ['frost', 'by the first frost of autumn'],
          ]}
        />
        {ends === 'day' ? (
          <Field entry={entry} name="to" type="text" placeholder="30 June" />
        ) : (
          <>
            <Field
              entry={entry}
              name="firstFrost"
              path="to"
              type="text"
              label="first frost of autumn"
              placeholder="5 Oct"
            />
            <Field
              entry={entry}
              name="grow"
              label="from sowing to harvest"
              placeholder="90 days"
              hint={frost.to ? `to ${shortDay(frost.to)}` : 'days or weeks'}
            />
          </>
        )}
        <Field
          entry={entry}
          name="testDays"
          placeholder={`${testDays ?? USUAL_TEST} days`}
          hint={
            testDays === null
              ? 'not known for this kind: two weeks is the usual guess'
              : `${testDays} by its kind (from memory)`
          }
        />
        <Field entry={entry} name="buyDays" placeholder="2 weeks" />
        <Field entry={entry} name="sowings" />
        <Field entry={entry} name="everyDays" placeholder="2 weeks" />
        <Field entry={entry} name="oneChance" />
        <Field entry={entry} name="note" />
      </div>
      <p className="soft">Today is {shortDay(today)}.</p>
      <datalist id="kinds-to-sow">
        {[...(kinds?.keys() ?? [])].map((name) => (
          <option key={name} value={name} />
        ))}
      </datalist>
    </EntryForm>
  );
}

interface TypedFrost {
  lastFrost: string;
  firstFrost: string;
  afterFrost: string;
  grow: string;
}

/** What the frosts say of the window, as far as they are typed. */
function frostWindow(
  { lastFrost, firstFrost, afterFrost, grow }: TypedFrost,
  today: string,
): { from: string | null; to: string | null } {
  const reader = readerNow(today);
  const [after, long] = [typedDays(afterFrost), typedDays(grow)];
  const [spring, autumn] = [typedDay(lastFrost, reader, 'coming'), typedDay(firstFrost, reader, 'coming')];
  return windowOfFrost({
    lastFrost: after === null ? null : spring,
    firstFrost: long === null ? null : autumn,
    afterFrostDays: after ?? 0,
    growDays: long ?? 0,
  });
}
