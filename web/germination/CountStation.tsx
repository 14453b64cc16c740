import type { DishView, EntryWay, GerminationTest, GerminationView } from '@mercato/contract/germination/germination';
import type { ScanAnswer } from '@mercato/contract/register/lots';
import { addCounts, CLASSES, NO_COUNTS, totalOf, type Counts, type SeedClass } from '@mercato/core/units/seedCounts';
import { substrateWords, temperatureWords } from '@mercato/core/rule-books/methodWords';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useMemo, useRef, useState, type JSX } from 'react';
import Button from 'react-bootstrap/Button';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import { read, Refused, write } from '../api/client.ts';
import { dueWords, useSession } from '../api/session.tsx';
import { RefusedKeys } from '../api/RefusedKeys.tsx';
import { BenchHead } from '../register/bench.tsx';
import { Trouble } from '../ui/fields.tsx';
import { Key, KeyFoot, useKeys } from '../ui/keys.tsx';
import { useScanTaker } from '../ui/Shell.tsx';
import { BetweenDishes, RangeSlip } from './BetweenDishes.tsx';
import { CLASS_KEYS, ClassKeys, Dishes } from './CountParts.tsx';
import { FiguresForm } from './FiguresForm.tsx';
import { tick } from '../ui/tick.ts';
import { difference, useTally } from './useTally.ts';

/** The germination count station: single keys, tens, figures, or the rest by difference. */
export default function CountStation(): JSX.Element {
  const { lot = '' } = useParams();
  const [search] = useSearchParams();
  const { session } = useSession();
  const { data } = useQuery({
    queryKey: ['germination', lot],
    queryFn: ({ signal }) => read<GerminationView>(`/lots/${lot}/germination`, signal),
  });
  if (!data || !session?.person) return <main aria-busy="true" />;
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
  return <Station key={test.id} view={data} test={test} personId={session.person.id} askedDish={asked} />;
}

type Mode = 'one' | 'ten' | 'rest';

