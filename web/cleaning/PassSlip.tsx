import { useQuery } from '@tanstack/react-query';
import { cleaningRoutes } from '@mercato/contract/cleaning/routes';
import {
  balanceWords,
  CUT_WORDS,
  DEFECT_WORDS,
  DRIES_ADVICE,
  FREED_WORDS,
  PAY_WORDS,
} from '@mercato/contract/cleaning/words';
import { METHOD_CAUTIONS, METHOD_WORDS } from '@mercato/contract/cleaning/methodWords';
import { type PassBalance, recovery } from '@mercato/core/cleaning/balance';
import type { PassState } from '@mercato/core/cleaning/bookState';
import { passFigures, type PayMissing, payOrMissing, sproutedBefore } from '@mercato/core/cleaning/passPay';
import { defectAdvice, defectsPer400 } from '@mercato/core/cleaning/sorting';
import { reading } from '../api/routes.ts';
import { Slip } from '../ui/Slip.tsx';
import { VerdictMark } from '../ui/shapes.tsx';
import { Drying } from './DryingSlip.tsx';
import { Sorting } from './SortingSlip.tsx';
import { Treated } from './TreatSlip.tsx';
import { settingsWords } from './Passes.tsx';
import { kindTswOf, type OpenBatch } from './useBatch.ts';
import { massWords } from './weights.tsx';

const MISSING: Readonly<Record<PayMissing, string>> = {
  prices: 'Write what a kg is worth by grade to see whether it paid.',
  masses: 'Weigh what went in and what came off to see whether it paid.',
  'sample-before': 'Look at a sample of what went in, or of what was rejected.',
  'sample-after': 'Look at a sample of the clean seed.',
};
const MARKS = { paid: 'within', 'did-not': 'outside', 'cannot-tell': 'not-judged' } as const;

/** Beside the work: whether the pass paid, how it dries, how fast it is sorted, how it was done the last time. */
export function PassSlip({ batch, pass }: { batch: OpenBatch; pass: PassState | null }) {
  if (!pass) return <Before batch={batch} />;
  const balance = batch.balances.get(pass.id);
  const caution = METHOD_CAUTIONS[pass.method];
  return (
    <>
      {pass.method === 'dry' && <Drying batch={batch} pass={pass} />}
      {pass.method === 'hand-sort' && <Sorting batch={batch} pass={pass} />}
      {pass.method === 'treat' && <Treated batch={batch} pass={pass} />}
      {pass.method !== 'dry' && pass.method !== 'treat' && balance && (
        <Paid batch={batch} pass={pass} balance={balance} />
      )}
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

function Paid({ batch, pass, balance }: { batch: OpenBatch; pass: PassState; balance: PassBalance }) {
  const found = payOrMissing(pass, balance, kindTswOf(batch.view));
  const { inG, cleanG, rejectedG, clean, rejected, before } = passFigures(pass, balance);
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
  const sprouted = sproutedBefore(pass, balance);
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
          {sprouted && (
            <>
              <Line label="sprouted before, by both" value={`${sprouted.beforePercent.toFixed(0)} %`} />
              <Line label="most that any pass reaches" value={`${sprouted.highestPercent.toFixed(0)} %`} />
            </>
          )}
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
