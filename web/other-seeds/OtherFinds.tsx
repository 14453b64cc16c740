import { otherSeedsRoutes } from '@mercato/contract/other-seeds/routes';
import { reading, send } from '../api/routes.ts';
import { nextWords } from '@mercato/contract/words/next';
import {
  otherFindsSchema,
  type FindWay,
  type OtherFindsView,
  type OtherSeedsView,
} from '@mercato/contract/other-seeds/otherSeeds';
import type { MassUnit } from '@mercato/core/units/mass';
import type { Verdict } from '@mercato/core/verdict/verdict';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import type { JSX } from 'react';
import { Elsewhere } from '../register/Elsewhere.tsx';
import { SpeciesProposals } from '../register/names.tsx';
import { plainFigure, unlessEmpty, useEntry, wholeNumber } from '../ui/entry.ts';
import { EntryForm } from '../ui/EntryForm.tsx';
import { ChoiceField, MassField, TextField } from '../ui/fields.tsx';
import { VerdictMark } from '../ui/shapes.tsx';

const WAYS: Readonly<Record<FindWay, string>> = {
  'two-way': 'another sample or laboratory: may both counts be of one lot?',
  'one-way': 'an earlier count: is ours worse?',
  label: 'a label: does it stand?',
};

/** Counts that were not made here: a second sample, a second laboratory, a label. */
export function OtherFinds({
  view,
  may,
  open,
}: {
  view: OtherSeedsView;
  may: boolean;
  open: (title: string, verdict: Verdict) => void;
}): JSX.Element {
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
        <div style={{ display: 'flex', gap: 24, flexWrap: 'wrap' }}>
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

function Compared({
  one: { verdict, exact, source },
  open,
}: {
  one: OtherFindsView;
  open: (title: string, verdict: Verdict) => void;
}): JSX.Element {
  return (
    <>
      {verdict && (
        <div>
          <button type="button" className="opens" onClick={() => open(source, verdict)}>
            <VerdictMark mark={verdict.outcome} word />
          </button>{' '}
          <span className="soft">{nextWords(verdict.next)}</span>
        </div>
      )}
      {exact && (
        <div className="soft">
          {verdict === null && 'Different masses stand in no table. '}Exact test: so far apart by chance in{' '}
          <span className="fig">{(exact.pExactTwoSided * 100).toPrecision(2)} %</span> of samples of one lot
        </div>
      )}
      {!verdict && !exact && <span className="soft">nothing is counted here yet</span>}
    </>
  );
}

function FindForm({
  view,
  before,
  leave,
}: {
  view: OtherSeedsView;
  before: OtherFindsView | null;
  leave: () => void;
}): JSX.Element {
  const client = useQueryClient();
  const ways = (Object.keys(WAYS) as FindWay[]).filter((one) => (view.lot.book === 'ista') !== (one === 'label'));
  const initial: {
    source: string;
    way: FindWay;
    species: string;
    count: string;
    text: string;
    unit: MassUnit;
    on: string;
    reason: string;
  } = {
    source: before?.source ?? '',
    way: before?.way ?? ways[0] ?? 'two-way',
    species: before?.species ?? '',
    count: before ? String(before.count) : '',
    text: before?.mass.text ?? '',
    unit: before?.mass.unit ?? (view.lot.book === 'aosa' ? 'lb' : 'g'),
    on: before?.on ?? '',
    reason: '',
  };
  const entry = useEntry(
    initial,
    (values) => ({
      source: values.source.trim(),
      way: values.way,
      species: values.species.trim(),
      count: wholeNumber(values.count),
      mass: { text: plainFigure(values.text), unit: values.unit },
      ...unlessEmpty('on', values.on),
      ...(before ? { corrects: before.number } : {}),
      ...unlessEmpty('reason', values.reason),
    }),
    otherFindsSchema,
    async (body, key) => {
      await send(client, otherSeedsRoutes.addOther, { lot: view.lot.id }, body, { key });
      leave();
    },
  );
  return (
    <EntryForm entry={entry} send={before ? 'Correct it' : 'Keep the count'} quiet leave={leave}>
      <div className="fields">
        <SpeciesProposals id="species-elsewhere" />
        <TextField label="where it comes from" {...entry.field('source')} autoFocus />
        <ChoiceField
          label="the question"
          {...entry.field('way')}
          options={ways.map((one) => [one, WAYS[one]] as const)}
        />
        <TextField
          label="species"
          {...entry.field('species')}
          list="species-elsewhere"
          hint="empty: all other seeds together"
        />
        <TextField label="seeds" figure inputMode="numeric" {...entry.field('count')} />
        <MassField
          label={entry.values.way === 'label' ? 'that the label names, in' : 'in'}
          text={entry.values.text}
          unit={entry.values.unit}
          onChange={entry.set}
          fault={entry.fault('mass.text') ?? entry.fault('mass')}
        />
        <TextField label="of the day" type="date" {...entry.field('on')} hint="where it is known" />
        {before && <TextField label="why it is corrected" {...entry.field('reason')} />}
      </div>
    </EntryForm>
  );
}
