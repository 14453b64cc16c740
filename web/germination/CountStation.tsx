import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { Button, Form, Stack } from 'react-bootstrap';
import { Link, useParams, useSearchParams } from 'react-router';
import type { DishView, GerminationTest, GerminationView } from '@mercato/contract/germination/germination';
import { germinationRoutes } from '@mercato/contract/germination/routes';
import type { ScanAnswer } from '@mercato/contract/register/lots';
import { substrateWords, temperatureWords } from '@mercato/core/rule-books/methodWords';
import { addCounts, calledAt, totalOf } from '@mercato/core/units/seedCounts';
import { RefusedKeys } from '../api/RefusedKeys.tsx';
import { reading, send } from '../api/routes.ts';
import { shortDay, useSession } from '../api/session.tsx';
import { HandNotice } from '../hands/HandNotice.tsx';
import { BenchHead } from '../register/bench.tsx';
import { isLate } from '../register/seen.tsx';
import { Busy } from '../ui/Busy.tsx';
import { Inline, Quiet } from '../ui/Buttons.tsx';
import { Notice } from '../ui/Notice.tsx';
import { Station } from '../ui/Station.tsx';
import { TextField, Trouble } from '../ui/fields.tsx';
import { KeyFoot } from '../ui/keys.tsx';
import { BetweenDishes, RangeSlip } from './BetweenDishes.tsx';
import { CauseField, CountDays, CountedOn } from './CountDay.tsx';
import { ClassKeys, Dishes, KindKeys } from './CountParts.tsx';
import { FiguresForm } from './FiguresForm.tsx';
import { countAt, seenOnOf } from './countDays.ts';
import { useCountKeys } from './useCountKeys.ts';
import { type Count, useCounting } from './useCounting.ts';

/** The germination count station: single keys, tens, figures, or the rest by difference. */
export default function CountStation() {
  const { lot = '' } = useParams();
  const [search] = useSearchParams();
  const { session } = useSession();
  const { data, error } = useQuery(reading(germinationRoutes.ofLot, { lot }));
  if (!data || !session?.person) return <Busy error={error} back={['/lots', 'the lots']} />;
  const asked = search.get('dish');
  const test =
    data.tests.find((one) => one.dishes.some((dish) => dish.id === asked)) ??
    data.tests.find((one) => one.number === Number(search.get('test'))) ??
    data.tests.findLast((one) => !one.result.complete && one.decision?.decision !== 'set-aside') ??
    data.tests.at(-1);
  if (!test)
    return (
      <main>
        <BenchHead lot={data.lot} title="Count" />
        <p>
          No test is set up yet. <Link to={`/lots/${lot}/germination`}>Plan one.</Link>
        </p>
      </main>
    );
  const number = test.dishes.find((one) => one.number === Number(search.get('number')))?.id ?? null;
  return <Counter key={test.id} view={data} test={test} personId={session.person.id} askedDish={asked ?? number} />;
}

interface Of {
  view: GerminationView;
  test: GerminationTest;
  count: Count;
}

function Counter({
  view,
  test,
  personId,
  askedDish,
}: Omit<Of, 'count'> & { personId: string; askedDish: string | null }) {
  const { may } = useSession();
  const count = useCounting(view, test, personId, askedDish);
  const { state, act, dish, final, isClosed, called, tally, left } = count;
  useCountKeys(view, count, may('bench.write'));
  const shown = useMemo(() => test.dishes.map((one) => called(one)), [test.dishes, state.day, tally]); // eslint-disable-line react-hooks/exhaustive-deps -- `called` reads just these
  if (!dish) return <main />;
  if (!tally.ready) return <Busy />;
  const seenOn = seenOnOf(test, state.day);
  return (
    <Station slip={<RangeSlip test={test} />}>
      <div className="counting">
        <BenchHead
          lot={view.lot}
          title={final ? 'Final count' : `Count of day ${state.day}`}
          code={`test ${test.number}`}
        >
          {substrateWords(view.lot.book, test.plan.substrate)}, {temperatureWords(test.plan.temperature)} °C · day{' '}
          {countAt(dish, state.day)?.day ?? state.day} of {test.plan.finalCountDay},{' '}
          {seenOn === view.today ? 'today' : shortDay(seenOn)}
          {test.plan.place && ` · ${test.plan.place}`}
        </BenchHead>
        <OfWhichDay view={view} test={test} count={count} />
        {state.scanned && <Scanned answer={state.scanned} leave={() => act({ do: 'scanned', answer: null })} />}
        <Dishes
          dishes={test.dishes}
          shown={shown}
          at={state.at}
          isClosed={isClosed}
          open={(at) => act({ do: 'open', at })}
        />
        <HandNotice
          what={`dish ${dish.number}`}
          held={dish.held}
          late={dish.late}
          hand={(what) => send(germinationRoutes.hand, { dish: dish.id }, what)}
          decideLate={({ day: of, ...late }) =>
            send(germinationRoutes.decideLate, { dish: dish.id }, { ...late, day: of ?? state.day })
          }
          may={may('bench.write')}
          taken={count.inHand}
        />
        <ClassKeys
          book={view.lot.book}
          classes={calledAt(final)}
          counts={count.current.counts}
          disabled={!count.mayCount}
          call={count.call}
        />
        <KindKeys divided={view.divided} parts={count.current.parts} disabled={!count.mayCount} call={count.callKind} />
        <StillToCall dish={dish} count={count} />
        {view.hardKnown === false && called(dish).hard > 0 && (
          <p className="near mb-0" role="status">
            Hard seed is not known of this family. Look again: did these seeds take up water?
          </p>
        )}
        <Trouble text={state.message ?? tally.waiting.trouble ?? undefined} />
        <RefusedKeys waiting={tally.waiting} drop={tally.dropRefused} />
        {state.typing ? (
          <FiguresForm
            key={`${dish.id} ${state.day}`}
            dish={dish}
            start={count.current}
            divided={view.divided}
            book={view.lot.book}
            closed={isClosed(dish)}
            there={countAt(dish, state.day) ?? null}
            dayZero={test.dayZero}
            planned={test.plan.finalCountDay}
            today={view.today}
            final={countAt(dish, state.day)?.closed ? (countAt(dish, state.day)?.final ?? final) : final}
            room={left + totalOf(count.current.counts)}
            onTake={count.take}
            onCorrect={count.correct}
            onLeave={() => act({ do: 'typing', on: false })}
          />
        ) : (
          <Closing view={view} dish={dish} count={count} />
        )}
      </div>
      <BetweenDishes test={test} shown={shown} />
    </Station>
  );
}

