import { lazy, Suspense } from 'react';
import type { MeterView } from '@mercato/contract/moisture/meters';
import { Fold } from '../ui/Fold.tsx';
import { Notice } from '../ui/Notice.tsx';

const Chart = lazy(() => import('../ui/Chart.tsx'));

/** How far the pairs lie from the calibration that holds, and how the meter went from check to check. */
export function MeterPictures({ meter }: { meter: MeterView }) {
  const held = meter.calibrations.filter((one) => one.holds);
  const { chart, checks } = meter;
  const last = checks.length - 1;
  return (
    <>
      {held.map(({ id, species, fit }) => (
        <Fold key={id} title={`How far its pairs lie off, ${species}`}>
          <Suspense>
            <Chart
              curves={[
                {
                  name: 'oven less calibration',
                  look: 'dots',
                  points: fit.pairs.map((one, i) => ({ x: one.meterPercent, y: fit.residuals[i] ?? 0 })),
                },
              ]}
              levels={[{ y: 0, words: 'as calibrated' }]}
              xTitle="meter shows, %"
              yTitle="oven less calibration, %"
              yRange={null}
              says={`Pairs lie ${fit.residualSd.toFixed(2)} percent off, about, between ${fit.from} and ${fit.to} percent; a good calibration scatters on both sides of nought all along.`}
            />
          </Suspense>
          {fit.farOff.length > 0 && (
            <Notice bad>
              Too far off for chance:{' '}
              {fit.farOff
                .map((i) => `${fit.pairs[i]?.meterPercent} % (oven ${fit.pairs[i]?.ovenPercent} %)`)
                .join(', ')}
              . Look at these pairs before you trust it.
            </Notice>
          )}
          <p className="soft">
            Scattered on both sides all along: good. Bent like a bow: try the curve that is bent once.
          </p>
        </Fold>
      ))}
      {chart && (
        <>
          {chart.flagged.includes(last) && (
            <Notice bad role="status">
              The last check lies outside its limits: the meter has drifted, or the oven has. Check both, then calibrate
              anew.
            </Notice>
          )}
          <Suspense>
            <Chart
              curves={[
                {
                  name: 'meter less oven',
                  points: checks.map((one, i) => ({ x: i + 1, y: one.meterPercent - one.ovenPercent })),
                },
              ]}
              dots
              levels={[
                { y: chart.upper, words: 'upper limit' },
                { y: chart.mean, words: 'mean' },
                { y: chart.lower, words: 'lower limit' },
              ]}
              xTitle="check"
              yTitle="meter less oven, %"
              yRange={rangeOf([chart.lower, chart.upper, ...checks.map((one) => one.meterPercent - one.ovenPercent)])}
              says={`${checks.length} checks against the oven: ${chart.mean.toFixed(2)} percent off on the mean, limits ${chart.lower.toFixed(2)} and ${chart.upper.toFixed(2)}; ${chart.flagged.length} outside.`}
            />
          </Suspense>
        </>
      )}
    </>
  );
}

/** From below the least to above the most, so that a limit is seen too. */
function rangeOf(values: readonly number[]): readonly [number, number] {
  const [low, high] = [Math.min(...values), Math.max(...values)];
  const room = Math.max(0.05, (high - low) * 0.08);
  return [low - room, high + room];
}