function Station({
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
  const counts = test.calendar.filter((event) => event.what.endsWith('count'));
  const openDay = counts.find((event) =>
    test.dishes.some((dish) => (event.what === 'final-count' ? !dish.closed : !countClosed(dish, event.day))),
  );
  const [day, setDay] = useState((openDay ?? counts.at(-1))?.day ?? 0);
  const event = counts.find((one) => one.day === day) ?? counts.at(-1);
  const final = event?.what === 'final-count';
  const isClosed = (dish: DishView) => (final ? dish.closed : countClosed(dish, day));
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
  const tally = useTally(personId, test.id, day, () =>
    client.invalidateQueries({ queryKey: ['germination', view.lot.id] }),
  );
  const dish = test.dishes[at] ?? test.dishes[0];

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
      ...one.days.filter((count) => count.day !== day).map((count) => count.counts),
      isClosed(one) ? (one.days.find((count) => count.day === day)?.counts ?? NO_COUNTS) : tally.of(one),
    ]);
  const left = dish ? dish.seeds - totalOf(called(dish)) : 0;
  const mayCount = may('bench.write') && dish !== undefined && !isClosed(dish);

  const call = (seedClass: SeedClass) => {
    if (!mayCount || typing || !tally.ready) return;
    setMessage(null);
    if (!final && (seedClass === 'hard' || seedClass === 'fresh')) {
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
    setMode('one');
    tick();
  };
  const save = async (one: DishView, next: Counts, how: EntryWay, closed: boolean, reason?: string) => {
    setBusy(true);
    try {
      const answer = await write<GerminationView>(
        'PUT',
        `/germination/dishes/${one.id}/days/${day}`,
        { counts: next, closed, entry: how, ...(reason ? { reason } : {}) },
        { version: one.version },
      );
      client.setQueryData(['germination', view.lot.id], answer);
      void client.invalidateQueries({ queryKey: ['lot', view.lot.id] });
      tally.forget(one);
      entry.current = 'keys';
      return null;
    } catch (error) {
      const trouble =
        error instanceof Refused ? (error.faults[0]?.message ?? error.message) : 'The count could not be kept.';
      if (error instanceof Refused && error.status === 412)
        await client.invalidateQueries({ queryKey: ['germination', view.lot.id] });
      return trouble;
    } finally {
      setBusy(false);
    }
  };
  const close = async () => {
    if (!mayCount || busy) return;
    if (final && left > 0) {
      setMessage(`${left} seeds of dish ${dish.number} still to call.`);
      return;
    }
    const trouble = await save(dish, tally.of(dish), entry.current, true);
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
    const last = other === counts.at(-1)?.day;
    const open = test.dishes.findIndex((one) => (last ? !one.closed : !countClosed(one, other)));
    setDay(other);
    if (open >= 0) setAt(open);
    setMode('one');
    setTyping(false);
    setMessage(null);
  };
  useKeys([
    ...CLASSES.map((one) => ({
      key: CLASS_KEYS[one],
      says: `call a seed ${one}`,
      act: () => {
        call(one);
      },
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
      act: () => {
        move(-1);
      },
    },
    {
      key: 'ArrowRight',
      shown: '→',
      says: 'dish after',
      act: () => {
        move(1);
      },
    },
    {
      key: 't',
      says: 'ten at once: T, then a class',
      act: () => {
        setMode(mode === 'ten' ? 'one' : 'ten');
      },
    },
    {
      key: 'r',
      says: 'the rest by difference: R, then a class',
      act: () => {
        setMode(mode === 'rest' ? 'one' : 'rest');
      },
    },
    {
      key: 'f',
      says: 'type the figures, or correct a closed dish',
      act: () => {
        if (may('bench.write')) setTyping(true);
      },
    },
    { key: 'c', says: final ? 'close the dish' : 'close this count of the dish', act: () => void close() },
    {
      key: 'd',
      says: 'the other count day',
      act: () => {
        turnTo(counts[(counts.findIndex((one) => one.day === day) + 1) % counts.length]?.day ?? day);
      },
    },
    { key: 'g', says: 'back to the tests', act: () => void navigate(`/lots/${view.lot.id}/germination`) },
  ]);
  const shownCounts = useMemo(() => test.dishes.map((one) => called(one)), [test.dishes, day, tally]); // eslint-disable-line react-hooks/exhaustive-deps -- `called` reads just these
  if (!dish || !event) return <main />;
  if (!tally.ready) return <main aria-busy="true" />;
  const current = isClosed(dish) ? (dish.days.find((count) => count.day === day)?.counts ?? NO_COUNTS) : tally.of(dish);
  const before = totalOf(addCounts(dish.days.filter((count) => count.day !== day).map((count) => count.counts)));
  const classes = final ? CLASSES : CLASSES.filter((one) => one !== 'hard' && one !== 'fresh');
  return (
    <main className="station">
      <section>
        <BenchHead lot={view.lot} title={final ? 'Final count' : `Count of day ${day}`} code={`test ${test.number}`}>
          {substrateWords(view.lot.book, test.plan.substrate)}, {temperatureWords(test.plan.temperature)} °C · day {day}{' '}
          of {counts.at(-1)?.day}, {dueWords(event.date, view.today)}
          {test.plan.place && ` · ${test.plan.place}`}
        </BenchHead>
        {counts.length > 1 && (
          <p className="soft" style={{ margin: '6px 0 0' }}>
            {counts.map((one) => (
              <button
                key={one.day}
                type="button"
                className="bare"
                aria-pressed={one.day === day}
                onClick={() => {
                  turnTo(one.day);
                }}
              >
                {one.day === day ? <b>day {one.day}</b> : `day ${one.day}`}
              </button>
            ))}{' '}
            <Key>D</Key> other day · <Link to={`/lots/${view.lot.id}/germination`}>all tests</Link>
          </p>
        )}
        {scanned && (
          <div className="notice" role="status">
            <span>
              Scanned <span className="fig">{scanned.code}</span>: {scanned.vessel.purpose ?? scanned.vessel.kind} of{' '}
              {scanned.lot.reference}. The count stays open.
            </span>
            <Link to={scanned.open}>open it</Link>
            <button
              type="button"
              className="bare"
              onClick={() => {
                setScanned(null);
              }}
            >
              go on counting
            </button>
          </div>
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
        <ClassKeys classes={classes} counts={current} disabled={!mayCount} call={call} />
        <div className="left" aria-live="polite">
          <span className="n">{left}</span>
          <span>
            {isClosed(dish)
              ? `seeds of dish ${dish.number} after this count, which is closed`
              : final
                ? `seeds of dish ${dish.number} still to call`
                : `seeds of dish ${dish.number} stay in the dish`}
          </span>
          {before > 0 && <span className="soft">{before} were taken out at earlier counts</span>}
          {mode !== 'one' && (
            <b style={{ color: 'var(--next)' }}>
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
            final={final}
            room={left + totalOf(current)}
            onTake={(next) => {
              entry.current = 'typed';
              tally.press(dish, difference(current, next));
              setTyping(false);
            }}
            onCorrect={async (next, reason) => {
              const trouble = await save(dish, next, 'typed', true, reason);
              if (!trouble) setTyping(false);
              return trouble;
            }}
            onLeave={() => {
              setTyping(false);
            }}
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
              ['C', final ? 'close the dish' : 'close this count'],
            ]}
          />
        )}
        {!typing && (
          <div className="actions">
            {mayCount && (
              <Button disabled={busy} onClick={() => void close()}>
                {final ? `Close dish ${dish.number}` : `Close day ${day} of dish ${dish.number}`}
              </Button>
            )}
            {may('bench.write') && isClosed(dish) && (
              <Button
                variant="outline-primary"
                onClick={() => {
                  setTyping(true);
                }}
              >
                Correct dish {dish.number}
              </Button>
            )}
          </div>
        )}
        <BetweenDishes test={test} shown={shownCounts} />
      </section>
      <aside className="slip">
        <RangeSlip test={test} />
      </aside>
    </main>
  );
}

const countClosed = (dish: DishView, day: number) => dish.days.some((one) => one.day === day && one.closed);
