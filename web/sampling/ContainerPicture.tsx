import type { HeterogeneityView } from '@mercato/contract/sampling/heterogeneity';

const WIDTH = 640;
const HEIGHT = 200;
const LEFT = 44;
const BOTTOM = 24;

/** The containers against what chance alone would give: nineteen in twenty of a uniform lot lie in the band. */
export function ContainerPicture({ test }: { test: HeterogeneityView }) {
  const { results, verdict } = test;
  const { mean, low, high } = verdict.expected;
  const values = results.map((one) => one.value);
  const least = Math.min(...values, low);
  const most = Math.max(...values, high);
  const room = (most - least || 1) * 0.1;
  const y = (value: number) => 8 + ((most + room - value) / (most - least + 2 * room || 1)) * (HEIGHT - BOTTOM - 8);
  const x = (i: number) => LEFT + ((i + 0.5) / results.length) * (WIDTH - LEFT - 8);
  const outside = results.filter((one) => one.value < low || one.value > high);
  const figure = (value: number) => String(Number(value.toPrecision(3)));
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      style={{ width: '100%', maxWidth: WIDTH, height: 'auto' }}
      role="img"
      aria-label={`${results.length} containers, on average ${figure(mean)}; by chance alone nineteen in twenty would lie between ${figure(low)} and ${figure(high)}; outside lie ${outside.map((one) => `container ${one.container} with ${figure(one.value)}`).join(', ') || 'none'}`}
    >
      <rect x={LEFT} y={y(high)} width={WIDTH - LEFT - 8} height={y(low) - y(high)} fill="var(--next-wash)" />
      <line x1={LEFT} x2={WIDTH - 8} y1={y(mean)} y2={y(mean)} stroke="var(--rule-strong)" />
      {[high, mean, low].map((value, i) => (
        <text key={i} x={LEFT - 6} y={y(value) + 4} textAnchor="end" fontSize={12} fill="var(--ink-soft)">
          {figure(value)}
        </text>
      ))}
      {results.map((one, i) => {
        const off = one.value < low || one.value > high;
        return (
          <g key={one.container}>
            {off ? (
              <rect x={x(i) - 5} y={y(one.value) - 5} width={10} height={10} fill="var(--outside)" />
            ) : (
              <circle cx={x(i)} cy={y(one.value)} r={5} fill="var(--ink)" />
            )}
            {(results.length <= 24 || off) && (
              <text x={x(i)} y={HEIGHT - 8} textAnchor="middle" fontSize={12} fill="var(--ink-soft)">
                {one.container}
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
}
