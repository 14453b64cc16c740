import type { DishView, GerminationTest } from '@mercato/contract/germination/germination';
import { addDays, daysBetween } from '@mercato/core/units/days';

/** The count of a dish under an address. */
export const countAt = (dish: DishView, key: number) => dish.days.find((one) => one.key === key);

/** Today as a day of the test; below 0 before its seed has come into germination conditions. */
export const todayOf = (test: GerminationTest, today: string): number => daysBetween(test.dayZero, today);

/** The calendar day of a count's address: that on which it was seen, or on which it would be. */
export const seenOnOf = (test: GerminationTest, key: number): string =>
  test.dishes.map((dish) => countAt(dish, key)?.seenOn).find((one) => one !== undefined) ?? addDays(test.dayZero, key);

/** Addresses at which the station can stand: whatever was counted or keyed so far, and today. */
export function stationDays(test: GerminationTest, today: string): number[] {
  const now = todayOf(test, today);
  const used = test.dishes.flatMap((dish) => [
    ...dish.days.map((one) => one.key),
    ...dish.tallies.map((one) => one.day),
  ]);
  return [...new Set([...used, ...(now >= 0 ? [now] : [])])].sort((a, b) => a - b);
}

/** Where the station opens: at the last count of a test that is done, at keys that wait to be closed, else today. */
export function startDay(test: GerminationTest, today: string): number {
  const counted = test.dishes.flatMap((dish) => dish.days.map((one) => one.key));
  if (test.dishes.every((dish) => dish.closed)) return Math.max(0, ...counted);
  const keyed = test.dishes.flatMap((dish) =>
    dish.closed ? [] : dish.tallies.filter((one) => countAt(dish, one.day)?.closed !== true).map((one) => one.day),
  );
  return keyed.length > 0 ? Math.max(...keyed) : Math.max(0, todayOf(test, today));
}

/** Whether a count at an address ends the test: as was said of it, or because its planned last day has come. */
export function endsTest(test: GerminationTest, key: number): boolean {
  const said = test.dishes.map((dish) => countAt(dish, key)).find((one) => one?.closed);
  return said?.final ?? key >= test.plan.finalCountDay;
}

/** Why a test may end on another day, in the words of the bench. */
export const CAUSE_WORDS = {
  'all-germinated': 'all that can germinate has',
  'not-yet-judgeable': 'seedlings could not be evaluated yet',
  'swollen-legume': 'swollen seed of a legume',
} as const;
