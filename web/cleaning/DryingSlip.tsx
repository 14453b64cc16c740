import { FORECAST_WORDS } from '@mercato/contract/drying/words';
import { Link } from 'react-router';
import type { PassState } from '@mercato/core/cleaning/bookState';
import { warmestAir } from '@mercato/core/drying/safeAir';
import { dryingForecast } from '@mercato/core/drying/forecast';
import { wetFromDry } from '@mercato/core/drying/equilibrium';
import { ArgumentFault } from '@mercato/core/units/argument';
import { toGrams } from '@mercato/core/units/mass';
import { degrees, degreesTyped } from '../api/reader.ts';
import { shortInstant, useSession } from '../api/session.tsx';
import { Course } from '../drying/Course.tsx';
import { useDryingFigures, waterOf } from '../drying/figures.ts';
import { VerdictMark } from '../ui/shapes.tsx';
import { type OpenBatch, parameterOf } from './useBatch.ts';
import { massWords } from './weights.tsx';

const HOUR = 3_600_000;
/** Trays as heavy are drawn in kilograms, g. */
const KILOGRAMS_FROM = 10_000;

/** When it will be dry, by its weights; what air it bears; whether it dries too slowly. */
export function Drying({ batch, pass }: { batch: OpenBatch; pass: PassState }) {
  const { session } = useSession();
  const zone = session?.laboratory.zone ?? 'UTC';
  const start = pass.inflows[0]?.weighed;
  const { targetPercent, depthCm } = pass.settings as { targetPercent: number | null; depthCm: number | null };
  const last = pass.drying.at(-1)?.entry;
  const air = pass.drying.findLast(({ entry }) => entry.airC !== null)?.entry;
  const { data: figures } = useDryingFigures();
  const known = waterOf(figures, batch.view.species, batch.view.oilFraction);
  const rests =
    air && air.airC !== null && air.airPercent !== null && known !== null && air.airPercent > 0 && air.airPercent < 100
      ? wetFromDry(known.water.dryAt(air.airPercent / 100, air.airC))
      : null;
  const weighings = [
    ...(start?.massG ? [{ hours: 0, massG: start.massG.toNumber() }] : []),
    ...pass.drying.flatMap(({ at, entry }) =>
      entry.weighed?.amount.by === 'mass'
        ? [
            {
              hours: Math.max(0, at - pass.startedAt) / HOUR,
              massG: toGrams(entry.weighed.amount).toNumber(),
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
              <VerdictMark mark="within" /> As dry as it is to be.
            </p>
          )}
          {forecast.none && <p>{FORECAST_WORDS[forecast.none]}</p>}
          <Course
            forecast={forecast}
            weighings={weighings}
            unit={forecast.massWhenDryG >= KILOGRAMS_FROM ? 'kg' : 'g'}
          />
          {forecast.dryAt && (
            <p>
              Dry about <b>{at(forecast.dryAt.hours)}</b>, between {at(forecast.dryAt.low)} and{' '}
              {forecast.dryAt.high === null ? 'nobody knows' : at(forecast.dryAt.high)} (90 %).
            </p>
          )}
        </>
      )}
      {forecast && 'done' in forecast && (
        <p>
          <Link
            to={`/store/dry?${new URLSearchParams({
              kind: batch.view.kind,
              moisture: forecast.moisturePercent.toFixed(1),
              ...(air?.airC != null ? { temperature: String(degreesTyped(air.airC)) } : {}),
            }).toString()}`}
          >
            Dry enough to close?
          </Link>{' '}
          <span className="soft">In paper, a jar, or vacuum sealed.</span> ·{' '}
          <Link
            to={`/drying?${new URLSearchParams({
              kind: batch.view.kind,
              moisture: forecast.moisturePercent.toFixed(1),
              target: String(targetPercent ?? ''),
              way: depthCm !== null && depthCm > parameterOf(batch.figures, 'exposed_bed_cm') ? 'bin' : 'layer',
              ...(air?.airC != null ? { temperature: String(degreesTyped(air.airC)) } : {}),
              ...(air?.airPercent != null ? { humidity: String(air.airPercent) } : {}),
            }).toString()}`}
          >
            Plan its drying
          </Link>
        </p>
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

function forecastOf(run: Parameters<typeof dryingForecast>[0]) {
  try {
    return dryingForecast(run);
  } catch (error) {
    if (!(error instanceof ArgumentFault)) throw error;
    return { fault: 'The weights and the moisture do not go together: one of them is wrong.' };
  }
}
