import type { FieldValues } from 'react-hook-form';
import { type AccessionHeader, UNKNOWN_HEADER } from '@mercato/contract/store/accessions';
import { Field } from '../ui/Field.tsx';
import type { Entry } from '../ui/entry.ts';
import { useKinds } from './data.ts';

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
  const { data: kinds } = useKinds();
  const speciesOf = (typed: string) => kinds?.get(typed.trim().toLowerCase())?.species ?? '';
  const values = (at === '' ? entry.values : entry.values.accession) as { kind: string };
  const write = (typed: string) => {
    const named = { kind: typed, species: speciesOf(typed) };
    entry.set(at === '' ? named : { accession: { ...values, ...named } });
  };
  return (
    <>
      <Field
        entry={entry}
        name={`${at}kind`}
        path={[`${at}kind`, `${at}species`]}
        placeholder="leek, parsley, cowpea …"
        list="kinds-of-the-store"
        hint={speciesOf(values.kind) || undefined}
        onChange={write}
      />
      <datalist id="kinds-of-the-store">
        {kinds && [...kinds].map(([name, one]) => <option key={name} value={name} label={one.species} />)}
      </datalist>
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
