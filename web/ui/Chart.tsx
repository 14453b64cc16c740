import ApexCharts from 'apexcharts';
import { useEffect, useRef, type JSX } from 'react';

export interface Curve {
  readonly name: string;
  readonly points: readonly { readonly x: number; readonly y: number }[];
}

const PERCENT = [0, 100] as const;
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
  /** From where to where the figures go; null = as the curves need. */
  yRange?: readonly [number, number] | null;
  /** Whether each point was measured on its own, and is marked. */
  dots?: boolean;
}): JSX.Element {
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
    const figure = (value: number) => String(Number(value.toPrecision(3)));
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
      colors: [token('--ink'), token('--hard')],
      stroke: { width: time ? 1.5 : 2, curve: dots || time ? 'straight' : 'smooth' },
      markers: { size: dots ? 5 : 0 },
      xaxis: {
        type: time ? 'datetime' : 'numeric',
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
    return () => {
      chart.destroy();
    };
  }, [curves, dots, levels, marks, time, xTitle, yRange, yTitle]);
  return <div ref={place} role="img" aria-label={says} />;
}
