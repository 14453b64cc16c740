import type { GerminationTest } from '@mercato/contract/germination/germination';
import type { Dishes } from '@mercato/core/germination/betweenDishes';
import type { Course } from '@mercato/core/germination/timeCourse';

/** Normal seedlings of the dishes that are closed. */
export function dishesOf({ dishes }: Pick<GerminationTest, 'dishes'>): Dishes {
  const closed = dishes.filter((dish) => dish.closed);
  return { x: closed.map((dish) => dish.total.normal), n: closed.map((dish) => dish.seeds) };
}

/** Normal seedlings of all dishes by the day on which they were taken out; null until every dish was counted to its end. */
export function courseOf({ dishes }: Pick<GerminationTest, 'dishes'>): Course | null {
  if (dishes.length === 0 || !dishes.every((dish) => dish.closed)) return null;
  const found = new Map<number, number>();
  for (const dish of dishes)
    for (const { day, counts } of dish.days) if (day > 0) found.set(day, (found.get(day) ?? 0) + counts.normal);
  const times = [...found.keys()].sort((a, b) => a - b);
  if (times.length === 0) return null;
  return {
    times,
    newlyGerminated: times.map((day) => found.get(day) ?? 0),
    seedsSown: dishes.reduce((sum, dish) => sum + dish.seeds, 0),
  };
}
