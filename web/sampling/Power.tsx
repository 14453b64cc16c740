import { proxy } from 'comlink';
import { lazy, Suspense, useMemo, useState } from 'react';
import { ProgressBar, Stack } from 'react-bootstrap';
import type { HeterogeneityView } from '@mercato/contract/sampling/heterogeneity';
import { percentOf } from '@mercato/contract/words/figures';
import type { PowerPoint } from '@mercato/core/sampling/heterogeneityPower';
import { Quiet, Small } from '../ui/Buttons.tsx';
import { Trouble } from '../ui/fields.tsx';
import { useStatistics } from './useStatistics.ts';

const Chart = lazy(() => import('../ui/Chart.tsx'));

const RUNS = 4000;
/** True differences to try, as multiples of what chance alone gives. */
const TRIED = [0, 0.4, 0.8, 1.2, 1.6, 2, 2.5, 3];
/** Where a test finds a difference as a rule. */
const MOSTLY = 0.8;

/** What the test could have found: lots made up with so much true difference, sampled and judged, in a worker. */
export function Power({ test }: { test: HeterogeneityView }) {
  const { ask, stop } = useStatistics();
  const [share, setShare] = useState<number>();
  const [points, setPoints] = useState<readonly PowerPoint[]>();
  const [trouble, setTrouble] = useState<string>();
  const counts = test.attribute === 'other-seeds';
  const { mean } = test.verdict.expected;
  const unit = counts ? 'seeds' : 'percent points';
  const run = async () => {
    setShare(0);
    setPoints(undefined);
    setTrouble(undefined);
    const chance = Math.sqrt(counts ? mean : (mean * (100 - mean)) / test.seedsEach);
    const most = counts ? Infinity : 0.95 * Math.sqrt(mean * (100 - mean));
    const answer = await ask().power(
      {
        kind: counts ? 'counts' : 'percents',
        containers: test.results.length,
        seedsEach: test.seedsEach,
        f: test.f,
        mean,
        spreads: TRIED.map((times) => times * chance).filter((one) => one < most),
        runs: RUNS,
        seed: 1 + test.number,
      },
      proxy(setShare),
    );
    setShare(undefined);
    if (answer.ok) setPoints(answer.out);
    else setTrouble(answer.message);
  };
  const curves = useMemo(
    () =>
      points && [
        { name: 'found', points: points.map((one) => ({ x: one.spread, y: Number((one.found * 100).toFixed(1)) })) },
      ],
    [points],
  );
  const mostly = points?.find((one) => one.found >= MOSTLY);
  return (
    <section className="mt-3">
      <h3>What this test could have found</h3>
      <Trouble text={trouble} />
      {share !== undefined ? (
        <Stack direction="horizontal" gap={2} className="actions">
          <div className="progress c-5">
            {/* By itself the bar would put its name on what only surrounds it. */}
            <ProgressBar isChild now={share} max={1} label={`${percentOf(share)} %`} aria-label="simulated" />
          </div>
          <Small
            onClick={() => {
              stop();
              setShare(undefined);
            }}
          >
            Stop
          </Small>
        </Stack>
      ) : (
        <Stack direction="horizontal" gap={2} className="actions">
          <Quiet onClick={() => void run()}>{points ? 'Simulate again' : 'Simulate'}</Quiet>
          <span className="soft">
            {RUNS} lots for each true difference, {test.results.length} containers each
          </span>
        </Stack>
      )}
      {curves && points && (
        <>
          <p role="status">
            {mostly
              ? `True differences between containers of ${Number(mostly.spread.toPrecision(2))} ${unit} (standard deviation) or more are found at least four times in five.`
              : 'Even the largest difference that was tried is found less than four times in five: more containers, or more seeds in each, would find more.'}{' '}
            Of uniform lots {percentOf(points[0]?.found ?? 0, { decimals: 1 })} % are called not uniform.
          </p>
          <Suspense>
            <Chart
              curves={curves}
              xTitle={`true difference between containers, standard deviation, ${unit}`}
              yTitle="called not uniform, %"
              says={points
                .map((one) => `at ${Number(one.spread.toPrecision(2))} ${unit}: ${percentOf(one.found)} %`)
                .join(', ')}
              dots
            />
          </Suspense>
        </>
      )}
    </section>
  );
}
