import { lazy, Suspense, useMemo } from 'react';
import { FORECAST_WORDS } from '@mercato/contract/drying/words';
import type { BinDrying } from '@mercato/core/drying/binDrying';
import type { DryingForecast } from '@mercato/core/drying/forecast';
import type { GelNeeded, OverGel } from '@mercato/core/drying/overGel';
import type { ThinLayer } from '@mercato/core/drying/thinLayer';
import { degrees } from '../api/reader.ts';
import { Course } from './Course.tsx';
import { hoursRange, hoursWords } from './hours.ts';

const Chart = lazy(() => import('../ui/Chart.tsx'));

export const massWords = (grams: number): string =>
  grams >= 10_000 ? `${(grams / 1000).toFixed(1)} kg` : `${grams.toFixed(grams < 1000 ? 1 : 0)} g`;

interface GelProps {
  needed: GelNeeded | null;
  with: OverGel | null;
  gelG: number | undefined;
  desiccant: string;
  targetPercent: number | undefined;
}

/** A jar with seed and desiccant in it. */
export function InTheJar({ needed, with: over, gelG, desiccant, targetPercent }: GelProps) {
  return (
    <>
      {needed && (
        <p>
          <b className="fig">{massWords(needed.gelG)}</b> of {desiccant}, weighed dry.{' '}
          <span className="soft">
            Seed of {targetPercent} % stands in air of {needed.humidityPercent.toFixed(0)} %; in that air the desiccant
            holds {needed.holdsPercent.toFixed(1)} % of its own mass, not what it could hold at most.
          </span>
        </p>
      )}
      {over && (
        <p>
          With {massWords(gelG ?? 0)} of it the seed comes to <b className="fig">{over.moisturePercent.toFixed(1)} %</b>{' '}
          and weighs <b className="fig">{massWords(over.massAfterG)}</b>, in air of {over.humidityPercent.toFixed(0)} %.
          {targetPercent !== undefined && over.moisturePercent > targetPercent + 0.05 && (
            <span className="outside"> That is not enough: bake the desiccant and change it once.</span>
          )}
        </p>
      )}
      <p className="soft">
        How long that takes depends on how thin the seed lies: weigh it until it loses no more. A shut jar of a litre
        holds a fiftieth of a gram of water in its air: it does not count.
      </p>
    </>
  );
}

interface LayerProps {
  low: ThinLayer;
  high: ThinLayer;
  forecast: DryingForecast | null;
  weighings: readonly { readonly hours: number; readonly massG: number }[];
  down: boolean;
}

/** A few centimetres in moving air: by the rate of small grain, and by weighings of one's own once there are any. */
export function InALayer({ low, high, forecast, weighings, down }: LayerProps) {
  const [fast, slow] = [Math.min(low.hours ?? 0, high.hours ?? 0), Math.max(low.hours ?? 0, high.hours ?? 0)];
  return (
    <>
      {low.hours === null ? (
        <p className="outside">
          In this air it comes to {low.restsAtPercent.toFixed(1)} % and no {down ? 'drier' : 'damper'}: find{' '}
          {down ? 'drier' : 'damper'} air.
        </p>
      ) : (
        <p>
          About <b className="fig">{hoursWords(fast)}</b> to <b className="fig">{hoursWords(slow)}</b>, if it dries as
          barley and wheat do. <span className="soft">Large seed takes several times as long: weigh it.</span>
        </p>
      )}
      {forecast && (
        <>
          <p role="status">
            By its weight now <b className="fig">{forecast.moisturePercent.toFixed(1)} %</b>; it is there at{' '}
            <b className="fig">{massWords(forecast.massWhenDryG)}</b>. {forecast.none && FORECAST_WORDS[forecast.none]}
            {forecast.done && 'It is as it is to be.'}
            {forecast.dryAt && (
              <>
                There after <b className="fig">{hoursWords(forecast.dryAt.hours)}</b> from the first weighing, between{' '}
                {hoursWords(forecast.dryAt.low)} and{' '}
                {forecast.dryAt.high === null ? 'no upper limit' : hoursWords(forecast.dryAt.high)} (90 %).
              </>
            )}
          </p>
          <Course forecast={forecast} weighings={weighings} unit="g" />
        </>
      )}
    </>
  );
}

/** A deep heap: its bottom is dry long before its top. */
export function InABin({ bin, down }: { bin: BinDrying; down: boolean }) {
  const curves = useMemo(
    () =>
      (
        [
          ['bottom', 'bottomPercent', 'faint'],
          ['mean', 'meanPercent', 'line'],
          ['top', 'topPercent', 'other'],
        ] as const
      ).map(([name, key, look]) => ({
        name,
        look,
        points: bin.course.map((one) => ({ x: one.hours, y: one[key] })),
      })),
    [bin],
  );
  const range = useMemo(() => hoursRange(bin.course.at(-1)?.hours ?? 1), [bin]);
  return (
    <>
      {bin.hoursToTop === null ? (
        <p className="outside">
          This air brings it to {bin.restsAtPercent.toFixed(1)} % and no {down ? 'drier' : 'damper'}.
        </p>
      ) : (
        <p>
          Its mean is there after <b className="fig">{hoursWords(bin.hoursToMean ?? bin.hoursToTop)}</b>, its top after{' '}
          <b className="fig">{hoursWords(bin.hoursToTop)}</b>.{' '}
          <span className="soft">
            {down
              ? `Until then the top is as damp as it came: warm damp seed heats and moulds. Its bottom ends at ${bin.restsAtPercent.toFixed(1)} %.`
              : `Its bottom ends at ${bin.restsAtPercent.toFixed(1)} %.`}
          </span>
        </p>
      )}
      <p className="soft">
        At first the air leaves it at {degrees(bin.leavesC, 1)} and {bin.leavesPercent.toFixed(0)} % humidity.
      </p>
      <Suspense>
        <Chart
          curves={curves}
          xRange={range}
          xTitle="hours"
          yTitle="moisture, % wet basis"
          yRange={null}
          says={`A front goes up through the bin: the bottom comes to ${bin.restsAtPercent.toFixed(1)} % first, the top after ${bin.hoursToTop?.toFixed(0) ?? 'any number of'} hours.`}
        />
      </Suspense>
    </>
  );
}
