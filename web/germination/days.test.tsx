import { QueryClientProvider } from '@tanstack/react-query';
import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { MemoryRouter } from 'react-router';
import { afterEach, expect, test, vi } from 'vitest';
import type { CountView, DishView, GerminationTest } from '@mercato/contract/germination/germination';
import { GERMINATION_NEXT } from '@mercato/contract/germination/words';
import type { LotBrief } from '@mercato/contract/register/lots';
import type { Counts } from '@mercato/core/units/seedCounts';
import { cache } from '../api/cache.ts';
import { CauseField, CountDays, CountedOn } from './CountDay.tsx';
import { type Correction, FiguresForm } from './FiguresForm.tsx';
import { TestBlock } from './TestBlock.tsx';
import type { Called } from './useTally.ts';
import { endsTest, seenOnOf, startDay, stationDays } from './countDays.ts';

afterEach(cleanup);

const COUNTS: Counts = { normal: 90, abnormal: 4, hard: 2, fresh: 0, dead: 4 };
const count = (key: number, seenOn: string, more: Partial<CountView> = {}): CountView => ({
  key,
  day: key,
  seenOn,
  seenFrom: 'stated',
  counts: COUNTS,
  parts: {},
  closed: true,
  final: false,
  cause: null,
  by: 'Ada',
  at: '',
  earlier: [],
  ...more,
});
const dish = (days: CountView[], keyed: number[] = []) =>
  ({
    id: 'd',
    number: 1,
    seeds: 100,
    days,
    closed: days.some((one) => one.final && one.closed),
    tallies: keyed.map((day) => ({ day, counts: COUNTS, parts: {} })),
    total: COUNTS,
    parts: {},
    spoiled: null,
    recounts: [],
    photos: 0,
    shelf: [],
  }) as unknown as DishView;
/** Day 0 is 14 November 2026; the plan ends it on day 10. */
const test10 = (dishes: DishView[]) =>
  ({
    dayZero: '2026-11-14',
    plan: { finalCountDay: 10 },
    parts: {},
    substrate: null,
    deviations: [],
    dishes,
  }) as unknown as GerminationTest;
const TODAY = '2026-11-24';

test('the station stands where something was counted or keyed, and at today; it opens where work waits', () => {
  const fresh = test10([dish([])]);
  expect([stationDays(fresh, TODAY), startDay(fresh, TODAY)]).toEqual([[10], 10]);
  const under = test10([dish([count(4, '2026-11-18')], [7])]);
  expect([stationDays(under, TODAY), startDay(under, TODAY)]).toEqual([[4, 7, 10], 7]);
  const done = test10([dish([count(4, '2026-11-18'), count(10, '2026-11-23', { final: true })])]);
  expect([stationDays(done, TODAY), startDay(done, TODAY)]).toEqual([[4, 10], 10]);
  // Before its seed has come to warmth there is no day yet.
  expect(stationDays(fresh, '2026-11-13')).toEqual([]);
  // A count whose day was put right keeps its address.
  expect([seenOnOf(done, 10), seenOnOf(done, 4), seenOnOf(done, 5)]).toEqual([
    '2026-11-23',
    '2026-11-18',
    '2026-11-19',
  ]);
  expect([endsTest(fresh, 9), endsTest(fresh, 10), endsTest(done, 4), endsTest(done, 10)]).toEqual([
    false,
    true,
    false,
    true,
  ]);
});

test('a day is turned to by its button or its date: never one to come, before day 0, or half typed', () => {
  const turned: number[] = [];
  const turnTo = (day: number) => turned.push(day);
  const one = test10([dish([count(4, '2026-11-18')])]);
  render(<CountDays test={one} days={[4, 10]} day={10} today={TODAY} turnTo={turnTo} />);
  expect(screen.getByRole('button', { name: 'day 10 (today)' }).getAttribute('aria-pressed')).toBe('true');
  fireEvent.click(screen.getByRole('button', { name: 'day 4' }));
  render(<CountedOn test={one} seenOn={TODAY} today={TODAY} turnTo={turnTo} />);
  const date = screen.getByLabelText('counted on');
  for (const value of ['2026-11-25', '2026-11-13', '', '2026-11-14', '2026-11-23'])
    fireEvent.change(date, { target: { value } });
  expect(turned).toEqual([4, 0, 9]);
  fireEvent.change(date, { target: { value: '2026-11-25' } });
  expect(screen.getByText('lies in the future')).toBeTruthy();
});

test('a test that ends on its day needs no reason; before and after it has those of its side', () => {
  const options = (day: number) => {
    cleanup();
    render(<CauseField day={day} planned={10} cause="" onChange={() => {}} />);
    return screen.queryAllByRole('option').map((one) => one.getAttribute('value'));
  };
  expect(options(10)).toEqual([]);
  expect(options(9)).toEqual(['', 'all-germinated']);
  expect(options(11)).toEqual(['', 'not-yet-judgeable', 'swollen-legume']);
});

