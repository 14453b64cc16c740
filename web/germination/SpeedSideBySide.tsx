import { lazy, Suspense } from 'react';
import { Table } from 'react-bootstrap';
import type { Course } from '@mercato/core/germination/timeCourse';
import { bestFit, daysRange, drawnCourse } from './course.ts';

const Chart = lazy(() => import('../ui/Chart.tsx'));
const Z = 1.96;

/** One of several courses that are looked at together. */
export interface NamedCourse {
  readonly name: string;
  readonly course: Course;
}

/** Courses of several arms in one picture, and when half of each had come, against the first. */
export default function SpeedSideBySide({ courses }: { courses: readonly NamedCourse[] }) {
  const last = Math.max(...courses.map(({ course }) => course.times.at(-1) ?? 1));
  const found = courses.map(({ name, course }) => ({ name, course, best: bestFit(course) }));
  const base = found[0]?.best?.fit;
  return (
    <>
      <Suspense>
        <Chart
          curves={found.map(({ name, course, best }, i) => {
            const { curve, counted } = drawnCourse(course, best, last);
            return { name, look: i === 0 ? ('other' as const) : ('line' as const), points: best ? curve : counted };
          })}
          xRange={daysRange(last)}
          xTitle="day in warmth"
          yTitle="normal seedlings, %"
          says={found
            .map(({ name, best }) =>
              best ? `${name}: half after ${best.fit.t50.toFixed(1)} days` : `${name}: no curve`,
            )
            .join('; ')}
        />
      </Suspense>
      <Table className="w-text">
        <thead>
          <tr>
            <th>arm</th>
            <th className="num">half of those that come, after days</th>
            <th className="num">against the first, days</th>
          </tr>
        </thead>
        <tbody>
          {found.map(({ name, best }, i) => (
            <tr key={name}>
              <td>{name}</td>
              <td className="num">
                {best
                  ? `${best.fit.t50.toFixed(2)} ± ${(Z * best.fit.seT50).toFixed(2)}`
                  : 'counts on three days are needed'}
              </td>
              <td className="num">
                {i > 0 && best && base
                  ? `${signed(best.fit.t50 - base.t50)} ± ${(Z * Math.hypot(best.fit.seT50, base.seT50)).toFixed(2)}`
                  : ''}
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
    </>
  );
}

const signed = (value: number) => `${value < 0 ? '−' : '+'}${Math.abs(value).toFixed(2)}`;
