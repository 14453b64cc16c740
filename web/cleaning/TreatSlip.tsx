import { Link } from 'react-router';
import { TREATMENT_WORDS } from '@mercato/contract/cleaning/words';
import type { PassState, Seed } from '@mercato/core/cleaning/bookState';
import { treatmentRate } from '@mercato/core/cleaning/trade';
import { clopperPearson } from '@mercato/core/statistics/binomialInterval';
import { settingsWords } from './Passes.tsx';
import type { OpenBatch } from './useBatch.ts';
import { massWords } from './weights.tsx';

/** What it was treated with and how much of it came onto the seed; whether it was tested since. */
export function Treated({ batch, pass }: { batch: OpenBatch; pass: PassState }) {
  const { treatment } = pass;
  const { rateSetMl, usedMl, licence } = pass.settings as {
    rateSetMl: number | null;
    usedMl: number | null;
    licence: string;
  };
  const seedG = batch.balances.get(pass.id)?.inG?.toNumber() ?? 0;
  const rate =
    rateSetMl !== null && rateSetMl > 0 && usedMl !== null && seedG > 0
      ? treatmentRate(usedMl, seedG / 1000, rateSetMl)
      : null;
  const after = pass.streams.find((one) => one.outlet === 'clean')?.seed;
  return (
    <section>
      <h2>Treated</h2>
      {treatment && (
        <p>
          <b>{treatment.product}</b>, {TREATMENT_WORDS[treatment.class]}.{' '}
          <span className="soft">{settingsWords(pass, batch)}</span>
        </p>
      )}
      {treatment?.class === 'poison' && licence === '' && (
        <p className="caution">No licence is written down: poisons are for licensed people alone, by local law.</p>
      )}
      {rate ? (
        <p>
          Came to <b className="fig">{rate.mlPer100Kg.toFixed(0)} ml</b> on 100 kg, that is{' '}
          <b className="fig">{rate.percentOfSet.toFixed(0)} %</b> of the {rateSetMl} that were set
          <span className="soft">
            {' '}
            ({usedMl} ml on {massWords(seedG)}).
          </span>
        </p>
      ) : (
        <p className="soft">Write the rate that is set, what was used, and what the seed weighs: the rate is told.</p>
      )}
      <Sprouted seed={pass.inflows[0]?.seed} words="before" />
      {after?.sample.towel ? (
        <Sprouted seed={after} words="since" />
      ) : (
        <p>
          Not tested since it was treated. A treatment can harm seed: lay a hundred on a towel, and look at a sample of
          it here; or <Link to="/lots/new">test it as a lot</Link>.
        </p>
      )}
    </section>
  );
}

function Sprouted({ seed, words }: { seed: Seed | undefined; words: string }) {
  const towel = seed?.sample.towel;
  if (!towel) return null;
  const { lower, upper } = clopperPearson(towel.sprouted, towel.of, 0.95);
  return (
    <p>
      Sprouted {words}:{' '}
      <b className="fig">
        {towel.sprouted} of {towel.of}
      </b>{' '}
      <span className="soft">
        ({(100 * lower).toFixed(0)} to {(100 * upper).toFixed(0)} %, 95 %)
      </span>
    </p>
  );
}
