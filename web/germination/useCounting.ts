import { useCallback, useReducer, useRef, useState } from 'react';
import type {
  DishCount,
  DishView,
  EntryWay,
  GerminationTest,
  GerminationView,
} from '@mercato/contract/germination/germination';
import { germinationRoutes } from '@mercato/contract/germination/routes';
import type { ScanAnswer } from '@mercato/contract/register/lots';
import { addCounts, NO_COUNTS, type SeedClass, totalOf } from '@mercato/core/units/seedCounts';
import { PARTS, partsOf, type SeedPart } from '@mercato/core/units/seedParts';
import { cache } from '../api/cache.ts';
import { Refused } from '../api/client.ts';
import { callRoute, keyOf, send } from '../api/routes.ts';
import { useSession } from '../api/session.tsx';
import { otherHand, PUT_DOWN, useHold, useOthers } from '../hands/useHold.ts';
import { useScanTaker } from '../ui/scan.tsx';
import { tick } from '../ui/tick.ts';
import { unlessEmpty } from '../ui/typedBody.ts';
import type { Correction } from './FiguresForm.tsx';
import { countAt, endsTest, startDay, stationDays } from './countDays.ts';
import { beginCounting, counting, type Counting, partsToSend, seedsCalled, whyNotClosed } from './counting.ts';
import { type Called, difference, NOTHING_CALLED, useTally } from './useTally.ts';

const countClosed = (dish: DishView, key: number) => countAt(dish, key)?.closed ?? false;

/** What a count sends: a corrected one stays what it was, and one that ends the test early or late says why. */
function bodyOf(
  test: GerminationTest,
  { day, cause, lateReason }: Counting,
  final: boolean,
  dish: DishView,
  said: Pick<DishCount, 'counts' | 'parts' | 'entry'> & Partial<Correction>,
): DishCount {
  const there = countAt(dish, day);
  const otherDay = said.reason === undefined && final && day !== test.plan.finalCountDay;
  return {
    closed: true,
    final: there?.closed ? there.final : final,
    ...(otherDay && cause !== '' ? { cause } : {}),
    ...unlessEmpty('lateReason', lateReason),
    ...said,
  };
}

