import '@testing-library/jest-dom/vitest';
import { cleanup, render, screen } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import type { DishView, GerminationTest } from '@mercato/contract/germination/germination';
import { NO_COUNTS } from '@mercato/core/units/seedCounts';
import Behind from './Behind.tsx';
import { courseOf, dishesOf } from './course.ts';

// A picture needs a canvas that is none here; what it says in words is its label.
vi.mock('../ui/Chart.tsx', () => ({ default: ({ says }: { says: string }) => <p>{says}</p> }));
afterEach(cleanup);

/** A dish of 100 whose normal seedlings were taken out on days 3, 5 and 8. */
const dish = (normal: readonly number[], closed = true): DishView =>
  ({
    seeds: 100,
    closed,
    total: { ...NO_COUNTS, normal: normal.reduce((a, b) => a + b, 0) },
    days: normal.map((one, i) => ({ day: [3, 5, 8][i] ?? 0, counts: { ...NO_COUNTS, normal: one } })),
  }) as unknown as DishView;
const of = (...dishes: DishView[]) => ({ dishes }) as unknown as GerminationTest;

test('dishes that differ as chance lets them, more than that, and less', () => {
  // Source: chi-square of the four dishes by R 4.2.2 prop.test: 4.18, p = 0.243 (check values).
  render(<Behind test={of(dish([40, 40, 14]), dish([40, 40, 11]), dish([40, 40, 16]), dish([40, 40, 9]))} />);
  expect(screen.getByText(/differences between dishes are within chance/)).toHaveTextContent(
    /4\.18 on 3, chance of so much 24 %/,
  );
  cleanup();
  // 20.34, p = 0.000145.
  render(<Behind test={of(dish([40, 40, 8]), dish([30, 30, 10]), dish([40, 40, 12]), dish([40, 40, 5]))} />);
  expect(screen.getByText(/Look at the bench before the seed/).closest('p')).toHaveTextContent(
    /20\.34 on 3, chance of so much 0\.014 %/,
  );
  cleanup();
  render(<Behind test={of(dish([40, 40, 5]), dish([40, 40, 5]), dish([40, 40, 5]), dish([40, 40, 5]))} />);
  expect(screen.getByText(/more alike than chance permits/)).toBeVisible();
  cleanup();
  render(<Behind test={of(dish([100]), dish([100]))} />);
  expect(screen.getByText(/no spread to evaluate/)).toBeVisible();
  cleanup();
  render(<Behind test={of(dish([90]), dish([3], false))} />);
  expect(screen.getByText(/Close two dishes to compare them/)).toBeVisible();
});

test('speed is told once every dish is counted to its end, from all of them together', async () => {
  const whole = of(dish([40, 40, 14]), dish([40, 40, 11]), dish([40, 40, 16]), dish([40, 40, 9]));
  expect(courseOf(whole)).toEqual({ times: [3, 5, 8], newlyGerminated: [160, 160, 50], seedsSown: 400 });
  expect(dishesOf(whole)).toEqual({ x: [94, 91, 96, 89], n: [100, 100, 100, 100] });
  expect(courseOf(of(dish([40]), dish([1], false)))).toBeNull();
  expect(courseOf(of())).toBeNull();
  render(<Behind test={whole} />);
  // By hand: (3 · 160 + 5 · 160 + 8 · 50) / 370 = 4.54; half of 371 is reached at 3 + 2 · 25.5 / 160 = 3.32.
  expect(screen.getByRole('row', { name: /^mean time/ })).toHaveTextContent('4.54');
  expect(screen.getByRole('row', { name: /^half of the germinated seeds/ })).toHaveTextContent('3.32');
  expect(screen.getByRole('row', { name: /^half of the seeds that germinate in the end/ })).toHaveTextContent(
    /\d\.\d\d ± 0\.\d\d/,
  );
  expect(await screen.findByText(/Counted on 3 days, up to 93 %/)).toBeVisible();
});
