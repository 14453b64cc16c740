import { lazy, Suspense, useMemo } from 'react';
import type { DryingForecast } from '@mercato/core/drying/forecast';

import { hoursRange } from './hours.ts';

const Chart = lazy(() => import('../ui/Chart.tsx'));

interface CourseProps {
  forecast: DryingForecast;
  weighings: readonly { readonly hours: number; readonly massG: number }[];
  /** What grams are shown in. */
  unit: 'g' | 'kg';
}

/** The forecast with its interval, and the real weighings over it. */
export function Course({ forecast, weighings, unit }: CourseProps) {
  const { course, massWhenDryG, dryAt } = forecast;
  const shown = useMemo(() => {
    const of = (grams: number) => (unit === 'kg' ? grams / 1000 : grams);
    const line = (key: 'massG' | 'lowG' | 'highG') => course.map((one) => ({ x: one.hours, y: of(one[key]) }));
    return {
      curves: [
        { name: 'forecast', look: 'line' as const, points: line('massG') },
        { name: '90 %, lower', look: 'faint' as const, points: line('lowG') },
        { name: '90 %, upper', look: 'faint' as const, points: line('highG') },
        {
          name: 'weighed',
          look: 'dots' as const,
          points: weighings.map((one) => ({ x: one.hours, y: of(one.massG) })),
        },
      ],
      range: hoursRange(course.at(-1)?.hours ?? 1),
      levels: [{ y: of(massWhenDryG), words: 'as dry as it is to be' }],
    };
  }, [course, massWhenDryG, weighings, unit]);
  if (course.length === 0) return null;
  return (
    <Suspense>
      <Chart
        curves={shown.curves}
        levels={shown.levels}
        xRange={shown.range}
        xTitle="hours"
        yTitle={`it weighs, ${unit}`}
        yRange={null}
        says={`${weighings.length} weighings, and the forecast through them: dry after about ${dryAt?.hours.toFixed(0) ?? '?'} hours, ${dryAt?.low.toFixed(0) ?? '?'} to ${dryAt?.high?.toFixed(0) ?? 'any'}.`}
      />
    </Suspense>
  );
}
