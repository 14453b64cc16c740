import { useQuery } from '@tanstack/react-query';
import {
  type FindWay,
  otherFindsSchema,
  type OtherFindsView,
  type OtherSeedsView,
} from '@mercato/contract/other-seeds/otherSeeds';
import { otherSeedsRoutes } from '@mercato/contract/other-seeds/routes';
import { percentOf } from '@mercato/contract/words/figures';
import { nextWords } from '@mercato/contract/words/next';
import type { EnteredMass } from '@mercato/core/units/mass';
import type { Verdict } from '@mercato/core/verdict/verdict';
import { reading } from '../api/routes.ts';
import { Elsewhere } from '../register/Elsewhere.tsx';
import { SpeciesProposals } from '../register/names.tsx';
import { Inline } from '../ui/Buttons.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { to, useEntry } from '../ui/entry.ts';
import { VerdictMark } from '../ui/shapes.tsx';

const WAYS: Readonly<Record<FindWay, string>> = {
  'two-way': 'another sample or laboratory: may both counts be of one lot?',
  'one-way': 'an earlier count: is ours worse?',
  label: 'a label: does it stand?',
};

interface OtherFindsProps {
  view: OtherSeedsView;
  may: boolean;
  open: (title: string, verdict: Verdict) => void;
}

/** Counts that were not made here: a second sample, a second laboratory, a label. */
export function OtherFinds({ view, may, open }: OtherFindsProps) {
  const { data } = useQuery(reading(otherSeedsRoutes.others, { lot: view.lot.id }));
  return (
    <Elsewhere
      title="Beside counts from elsewhere"
      enter="Enter a count"
      results={data?.others}
      may={may}
      question={(one) => WAYS[one.way]}
      before={(one: OtherFindsView['earlier'][number]) => `${one.count} in ${one.mass.text} ${one.mass.unit}`}
      form={(before, leave) => <FindForm view={view} before={before} leave={leave} />}
    >
      {(one) => (
        <div className="d-flex gap-4 flex-wrap">
          <span>
            <span className="fig">{one.count}</span> {one.species || 'other seeds'} in{' '}
            <span className="fig">
              {one.mass.text} {one.mass.unit}
            </span>
          </span>
          <span>
            <Compared one={one} open={open} />
          </span>
        </div>
      )}
    </Elsewhere>
  );
}

interface ComparedProps {
  one: OtherFindsView;
  open: (title: string, verdict: Verdict) => void;
}

function Compared({ one: { verdict, exact, source }, open }: ComparedProps) {
  return (
    <>
      {verdict && (
        <div>
          <Inline className="opens" onClick={() => open(source, verdict)}>
            <VerdictMark mark={verdict.outcome} word />
          </Inline>{' '}
          <span className="soft">{nextWords(verdict.next)}</span>
        </div>
      )}
      {exact && (
        <div className="soft">
          {verdict === null && 'Different masses stand in no table. '}Exact test: so far apart by chance in{' '}
          <span className="fig">{percentOf(exact.pExactTwoSided, { figures: 2 })} %</span> of samples of one lot
        </div>
      )}
      {!verdict && !exact && <span className="soft">nothing is counted here yet</span>}
    </>
  );
}

interface FindFormProps {
  view: OtherSeedsView;
  before: OtherFindsView | null;
  leave: () => void;
}

function FindForm({ view, before, leave }: FindFormProps) {
  const ways = (Object.keys(WAYS) as FindWay[]).filter((one) => (view.lot.book === 'ista') !== (one === 'label'));
  const initial: {
    source: string;
    way: FindWay;
    species: string;
    count: string;
    mass: EnteredMass;
    on: string;
    reason: string;
  } = {
    source: before?.source ?? '',
    way: before?.way ?? ways[0] ?? 'two-way',
    species: before?.species ?? '',
    count: before ? String(before.count) : '',
    mass: before?.mass ?? { text: '', unit: view.lot.book === 'aosa' ? 'lb' : 'g' },
    on: before?.on ?? '',
    reason: '',
  };
  const entry = useEntry({
    from: initial,
    body: (values) => ({ ...values, corrects: before?.number }),
    schema: otherFindsSchema,
    send: to(otherSeedsRoutes.addOther, { lot: view.lot.id }, { done: leave }),
  });
  return (
    <EntryForm entry={entry} send={before ? 'Correct it' : 'Save the count'} quiet leave={leave}>
      <div className="fields">
        <SpeciesProposals id="species-elsewhere" />
        <Field entry={entry} name="source" />
        <Field entry={entry} name="way" options={ways.map((one) => [one, WAYS[one]] as const)} />
        <Field entry={entry} name="species" list="species-elsewhere" />
        <Field entry={entry} name="count" />
        <Field entry={entry} name="mass" label={entry.values.way === 'label' ? 'that the label names, in' : 'in'} />
        <Field entry={entry} name="on" />
        {before && <Field entry={entry} name="reason" />}
      </div>
    </EntryForm>
  );
}
