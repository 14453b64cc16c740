import { Station } from '../ui/Station.tsx';
import Stack from 'react-bootstrap/Stack';
import { Notice } from '../ui/Notice.tsx';
import { Busy } from '../ui/Busy.tsx';
import { germinationRoutes } from '@mercato/contract/germination/routes';
import { callRoute, keyOf, reading, send } from '../api/routes.ts';
import type {
  DishCount,
  DishView,
  EntryWay,
  GerminationTest,
  GerminationView,
} from '@mercato/contract/germination/germination';
import type { ScanAnswer } from '@mercato/contract/register/lots';
import type { EndCause } from '@mercato/core/germination/judgeCountDays';
import {
  addCounts,
  calledAt,
  CLASSES,
  NO_COUNTS,
  totalOf,
  type Counts,
  type SeedClass,
} from '@mercato/core/units/seedCounts';
import { substrateWords, temperatureWords } from '@mercato/core/rule-books/methodWords';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useMemo, useRef, useState, type JSX } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import { Refused } from '../api/client.ts';
import { shortDay, useSession } from '../api/session.tsx';
import { RefusedKeys } from '../api/RefusedKeys.tsx';
import { BenchHead } from '../register/bench.tsx';
import { isLate } from '../register/seen.tsx';
import { TextField, Trouble } from '../ui/fields.tsx';
import { KeyFoot, useKeys } from '../ui/keys.tsx';
import { useScanTaker } from '../ui/scan.tsx';
import { BetweenDishes, RangeSlip } from './BetweenDishes.tsx';
import { CLASS_KEYS, ClassKeys, Dishes } from './CountParts.tsx';
import { CauseField, CountDays, CountedOn } from './CountDay.tsx';
import { countAt, endsTest, seenOnOf, startDay, stationDays } from './countDays.ts';
import { HandNotice } from '../hands/HandNotice.tsx';
import { otherHand, PUT_DOWN, useHold, useOthers } from '../hands/useHold.ts';
import { FiguresForm, type Correction } from './FiguresForm.tsx';
import { tick } from '../ui/tick.ts';
import { difference, useTally } from './useTally.ts';

/** The germination count station: single keys, tens, figures, or the rest by difference. */
export default function CountStation(): JSX.Element {
  const { lot = '' } = useParams();
  const [search] = useSearchParams();
  const { session } = useSession();
  const { data } = useQuery(reading(germinationRoutes.ofLot, { lot }));
  if (!data || !session?.person) return <Busy />;
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
  return <Counting key={test.id} view={data} test={test} personId={session.person.id} askedDish={asked} />;
}

type Mode = 'one' | 'ten' | 'rest';

