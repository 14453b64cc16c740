import { useQuery } from '@tanstack/react-query';
import { cleaningRoutes } from '@mercato/contract/cleaning/routes';
import {
  balanceWords,
  CUT_WORDS,
  DEFECT_WORDS,
  DRIES_ADVICE,
  FORECAST_WORDS,
  FREED_WORDS,
  METHOD_CAUTIONS,
  METHOD_WORDS,
  PAY_WORDS,
} from '@mercato/contract/cleaning/words';
import { recovery } from '@mercato/core/cleaning/balance';
import type { PassState } from '@mercato/core/cleaning/batchBook';
import { warmestAir } from '@mercato/core/cleaning/figures';
import { defectAdvice, defectsPer400, plotGain, sortingPlan } from '@mercato/core/cleaning/sorting';
import { dryingForecast } from '@mercato/core/drying/forecast';
import { moistureInBalance } from '@mercato/core/drying/equilibrium';
import { ArgumentFault } from '@mercato/core/units/argument';
import { reading } from '../api/routes.ts';
import { degrees } from '../api/reader.ts';
import { shortInstant, useSession } from '../api/session.tsx';
import { Slip } from '../ui/Slip.tsx';
import { VerdictMark } from '../ui/shapes.tsx';
import { settingsWords } from './Passes.tsx';
import { passFigures, type PayMissing, payOrMissing } from './pay.ts';
import { type OpenBatch, parameterOf } from './useBatch.ts';
import { massWords } from './weights.tsx';

const MISSING: Readonly<Record<PayMissing, string>> = {
  prices: 'Write what a kg is worth by grade to see whether it paid.',
  masses: 'Weigh what went in and what came off to see whether it paid.',
  'sample-before': 'Look at a sample of what went in, or of what was rejected.',
  'sample-after': 'Look at a sample of the clean seed.',
};
const MARKS = { paid: 'within', 'did-not': 'outside', 'cannot-tell': 'not-judged' } as const;
const HOUR = 3_600_000;

/** Beside the work: whether the pass paid, how it dries, how fast it is sorted, how it was done the last time. */
export function PassSlip({ batch, pass }: { batch: OpenBatch; pass: PassState | null }) {
  if (!pass) return <Before batch={batch} />;
  const balance = batch.balances.get(pass.id);
  const caution = METHOD_CAUTIONS[pass.method];
  return (
    <>
      {pass.method === 'dry' && <Drying batch={batch} pass={pass} />}
      {pass.method === 'hand-sort' && <Sorting batch={batch} pass={pass} />}
      {pass.method !== 'dry' && <Paid batch={batch} pass={pass} />}
      <LastTime batch={batch} pass={pass} />
      {caution && <p className="caution">{caution}</p>}
      {balance && (
        <Slip
          title={`where the mass of “${METHOD_WORDS[pass.method]}” went`}
          steps={balance.verdict.steps}
          mark={balance.verdict.outcome}
          rule={balance.verdict.rule}
          plain
        >
          <p>{balanceWords(balance.verdict.next)}</p>
        </Slip>
      )}
    </>
  );
}

/** Before anything ran: how this kind is picked and freed. */
function Before({ batch }: { batch: OpenBatch }) {
  const { handling, view } = batch;
  if (!handling) return <p className="soft">How {view.kind} is picked is not known here: write down what you see.</p>;
  return (
    <section>
      <h2>{view.kind}</h2>
      <p>{CUT_WORDS[handling.cutAt]}</p>
      {handling.freedBy === 'none' ? (
        <p>{DRIES_ADVICE[handling.dries]}</p>
      ) : (
        <p>
          {FREED_WORDS[handling.freedBy]}
          {handling.soakDays && handling.soakDays[1] > 0 && `, ${handling.soakDays.join(' to ')} days`}.
        </p>
      )}
      <p className="soft">
        {handling.rule.provenance.verification}
        {handling.rule.provenance.doubts && `; ${handling.rule.provenance.doubts}`}
      </p>
    </section>
  );
}

