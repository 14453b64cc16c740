import { newKindSchema } from '@mercato/contract/register/kinds';
import type { Kind } from '@mercato/core/rule-books/findKind';
import { useQueryClient } from '@tanstack/react-query';
import type { JSX } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { write } from '../api/client.ts';
import { plainFigure, useDraft } from '../ui/draft.ts';
import { TextField, Trouble } from '../ui/fields.tsx';

const parts = (text: string) =>
  text
    .split(/[;,]/)
    .map((one) => one.trim())
    .filter(Boolean);
const figure = (text: string) => (/^\d+(\.\d+)?$/.test(plainFigure(text)) ? Number(plainFigure(text)) : text);

/** A kind that the list does not hold, with where it is known from. */
export function NewKind({
  species,
  done,
  leave,
}: {
  species: string;
  done: (kind: Kind) => void;
  leave: () => void;
}): JSX.Element {
  const client = useQueryClient();
  const draft = useDraft(
    { species, family: '', names: '', synonyms: '', chaffy: false, hardSeeded: false, low: '', high: '', source: '' },
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
    }),
    newKindSchema,
    async (body, key) => {
      const kind = await write<Kind>('POST', '/kinds', body, { key });
      await client.invalidateQueries({ queryKey: ['kinds'] });
      done(kind);
    },
  );
  const { values, set, fault } = draft;
  const line = (
    label: string,
    path: string,
    name: 'species' | 'family' | 'names' | 'synonyms' | 'source',
    hint?: string,
  ) => (
    <TextField
      label={label}
      value={values[name]}
      onChange={(text) => {
        set({ [name]: text });
      }}
      fault={fault(path) ?? fault(`${path}.0`)}
      hint={hint}
      autoFocus={name === 'species'}
    />
  );
  return (
    <form
      style={{ marginTop: 22, maxWidth: 900 }}
      onSubmit={(event) => {
        event.preventDefault();
        void draft.submit();
      }}
    >
      <h2>Add a kind</h2>
      <Trouble text={draft.general} />
      <div className="fields">
        {line('scientific name', 'species', 'species')}
        {line('common names', 'commonNames', 'names', 'the usual one first, parted by ;')}
        {line('synonyms', 'synonyms', 'synonyms')}
        {line('family', 'family', 'family')}
        <TextField
          label="a thousand seeds weigh from, g"
          figure
          inputMode="decimal"
          value={values.low}
          onChange={(low) => {
            set({ low });
          }}
          fault={fault('thousandSeedWeightG.low')}
          hint="if known"
        />
        <TextField
          label="to, g"
          figure
          inputMode="decimal"
          value={values.high}
          onChange={(high) => {
            set({ high });
          }}
          fault={fault('thousandSeedWeightG.high')}
        />
        {line('where it is known from', 'source', 'source', 'flora, supplier, own trial')}
        <div className="field">
          <Form.Check
            id="kind-chaffy"
            label="chaffy"
            checked={values.chaffy}
            onChange={(event) => {
              set({ chaffy: event.target.checked });
            }}
          />
          <Form.Check
            id="kind-hard"
            label="has hard seed"
            checked={values.hardSeeded}
            onChange={(event) => {
              set({ hardSeeded: event.target.checked });
            }}
          />
        </div>
      </div>
      <div className="actions">
        <Button type="submit" disabled={draft.busy}>
          Add the kind
        </Button>
        <Button variant="outline-primary" onClick={leave}>
          Leave it
        </Button>
      </div>
    </form>
  );
}
