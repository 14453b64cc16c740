import { useQuery } from '@tanstack/react-query';
import { lazy, Suspense, useEffect, useMemo, useState } from 'react';
import { Table } from 'react-bootstrap';
import { Link, useSearchParams } from 'react-router';
import type { RecordSeries } from '@mercato/contract/storage/record';
import { storageRoutes } from '@mercato/contract/storage/routes';
import { NO_CURVE } from '@mercato/contract/storage/words';
import { percentOf } from '@mercato/contract/words/figures';
import { clopperPearson } from '@mercato/core/statistics/binomialInterval';
import { SHELF_YEARS } from '@mercato/core/storage/whatNext';
import { reading } from '../api/routes.ts';
import { Busy } from '../ui/Busy.tsx';
import { Choices } from '../ui/Choices.tsx';
import { Heads } from '../ui/Heads.tsx';
import { useWorker } from '../ui/useWorker.ts';
import type { Ageing, DrawnCurve, Fitted } from './ageing.worker.ts';

const Chart = lazy(() => import('../ui/Chart.tsx'));
const start = () => new Worker(new URL('./ageing.worker.ts', import.meta.url), { type: 'module' });
const YEAR = 365.25;

/** How seed of each kind has kept here: the store's own tests of all years, with the curve that lies through them. */
export default function HowKept() {
  const [search, setSearch] = useSearchParams();
  const { data } = useQuery(reading(storageRoutes.record, {}));
  const { ask } = useWorker<Ageing>(start);
  const [fits, setFits] = useState<readonly Fitted[] | null>(null);
  useEffect(() => {
    if (!data) return;
    let gone = false;
    void ask()
      .fit(data.series.map((one) => one.tests.map(({ days, germinated, n }) => ({ days, germinated, n }))))
      .then((found) => {
        if (!gone) setFits(found);
      });
    return () => {
      gone = true;
    };
  }, [ask, data]);
  if (!data) return <Busy />;
  const shown = data.series.find((one) => one.key === search.get('of')) ?? data.series[0];
  const fit = shown ? fits?.[data.series.indexOf(shown)] : undefined;
  return (
    <main className="w-wide" aria-busy={fits === null || undefined}>
      <h1>How seed has kept here</h1>
      <p className="soft">
        Your own tests of all years, by kind and store. After a few seasons they beat any rule of thumb.
      </p>
      {data.series.length === 0 && (
        <p>
          No packet has been tested yet. Results of a round come here by themselves; earlier ones are entered at their
          packet.
        </p>
      )}
      {shown && (
        <>
          <Choices
            label="which"
            options={data.series.slice(0, 40).map(
              (one) =>
                [
                  one.key,
                  <>
                    {one.kind}
                    {one.store && ` · ${one.store}`} <span className="fig soft">{one.tests.length}</span>
                  </>,
                ] as const,
            )}
            chosen={shown.key}
            choose={(key) => setSearch({ of: key }, { replace: true })}
          />
          <Series series={shown} fit={fit} />
        </>
      )}
    </main>
  );
}

const years = (days: number) => {
  const n = days / YEAR;
  return n < 10 ? n.toFixed(1) : n.toFixed(0);
};

