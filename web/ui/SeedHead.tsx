import { type JSX, memo } from 'react';
import { CLASSES, type Counts } from '@mercato/core/units/seedCounts';
import { seedShape } from './shapes.tsx';

const GOLDEN_ANGLE = 2.399963; // 137.508°, in radians

/**
 * Any "n of N seeds" as a sunflower head: one mark a seed, the nth at n × 137.508° and radius √n.
 * Seeds that nobody has called yet are small rings.
 */
export const SeedHead = memo(function SeedHead({
  counts,
  seeds,
  size,
  label,
}: {
  counts: Partial<Counts>;
  seeds: number;
  size: number;
  label: string;
}): JSX.Element {
  const radius = size / 2;
  const dot = (radius / Math.sqrt(Math.max(seeds, 7))) * 0.74;
  const at = (n: number): [number, number] => {
    const distance = (radius - dot * 1.1) * Math.sqrt((n + 0.5) / seeds);
    return [radius + distance * Math.cos(n * GOLDEN_ANGLE), radius + distance * Math.sin(n * GOLDEN_ANGLE)];
  };
  const marks: JSX.Element[] = [];
  for (const kind of CLASSES)
    for (let i = 0; i < (counts[kind] ?? 0) && marks.length < seeds; i += 1) {
      const [x, y] = at(marks.length);
      marks.push(seedShape(kind, round(x), round(y), round(dot * 0.8), marks.length));
    }
  for (let n = marks.length; n < seeds; n += 1) {
    const [x, y] = at(n);
    marks.push(
      <circle
        key={n}
        cx={round(x)}
        cy={round(y)}
        r={round(dot * 0.42)}
        fill="none"
        stroke="var(--rule-strong)"
        strokeWidth="1"
      />,
    );
  }
  return (
    <svg className="seed-head" width={size} height={size} viewBox={`0 0 ${size} ${size}`} role="img" aria-label={label}>
      {marks}
    </svg>
  );
});

const round = (value: number) => Math.round(value * 100) / 100;
