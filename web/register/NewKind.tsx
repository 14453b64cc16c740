import { kindRoutes } from '@mercato/contract/register/routes';
import { send } from '../api/routes.ts';
import { kindChangeSchema, newKindSchema } from '@mercato/contract/register/kinds';
import type { Kind } from '@mercato/core/rule-books/findKind';
import { useQueryClient } from '@tanstack/react-query';
import type { JSX } from 'react';
import Form from 'react-bootstrap/Form';
import { plainFigure, useEntry } from '../ui/entry.ts';
import { EntryForm } from '../ui/EntryForm.tsx';
import { TextField } from '../ui/fields.tsx';

const parts = (text: string) =>
  text
    .split(/[;,]/)
    .map((one) => one.trim())
    .filter(Boolean);
const figure = (text: string) => (/^\d+(\.\d+)?$/.test(plainFigure(text)) ? Number(plainFigure(text)) : text);

/** A kind that the list does not hold, with where it is known from; or one that the laboratory added, to be corrected. */
export function NewKind({
  species,
  before,
  done,
  leave,
}: {
  species: string;
  before?: Kind;
  done: (kind: Kind) => void;
  leave: () => void;
}): JSX.Element {
  const client = useQueryClient();
  const entry = useEntry(
    {
      species,
      family: before?.family ?? '',
      names: before?.commonNames.join('; ') ?? '',
      synonyms: before?.synonyms.join('; ') ?? '',
      chaffy: before?.chaffy ?? false,
      hardSeeded: before?.hardSeeded ?? false,
      low: String(before?.thousandSeedWeightG?.low ?? ''),
      high: String(before?.thousandSeedWeightG?.high ?? ''),
      source: before?.source ?? '',
      reason: '',
    },
    (values) => ({
      species: values.species.trim(),
      family: values.family.trim(),
      commonNames: parts(values.names),
      synonyms: parts(values.synonyms),
      chaffy: values.chaffy,
      hardSeeded: values.hardSeeded,
      thousandSeedWeightG:
        values.low.trim() || values.high.trim() ? { low: figure(values.low), high: figure(values.high) } : null,
      source: values.source.trim(),
      ...(before ? { reason: values.reason.trim() } : {}),
    }),
    before ? kindChangeSchema : newKindSchema,
    async (body, key) => {
      const kind = before
        ? await send(client, kindRoutes.correct, { species }, body, { key })
        : await send(client, kindRoutes.add, {}, body, { key });
      done(kind);
    },
  );
  const { values, set, field } = entry;
  return (
    <EntryForm
      entry={entry}
      title={before ? 'Correct the kind' : 'Add a kind'}
      send={before ? 'Correct the kind' : 'Add the kind'}
      leave={leave}
      style={{ marginTop: 22, maxWidth: 900 }}
    >
      <div className="fields">
        {!before && <TextField label="scientific name" {...field('species')} autoFocus />}
        <TextField
          label="common names"
          {...field('names', 'commonNames', 'commonNames.0')}
          hint="the usual one first, parted by ;"
        />
        <TextField label="synonyms" {...field('synonyms', 'synonyms', 'synonyms.0')} />
        <TextField label="family" {...field('family')} />
        <TextField
          label="a thousand seeds weigh from, g"
          figure
          inputMode="decimal"
          {...field('low', 'thousandSeedWeightG.low')}
          hint="if known"
        />
        <TextField label="to, g" figure inputMode="decimal" {...field('high', 'thousandSeedWeightG.high')} />
        <TextField label="where it is known from" {...field('source')} hint="flora, supplier, own trial" />
        {before && <TextField label="why it is corrected" {...field('reason')} />}
        <div className="field">
          <Form.Check
            id="kind-chaffy"
            label="chaffy"
            checked={values.chaffy}
            onChange={(event) => set({ chaffy: event.target.checked })}
          />
          <Form.Check
            id="kind-hard"
            label="has hard seed"
            checked={values.hardSeeded}
            onChange={(event) => set({ hardSeeded: event.target.checked })}
          />
        </div>
      </div>
    </EntryForm>
  );
}
