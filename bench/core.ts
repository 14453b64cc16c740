/** Heavy computation of the seed store, in a worker as the page runs it, against a named library where there is one. */
import { isMainThread, parentPort, Worker } from 'node:worker_threads';
import normalCdf from '@stdlib/stats-base-dists-normal-cdf';
import { levenbergMarquardt } from 'ml-levenberg-marquardt';
import { quickAnswer } from '@mercato/core/quick-tests/quickAnswer';
import { type AgeTest, fitAgeing } from '@mercato/core/storage/fitAgeing';

const SERIES = 1000;
const SEEDS = 50;
const MOST = 400;
const RUNS = 5;

/** Invented: packets that lose half of their seed within three to nine years, tested eight times each. */
function series(): AgeTest[][] {
  let state = 20_261_126;
  const random = () => {
    state = (state * 1_664_525 + 1_013_904_223) % 4_294_967_296;
    return state / 4_294_967_296;
  };
  return Array.from({ length: SERIES }, () => {
    const sigma = 700 + random() * 1500;
    return Array.from({ length: 8 }, (_, i) => {
      const days = 150 + i * 360;
      const alive = normalCdf(1.6 - days / sigma, 0, 1);
      let germinated = 0;
      for (let k = 0; k < SEEDS; k += 1) germinated += random() < alive ? 1 : 0;
      return { days, germinated, n: SEEDS };
    });
  });
}

/** The same curve by weighted least squares in a general library. */
function byLibrary(tests: readonly AgeTest[]): number {
  const { parameterValues } = levenbergMarquardt(
    { x: tests.map((one) => one.days / 1000), y: tests.map((one) => one.germinated / one.n) },
    ([a = 0, b = 0]) =>
      (x) =>
        normalCdf(a + b * x, 0, 1),
    { initialValues: [1.5, -1], maxIterations: 100, errorTolerance: 1e-12, damping: 1e-2 },
  );
  return (-(parameterValues[0] ?? 0) / (parameterValues[1] ?? 1)) * 1000;
}

const clock = <T>(work: () => T): { readonly ms: number; readonly out: T } => {
  const times: number[] = [];
  let out: T | undefined;
  for (let run = 0; run < RUNS; run += 1) {
    const from = performance.now();
    out = work();
    times.push(performance.now() - from);
  }
  return { ms: times.sort((a, b) => a - b)[Math.floor(RUNS / 2)] ?? 0, out: out as T };
};

if (isMainThread) {
  // Workers of Node 20 do not take the loader of TypeScript from their parent.
  const worker = new Worker(
    `import('tsx/esm/api').then(({ register }) => { register(); return import(${JSON.stringify(import.meta.url)}); })`,
    { eval: true },
  );
  worker.on('message', (line: string) => {
    process.stdout.write(`${line}\n`);
  });
  await new Promise<void>((resolve, reject) => {
    worker.on('exit', () => {
      resolve();
    });
    worker.on('error', reject);
  });
} else {
  const say = (line: string) => parentPort?.postMessage(line);
  const all = series();
  const own = clock(() =>
    all.map((one) => {
      const fit = fitAgeing(one);
      return 'reason' in fit ? null : fit.P50;
    }),
  );
  const library = clock(() => all.map(byLibrary));
  const apart = own.out
    .flatMap((one, i) => (one === null ? [] : [Math.abs(one / (library.out[i] ?? NaN) - 1)]))
    .sort((a, b) => a - b);
  say(
    `ageing curves of ${SERIES} series in a worker: ${own.ms.toFixed(0)} ms with errors and limits; ml-levenberg-marquardt ${library.ms.toFixed(0)} ms without: ${(own.ms / library.ms).toFixed(2)} ×; half-lives part by ${((apart[Math.floor(apart.length / 2)] ?? NaN) * 100).toFixed(1)} % at the middle, ${((apart[Math.floor(apart.length * 0.95)] ?? NaN) * 100).toFixed(1)} % at p95`,
  );
  // Errors to expect of each school: exact, for every size up to the largest.
  const worst = clock(() => quickAnswer({ sprouted: 280, seeds: MOST, packetSeeds: 5000 }, 80));
  say(
    `all schools' chances to err for one result of ${MOST} seeds: ${worst.ms.toFixed(2)} ms, ${(worst.ms / (1000 / 60)).toFixed(2)} frames`,
  );
  const sizes = clock(() => {
    for (let n = 1; n <= MOST; n += 1) quickAnswer({ sprouted: Math.round(n * 0.7), seeds: n }, 80);
  });
  say(
    `and for one result of each size from 1 to ${MOST}: ${sizes.ms.toFixed(0)} ms, ${(sizes.ms / MOST / (1000 / 60)).toFixed(3)} frames each`,
  );
}
