import { proxy } from 'comlink';
import { lazy, Suspense, useMemo, useRef, useState } from 'react';
import { ProgressBar, Stack, Table } from 'react-bootstrap';
import { type CourseIntervals, type Measure, vigourIndex } from '@mercato/core/germination/bootstrap';
import { germinationIndices } from '@mercato/core/germination/indices';
import type { Course } from '@mercato/core/germination/timeCourse';
import { Quiet } from '../ui/Buttons.tsx';
import { TextField } from '../ui/fields.tsx';
import { figureOf } from '../ui/typedBody.ts';
import { useWorker } from '../ui/useWorker.ts';
import { bestFit, COURSE_NAMES, daysRange, drawnCourse } from './course.ts';
import type { Courses } from './course.worker.ts';

const Chart = lazy(() => import('../ui/Chart.tsx'));
const start = () => new Worker(new URL('./course.worker.ts', import.meta.url), { type: 'module' });

/** How fast it came: indices, and the curve that explains the counts best; with intervals where somebody asks for them. */
export function Speed({ course }: { course: Course }) {
  const last = course.times.at(-1) ?? 1;
  const { indices, best, drawn } = useMemo(() => {
    const found = bestFit(course);
    return { indices: germinationIndices(course), best: found, drawn: drawnCourse(course, found, last) };
  }, [course, last]);
  const intervals = useIntervals(course, best?.kind ?? null);
  const [length, setLength] = useState('');
  const mm = Number(figureOf(length));
  const rows: readonly (readonly [name: string, value: string, of: Measure, digits: number])[] = [
    ['normal in the end, %', indices.finalPercent.toFixed(1), 'finalPercent', 1],
    ['mean time, days', figure(indices.meanGerminationTime, 2), 'meanGerminationTime', 2],
    ['half of the germinated seeds, after days (Coolbear)', figure(indices.t50Coolbear, 2), 't50Coolbear', 2],
    ['the same (Farooq)', figure(indices.t50Farooq, 2), 't50Farooq', 2],
    ...(best
      ? ([
          [
            `half of the seeds that germinate in the end, by the curve (${COURSE_NAMES[best.kind]}), after days`,
            `${best.fit.t50.toFixed(2)} ± ${(1.96 * best.fit.seT50).toFixed(2)}`,
            't50',
            2,
          ],
          [
            'germinate in the end, by the curve, share',
            `${best.fit.d.toFixed(3)}${best.fit.seD === null ? '' : ` ± ${(1.96 * best.fit.seD).toFixed(3)}`}`,
            'd',
            3,
          ],
        ] as const)
      : []),
    ['Maguire, seeds a day', indices.maguireCounts.toFixed(2), 'maguireCounts', 2],
    ['Kotowski', figure(indices.kotowski, 1), 'kotowski', 1],
    ['synchrony, 1 = all at once', figure(indices.synchronyZ, 3), 'synchronyZ', 3],
    ['uncertainty, bit', figure(indices.uncertaintyU, 2), 'uncertaintyU', 2],
  ];
  return (
    <>
      <h3 className="fs-5">Speed of germination</h3>
      <Suspense>
        <Chart
          curves={[
            { name: 'counted', look: 'dots', points: drawn.counted },
            ...(best ? [{ name: COURSE_NAMES[best.kind], look: 'line' as const, points: drawn.curve }] : []),
          ]}
          xRange={daysRange(last)}
          xTitle="day"
          yTitle="normal seedlings, %"
          says={`Counted on ${course.times.length} days, up to ${indices.finalPercent.toFixed(0)} %${best ? `; half of the seeds that germinate in the end after ${best.fit.t50.toFixed(1)} days` : ''}.`}
        />
      </Suspense>
      <Table className="w-text">
        {intervals.found && (
          <thead>
            <tr>
              <th>figure</th>
              <th className="num">value</th>
              <th className="num">95 % interval</th>
            </tr>
          </thead>
        )}
        <tbody>
          {rows.map(([name, value, of, digits]) => {
            const bounds = intervals.found?.[of];
            return (
              <tr key={name}>
                <td>{name}</td>
                <td className="num">{value}</td>
                {intervals.found && (
                  <td className="num">
                    {bounds ? `${bounds.low.toFixed(digits)} to ${bounds.high.toFixed(digits)}` : '—'}
                  </td>
                )}
              </tr>
            );
          })}
        </tbody>
      </Table>
      <Asked intervals={intervals} />
      <div className="w-form mt-3">
        <TextField
          label="mean length of the seedlings, mm"
          figure
          inputMode="decimal"
          value={length}
          onChange={setLength}
          hint="for the vigour index: normal seedlings, % × length; not kept"
        />
        {mm > 0 && (
          <p>
            Vigour index <span className="fig">{vigourIndex(indices.finalPercent, mm).toFixed(0)}</span>
            {intervals.found?.finalPercent && (
              <span className="soft">
                , {vigourIndex(intervals.found.finalPercent.low, mm).toFixed(0)} to{' '}
                {vigourIndex(intervals.found.finalPercent.high, mm).toFixed(0)} by the share alone
              </span>
            )}
          </p>
        )}
      </div>
      <p className="soft">
        By normal seedlings removed on each day; a seedling of a count germinated at some time since the count before.
        ±: 95 % confidence. {best === null && 'A curve needs counts on at least three days.'}
      </p>
    </>
  );
}

const figure = (value: number | null, digits: number) => (value === null ? '—' : value.toFixed(digits));

/** Intervals by the bootstrap, worked out beside the page; they can be broken off. */
function useIntervals(course: Course, kind: Parameters<Courses['intervals']>[1]) {
  const { ask, stop } = useWorker<Courses>(start);
  const [share, setShare] = useState<number>();
  const [found, setFound] = useState<CourseIntervals>();
  const asked = useRef(0);
  return {
    share,
    found,
    begin: async () => {
      asked.current += 1;
      const mine = asked.current;
      setShare(0);
      const answer = await ask().intervals(
        course,
        kind,
        proxy((done: number) => {
          if (mine === asked.current) setShare(done);
        }),
      );
      if (mine !== asked.current) return;
      setFound(answer);
      setShare(undefined);
    },
    breakOff: () => {
      asked.current += 1;
      stop();
      setShare(undefined);
    },
  };
}

function Asked({ intervals }: { intervals: ReturnType<typeof useIntervals> }) {
  if (intervals.found)
    return <p className="soft">Seeds drawn anew 2 000 times; what differs between dishes is not in it.</p>;
  return (
    <Stack direction="horizontal" gap={2} className="actions">
      {intervals.share === undefined ? (
        <Quiet onClick={() => void intervals.begin()}>Intervals for all of these</Quiet>
      ) : (
        <>
          <div className="progress c-5">
            <ProgressBar
              isChild
              now={intervals.share}
              max={1}
              label={`${(100 * intervals.share).toFixed(0)} %`}
              aria-label="drawn"
            />
          </div>
          <Quiet onClick={intervals.breakOff}>Cancel</Quiet>
        </>
      )}
    </Stack>
  );
}
