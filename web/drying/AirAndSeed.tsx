import { lazy, Suspense, useMemo } from 'react';
import { dryFromWet, wetFromDry } from '@mercato/core/drying/equilibrium';
import { HYSTERESIS_POINTS, moistureOfKind } from '@mercato/core/drying/isotherms';
import type { DryingFigures } from '@mercato/contract/catalogue/dryingFigures';
import { degrees } from '../api/reader.ts';
import type { KnownWater } from './figures.ts';

const Chart = lazy(() => import('../ui/Chart.tsx'));
/** Where the equations are to be trusted, percent of humidity. */
const FROM = 20;
const TO = 90;
const STEP = 2;
/** From here on moulds grow; common practice, no source. */
const MOULD = 65;
/** Sets that lie nearer to each other say the same, points of moisture. */
const APART = 0.1;

interface AirAndSeedProps {
  known: KnownWater;
  figures: DryingFigures;
  airC: number;
  airPercent: number | null;
  /** Moisture that is asked about, percent wet basis. */
  moisturePercent: number | null;
  what: string;
}

/** How dry a kind gets in air, and what air keeps it so dry; the picture has both ways to get there. */
export function AirAndSeed({ known, figures, airC, airPercent, moisturePercent, what }: AirAndSeedProps) {
  const { water, set } = known;
  const curves = useMemo(() => {
    const line = (of: (humidity: number) => number) =>
      Array.from({ length: (TO - FROM) / STEP + 1 }, (_, i) => FROM + i * STEP).map((x) => ({ x, y: of(x) }));
    const dried = (humidity: number) => wetFromDry(water.dryAt(humidity / 100, airC));
    const sets = set ? figures.isotherms.filter((one) => one.kind === set.kind && one !== set) : [];
    return [
      { name: 'dried down to this air', points: line(dried), look: 'line' as const },
      {
        name: 'wetted up to it, about',
        points: line((x) => Math.max(0, dried(x) - HYSTERESIS_POINTS)),
        look: 'faint' as const,
      },
      ...sets.map((one) => ({
        name: `${one.equation}, another set`,
        points: line((x) => moistureOfKind([one], one.kind, x / 100, airC)?.best.wetBasisPercent ?? 0),
        look: 'other' as const,
      })),
    ];
  }, [water, set, figures, airC]);
  const comesTo = airPercent === null ? null : wetFromDry(water.dryAt(airPercent / 100, airC));
  const needs = moisturePercent === null ? null : 100 * water.humidityAt(dryFromWet(moisturePercent), airC);
  const all = set && airPercent !== null ? moistureOfKind(figures.isotherms, set.kind, airPercent / 100, airC) : null;
  const marks = useMemo(
    () => (airPercent === null ? [] : [{ x: airPercent, words: `air of ${airPercent} %` }]),
    [airPercent],
  );
  const levels = useMemo(
    () => (moisturePercent === null ? [] : [{ y: moisturePercent, words: `${moisturePercent} %` }]),
    [moisturePercent],
  );
  return (
    <>
      <div role="status">
        {comesTo !== null && (
          <p>
            In air of {airPercent} % at {degrees(airC, 0)} {what} comes to <b className="fig">{comesTo.toFixed(1)} %</b>{' '}
            <span className="soft">
              ({dryFromWet(comesTo).toFixed(1)} % of its dry mass) when it dries down to it; wetted up to it, it stays
              about a point drier
              {all && all.highestPercent - all.lowestPercent >= APART
                ? `. Published sets differ: ${all.lowestPercent.toFixed(1)} to ${all.highestPercent.toFixed(1)} %`
                : ''}
              .
            </span>
          </p>
        )}
        {needs !== null && (
          <p>
            To hold it at {moisturePercent} % a cabinet must hold <b className="fig">{needs.toFixed(0)} %</b> humidity
            at {degrees(airC, 0)}.{needs > MOULD && <span className="outside"> Above {MOULD} % moulds grow.</span>}
            {(needs < FROM || needs > TO) && (
              <span className="soft">
                {' '}
                The equations are to be trusted from {FROM} to {TO} % alone.
              </span>
            )}
          </p>
        )}
      </div>
      <Suspense>
        <Chart
          curves={curves}
          marks={marks}
          levels={levels}
          xTitle="humidity of the air, %"
          yTitle="moisture, % wet basis"
          yRange={null}
          says={`Moisture of ${what} in balance with air at ${degrees(airC, 0)}, from ${curves[0]?.points[0]?.y.toFixed(1) ?? ''} % in air of ${FROM} % to ${curves[0]?.points.at(-1)?.y.toFixed(1) ?? ''} % in air of ${TO} %. Seed that dries down to an air ends about a point damper than seed that is wetted up to it.`}
        />
      </Suspense>
      <p className="soft">
        Two lines for one air: seed remembers where it came from. Published curves are of seed that was dried; the lower
        line lies {HYSTERESIS_POINTS} points beneath, from memory.{' '}
        {set
          ? `${set.equation}: ${set.source}, confidence ${set.confidence}.`
          : 'By its oil: Cromarty, Ellis & Roberts (1982), from memory.'}
      </p>
    </>
  );
}
