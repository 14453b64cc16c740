import ApexCharts from 'apexcharts';
import { useEffect, useRef } from 'react';

export interface Curve {
  readonly name: string;
  readonly points: readonly { readonly x: number; readonly y: number }[];
  /** Points measured one by one, a line that only goes along with another, or one of another origin. */
  readonly look?: 'line' | 'dots' | 'faint' | 'other';
}

const PERCENT = [0, 100] as const;
const MANY = 24;
const NO_LEVELS: readonly { readonly y: number; readonly words: string }[] = [];
const NO_MARKS: readonly { readonly x: number; readonly words: string }[] = [];

/** One or more curves over a figure; colours and type come from the page's own tokens. Loaded when it is shown. */
export default function Chart({
  curves,
  xTitle,
  yTitle,
  says,
  marks = NO_MARKS,
  levels = NO_LEVELS,
  dots = false,
  time = false,
  yRange = PERCENT,
  xRange,
}: {
  curves: readonly Curve[];
  xTitle: string;
  yTitle: string;
  /** The picture in words. */
  says: string;
  /** Upright lines at figures that matter, each with its words. */
  marks?: readonly { readonly x: number; readonly words: string }[];
  /** Lines across at figures that matter, each with its words. */
  levels?: readonly { readonly y: number; readonly words: string }[];
  /** Whether x is an instant, ms since 1970. */
  time?: boolean;
  /** From where to where x goes, in so many steps; as the curves need where it is left out. */
  xRange?: { readonly min: number; readonly max: number; readonly ticks: number } | undefined;
  /** From where to where the figures go; null = as the curves need. */
  yRange?: readonly [number, number] | null;
  /** Whether each point was measured on its own, and is marked. */
  dots?: boolean;
}) {
  const place = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (!place.current) return;
    const style = getComputedStyle(document.documentElement);
    const token = (name: string) => style.getPropertyValue(name).trim();
    const font = { fontFamily: token('--sans'), fontSize: '13px', colors: token('--ink-soft') };
    const title = (text: string) => ({
      text,
      style: { fontFamily: token('--sans'), fontSize: '14px', fontWeight: 400, color: token('--ink') },
    });
    // What binary leaves of nought is nought.
    const figure = (value: number) => String(Math.abs(value) < 1e-9 ? 0 : Number(value.toPrecision(3)));
    const chart = new ApexCharts(place.current, {
      chart: {
        type: 'line',
        height: 320,
        animations: { enabled: false },
        toolbar: { show: false },
        zoom: { enabled: false },
        background: 'transparent',
        fontFamily: token('--sans'),
      },
      series: curves.map((one) => ({ name: one.name, data: one.points.map(({ x, y }) => ({ x, y })) })),
      colors: curves.map((one, i) =>
        one.look === 'dots'
          ? token('--next')
          : one.look === 'other'
            ? token('--rule-strong')
            : one.look === 'faint' || (one.look === undefined && i % 2 === 1)
              ? token('--hard')
              : token('--ink'),
      ),
      stroke: {
        width: curves.map((one) =>
          one.look === 'dots' ? 0 : one.look === 'faint' || one.look === 'other' || time ? 1.5 : 2,
        ),
        dashArray: curves.map((one) => (one.look === 'faint' ? 5 : 0)),
        // Many points are their own curve; a spline through them waves.
        curve: curves.map((one) =>
          dots || time || one.points.length < 3 || one.points.length > MANY ? 'straight' : 'smooth',
        ),
      },
      markers: { size: curves.map((one) => (dots || one.look === 'dots' ? 5 : 0)), strokeWidth: 0 },
      xaxis: {
        type: time ? 'datetime' : 'numeric',
        ...(xRange ? { min: xRange.min, max: xRange.max, tickAmount: xRange.ticks } : {}),
        title: title(xTitle),
        labels: time
          ? { style: font, datetimeUTC: false }
          : { style: font, formatter: (value: string) => figure(Number(value)) },
        axisBorder: { color: token('--rule-strong') },
      },
      yaxis: {
        ...(yRange ? { min: yRange[0], max: yRange[1] } : {}),
        tickAmount: 5,
        title: title(yTitle),
        labels: { style: font, formatter: figure },
      },
      grid: { borderColor: token('--rule') },
      legend: { show: curves.length > 1, labels: { colors: token('--ink') } },
      tooltip: { theme: document.documentElement.dataset.bsTheme ?? 'light' },
      annotations: {
        yaxis: levels.map(({ y, words }) => ({
          y,
          borderColor: token('--next'),
          label: {
            text: words,
            borderColor: token('--rule-strong'),
            style: { background: token('--sheet'), color: token('--ink'), fontSize: '13px' },
          },
        })),
        xaxis: marks.map(({ x, words }) => ({
          x,
          borderColor: token('--rule-strong'),
          label: {
            text: words,
            orientation: 'vertical',
            borderColor: token('--rule-strong'),
            style: { background: token('--sheet'), color: token('--ink'), fontSize: '13px' },
          },
        })),
      },
    });
    void chart.render();
    return () => chart.destroy();
  }, [curves, dots, levels, marks, time, xRange, xTitle, yRange, yTitle]);
  return <div ref={place} role="img" aria-label={says} />;
}
