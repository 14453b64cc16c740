import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import type { GerminationTest } from '@mercato/contract/germination/germination';
import { ruleBookRoutes } from '@mercato/contract/rule-books/routes';
import { rowForGerminationAverage } from '@mercato/core/rule-books/lookUp';
import { readEdition } from '@mercato/core/rule-books/readEdition';
import { CLASSES, type Counts } from '@mercato/core/units/seedCounts';
import { reading } from '../api/routes.ts';
import { Slip, VerdictSlip } from '../ui/Slip.tsx';

function useAllowed(test: GerminationTest): (mean: number) => number | null {
  const { data } = useQuery({ ...reading(ruleBookRoutes.edition, { edition: test.edition.id }), staleTime: Infinity });
  const rows = useMemo(() => (data ? readEdition(data).replicateRanges : []), [data]);
  return (mean) => rowForGerminationAverage(rows, Math.floor(mean + 0.5))?.limit ?? null;
}

interface SoFar {
  closed: { number: number; normal: number }[];
  mean: number;
  range: number;
  lowest: number;
}

function soFar(test: GerminationTest): SoFar | null {
  const closed = test.dishes
    .filter((dish) => dish.closed && dish.seeds === 100)
    .map((dish) => ({ number: dish.number, normal: dish.total.normal }));
  if (closed.length === 0) return null;
  const values = closed.map((one) => one.normal);
  return {
    closed,
    mean: values.reduce((a, b) => a + b, 0) / values.length,
    range: Math.max(...values) - Math.min(...values),
    lowest: Math.min(...values),
  };
}

interface BetweenDishesProps {
  test: GerminationTest;
  shown: readonly Counts[];
}

/** Dishes on one scale: the range is drawn as a length, beside the largest length that the rule allows. */
export function BetweenDishes({ test, shown }: BetweenDishesProps) {
  const allowed = useAllowed(test);
  const state = soFar(test);
  if (!test.dishes.every((dish) => dish.seeds === 100) || test.dishes.length !== 4) return null;
  const limit = state ? allowed(state.mean) : null;
  const values = shown.map((counts) => counts.normal);
  const low = Math.max(0, Math.min(100 - 30, Math.floor((Math.min(...values, state?.lowest ?? 100) - 4) / 5) * 5));
  const x = (value: number) => 20 + ((value - low) * 800) / (100 - low);
  const step = 100 - low > 60 ? 20 : 100 - low > 30 ? 10 : 5;
  const scale = Array.from({ length: Math.floor((100 - low) / step) + 1 }, (_, i) => low + i * step);
  const outside = limit !== null && state !== null && state.range > limit;
  return (
    <div className="mt-3">
      <h2>Between dishes</h2>
      <svg
        viewBox="0 0 920 104"
        className="w-100 w-text h-auto"
        role="img"
        aria-label={
          state
            ? `Closed dishes ${state.closed.map((one) => one.normal).join(', ')}; range ${state.range}${limit === null ? '' : ` of ${limit} allowed`}`
            : 'No dish is closed yet'
        }
      >
        <line x1="20" x2="820" y1="58" y2="58" stroke="var(--rule-strong)" />
        {scale.map((value) => (
          <g key={value}>
            <line x1={x(value)} x2={x(value)} y1="58" y2="63" stroke="var(--rule-strong)" />
            <text x={x(value)} y="79" textAnchor="middle" className="fig" fontSize="12" fill="var(--ink-soft)">
              {value}
            </text>
          </g>
        ))}
        {test.dishes.map((dish, i) => {
          const value = shown[i]?.normal ?? 0;
          const same = test.dishes
            .slice(0, i)
            .filter((_, j) => Math.abs((shown[j]?.normal ?? 0) - value) < (100 - low) / 60).length;
          if (value < low) return null;
          return (
            <g key={dish.id}>
              <circle
                cx={x(value)}
                cy={36}
                r="6"
                fill={dish.closed ? 'var(--normal)' : 'none'}
                stroke={dish.closed ? 'none' : 'var(--ink-soft)'}
                strokeDasharray="3 2"
              />
              <text
                x={x(value) + same * 12}
                y={22}
                textAnchor="middle"
                className="fig"
                fontSize="12"
                fill={dish.closed ? 'var(--ink)' : 'var(--ink-soft)'}
              >
                {dish.number}
                {dish.closed ? '' : ' open'}
              </text>
            </g>
          );
        })}
        {state && (
          <rect
            x={x(state.lowest)}
            y="50"
            width={Math.max(2, x(state.lowest + state.range) - x(state.lowest))}
            height="5"
            fill={outside ? 'var(--outside)' : 'var(--within)'}
          />
        )}
        {state && limit !== null && (
          <>
            <path
              d={`M${x(state.lowest)} 88V94M${x(state.lowest + limit)} 88V94M${x(state.lowest)} 91H${x(state.lowest + limit)}`}
              stroke="var(--ink-soft)"
              fill="none"
            />
            <text x={x(state.lowest + limit) + 8} y="95" fontSize="14" fill="var(--ink-soft)">
              {state.range} of {limit} used
            </text>
          </>
        )}
      </svg>
    </div>
  );
}

/** The working so far: the range of the closed dishes, and what the closed test rounds to. */
export function RangeSlip({ test }: { test: GerminationTest }) {
  const allowed = useAllowed(test);
  const state = soFar(test);
  if (test.result.complete)
    return (
      <>
        {test.result.verdict && <VerdictSlip title="range of dishes" verdict={test.result.verdict} />}
        {test.days && <VerdictSlip title="days of the counts" verdict={test.days} />}
        {test.result.rounded && (
          <Slip
            title="averages that total 100"
            steps={[
              ...test.result.rounded.steps,
              { label: CLASSES.map((one) => test.result.rounded?.rounded[one]).join(' + '), result: '100', unit: '%' },
            ]}
          />
        )}
      </>
    );
  if (!state)
    return (
      <p className="soft">
        The range between dishes stands here as soon as one is closed. The table is for four replicates of 100.
      </p>
    );
  const limit = allowed(state.mean);
  const openDishes = test.dishes.filter((dish) => !dish.closed).map((dish) => dish.number);
  return (
    <Slip
      title="range of dishes"
      mark="not-judged"
      steps={[
        ...state.closed.map((one) => ({ label: `dish ${one.number}`, result: String(one.normal) })),
        { label: `average of ${state.closed.length}`, result: state.mean.toFixed(1) },
        { label: 'highest − lowest', result: String(state.range) },
        ...(limit === null
          ? []
          : [
              { label: `largest allowed at ${Math.floor(state.mean + 0.5)}`, result: String(limit) },
              { label: `so far ${state.range} of ${limit}`, result: '' },
            ]),
      ]}
      next={`The table is for four dishes. ${openDishes.length === 1 ? 'Dish' : 'Dishes'} ${openDishes.join(', ')} ${openDishes.length === 1 ? 'is' : 'are'} open.`}
    />
  );
}
