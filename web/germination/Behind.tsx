import { lazy, Suspense, useMemo } from 'react';
import { Table } from 'react-bootstrap';
import type { GerminationTest } from '@mercato/contract/germination/germination';
import { dishSpread } from '@mercato/core/germination/betweenDishes';
import { germinationIndices } from '@mercato/core/germination/indices';
import { overdispersion } from '@mercato/core/germination/overdispersion';
import { type Course, COURSES, courseAt, fitCourse } from '@mercato/core/germination/timeCourse';
import { courseOf, dishesOf } from './course.ts';

const Chart = lazy(() => import('../ui/Chart.tsx'));
/** Less likely than that chance alone does not explain it; the tables of the rule books go by the same. */
const SELDOM = 0.025;
const POINTS = 60;

/** What stands behind the verdict of the table: whether the bench shows, and how fast the seed came. */
export default function Behind({ test }: { test: GerminationTest }) {
  const course = courseOf(test);
  return (
    <>
      <BenchOrChance test={test} />
      {course && <Speed course={course} />}
    </>
  );
}

function BenchOrChance({ test }: { test: GerminationTest }) {
  const dishes = dishesOf(test);
  if (dishes.x.length < 2) return <p className="soft">Close two dishes to compare them.</p>;
  const { statistic, pValue, df, dispersionRatio } = dishSpread(dishes);
  const { rho, seRho } = overdispersion(dishes);
  if (statistic === null || pValue === null)
    return <p className="soft">All dishes have the same result: no spread to evaluate.</p>;
  const [bench, alike] = [pValue < SELDOM, pValue > 1 - SELDOM];
  return (
    <>
      <p>
        {bench ? (
          <span className="outside">
            Dishes differ more than chance explains. Look at the bench before the seed: sown too close, a dry or wet
            corner, a warmer place, an analyst who evaluates otherwise.
          </span>
        ) : alike ? (
          <span className="outside">
            Dishes are more alike than chance permits. Check how they were counted: each dish by itself, without sight
            of the others?
          </span>
        ) : (
          'The differences between dishes are within chance.'
        )}{' '}
        <span className="soft">
          Chi-square <span className="fig">{statistic.toFixed(2)}</span> on {df}, chance of so much{' '}
          <span className="fig">{chanceWords(pValue)}</span>; spread{' '}
          <span className="fig">{(dispersionRatio ?? 0).toFixed(2)}</span> times that of chance
          {rho !== null &&
            rho > 0 &&
            `; likeness of seeds of one dish ${rho.toFixed(3)}${seRho === null ? '' : ` ± ${seRho.toFixed(3)}`}`}
          . The verdict is the table’s.
        </span>
      </p>
    </>
  );
}

const chanceWords = (chance: number) => (chance < 0.0001 ? 'below 0.01 %' : `${(100 * chance).toPrecision(2)} %`);
const NAMES = { loglogistic: 'log-logistic', lognormal: 'log-normal', weibull: 'Weibull' } as const;

/** How fast it came: indices, and the curve that explains the counts best. */
function Speed({ course }: { course: Course }) {
  const { indices, best, curves, range } = useMemo(() => {
    const fits = COURSES.flatMap((kind) => {
      const fit = fitCourse(course, kind, false);
      return fit ? [{ kind, fit }] : [];
    });
    const likeliest = fits.reduce<(typeof fits)[number] | null>(
      (a, b) => (a === null || b.fit.logLikelihood > a.fit.logLikelihood ? b : a),
      null,
    );
    const last = course.times.at(-1) ?? 1;
    const upTo = (i: number) => course.newlyGerminated.slice(0, i + 1).reduce((a, b) => a + b, 0);
    const counted = course.times.map((time, i) => ({ x: time, y: (100 * upTo(i)) / course.seedsSown }));
    return {
      indices: germinationIndices(course),
      range: daysRange(last),
      best: likeliest,
      curves: [
        { name: 'counted', look: 'dots' as const, points: counted },
        ...(likeliest
          ? [
              {
                name: NAMES[likeliest.kind],
                look: 'line' as const,
                points: Array.from({ length: POINTS + 1 }, (_, i) => {
                  const x = (last * i) / POINTS;
                  return { x, y: 100 * courseAt(likeliest.fit, likeliest.kind, x) };
                }),
              },
            ]
          : []),
      ],
    };
  }, [course]);
  const rows: readonly (readonly [string, string])[] = [
    ['mean time', days(indices.meanGerminationTime)],
    ['half of the germinated seeds, after', days(indices.t50Coolbear)],
    ...(best
      ? ([
          [
            `half of the seeds that germinate in the end, by the curve (${NAMES[best.kind]})`,
            `${best.fit.t50.toFixed(2)} ± ${(1.96 * best.fit.seT50).toFixed(2)} d`,
          ],
          [
            'germinate in the end, by the curve',
            `${(100 * best.fit.d).toFixed(1)}${best.fit.seD === null ? '' : ` ± ${(196 * best.fit.seD).toFixed(1)}`} %`,
          ],
        ] as const)
      : []),
    ['Maguire, seeds a day', indices.maguireCounts.toFixed(2)],
    ['Kotowski', indices.kotowski?.toFixed(1) ?? '—'],
    ['synchrony, 1 = all at once', indices.synchronyZ?.toFixed(3) ?? '—'],
    ['uncertainty, bit', indices.uncertaintyU?.toFixed(2) ?? '—'],
  ];
  return (
    <>
      <h3 className="fs-5">Speed of germination</h3>
      <Suspense>
        <Chart
          curves={curves}
          xRange={range}
          xTitle="day"
          yTitle="normal seedlings, %"
          says={`Counted on ${course.times.length} days, up to ${indices.finalPercent.toFixed(0)} %${best ? `; half of the seeds that germinate in the end after ${best.fit.t50.toFixed(1)} days` : ''}.`}
        />
      </Suspense>
      <Table className="w-text">
        <tbody>
          {rows.map(([name, value]) => (
            <tr key={name}>
              <td>{name}</td>
              <td className="num">{value}</td>
            </tr>
          ))}
        </tbody>
      </Table>
      <p className="soft">
        By normal seedlings removed on each day; a seedling of a count germinated at some time since the count before.
        ±: 95 % confidence. {best === null && 'A curve needs counts on at least three days.'}
      </p>
    </>
  );
}
const STEPS = [1, 2, 3, 5, 7, 10, 14, 28];
const ABOUT = 8;
/** An axis of whole days from 0 to beyond the last count. */
function daysRange(last: number): { readonly min: number; readonly max: number; readonly ticks: number } {
  const step = STEPS.find((one) => last / one <= ABOUT) ?? Math.ceil(last / ABOUT);
  const ticks = Math.max(1, Math.ceil(last / step));
  return { min: 0, max: ticks * step, ticks };
}
const days = (value: number | null) => (value === null ? '—' : `${value.toFixed(2)} d`);