function Paid({ batch, pass }: { batch: OpenBatch; pass: PassState }) {
  const found = payOrMissing(batch, pass);
  const { inG, cleanG, rejectedG, clean, rejected, before } = passFigures(batch, pass);
  const purity = (seed: typeof clean) => (seed?.sample.pure ? seed.sample.pure.part / seed.sample.pure.of : null);
  const out = purity(clean);
  const others = rejected.map((one) => ({ massG: one.g ?? 0, purity: purity(one.seed) }));
  const kept =
    out === null || inG === null
      ? null
      : recovery(
          cleanG,
          out,
          inG,
          purity(before),
          others.every((one) => one.purity !== null)
            ? others.map((one) => ({ ...one, purity: one.purity ?? 0 }))
            : null,
        );
  const cut = rejected.map((one) => one.seed.sample.cut).find((one) => one !== null);
  const defects = clean?.sample.defects ?? before?.sample.defects;
  return (
    <section className="receipt">
      <h2>Did it pay?</h2>
      <table>
        <tbody>
          {purity(before) !== null && (
            <Line label="clean seed before" value={`${(100 * (purity(before) ?? 0)).toFixed(1)} %`} />
          )}
          {out !== null && <Line label="after" value={`${(100 * out).toFixed(1)} %`} />}
          {rejectedG > 0 && <Line label="rejected" value={massWords(rejectedG)} />}
          {kept && <Line label="good seed kept" value={`${kept.percent.toFixed(1)} %`} />}
          {cut && <Line label={`of ${cut.of} rejected, filled`} value={String(cut.filled)} />}
          {'pay' in found && (
            <>
              <Line label="worth before" value={found.pay.worthBefore.toFixed(2)} />
              <Line label="worth after" value={found.pay.worthAfter.toFixed(2)} />
              <Line label="work and fee" value={`−${found.pay.cost.toFixed(2)}`} />
            </>
          )}
        </tbody>
      </table>
      {'pay' in found ? (
        <p>
          <VerdictMark mark={MARKS[found.pay.answer]} /> <b>{PAY_WORDS[found.pay.answer]}</b>{' '}
          <span className="fig">{found.pay.gain.toFixed(2)}</span>, between {found.pay.low.toFixed(2)} and{' '}
          {found.pay.high.toFixed(2)} (90 %)
          {found.pay.answer === 'cannot-tell' &&
            (found.pay.seedsToTell === null
              ? '. No number that anybody counts would tell.'
              : `: look at ${found.pay.seedsToTell} seeds of each.`)}
        </p>
      ) : (
        <p className="soft">{MISSING[found.missing]}</p>
      )}
      {out !== null && out >= 0.9 && batch.view.about.purpose === 'home' && (
        <p>Clean enough to sow at home. Not to store: chaff holds moisture.</p>
      )}
      {defects && <DefectLines defects={defects} />}
    </section>
  );
}

const Line = ({ label, value }: { label: string; value: string }) => (
  <tr>
    <td>{label}</td>
    <td className="fig">{value}</td>
  </tr>
);

function DefectLines({ defects }: { defects: { spotted: number; bored: number; of: number } }) {
  const { per400, low, high } = defectsPer400(Math.min(defects.of, defects.spotted + defects.bored), defects.of);
  return (
    <>
      <p>
        <b className="fig">{per400.toFixed(0)}</b> defects in 400 seeds ({low.toFixed(0)} to {high.toFixed(0)}, 95 %).
      </p>
      {defectAdvice(defects).map((one) => (
        <p key={one}>{DEFECT_WORDS[one]}</p>
      ))}
    </>
  );
}

function LastTime({ batch, pass }: { batch: OpenBatch; pass: PassState }) {
  const query = { species: batch.view.species, kind: batch.view.kind, method: pass.method };
  const { data } = useQuery(reading(cleaningRoutes.remembered, {}, query));
  const [last] = data?.settings.filter((one) => one.batch !== batch.view.number) ?? [];
  if (!last) return null;
  return (
    <section>
      <h2>
        Last time for {last.kind}
        {last.near === 'kind' ? ' here' : `, of the same ${last.near}`}
      </h2>
      <p>
        {settingsWords({ method: last.method, settings: last.settings }, batch) || 'nothing was noted'}
        {last.machine && ` · ${last.machine}`}
      </p>
    </section>
  );
}