/** The count of a test at this station: what stands, and what travels to the server and back. */
export function useCounting(view: GerminationView, test: GerminationTest, personId: string, askedDish: string | null) {
  const { may } = useSession();
  const [state, act] = useReducer(counting, null, () => {
    const day = startDay(test, view.today);
    const asked = test.dishes.findIndex((dish) => dish.id === askedDish);
    const open = test.dishes.findIndex((dish) => !dish.closed && !countClosed(dish, day));
    return beginCounting(day, asked >= 0 ? asked : Math.max(0, open));
  });
  const { day, at, typing } = state;
  const [busy, setBusy] = useState(false);
  const entry = useRef<EntryWay>('keys');
  const final = state.ends ?? endsTest(test, day);
  const readAnew = () => cache.invalidateQueries({ queryKey: keyOf(germinationRoutes.ofLot, { lot: view.lot.id }) });
  const tally = useTally(personId, test.id, day, readAnew);
  const dish = test.dishes[at] ?? test.dishes[0];
  useOthers(test.dishes, (one) => one.id, tally);
  const inHand = useHold(
    dish?.id ?? null,
    (id) => callRoute(germinationRoutes.hand, { dish: id }, PUT_DOWN, { keepalive: true }),
    tally.settled,
  );
  useScanTaker(
    useCallback(
      (answer: ScanAnswer) => {
        const found = test.dishes.findIndex((one) => one.id === answer.vessel.id);
        act(found >= 0 ? { do: 'open', at: found } : { do: 'scanned', answer });
        return true; // a scan never leaves an open count by itself
      },
      [test.dishes],
    ),
  );

  const isClosed = (one: DishView) => one.closed || one.spoiled !== null || countClosed(one, day);
  const called = (one: DishView) =>
    addCounts([
      ...one.days.filter((count) => count.key !== day).map((count) => count.counts),
      isClosed(one) ? (countAt(one, day)?.counts ?? NO_COUNTS) : tally.of(one),
    ]);
  const left = dish ? dish.seeds - totalOf(called(dish)) : 0;
  const mayCount = may('bench.write') && dish !== undefined && !isClosed(dish) && !otherHand(dish.held);
  const current: Called = !dish
    ? NOTHING_CALLED
    : isClosed(dish)
      ? (countAt(dish, day) ?? NOTHING_CALLED)
      : tally.all(dish);
  const say = (message: string | null) => act({ do: 'say', message });

  const call = (seedClass: SeedClass, part?: SeedPart) => {
    if (!mayCount || typing || !tally.ready || tally.resting) return;
    const told = view.divided.some((one) => one === seedClass) ? partsOf(seedClass) : [];
    const done = seedsCalled(state.mode, seedClass, final, { ...dish, left }, { told, ...(part ? { part } : {}) });
    if ('refused' in done) {
      say(done.refused);
      return;
    }
    if (state.mode !== 'one') entry.current = state.mode === 'ten' ? 'tens' : 'difference';
    tally.press(dish, [{ seedClass, ...(part ? { part } : {}), seeds: done.seeds }]);
    inHand();
    act({ do: 'called' });
    tick();
  };
  const save = async (one: DishView, { counts, parts }: Called, how: EntryWay, correction?: Correction) => {
    setBusy(true);
    try {
      await send(
        germinationRoutes.count,
        { dish: one.id, day },
        bodyOf(test, state, final, one, {
          counts,
          parts: correction ? parts : partsToSend(counts, parts, view.divided),
          entry: how,
          ...correction,
        }),
        { version: one.version },
      );
      tally.forget(one);
      entry.current = 'keys';
      return null;
    } catch (error) {
      if (error instanceof Refused && error.status === 412) await readAnew();
      return error instanceof Refused ? (error.faults[0]?.message ?? error.message) : 'The count could not be saved.';
    } finally {
      setBusy(false);
    }
  };
  const close = async () => {
    if (!mayCount) return;
    const why = whyNotClosed(busy, final, { ...dish, left });
    if (why !== null) {
      say(why);
      return;
    }
    // A count is closed on the keys that the server holds.
    const waits = entry.current === 'typed' ? null : await tally.settled();
    const trouble = waits ?? (await save(dish, tally.all(dish), entry.current));
    say(trouble);
    if (trouble) return;
    const following = [...test.dishes.slice(at + 1), ...test.dishes.slice(0, at)].find((one) => !isClosed(one));
    if (following) act({ do: 'open', at: test.dishes.indexOf(following) });
  };
  return {
    state,
    act,
    days: [...new Set([...stationDays(test, view.today), day])].sort((a, b) => a - b),
    /** This count ends the test. */
    final,
    dish,
    isClosed,
    /** All that is called of a dish, at this count and before. */
    called,
    /** What is called of the open dish at this count. */
    current,
    left,
    mayCount,
    busy,
    tally,
    /** The dish was taken up here. */
    inHand,
    call,
    callKind: (part: SeedPart) => call(PARTS[part], part),
    takeBack: () => {
      if (mayCount && !tally.takeBack(dish)) say('Nothing to undo here. Press F to correct the counts.');
    },
    close,
    /** To another dish of the row; behind the last comes the first. */
    step: (by: number) => act({ do: 'step', by, dishes: test.dishes.length }),
    turnTo: (other: number) => {
      const open = test.dishes.findIndex((one) => !one.closed && !countClosed(one, other));
      act({ do: 'turn', day: other, at: open < 0 ? null : open });
    },
    /** Takes typed figures for the open dish. */
    take: (next: Called) => {
      if (!dish) return;
      entry.current = 'typed';
      tally.press(dish, difference(current, next));
      inHand();
      act({ do: 'typing', on: false });
    },
    correct: async (next: Called, correction: Correction) => {
      const trouble = dish ? await save(dish, next, 'typed', correction) : null;
      if (!trouble) act({ do: 'typing', on: false });
      return trouble;
    },
  };
}
export type Count = ReturnType<typeof useCounting>;
