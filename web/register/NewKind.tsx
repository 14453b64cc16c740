import { kindChangeSchema, newKindSchema } from '@mercato/contract/register/kinds';
import { kindRoutes } from '@mercato/contract/register/routes';
import type { Kind } from '@mercato/core/rule-books/findKind';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field, Ticks } from '../ui/Field.tsx';
import { to, useEntry } from '../ui/entry.ts';

const parts = (text: string) =>
  text
    .split(/[;,]/)
    .map((one) => one.trim())
    .filter(Boolean);

interface NewKindProps {
  species: string;
  before?: Kind;
  done: (kind: Kind) => void;
  leave: () => void;
}

/** A kind that the list does not hold, with where it is known from; or one that the laboratory added, to be corrected. */
export function NewKind({ species, before, done, leave }: NewKindProps) {
  const entry = useEntry({
    from: {
      species,
      family: before?.family ?? '',
      names: before?.commonNames.join('; ') ?? '',
      synonyms: before?.synonyms.join('; ') ?? '',
      chaffy: before?.chaffy ?? false,
      hardSeeded: before?.hardSeeded ?? false,
      thousandSeedWeightG: before?.thousandSeedWeightG ?? { low: '', high: '' },
      source: before?.source ?? '',
      reason: '',
    },
    body: (values) => ({ ...values, commonNames: parts(values.names), synonyms: parts(values.synonyms) }),
    // A new kind is sent without a reason; none stands in its form.
    schema: before ? kindChangeSchema : (newKindSchema as unknown as typeof kindChangeSchema),
    send: before ? to(kindRoutes.correct, { species }, { done }) : to(kindRoutes.add, {}, { done }),
  });
  const { chaffy, hardSeeded } = entry.values;
  return (
    <EntryForm
      entry={entry}
      title={before ? 'Correct the kind' : 'Add a kind'}
      send={before ? 'Correct the kind' : 'Add the kind'}
      leave={leave}
      className="mt-4"
    >
      <div className="fields">
        {!before && <Field entry={entry} name="species" />}
        <Field entry={entry} name="names" path={['commonNames', 'commonNames.0']} />
        <Field entry={entry} name="synonyms" path={['synonyms', 'synonyms.0']} />
        <Field entry={entry} name="family" />
        <Field entry={entry} name="thousandSeedWeightG.low" />
        <Field entry={entry} name="thousandSeedWeightG.high" />
        <Field entry={entry} name="source" />
        {before && <Field entry={entry} name="reason" />}
        <Ticks
          legend="its seed"
          options={[
            ['chaffy', 'chaffy'],
            ['hardSeeded', 'has hard seed'],
          ]}
          chosen={[...(chaffy ? (['chaffy'] as const) : []), ...(hardSeeded ? (['hardSeeded'] as const) : [])]}
          onChange={(chosen) =>
            entry.set({ chaffy: chosen.includes('chaffy'), hardSeeded: chosen.includes('hardSeeded') })
          }
        />
      </div>
    </EntryForm>
  );
}