/** When it will be dry, by its weights; what air it bears; whether it dries too slowly. */
function Drying({ batch, pass }: { batch: OpenBatch; pass: PassState }) {
  const { session } = useSession();
  const zone = session?.laboratory.zone ?? 'UTC';
  const start = pass.inflows[0]?.weighed;
  const { targetPercent, depthCm } = pass.settings as { targetPercent: number | null; depthCm: number | null };
  const last = pass.drying.at(-1)?.entry;
  const air = pass.drying.findLast(({ entry }) => entry.airC !== null)?.entry;
  const rests =
    air &&
    air.airC !== null &&
    air.airPercent !== null &&
    batch.view.oilFraction !== null &&
    air.airPercent > 0 &&
    air.airPercent < 100
      ? moistureInBalance(air.airPercent / 100, air.airC, batch.view.oilFraction)
      : null;
  const weighings = [
    ...(start?.massG ? [{ hours: 0, massG: start.massG.toNumber() }] : []),
    ...pass.drying.flatMap(({ at, entry }) =>
      entry.weighed?.amount.by === 'mass'
        ? [
            {
              hours: (at - pass.startedAt) / HOUR,
              massG: Number(entry.weighed.amount.text) * unitG(entry.weighed.amount.unit),
            },
          ]
        : [],
    ),
  ].filter((one, i, all) => i === 0 || one.hours > (all[i - 1]?.hours ?? -1));
  const forecast =
    start?.massG && start.moisturePercent !== null && targetPercent
      ? forecastOf({ weighings, startPercent: start.moisturePercent, targetPercent, restsAtPercent: rests })
      : null;
  const moisture =
    forecast && 'moisturePercent' in forecast ? forecast.moisturePercent : (start?.moisturePercent ?? null);
  const limit = moisture === null ? null : warmestAir(batch.figures.dryingAir, moisture);
  const tooHot = limit && [last?.airC, last?.seedC].some((one) => one != null && one > limit.mostC);
  const slow =
    forecast &&
    'done' in forecast &&
    !forecast.done &&
    weighings.length > 1 &&
    (weighings.at(-1)?.hours ?? 0) >= parameterOf(batch.figures, 'damp_hours') &&
    (weighings.at(-1)?.massG ?? 0) > (weighings[0]?.massG ?? 0) * 0.995;
  const at = (hours: number) => shortInstant(new Date(pass.startedAt + hours * HOUR).toISOString(), zone);
  return (
    <section>
      <h2>When is it dry?</h2>
      {!forecast && (
        <p className="soft">
          Weigh it, measure its moisture once, and say which moisture is wanted: then the hour is told.
        </p>
      )}
      {forecast && 'fault' in forecast && <p className="soft">{forecast.fault}</p>}
      {forecast && 'done' in forecast && (
        <>
          <p>
            By its weight <b className="fig">{forecast.moisturePercent.toFixed(1)} %</b>; it is dry at{' '}
            <b className="fig">{massWords(forecast.massWhenDryG)}</b>.
          </p>
          {forecast.done && (
            <p>
              <VerdictMark mark="within" /> As dry as it is to be. <b>Dry enough to close?</b> Shut a hygrometer up with
              it for a day.
            </p>
          )}
          {forecast.none && <p>{FORECAST_WORDS[forecast.none]}</p>}
          {forecast.dryAt && (
            <p>
              Dry about <b>{at(forecast.dryAt.hours)}</b>, between {at(forecast.dryAt.low)} and{' '}
              {forecast.dryAt.high === null ? 'nobody knows' : at(forecast.dryAt.high)} (90 %).
            </p>
          )}
        </>
      )}
      {slow && (
        <p>
          <VerdictMark mark="outside" /> It loses too little: mould grows in damp seed. Move the air, or spread it
          thinner.
        </p>
      )}
      {limit && (
        <p>
          <VerdictMark mark={tooHot ? 'outside' : 'within'} /> Air at most{' '}
          <b className="fig">{degrees(limit.mostC, 0)}</b> at this moisture
          {tooHot ? ': it is too hot, and seed dies.' : '.'}{' '}
          <span className="soft">
            {limit.rule.provenance.origin}, {limit.rule.provenance.verification}
          </span>
        </p>
      )}
      {depthCm !== null && depthCm > parameterOf(batch.figures, 'exposed_bed_cm') && (
        <p className="soft">
          Deeper than a few centimetres it dries by a front that the air carries through: the hour above holds for thin
          layers alone.
        </p>
      )}
    </section>
  );
}

const unitG = (unit: string) => ({ kg: 1000, lb: 453.59237, oz: 28.349523125 })[unit] ?? 1;
function forecastOf(run: Parameters<typeof dryingForecast>[0]) {
  try {
    return dryingForecast(run);
  } catch (error) {
    if (!(error instanceof ArgumentFault)) throw error;
    return { fault: 'The weights and the moisture do not go together: one of them is wrong.' };
  }
}

/** How fast it is sorted, how long it will take, and what sorted plots yielded. */
function Sorting({ batch, pass }: { batch: OpenBatch; pass: PassState }) {
  const { people, minutesADay } = pass.settings as { people: number | null; minutesADay: number | null };
  const inG = batch.balances.get(pass.id)?.inG?.toNumber() ?? 0;
  const done = pass.sorted.map(({ entry }) => entry);
  const plan = sortingPlan(
    done,
    Math.max(0, inG - done.reduce((sum, one) => sum + one.massG, 0)),
    people ?? 1,
    minutesADay ?? 60,
    {
      afterMinutes: parameterOf(batch.figures, 'rest_after_minutes'),
      minutes: parameterOf(batch.figures, 'rest_minutes'),
    },
  );
  const gain = plotGain(pass.plots);
  return (
    <section>
      <h2>Sorting by hand</h2>
      {plan.gramsPerHour === null ? (
        <p className="soft">Write a sitting down, and the days that are left are told.</p>
      ) : (
        <p>
          <b className="fig">{plan.gramsPerHour.toFixed(0)} g</b> an hour and person: {plan.hoursLeft?.toFixed(1)} hours
          left,{' '}
          <b>
            {plan.daysLeft} {plan.daysLeft === 1 ? 'day' : 'days'}
          </b>{' '}
          with {people ?? 1} × {minutesADay ?? 60} minutes, rests taken.
        </p>
      )}
      {gain.mean !== null && (
        <p>
          Sorted plots yielded <b className="fig">{gain.mean.toFixed(2)}</b> more
          {gain.interval
            ? `, between ${gain.interval[0].toFixed(2)} and ${gain.interval[1].toFixed(2)} (95 %, ${gain.pairs} pairs).`
            : `. ${gain.pairs === 1 ? 'One pair says' : 'Two pairs say'} nothing of how far plots differ by themselves: sow three pairs or more.`}
        </p>
      )}
    </section>
  );
}
