import { lazy, Suspense } from 'react';
import { Table } from 'react-bootstrap';
import { Link } from 'react-router';
import { massOfSeeds } from '@mercato/core/weight/seedsPer';
import type { WeightResult } from '@mercato/core/weight/thousandSeedWeight';
import type { Curve } from '../ui/Chart.tsx';

const Chart = lazy(() => import('../ui/Chart.tsx'));

const PER = [
  ['g', 'a gram'],
  ['kg', 'a kilogram'],
  ['lb', 'a pound'],
  ['oz', 'an ounce'],
] as const;
/** Packets are filled with so many seeds. */
const FILLS = [50, 100, 250, 500, 1000] as const;

const whole = (value: number) =>
  new Intl.NumberFormat('en', { maximumSignificantDigits: 4 }).format(value).replaceAll(',', ' ');

const figure = (value: number) => String(Number(value.toPrecision(4)));

/** From a little below the least to a little above the most, so that what is alike looks alike. */
function around(masses: readonly number[]): [number, number] {
  const [least, most] = [Math.min(...masses), Math.max(...masses)];
  const room = Math.max(most - least, most / 20) / 4;
  return [Math.max(0, least - room), most + room];
}

/** What a thousand-seed weight says for sowing and for packets, and how its hundreds spread. */
export function WeightFigures({ result }: { result: WeightResult }) {
  const { replicates, seedsPer, meanG, sdG, thousandSeedG, interval } = result;
  const dots = (name: string, left: boolean): Curve => ({
    name,
    look: 'dots',
    points: replicates.flatMap(({ massG, dropped }, i) => (dropped === left ? [{ x: i + 1, y: massG }] : [])),
  });
  return (
    <>
      {meanG !== null && sdG !== null && (
        <Suspense fallback={<div className="chart-coming" aria-busy="true" />}>
          <Chart
            curves={[
              dots('weighed', false),
              ...(replicates.some((one) => one.dropped) ? [dots('left out', true)] : []),
            ]}
            xTitle="in the order in which they were weighed"
            yTitle="g"
            xRange={{ min: 0, max: replicates.length + 1, ticks: replicates.length + 1 }}
            yRange={around(replicates.map((one) => one.massG))}
            levels={[{ y: meanG, words: 'mean' }]}
            says={`Masses of ${replicates.length} replicates around a mean of ${meanG.toPrecision(4)} g${replicates.some((one) => one.dropped) ? `; left out: ${replicates.flatMap((one, i) => (one.dropped ? [i + 1] : [])).join(', ')}` : ''}`}
          />
        </Suspense>
      )}
      <Table borderless size="sm" className="ruled w-text">
        <tbody>
          {PER.map(([unit, name]) => (
            <tr key={unit}>
              <td>seeds in {name}</td>
              <td className="num fig">{whole(seedsPer[unit])}</td>
              {interval && (
                <td className="num fig soft">
                  {whole(interval.fewest[unit])} to {whole(interval.most[unit])}
                </td>
              )}
            </tr>
          ))}
          {FILLS.map((seeds) => (
            <tr key={seeds}>
              <td>for a packet of {seeds} seeds</td>
              <td className="num fig">{Number(massOfSeeds(seeds, thousandSeedG).toPrecision(3))} g</td>
            </tr>
          ))}
        </tbody>
      </Table>
      {interval && (
        <p className="soft">
          1000 seeds weigh {figure(interval.lowerG)} to {figure(interval.upperG)} g, with 95 % confidence.
        </p>
      )}
      <p>
        <Link to={`/store/bed?weight=${result.reportedG}`}>How much of it to sow</Link>
      </p>
    </>
  );
}
