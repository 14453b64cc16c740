import { samplingRoutes } from '@mercato/contract/sampling/routes';
import { send } from '../api/routes.ts';
import { ENDS, type End, type NewVesselEvent } from '@mercato/contract/sampling/vesselEvents';
import { vesselEventSchema, type VesselNode, type VesselTree } from '@mercato/contract/sampling/vessels';
import { DIVIDERS, type Divider } from '@mercato/core/sampling/dividers';
import { useQueryClient } from '@tanstack/react-query';
import { useId, type JSX } from 'react';
import { seenBody, SeenOnField, TODAY, type SeenLines } from '../register/seen.tsx';
import { plainFigure, useEntry } from '../ui/entry.ts';
import { EntryForm } from '../ui/EntryForm.tsx';
import { ChoiceField, TextField } from '../ui/fields.tsx';

interface Values extends SeenLines {
  what: NewVesselEvent['what'];
  to: string;
  place: string;
  seal: string;
  intact: 'yes' | 'no';
  divider: Divider;
  first: string;
  second: string;
  how: End;
  rest: string;
  loss: string;
  note: string;
}

const grams = (text: string) => ({ text: plainFigure(text), unit: 'g' });

/** What the server is told, by what happened. */
function bodyOf(values: Values): object {
  const { what } = values;
  const note = values.note.trim();
  switch (what) {
    case 'hand-over':
      return { what, to: values.to.trim(), place: values.place.trim(), note };
    case 'move':
      return { what, place: values.place.trim(), note };
    case 'seal':
      return { what, seal: values.seal.trim(), note };
    case 'open':
      return { what, intact: values.intact === 'yes', note };
    case 'divide':
      return { what, divider: values.divider, first: grams(values.first), second: grams(values.second), note };
    case 'finish':
      return {
        what,
        how: values.how,
        rest: values.rest.trim() ? grams(values.rest) : null,
        loss: grams(values.loss),
        note,
      };
  }
}

const CHOICES: readonly (readonly [NewVesselEvent['what'], string])[] = [
  ['move', 'it is put somewhere'],
  ['hand-over', 'it is handed over'],
  ['seal', 'it is sealed'],
  ['open', 'its seal is opened'],
  ['divide', 'it is divided in halves, weighed'],
  ['finish', 'it comes to its end'],
];

/** Writes down what happens to a vessel. */
export function EventForm({ node, tree }: { node: VesselNode; tree: VesselTree }): JSX.Element {
  const client = useQueryClient();
  const names = useId();
  const initial: Values = {
    what: 'move',
    to: '',
    place: '',
    seal: '',
    intact: 'yes',
    divider: 'riffle',
    first: '',
    second: '',
    how: 'used up',
    rest: '',
    loss: '0',
    note: '',
    ...TODAY,
  };
  const entry = useEntry(
    initial,
    (values) => ({ ...bodyOf(values), ...seenBody(values) }),
    vesselEventSchema,
    async (body, key) => {
      await send(client, samplingRoutes.happen, { vessel: node.id }, body, { key });
    },
  );
  const { values, field } = entry;
  const weighed = node.mass !== null;
  const { what } = values;
  return (
    <EntryForm entry={entry} title="What happens now" send="Write it down" quiet>
      <ChoiceField
        label="what"
        {...field('what')}
        options={CHOICES.filter(
          ([one]) =>
            (one !== 'seal' || node.seal === null) &&
            (one !== 'open' || node.seal !== null) &&
            (one !== 'divide' || ['composite', 'submitted', 'reserve'].includes(node.kind)),
        )}
      />
      {what === 'hand-over' && (
        <>
          <TextField label="to" {...field('to')} list={names} />
          <datalist id={names}>
            {tree.people.map((one) => (
              <option key={one} value={one} />
            ))}
          </datalist>
        </>
      )}
      {(what === 'move' || what === 'hand-over') && (
        <TextField label={what === 'move' ? 'where' : 'where (if it moves)'} {...field('place')} />
      )}
      {what === 'seal' && <TextField label="seal" {...field('seal')} />}
      {what === 'open' && (
        <ChoiceField
          label="the seal was"
          {...field('intact')}
          options={[
            ['yes', 'whole'],
            ['no', 'broken'],
          ]}
        />
      )}
      {what === 'divide' && (
        <>
          <ChoiceField label="divider" {...field('divider')} options={DIVIDERS.map((one) => [one, one] as const)} />
          <TextField label="first half, g" figure inputMode="decimal" {...field('first', 'first.text')} />
          <TextField label="second half, g" figure inputMode="decimal" {...field('second', 'second.text')} />
        </>
      )}
      {what === 'finish' && (
        <>
          <ChoiceField label="it was" {...field('how')} options={ENDS.map((one) => [one, one] as const)} />
          {weighed && (
            <>
              <TextField
                label="still in it, g"
                figure
                inputMode="decimal"
                {...field('rest', 'rest.text', 'rest')}
                hint={`empty when nothing was; ${node.leftG ?? ''} g should be left`}
              />
              <TextField label="lost, g" figure inputMode="decimal" {...field('loss', 'loss.text')} />
            </>
          )}
        </>
      )}
      <TextField label="note" {...field('note')} />
      <SeenOnField label="on" lines={values} onChange={entry.set} fault={entry.fault} />
    </EntryForm>
  );
}
