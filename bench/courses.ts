/**
 * Time courses of germination: fits and bootstrap against R's optim on the same likelihood where R is installed, and how
 * often the intervals hold the truth that the counts were drawn from.
 */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { bootstrapCourse, type CourseIntervals } from '@mercato/core/germination/bootstrap';
import { type Course, courseAt, fitCourse } from '@mercato/core/germination/timeCourse';
import { randomBelow } from '@mercato/core/statistics/randomBelow';

const say = (line: string) => process.stdout.write(`${line}\n`);
const TIMES = [2, 3, 4, 5, 6, 7, 8, 10, 12, 14];
const TRUTH = { d: 0.86, m: Math.log(5), s: 0.22 } as const;
const SEEDS = 200;
const FITS = 10_000;
/** R takes too long for all: so many of them, the first. */
const IN_R = 1000;
const SETS = 200;
const DRAWS = 1000;

const below = randomBelow(20_261_201);
const share = () => below(1 << 30) / (1 << 30);
/** Counts of one test: each seed comes at a time of its own, or never. */
function simulated(): Course {
  const cumulative = TIMES.map((time) => courseAt(TRUTH, 'loglogistic', time));
  const newlyGerminated = TIMES.map(() => 0);
  for (let i = 0; i < SEEDS; i += 1) {
    const place = share();
    const day = cumulative.findIndex((reached) => place < reached);
    if (day >= 0) newlyGerminated[day] = (newlyGerminated[day] ?? 0) + 1;
  }
  return { times: TIMES, newlyGerminated, seedsSown: SEEDS };
}
const drawn = (course: Course, draws: number, seed: number): CourseIntervals => {
  const running = bootstrapCourse(course, 'loglogistic', draws, seed);
  for (;;) {
    const step = running.next();
    if (step.done) return step.value;
  }
};
const seconds = (work: () => void): number => {
  const from = performance.now();
  work();
  return (performance.now() - from) / 1000;
};

const courses = Array.from({ length: FITS }, simulated);
const likelihoods: number[] = [];
const fits = seconds(() => {
  for (const one of courses) likelihoods.push(fitCourse(one, 'loglogistic', false)?.logLikelihood ?? Number.NaN);
});
const [first] = courses;
const boot = first ? seconds(() => drawn(first, DRAWS, 7)) : Number.NaN;
say(
  `${FITS} fits: ${fits.toFixed(2)} s, ${((fits / FITS) * 1e6).toFixed(0)} µs each; ${DRAWS} draws on one: ${boot.toFixed(2)} s`,
);

const held = { t50: 0, d: 0, likelihood: 0 };
for (let i = 0; i < SETS; i += 1) {
  const course = simulated();
  const { t50, d } = drawn(course, DRAWS, i + 1);
  const fit = fitCourse(course, 'loglogistic', false);
  const truth = Math.exp(TRUTH.m);
  if (t50 && t50.low <= truth && truth <= t50.high) held.t50 += 1;
  if (d && d.low <= TRUTH.d && TRUTH.d <= d.high) held.d += 1;
  if (fit && Math.abs(fit.t50 - truth) <= 1.96 * fit.seT50) held.likelihood += 1;
}
const percent = (n: number) => `${((100 * n) / SETS).toFixed(1)} %`;
say(
  `of ${SETS} simulated sets of ${SEEDS} seeds the 95 % interval holds the truth: T50 by bootstrap ${percent(held.t50)}, by the likelihood ${percent(held.likelihood)}; share ${percent(held.d)}`,
);

const folder = mkdtempSync(path.join(tmpdir(), 'courses-'));
try {
  const file = path.join(folder, 'courses.csv');
  writeFileSync(
    file,
    courses
      .slice(0, IN_R)
      .map((one) => one.newlyGerminated.join(','))
      .join('\n'),
  );
  const script = path.join(import.meta.dirname, 'native_courses.R');
  const native = spawnSync('Rscript', ['--vanilla', script, file, TIMES.join(','), String(SEEDS)], {
    encoding: 'utf8',
  });
  if (native.status === 0) {
    const [spent = '', ...found] = native.stdout.trim().split('\n');
    const theirs = Number(spent) / IN_R;
    const worse = found.map((text, i) => Number(text) - (likelihoods[i] ?? Number.NaN));
    say(
      `the same by R's optim, ${IN_R} of them: ours takes ${(fits / FITS / theirs).toFixed(4)} × its time for a fit, ${(boot / DRAWS / theirs).toFixed(4)} × for a draw; R's likelihood is at most ${Math.max(...worse).toExponential(1)} above ours, and ours at most ${Math.max(...worse.map((one) => -one)).toExponential(1)} above R's`,
    );
  } else say('the native reference is not here: apt-get install r-base-core');
} finally {
  rmSync(folder, { recursive: true });
}
