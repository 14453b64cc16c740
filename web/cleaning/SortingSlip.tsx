import type { PassState } from '@mercato/core/cleaning/bookState';
import { passFigures } from '@mercato/core/cleaning/passPay';
import { plotGain, rateAfterSorting, sortingPlan } from '@mercato/core/cleaning/sorting';
import { type OpenBatch, parameterOf } from './useBatch.ts';

/** How fast it is sorted, how long it will take, and what sorted plots yielded. */
export function Sorting({ batch, pass }: { batch: OpenBatch; pass: PassState }) {
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
  const rate = rateOf(batch, pass);
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
      {rate !== null && (
        <p>
          For the same stand sow <b className="fig">{(100 * rate).toFixed(0)} %</b> of what unsorted seed takes
          <span className="soft">, if nothing that was thrown out would have grown.</span>
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

/** Seed to sow against unsorted, where both were looked at. */
function rateOf(batch: OpenBatch, pass: PassState): number | null {
  const balance = batch.balances.get(pass.id);
  if (!balance) return null;
  const { before, clean } = passFigures(pass, balance);
  const good = (seed: typeof clean) => {
    const defects = seed?.sample.defects;
    return defects ? Math.max(0, defects.of - defects.spotted - defects.bored) / defects.of : 0;
  };
  const [from, to] = [good(before), good(clean)];
  if (!(from > 0 && to > 0)) return null;
  const [light, heavy] = [before?.sample.hundredSeedsG, clean?.sample.hundredSeedsG];
  return rateAfterSorting(from, to, light && heavy ? light : 1, light && heavy ? heavy : 1);
}
