import { lazy, Suspense, useState } from 'react';
import { Table } from 'react-bootstrap';
import type { GerminationTest, GerminationView } from '@mercato/contract/germination/germination';
import { compareArms } from '@mercato/core/germination/compareArms';
import { methodOf } from '@mercato/core/germination/retest';
import { classWord, temperatureWords } from '@mercato/core/rule-books/methodWords';
import { Fold } from '../ui/Fold.tsx';
import { SeedMark } from '../ui/shapes.tsx';
import { courseOf } from './course.ts';
import type { NamedCourse } from './SpeedSideBySide.tsx';
import { TREATMENT_WORDS } from './words.ts';

const SpeedSideBySide = lazy(() => import('./SpeedSideBySide.tsx'));

const WIDE = 320;
const HIGH = 18;
/** From here on a difference is more than chance. Common practice. */
const CHANCE = 0.05;

/** Methods or arms of one lot side by side, the treated against the untreated; nothing where there is only one. */
export function CompareArms({ view }: { view: GerminationView }) {
  const [speed, setSpeed] = useState(false);
  const done = view.tests.filter((one) => one.result.complete && one.decision?.decision !== 'set-aside');
  const keys = [...new Set(done.map(armKey))];
  if (keys.length < 2) return null;
  const arms = keys.map((key) => {
    const own = done.filter((one) => armKey(one) === key);
    return {
      name: armName(own[0]),
      tests: own,
      normal: own.reduce((sum, one) => sum + one.result.counts.normal, 0),
      fresh: own.reduce((sum, one) => sum + one.result.counts.fresh, 0),
      seeds: own.reduce((sum, one) => sum + one.result.seeds, 0),
    };
  });
  const courses = arms.flatMap(({ name, tests }): NamedCourse[] => {
    const course = tests[0] && courseOf(tests[0]);
    return course ? [{ name, course }] : [];
  });
  const untreated = arms.findIndex(({ tests }) => isUntreated(tests[0]));
  const base = Math.max(0, untreated);
  const compared = compareArms(arms, base);
  const used = view.combined.from.length;
  const reported = used > 0 ? view.combined.groups[view.combined.chosen]?.method : undefined;
  return (
    <section className="ruled-top pt-3 mt-3">
      <h2>Side by side</h2>
      <Table className="figures-table">
        <thead>
          <tr>
            <th>method</th>
            <th className="num">normal</th>
            <th>95 % interval</th>
            <th className="num">{classWord(view.lot.book, 'fresh')}</th>
            <th>against {arms[base]?.name}</th>
          </tr>
        </thead>
        <tbody>
          {arms.map((arm, i) => {
            const one = compared[i];
            if (!one) return null;
            const own = arm.tests[0] && methodOf(arm.tests[0].plan);
            return (
              <tr key={arm.name}>
                <td>
                  {arm.name}
                  <span className="soft d-block small">
                    test {arm.tests.map((test) => test.number).join(', ')}, {arm.seeds} seeds
                    {own === reported && !arm.tests[0]?.plan.arm?.control && ' · reported'}
                  </span>
                </td>
                <td className="num fig">{one.percent.toFixed(1)} %</td>
                <td>
                  <Interval low={one.low} high={one.high} at={one.percent} />
                </td>
                <td className="num fig">{((100 * arm.fresh) / arm.seeds).toFixed(1)} %</td>
                <td>
                  {one.against ? (
                    <>
                      <span className="fig">
                        {signed(one.against.difference)} ({signed(one.against.low)} to {signed(one.against.high)})
                      </span>
                      <span className="soft d-block small">
                        {one.against.adjusted < CHANCE ? 'more than chance' : 'chance may explain it'}, p{' '}
                        {one.against.adjusted < 0.001 ? '< 0.001' : `= ${one.against.adjusted.toFixed(3)}`}
                      </span>
                    </>
                  ) : (
                    <span className="soft">compared with this one</span>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </Table>
      <p className="soft">
        <SeedMark kind="normal" /> Percent points. Exact tests of Fisher, adjusted for several arms (Holm); differences
        with 95 % intervals. Of several methods that may be reported, that with the most normal seedlings is, with its
        treatment named.
      </p>
      {courses.length > 1 && (
        <Fold title="How fast, side by side" onToggle={setSpeed}>
          {speed && (
            <Suspense>
              <SpeedSideBySide courses={courses} />
            </Suspense>
          )}
        </Fold>
      )}
    </section>
  );
}

const armKey = (test: GerminationTest): string => `${methodOf(test.plan)} ${test.plan.arm?.control === true}`;
const isUntreated = (test: GerminationTest | undefined): boolean =>
  test !== undefined && test.plan.treatment.trim() === '' && test.plan.prechillDays === 0 && !test.plan.arm?.control;

function armName(test: GerminationTest | undefined): string {
  if (!test) return '';
  const { plan } = test;
  const named = plan.arm
    ? TREATMENT_WORDS[plan.arm.treatment]
    : plan.treatment || (plan.prechillDays > 0 ? 'pre-chill' : 'untreated');
  const days = plan.prechillDays > 0 ? `, ${plan.prechillDays} days` : '';
  const control = plan.arm?.control ? ' (control)' : '';
  return `${named}${days}, ${plan.substrate}, ${temperatureWords(plan.temperature)} °C${control}`;
}

const signed = (value: number) => `${value < 0 ? '−' : '+'}${Math.abs(value).toFixed(1)}`;

/** An interval on the scale from 0 to 100. */
function Interval({ low, high, at }: { low: number; high: number; at: number }) {
  const x = (value: number) => 4 + (value * (WIDE - 8)) / 100;
  return (
    <svg
      viewBox={`0 0 ${WIDE} ${HIGH}`}
      width={WIDE}
      height={HIGH}
      className="mw-100"
      role="img"
      aria-label={`${low.toFixed(1)} to ${high.toFixed(1)} %`}
    >
      <line x1={x(0)} x2={x(100)} y1={HIGH / 2} y2={HIGH / 2} stroke="var(--rule)" />
      <line x1={x(low)} x2={x(high)} y1={HIGH / 2} y2={HIGH / 2} stroke="var(--normal)" strokeWidth="4" />
      <circle cx={x(at)} cy={HIGH / 2} r="5" fill="var(--normal)" />
    </svg>
  );
}
