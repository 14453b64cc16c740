import type { FieldValues } from 'react-hook-form';
import { type AccessionHeader, UNKNOWN_HEADER } from '@mercato/contract/store/accessions';
import { Field } from '../ui/Field.tsx';
import type { Entry } from '../ui/entry.ts';
import { KindField } from './KindField.tsx';

/** A harvest as a form begins with it; without one, nothing is known of it. */
export const typedHarvest = (header: AccessionHeader | null) => {
  const known = header ?? { ...UNKNOWN_HEADER, kind: '', harvestYear: null };
  const { parentsKnown, bagged, marked } = known;
  return { ...known, parentsKnown: String(parentsKnown), bagged: String(bagged), marked: String(marked) };
};

interface Of {
  entry: Entry<FieldValues>;
  /** Where the body has the harvest: `accession.` or at its root. */
  at?: string;
}

/** What a packet needs to be told apart: kind, variety, year. */
export function HarvestFields({ entry, at = '' }: Of) {
  return (
    <>
      <KindField entry={entry} at={at} />
      <Field entry={entry} name={`${at}variety`} />
      <Field entry={entry} name={`${at}harvestYear`} />
      <Field entry={entry} name={`${at}harvestMonth`} />
    </>
  );
}

const BEFORE_HAND = ['source', 'from', 'parentsKnown', 'breeding', 'sameSpeciesNear', 'isolation'] as const;
const BY_HAND = ['bagged', 'marked', 'hour'] as const;
const REST = [
  ...['neighbours', 'plants', 'kept', 'generations', 'maturity', 'treated', 'owner', 'terms'],
  ...['site.name', 'site.district', 'site.elevationM', 'site.exposure', 'site.rainfallMm', 'note'],
];

/** All else that may be known of a harvest: whether it comes true follows from it. */
export function ProvenanceFields({ entry, at = '' }: Of) {
  const { isolation } = (at === '' ? entry.values : entry.values.accession) as { isolation: string };
  const names = [...BEFORE_HAND, ...(isolation === 'hand-pollinated' ? BY_HAND : []), ...REST];
  return (
    <div className="fields">
      {names.map((name) => (
        <Field key={name} entry={entry} name={`${at}${name}`} />
      ))}
    </div>
  );
}
