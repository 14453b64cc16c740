/** A file of lots of 23 MB comes in: what others wait for their reads meanwhile, and what the server grows by. */
import { readFileSync } from 'node:fs';
import { DEMO_PASSWORD } from '@mercato/contract/register/demo';
import { Visitor } from '@mercato/server/testing/visitor';
import { quantile } from './recorder.ts';

const BYTES = 23e6;
/** It is watched for so long, its first look from end to end included. */
const WATCHED_MS = Number(process.env.BENCH_WATCH ?? 60_000);

const base = process.env.BENCH_ADDRESS ?? '';
const pid = Number(process.env.BENCH_PID);
const [reader, importer] = [new Visitor(base), new Visitor(base)];
const { body } = await reader.get<{ demoAccounts: { username: string; roles: string[] }[] }>('/session');
const lead = body.demoAccounts.find((one) => one.roles.includes('lead'))?.username ?? '';
for (const one of [reader, importer]) {
  const { status } = await one.signIn(lead, DEMO_PASSWORD);
  if (status !== 200) throw new Error(`signing in was answered ${status}`);
}

const lot = [
  'lot.species,,,,,Trifolium pratense,',
  'lot.book,,,,,aosa,',
  'lot.harvest,,,,,2026-08,',
  'lot.mass,,,,,4200,kg',
  'lot.containers,,,,,84,',
  'lot.containerMass,,,,,50,kg',
  'lot.origin,,,,,field 6,',
  'sample.mass,,,,,0.5,kg',
  'sample.drawnOn,,,,,2026-08-10,',
  'sample.drawnBy,,,,,A. Thorne,',
  'sample.primarySamples,,,,,13,',
  'other-seeds.sample,1,,,,51,g',
  'other-seeds.examined,1,,,,50.23,g',
  ...Array.from({ length: 60 }, (_, i) => `other-seeds.count,1,,,Genus species${i},${i + 1},`),
];
const file = (() => {
  const lines = ['lot,what,test,dish,day,name,value,unit'];
  for (let n = 0, size = 0; size < BYTES; n += 1)
    for (const one of lot) {
      const line = `BENCH-${n},${one}`;
      size += line.length + 1;
      lines.push(line);
    }
  return lines.join('\n');
})();

/** Resident memory of the server, MB. */
const resident = () =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? Number.NaN) / 1024;

const times: number[] = [];
const read = async (into: number[] | null) => {
  const begun = performance.now();
  const { status } = await reader.get('/lots?q=clover');
  if (status !== 200) throw new Error(`answered ${status}`);
  into?.push(performance.now() - begun);
};
for (let i = 0; i < 50; i += 1) await read(null);
const quiet: number[] = [];
for (let i = 0; i < 100; i += 1) await read(quiet);
const before = resident();
let highest = before;
const state = { over: false };
const coming = importer
  .send('POST', '/import/lots', file, { 'Content-Type': 'text/csv' })
  .then(
    (answer) => `answered ${answer.status}`,
    () => 'cut off by this bench',
  )
  .finally(() => {
    state.over = true;
  });
const end = performance.now() + WATCHED_MS;
while (!state.over && performance.now() < end) {
  await read(times);
  highest = Math.max(highest, resident());
  await new Promise((resolve) => setTimeout(resolve, 50));
}
console.log(
  `while a file of ${(file.length / 1e6).toFixed(0)} MB comes in (watched ${Math.round((WATCHED_MS - Math.max(0, end - performance.now())) / 1000)} s): other reads p95 ${quantile(times, 0.95).toFixed(0)} ms (p50 ${quantile(times, 0.5).toFixed(0)}, highest ${Math.max(...times).toFixed(0)}, n ${times.length}; without it p95 ${quantile(quiet, 0.95).toFixed(0)}; budget 200), the server grew by ${(highest - before).toFixed(0)} MB (budget 150)`,
);
if (state.over) console.log(await coming);
process.exit(0);