/** Corrects a closed final count that had ended late with a cause. */
async function correct(fill: () => void): Promise<Correction | undefined> {
  cleanup();
  const corrected = vi.fn((_called: Called, _correction: Correction) => Promise.resolve(null));
  const there = count(12, '2026-11-26', { final: true, cause: 'not-yet-judgeable' });
  render(
    <FiguresForm
      dish={dish([there])}
      start={{ counts: COUNTS, parts: {} }}
      divided={[]}
      book="ista"
      closed
      there={there}
      dayZero="2026-11-14"
      planned={10}
      today="2026-11-30"
      final
      room={100}
      onTake={() => {}}
      onCorrect={corrected}
      onLeave={() => {}}
    />,
  );
  fill();
  fireEvent.change(screen.getByLabelText('why it is corrected'), { target: { value: 'misread' } });
  fireEvent.click(screen.getByRole('button', { name: 'Correct dish 1' }));
  await waitFor(() => {
    expect(corrected).toHaveBeenCalled();
  });
  return corrected.mock.calls[0]?.[1];
}

test('a correction says only what it changes: the cause stays unless it is changed, the day unless it is another', async () => {
  expect(await correct(() => {})).toEqual({ reason: 'misread' });
  const cause = () => screen.getByLabelText('ends after day 10, because');
  expect(
    await correct(() => {
      fireEvent.change(cause(), { target: { value: '' } });
    }),
  ).toEqual({ reason: 'misread', cause: null });
  const day = (value: string) => {
    fireEvent.change(screen.getByLabelText('counted on'), { target: { value } });
  };
  expect(
    await correct(() => {
      day('2026-11-27');
    }),
  ).toEqual({ reason: 'misread', seenOn: '2026-11-27' });
  // More than three days ago somebody says why it is written down only now.
  expect(
    await correct(() => {
      day('2026-11-25');
      fireEvent.change(screen.getByLabelText('why it is entered so late'), {
        target: { value: 'from the sheet' },
      });
    }),
  ).toEqual({ reason: 'misread', seenOn: '2026-11-25', lateReason: 'from the sheet' });
});

// A code was shown for its words once: every verdict that a test may bring is read as a person would.
test('a test counted on a day that the book does not permit says so in words', () => {
  const verdict = { outcome: 'outside', next: 'decide-or-repeat-test' };
  const block = {
    ...test10([{ ...dish([count(10, '2026-11-24', { final: true })]), total: COUNTS }]),
    number: 1,
    plan: { finalCountDay: 10, temperature: '20', substrate: 'TP' },
    calendar: [],
    result: { complete: true, counts: COUNTS, seeds: 100, verdict: { outcome: 'within', next: 'replicates-agree' } },
    days: verdict,
  } as unknown as GerminationTest;
  render(
    <MemoryRouter>
      <QueryClientProvider client={cache}>
        <TestBlock
          test={block}
          today={TODAY}
          lot={{ id: 'lot', book: 'ista' } as unknown as LotBrief}
          mayCount={false}
        />
      </QueryClientProvider>
    </MemoryRouter>,
  );
  expect(screen.getByText(GERMINATION_NEXT['decide-or-repeat-test'])).toBeTruthy();
  expect(screen.getByText(GERMINATION_NEXT['replicates-agree'])).toBeTruthy();
  for (const code of Object.keys(GERMINATION_NEXT)) expect(document.body.textContent).not.toContain(code);
});

test('kinds of a class add to it, or are left empty as a whole: unknown, not 0', () => {
  const taken = vi.fn((_called: Called) => {});
  render(
    <FiguresForm
      dish={dish([])}
      start={{ counts: { ...COUNTS, hard: 0 }, parts: {} }}
      divided={['abnormal']}
      book="ista"
      closed={false}
      there={null}
      dayZero="2026-11-14"
      planned={10}
      today="2026-11-30"
      final
      room={100}
      onTake={taken}
      onCorrect={() => Promise.resolve(null)}
      onLeave={() => {}}
    />,
  );
  const write = (label: string, value: string) => {
    fireEvent.change(screen.getByLabelText(label), { target: { value } });
    fireEvent.click(screen.getByRole('button', { name: 'Take these figures' }));
  };
  write('damaged', '3');
  expect(taken).not.toHaveBeenCalled();
  expect(screen.getByText(/kinds of abnormal must add to 4/)).toBeTruthy();
  write('decayed', '1');
  expect(taken).toHaveBeenLastCalledWith({ counts: { ...COUNTS, hard: 0 }, parts: { damaged: 3, decayed: 1 } });
  write('damaged', '');
  write('decayed', '');
  expect(taken).toHaveBeenLastCalledWith({ counts: { ...COUNTS, hard: 0 }, parts: {} });
});
