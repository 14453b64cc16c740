import type { FieldValues } from 'react-hook-form';
import { Field } from '../ui/Field.tsx';
import type { Entry } from '../ui/entry.ts';
import { useKinds } from './data.ts';

/** The kinds that are proposed while one is typed, to an input that names this list. */
export const KIND_LIST = 'kinds-of-the-store';
export function KindList() {
  const { data: kinds } = useKinds();
  return (
    <datalist id={KIND_LIST}>
      {kinds && [...kinds].map(([name, one]) => <option key={name} value={name} label={one.species} />)}
    </datalist>
  );
}

/** A kind as people name it: one of the list brings its species with it. `at` is `accession.`, or the body itself. */
export function KindField({ entry, at = '' }: { entry: Entry<FieldValues>; at?: string }) {
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
        list={KIND_LIST}
        hint={speciesOf(values.kind) || undefined}
        onChange={write}
      />
      <KindList />
    </>
  );
}