function Series({ series, fit }: { series: RecordSeries; fit: Fitted | undefined }) {
  const drawn = fit && 'own' in fit ? fit : null;
  const curves = useMemo(() => curvesOf(series, drawn), [series, drawn]);
  const span = useMemo(() => {
    const most = Math.max(
      ...curves.flatMap((one) => one.points.map((point) => point.x)),
      ...(series.longevity ? [SHELF_YEARS[series.longevity][1]] : []),
    );
    const max = Math.max(1, Math.ceil(most));
    return { min: 0, max, ticks: Math.min(10, max) };
  }, [curves, series.longevity]);
  const marks = useMemo(() => {
    if (series.longevity === null) return [];
    const [fails, gone] = SHELF_YEARS[series.longevity];
    return [
      { x: fails, words: 'begins to fail, by its kind' },
      { x: gone, words: 'mostly gone, by its kind' },
    ];
  }, [series.longevity]);
  return (
    <section aria-label={`${series.kind} ${series.store}`}>
      <h2>
        {series.kind} {series.store && <span className="soft">in {series.store}</span>}
      </h2>
      {fit === undefined ? null : drawn ? (
        <Words drawn={drawn} />
      ) : (
        <p>{'reason' in fit ? `No curve yet: ${NO_CURVE[fit.reason]}.` : ''}</p>
      )}
      <Suspense fallback={<div className="chart-coming" aria-busy="true" />}>
        <Chart
          curves={curves}
          marks={marks}
          xRange={span}
          xTitle="years since harvest"
          yTitle="alive, %"
          says={series.tests.map((one) => `${one.germinated} of ${one.n} after ${years(one.days)} years`).join(', ')}
        />
      </Suspense>
      <p className="soft">
        Upright lines: shelf life of the kind, common practice; they begin with the harvest and know nothing of your
        store. Dormant and invalid tests are left out: they say nothing of ageing.
      </p>
      <div className="scroll">
        <Table className="text-nowrap">
          <Heads of={['packet', 'harvest', 'tested', 'age', 'sprouted', 'alive, 95 %']} />
          <tbody>
            {series.tests.map((one, i) => {
              const { lower, upper } = clopperPearson(one.germinated, one.n, 0.95);
              return (
                <tr key={i}>
                  <td>
                    <Link to={`/store/packets/${one.packetId}`}>{one.variety || series.kind}</Link>{' '}
                    <span className="code">{one.code}</span>
                  </td>
                  <td className="fig">{one.harvestYear}</td>
                  <td className="fig">{one.on}</td>
                  <td className="fig">{years(one.days)} years</td>
                  <td className="fig">
                    {one.germinated} of {one.n}
                  </td>
                  <td className="fig">
                    {percentOf(lower)} to {percentOf(upper)} %
                  </td>
                </tr>
              );
            })}
          </tbody>
        </Table>
      </div>
    </section>
  );
}

function Words({ drawn: { own } }: { drawn: DrawnCurve }) {
  const { P50, seP50, pearsonX2, df } = own.curve;
  const beyond = P50 !== null && P50 > own.oldestDays * 1.25;
  const scattered = df > 0 && pearsonX2 / df > 2;
  const [from, to] = [-2, 2].map((errors) => Math.max(0, (P50 ?? 0) + errors * (seP50 ?? 0)));
  return (
    <p>
      {P50 === null ? (
        'It has not fallen yet.'
      ) : beyond ? (
        <>
          More than half is alive for as long as your tests reach, <b className="fig">{years(own.oldestDays)}</b> years.
        </>
      ) : (
        <>
          Half of it is alive after about <b className="fig">{years(Math.max(0, P50))}</b> years
          {seP50 !== null && (
            <>
              {' '}
              (<span className="fig">{years(from ?? 0)}</span> to <span className="fig">{years(to ?? 0)}</span>)
            </>
          )}
          , by {own.tests} tests of your own.
        </>
      )}{' '}
      {scattered && 'The tests scatter more than chance alone: harvests differ, and the limits are drawn wider for it.'}
    </p>
  );
}

function curvesOf(series: RecordSeries, drawn: DrawnCurve | null) {
  const percent = (share: number) => Number(percentOf(share, { decimals: 1 }));
  const dots = {
    name: 'tests',
    look: 'dots' as const,
    points: series.tests.map((one) => ({
      x: Number((one.days / YEAR).toFixed(3)),
      y: percent(one.germinated / one.n),
    })),
  };
  if (!drawn) return [dots];
  const line = (key: 'estimate' | 'lower' | 'upper') =>
    drawn.points.map((one) => ({ x: Number((one.days / YEAR).toFixed(3)), y: percent(one[key]) }));
  return [
    dots,
    { name: 'your curve', look: 'line' as const, points: line('estimate') },
    { name: 'its lower limit', look: 'faint' as const, points: line('lower') },
    { name: 'its upper limit', look: 'faint' as const, points: line('upper') },
  ];
}