/** The count that is made: its day, whether it ends the test, and why where that is not planned. */
function OfWhichDay({ view, test, count }: Of) {
  const { may } = useSession();
  const { state, act, dish, final, mayCount } = count;
  const seenOn = seenOnOf(test, state.day);
  const there = dish && countAt(dish, state.day);
  return (
    <div className="count-day soft d-flex flex-wrap align-items-end gap-3 mt-2">
      <CountDays test={test} days={count.days} day={state.day} today={view.today} turnTo={count.turnTo} />
      {may('bench.write') && !there && !test.result.complete && (
        <CountedOn test={test} seenOn={seenOn} today={view.today} turnTo={count.turnTo} />
      )}
      {mayCount && (
        <Form.Check
          type="switch"
          id="ends-test"
          label="final count"
          checked={final}
          onChange={() => act({ do: 'ends', ends: !final })}
        />
      )}
      {mayCount && final && (
        <CauseField
          day={state.day}
          planned={test.plan.finalCountDay}
          cause={state.cause}
          onChange={(cause) => act({ do: 'cause', cause })}
        />
      )}
      {mayCount && isLate(seenOn, view.today) && (
        <TextField
          label="why it is entered so late"
          value={state.lateReason}
          onChange={(reason) => act({ do: 'late', reason })}
        />
      )}
      <Link to={`/lots/${view.lot.id}/germination`}>all tests</Link>
    </div>
  );
}

function Scanned({ answer, leave }: { answer: ScanAnswer; leave: () => void }) {
  return (
    <Notice>
      Scanned <span className="fig">{answer.code}</span>: {answer.vessel.purpose ?? answer.vessel.kind} of{' '}
      {answer.lot.reference}. The count stays open. <Link to={answer.open}>open it</Link>{' '}
      <Inline onClick={leave}>go on counting</Inline>
    </Notice>
  );
}

function StillToCall({ dish, count }: { dish: DishView; count: Count }) {
  const { state, final, left, isClosed, tally } = count;
  const there = countAt(dish, state.day);
  const before = totalOf(addCounts(dish.days.filter((one) => one.key !== state.day).map((one) => one.counts)));
  return (
    <div className="left d-flex flex-wrap align-items-baseline gap-2 mt-3" aria-live="polite">
      <span className="n">{left}</span>
      <span>
        {isClosed(dish)
          ? there
            ? `seeds of dish ${dish.number} after this count, which is closed`
            : `seeds of dish ${dish.number}, which is closed: nothing was counted on this day`
          : final
            ? `seeds of dish ${dish.number} still to call`
            : `seeds of dish ${dish.number} stay in the dish`}
      </span>
      {before > 0 && <span className="soft">{before} were taken out at earlier counts</span>}
      {state.mode !== 'one' && (
        <b className="text-next">
          {state.mode === 'ten' ? 'ten at once: which class?' : `the rest, ${left} seeds: which class?`}
        </b>
      )}
      {tally.waiting.keys > 0 && <span className="soft">{tally.waiting.keys} keys wait to be sent</span>}
    </div>
  );
}

/** What closes or corrects the dish, under the keys that count it. */
function Closing({ view, dish, count }: { view: GerminationView; dish: DishView; count: Count }) {
  const { may } = useSession();
  const { state, act, final, isClosed } = count;
  return (
    <>
      <KeyFoot
        keys={[
          ['1–5', 'call a seed'],
          ['⌫', 'undo'],
          ['← →', 'other dish'],
          ['T', 'ten at once'],
          ['R', 'rest by difference'],
          ['F', 'figures'],
          ['E', final ? 'not the final count' : 'final count'],
          ['C', final ? 'close the dish' : 'close this count'],
          ['N', 'next dishes due'],
        ]}
      />
      <Stack direction="horizontal" gap={2} className="actions">
        {count.mayCount && (
          <Button disabled={count.busy} onClick={() => void count.close()}>
            {final ? `Close dish ${dish.number}` : `Close day ${state.day} of dish ${dish.number}`}
          </Button>
        )}
        {may('bench.write') && isClosed(dish) && countAt(dish, state.day) && (
          <Quiet onClick={() => act({ do: 'typing', on: true })}>Correct dish {dish.number}</Quiet>
        )}
        <Link to={`/lots/${view.lot.id}/germination/dishes/${dish.id}`}>photographs, second hand, spoiled</Link>
      </Stack>
    </>
  );
}
