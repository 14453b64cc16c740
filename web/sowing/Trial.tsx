import { useState } from 'react';
import { type Gain, gainOfPairs, gainOfShares } from '@mercato/core/sowing/sortedTrial';
import { Choices } from '../ui/Choices.tsx';
import { Slip } from '../ui/Slip.tsx';
import { Station } from '../ui/Station.tsx';
import { TextField } from '../ui/fields.tsx';
import { useLines } from '../ui/lines.ts';
import { VerdictMark } from '../ui/shapes.tsx';
import { SowPages } from './SowPages.tsx';

const BY = [
  ['plots', 'yields of plots in pairs'],
  ['seeds', 'what came up of the seeds'],
] as const;
const numbers = (typed: string) =>
  typed
    .split(/[\s;]+/)
    .filter(Boolean)
    .map((one) => Number(one.replace(',', '.')));

/** What sorting by hand is worth: sorted beside unsorted seed, with the gain and its limits; nothing is stored. */
export default function Trial() {
  const [by, setBy] = useState<(typeof BY)[number][0]>('plots');
  const { values, field } = useLines({
    sorted: '4.1 3.8 4.4 4.0 4.6',
    unsorted: '3.6 3.7 3.9 3.5 4.1',
    sortedHits: '46',
    sortedSeeds: '50',
    unsortedHits: '39',
    unsortedSeeds: '50',
  });
  const { gain, fault } = gainOf(by, values);
  const sure = gain !== null && (gain.lower > 0 || gain.upper < 0);
  const show = (value: number) => (by === 'plots' ? value.toPrecision(3) : `${(100 * value).toFixed(0)} points`);
  return (
    <Station
      slip={
        gain && (
          <Slip
            plain
            title="what sorting gained"
            steps={gain.steps}
            rule={{
              text: by === 'plots' ? 'Student 1908, paired' : 'Newcombe 1998, method 10',
              provenance: 'published, recomputed by the tests',
            }}
          />
        )
      }
    >
      <h1>Sorted beside unsorted</h1>
      <SowPages />
      <p className="soft">
        Sow sorted and unsorted seed of one harvest side by side, several times. Whether the sorting paid is told by the
        difference and by how far chance reaches.
      </p>
      <Choices label="which" options={BY} chosen={by} choose={setBy} />
      <div className="fields">
        {by === 'plots' ? (
          <>
            <TextField
              label="sorted, plot by plot"
              hint="with blanks between; any unit, the same for both"
              {...field('sorted')}
              fault={fault?.at === 'sorted' ? fault.words : undefined}
            />
            <TextField
              label="unsorted, each beside its sorted plot"
              {...field('unsorted')}
              fault={fault?.at === 'unsorted' ? fault.words : undefined}
            />
          </>
        ) : (
          (
            [
              ['sortedHits', 'came up, sorted'],
              ['sortedSeeds', 'sown, sorted'],
              ['unsortedHits', 'came up, unsorted'],
              ['unsortedSeeds', 'sown, unsorted'],
            ] as const
          ).map(([key, label]) => (
            <TextField
              key={key}
              label={label}
              figure
              inputMode="numeric"
              {...field(key)}
              fault={fault?.at === key ? fault.words : undefined}
            />
          ))
        )}
      </div>
      {gain && (
        <div role="status" className="left-of">
          <p>
            Sorting gained <b className="fig">{show(gain.estimate)}</b>, between {show(gain.lower)} and{' '}
            {show(gain.upper)}.
          </p>
          <p>
            <VerdictMark mark={sure ? 'within' : 'not-judged'} />{' '}
            {sure
              ? 'Chance alone does not make such a difference often.'
              : 'Chance alone may have made it: more plots would tell.'}
          </p>
        </div>
      )}
    </Station>
  );
}

type Typed = Record<'sorted' | 'unsorted' | 'sortedHits' | 'sortedSeeds' | 'unsortedHits' | 'unsortedSeeds', string>;

function gainOf(
  by: 'plots' | 'seeds',
  values: Typed,
): { gain: Gain | null; fault?: { at: keyof Typed; words: string } } {
  if (by === 'plots') {
    const [sorted, unsorted] = [numbers(values.sorted), numbers(values.unsorted)];
    for (const [at, list] of [
      ['sorted', sorted],
      ['unsorted', unsorted],
    ] as const) {
      if (list.some((one) => !(one >= 0)))
        return { gain: null, fault: { at, words: 'yields are numbers of 0 or more' } };
      if (list.length < 2) return { gain: null, fault: { at, words: 'two plots at least' } };
    }
    if (sorted.length !== unsorted.length)
      return { gain: null, fault: { at: 'unsorted', words: `${sorted.length} sorted plots need as many unsorted` } };
    return { gain: gainOfPairs(sorted, unsorted) };
  }
  const is = (key: keyof Typed) => (/^\d{1,6}$/.test(values[key].trim()) ? Number(values[key]) : NaN);
  for (const at of ['sortedSeeds', 'unsortedSeeds'] as const)
    if (!(is(at) >= 1)) return { gain: null, fault: { at, words: 'a whole number of seeds, 1 at least' } };
  for (const [at, of] of [
    ['sortedHits', 'sortedSeeds'],
    ['unsortedHits', 'unsortedSeeds'],
  ] as const)
    if (!(is(at) <= is(of))) return { gain: null, fault: { at, words: 'a whole number, no more than were sown' } };
  return { gain: gainOfShares(is('sortedHits'), is('sortedSeeds'), is('unsortedHits'), is('unsortedSeeds')) };
}