function Counting({
  view,
  test,
  personId,
  askedDish,
}: {
  view: GerminationView;
  test: GerminationTest;
  personId: string;
  askedDish: string | null;
}): JSX.Element {
  const client = useQueryClient();
  const navigate = useNavigate();
  const { may } = useSession();
  const [day, setDay] = useState(() => startDay(test, view.today));
  const days = [...new Set([...stationDays(test, view.today), day])].sort((a, b) => a - b);
  const [chosen, setChosen] = useState<boolean | null>(null);
  const [cause, setCause] = useState<EndCause | ''>('');
  const [lateReason, setLateReason] = useState('');
  const final = chosen ?? endsTest(test, day);
  const planned = test.plan.finalCountDay;
  const seenOn = seenOnOf(test, day);
  const isClosed = (dish: DishView) => dish.closed || countClosed(dish, day);
  const [at, setAt] = useState(() => {
    const asked = test.dishes.findIndex((dish) => dish.id === askedDish);
    return asked >= 0
      ? asked
      : Math.max(
          0,
          test.dishes.findIndex((dish) => !isClosed(dish)),
        );
  });
  const [mode, setMode] = useState<Mode>('one');
  const [typing, setTyping] = useState(false);
  const [message, setMessage] = useState<string | null>(null);
  const [scanned, setScanned] = useState<ScanAnswer | null>(null);
  const [busy, setBusy] = useState(false);
  const entry = useRef<EntryWay>('keys');
  const readAnew = () => client.invalidateQueries({ queryKey: keyOf(germinationRoutes.ofLot, { lot: view.lot.id }) });
  const tally = useTally(personId, test.id, day, readAnew);
  const dish = test.dishes[at] ?? test.dishes[0];
  useOthers(test.dishes, (one) => one.id, tally);
  const inHand = useHold(
    dish?.id ?? null,
    (id) => callRoute(germinationRoutes.hand, { dish: id }, PUT_DOWN, { keepalive: true }),
    tally.settled,
  );

  const taker = useCallback(
    (answer: ScanAnswer) => {
      const found = test.dishes.findIndex((one) => one.id === answer.vessel.id);
      if (found >= 0) setAt(found);
      else setScanned(answer);
      return true; // a scan never leaves an open count by itself
    },
    [test.dishes, setAt, setScanned],
  );
  useScanTaker(taker);

  const called = (one: DishView) =>
    addCounts([
      ...one.days.filter((count) => count.key !== day).map((count) => count.counts),
      isClosed(one) ? (countAt(one, day)?.counts ?? NO_COUNTS) : tally.of(one),
    ]);
  const left = dish ? dish.seeds - totalOf(called(dish)) : 0;
  const mayCount = may('bench.write') && dish !== undefined && !isClosed(dish) && !otherHand(dish.held);

  const call = (seedClass: SeedClass) => {
    if (!mayCount || typing || !tally.ready || tally.resting) return;
    setMessage(null);
    if (!calledAt(final).includes(seedClass)) {
      setMessage('Hard and fresh seed is called at the final count.');
      return;
    }
    const seeds = mode === 'one' ? 1 : mode === 'ten' ? 10 : left;
    if (seeds > left || left === 0) {
      setMessage(
        left === 0
          ? `All ${dish.seeds} seeds of dish ${dish.number} are called.`
          : `Only ${left} seeds of dish ${dish.number} are left.`,
      );
      return;
    }
    if (mode !== 'one') entry.current = mode === 'ten' ? 'tens' : 'difference';
    tally.press(dish, [{ seedClass, seeds }]);
    inHand();
    setMode('one');
    tick();
  };
  const save = async (one: DishView, next: Counts, how: EntryWay, closed: boolean, correction?: Correction) => {
    setBusy(true);
    try {
      await send(
        client,
        germinationRoutes.count,
        { dish: one.id, day },
        {
          counts: next,
          closed,
          final: countAt(one, day)?.closed ? (countAt(one, day)?.final ?? final) : final,
          entry: how,
          ...(correction === undefined && final && day !== planned && cause !== '' ? { cause } : {}),
          ...(lateReason.trim() === '' ? {} : { lateReason: lateReason.trim() }),
          ...correction,
        } satisfies DishCount,
        { version: one.version },
      );
      tally.forget(one);
      entry.current = 'keys';
      return null;
    } catch (error) {
      const trouble =
        error instanceof Refused ? (error.faults[0]?.message ?? error.message) : 'The count could not be kept.';
      if (error instanceof Refused && error.status === 412) await readAnew();
      return trouble;
    } finally {
      setBusy(false);
    }
  };
  const close = async () => {
    if (!mayCount) return;
    if (busy) {
      // Not put in line: a key that bounces would close the next dish too.
      setMessage('The count before is still being kept; close this one after it.');
      return;
    }
    if (final && left > 0) {
      setMessage(`${left} seeds of dish ${dish.number} still to call.`);
      return;
    }
    // A count is closed on the keys that the server holds.
    const waits = entry.current === 'typed' ? null : await tally.settled();
    const trouble = waits ?? (await save(dish, tally.of(dish), entry.current, true));
    setMessage(trouble);
    if (trouble) return;
    const following = [...test.dishes.slice(at + 1), ...test.dishes.slice(0, at)].find((one) => !isClosed(one));
    if (following) setAt(test.dishes.indexOf(following));
  };
  const move = (step: number) => {
    setAt((i) => (i + step + test.dishes.length) % test.dishes.length);
    setMode('one');
    setMessage(null);
    setTyping(false);
  };
  const turnTo = (other: number) => {
    const open = test.dishes.findIndex((one) => !one.closed && !countClosed(one, other));
    setDay(other);
    setChosen(null);
    if (open >= 0) setAt(open);
    setMode('one');
    setTyping(false);
    setMessage(null);
  };
  useKeys([
    ...CLASSES.map((one) => ({
      key: CLASS_KEYS[one],
      says: `call a seed ${one}`,
      act: () => call(one),
    })),
    {
      key: 'Backspace',
      shown: '⌫',
      says: 'take the last key back',
      act: () => {
        if (mayCount && !tally.takeBack(dish))
          setMessage('Nothing of this station to take back; F corrects the figures.');
      },
    },
    {
      key: 'ArrowLeft',
      shown: '←',
      says: 'dish before',
      act: () => move(-1),
    },
    {
      key: 'ArrowRight',
      shown: '→',
      says: 'dish after',
      act: () => move(1),
    },
    {
      key: 't',
      says: 'ten at once: T, then a class',
      act: () => setMode(mode === 'ten' ? 'one' : 'ten'),
    },
    {
      key: 'r',
      says: 'the rest by difference: R, then a class',
      act: () => setMode(mode === 'rest' ? 'one' : 'rest'),
    },
    {
      key: 'f',
      says: 'type the figures, or correct a closed dish',
      act: () => {
        if (mayCount || (may('bench.write') && dish && countAt(dish, day)?.closed)) setTyping(true);
      },
    },
    {
      key: 'e',
      says: 'this count ends the test, or does not',
      act: () => {
        if (mayCount) setChosen(!final);
      },
    },
    { key: 'c', says: final ? 'close the dish' : 'close this count of the dish', act: () => void close() },
    {
      key: 'd',
      says: 'the other count day',
      act: () => turnTo(days[(days.indexOf(day) + 1) % days.length] ?? day),
    },
    { key: 'g', says: 'back to the tests', act: () => void navigate(`/lots/${view.lot.id}/germination`) },
  ]);
  const shownCounts = useMemo(() => test.dishes.map((one) => called(one)), [test.dishes, day, tally]); // eslint-disable-line react-hooks/exhaustive-deps -- `called` reads just these
  if (!dish) return <main />;
  if (!tally.ready) return <Busy />;
  const there = countAt(dish, day);
  const current = isClosed(dish) ? (there?.counts ?? NO_COUNTS) : tally.of(dish);
  const before = totalOf(addCounts(dish.days.filter((count) => count.key !== day).map((count) => count.counts)));
  const classes = calledAt(final);
  return (
    <Station slip={<RangeSlip test={test} />}>
      <BenchHead lot={view.lot} title={final ? 'Final count' : `Count of day ${day}`} code={`test ${test.number}`}>
        {substrateWords(view.lot.book, test.plan.substrate)}, {temperatureWords(test.plan.temperature)} °C · day{' '}
        {there?.day ?? day} of {planned}, {seenOn === view.today ? 'today' : shortDay(seenOn)}
        {test.plan.place && ` · ${test.plan.place}`}
      </BenchHead>
      <div className="count-day">
        <CountDays test={test} days={days} day={day} today={view.today} turnTo={turnTo} />
        {may('bench.write') && !there && !test.result.complete && (
          <CountedOn test={test} seenOn={seenOn} today={view.today} turnTo={turnTo} />
        )}
        {mayCount && (
          <Form.Check
            type="switch"
            id="ends-test"
            label="final count"
            checked={final}
            onChange={() => setChosen(!final)}
          />
        )}
        {mayCount && final && <CauseField day={day} planned={planned} cause={cause} onChange={setCause} />}
        {mayCount && isLate(seenOn, view.today) && (
          <TextField label="why it is written down so late" value={lateReason} onChange={setLateReason} />
        )}
        <Link to={`/lots/${view.lot.id}/germination`}>all tests</Link>
      </div>
      {scanned && (
        <Notice>
          <span>
            Scanned <span className="fig">{scanned.code}</span>: {scanned.vessel.purpose ?? scanned.vessel.kind} of{' '}
            {scanned.lot.reference}. The count stays open.
          </span>
          <Link to={scanned.open}>open it</Link>
          <Button variant="link" onClick={() => setScanned(null)}>
            go on counting
          </Button>
        </Notice>
      )}
      <Dishes
        dishes={test.dishes}
        shown={shownCounts}
        at={at}
        isClosed={isClosed}
        open={(i) => {
          setAt(i);
          setMode('one');
          setTyping(false);
        }}
      />
      <HandNotice
        what={`dish ${dish.number}`}
        held={dish.held}
        late={dish.late}
        hand={(act) => send(client, germinationRoutes.hand, { dish: dish.id }, act)}
        decideLate={({ day: of, ...act }) =>
          send(client, germinationRoutes.decideLate, { dish: dish.id }, { ...act, day: of ?? day })
        }
        may={may('bench.write')}
        taken={inHand}
      />
      <ClassKeys classes={classes} counts={current} disabled={!mayCount} call={call} />
      <div className="left" aria-live="polite">
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
        {mode !== 'one' && (
          <b className="text-next">
            {mode === 'ten' ? 'ten at once: which class?' : `the rest, ${left} seeds: which class?`}
          </b>
        )}
        {tally.waiting.keys > 0 && <span className="soft">{tally.waiting.keys} keys wait to be sent</span>}
      </div>
      <Trouble text={message ?? tally.waiting.trouble ?? undefined} />
      <RefusedKeys waiting={tally.waiting} drop={tally.dropRefused} />
      {typing ? (
        <FiguresForm
          key={`${dish.id} ${day}`}
          dish={dish}
          start={current}
          closed={isClosed(dish)}
          there={there ?? null}
          dayZero={test.dayZero}
          planned={planned}
          today={view.today}
          final={there?.closed ? there.final : final}
          room={left + totalOf(current)}
          onTake={(next) => {
            entry.current = 'typed';
            tally.press(dish, difference(current, next));
            inHand();
            setTyping(false);
          }}
          onCorrect={async (next, correction) => {
            const trouble = await save(dish, next, 'typed', true, correction);
            if (!trouble) setTyping(false);
            return trouble;
          }}
          onLeave={() => setTyping(false)}
        />
      ) : (
        <KeyFoot
          keys={[
            ['1–5', 'call a seed'],
            ['⌫', 'take back'],
            ['← →', 'other dish'],
            ['T', 'ten at once'],
            ['R', 'rest by difference'],
            ['F', 'figures'],
            ['E', final ? 'not the final count' : 'final count'],
            ['C', final ? 'close the dish' : 'close this count'],
          ]}
        />
      )}
      {!typing && (
        <Stack direction="horizontal" gap={2} className="actions">
          {mayCount && (
            <Button disabled={busy} onClick={() => void close()}>
              {final ? `Close dish ${dish.number}` : `Close day ${day} of dish ${dish.number}`}
            </Button>
          )}
          {may('bench.write') && isClosed(dish) && there && (
            <Button variant="outline-primary" onClick={() => setTyping(true)}>
              Correct dish {dish.number}
            </Button>
          )}
        </Stack>
      )}
      <BetweenDishes test={test} shown={shownCounts} />
    </Station>
  );
}

const countClosed = (dish: DishView, key: number) => countAt(dish, key)?.closed ?? false;
