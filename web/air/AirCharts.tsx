import { lazy, Suspense, useMemo } from 'react';
import type { PlaceCare } from '@mercato/contract/air/care';
import type { Band } from '@mercato/core/air/air';
import { degreesIn } from '@mercato/core/units/degrees';
import { degreesTyped, readerNow } from '../api/reader.ts';

const Chart = lazy(() => import('../ui/Chart.tsx'));

/** What the air of a place was: temperature above, humidity below, with the edges of its band. */
export function AirCharts({ air, band }: { air: PlaceCare['air']; band: Band | null }) {
  const unit = readerNow().degrees;
  const heat = useMemo(
    () => [
      {
        name: 'mean of each stretch',
        look: 'line' as const,
        points: air.map((one) => ({ x: one.at, y: Number(degreesIn(one.temperatureC, unit).toFixed(2)) })),
      },
      // A picture of a month shows stretches of hours: a door that stood open must not vanish in their mean.
      ...(air.some((one) => one.warmestC > one.temperatureC)
        ? [
            {
              name: 'its warmest',
              look: 'faint' as const,
              points: air.map((one) => ({ x: one.at, y: Number(degreesIn(one.warmestC, unit).toFixed(2)) })),
            },
          ]
        : []),
    ],
    [air, unit],
  );
  const damp = useMemo(
    () => [
      {
        name: 'humidity',
        points: air.flatMap((one) =>
          one.humidityPercent === null ? [] : [{ x: one.at, y: Number(one.humidityPercent.toFixed(1)) }],
        ),
      },
    ],
    [air],
  );
  const heatLevels = useMemo(() => {
    const edge = (celsius: number | null | undefined) => (celsius == null ? null : degreesTyped(celsius));
    return levels(edge(band?.leastC), edge(band?.mostC), `°${unit}`);
  }, [band, unit]);
  const dampLevels = useMemo(() => levels(band?.leastPercent, band?.mostPercent, '%'), [band]);
  if (air.length < 2) return null;
  return (
    <Suspense fallback={<div className="chart-coming tall" aria-busy="true" />}>
      <Chart
        curves={heat}
        levels={heatLevels}
        time
        yRange={null}
        xTitle=""
        yTitle={`temperature, °${unit}`}
        says={saying(
          'temperature',
          heat.flatMap((one) => one.points),
          `°${unit}`,
        )}
      />
      {(damp[0]?.points.length ?? 0) > 1 && (
        <Chart
          curves={damp}
          levels={dampLevels}
          time
          xTitle=""
          yTitle="relative humidity, %"
          says={saying('humidity', damp[0]?.points ?? [], '%')}
        />
      )}
    </Suspense>
  );
}

const levels = (least: number | null | undefined, most: number | null | undefined, unit: string) => [
  ...(least == null ? [] : [{ y: least, words: `at least ${least} ${unit}` }]),
  ...(most == null ? [] : [{ y: most, words: `at most ${most} ${unit}` }]),
];

function saying(what: string, points: readonly { y: number }[], unit: string): string {
  const figures = points.map((one) => one.y);
  return `${what} from ${Math.min(...figures).toFixed(1)} to ${Math.max(...figures).toFixed(1)} ${unit}`;
}
