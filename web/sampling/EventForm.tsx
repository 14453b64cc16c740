import { useId } from 'react';
import { ENDS } from '@mercato/contract/sampling/fieldWords';
import { samplingRoutes } from '@mercato/contract/sampling/routes';
import type { NewVesselEvent } from '@mercato/contract/sampling/vesselEvents';
import { vesselEventSchema, type VesselNode, type VesselTree } from '@mercato/contract/sampling/vessels';
import { SeenOnField, TODAY } from '../register/seen.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { to, useEntry } from '../ui/entry.ts';

const CHOICES: readonly (readonly [NewVesselEvent['what'], string])[] = [
  ['move', 'it is put somewhere'],
  ['hand-over', 'it is handed over'],
  ['seal', 'it is sealed'],
  ['open', 'its seal is opened'],
  ['divide', 'it is divided in halves, weighed'],
  ['finish', 'it comes to its end'],
];

interface EventFormProps {
  node: VesselNode;
  tree: VesselTree;
  /** Grams that are to go back into the sample that it was drawn from. */
  back?: string | null;
}

/** Writes down what happens to a vessel. */
export function EventForm({ node, tree, back = null }: EventFormProps) {
  const names = useId();
  const entry = useEntry({
    from: {
      what: back === null ? 'move' : 'finish',
      to: '',
      place: '',
      seal: '',
      intact: 'true',
      divider: 'riffle',
      first: { text: '', unit: 'g' },
      second: { text: '', unit: 'g' },
      how: back === null ? 'used up' : 'put back',
      rest: { text: back ?? '', unit: 'g' },
      loss: { text: '0', unit: 'g' },
      note: '',
      ...TODAY,
    },
    schema: vesselEventSchema,
    send: to(samplingRoutes.happen, { vessel: node.id }),
  });
  const weighed = node.mass !== null;
  const { what } = entry.values;
  return (
    <EntryForm entry={entry} title="What happens now" send="Save" quiet waits>
      <Field
        entry={entry}
        name="what"
        options={CHOICES.filter(
          ([one]) =>
            (one !== 'seal' || node.seal === null) &&
            (one !== 'open' || node.seal !== null) &&
            (one !== 'divide' || ['composite', 'submitted', 'reserve'].includes(node.kind)),
        )}
      />
      {what === 'hand-over' && (
        <>
          <Field entry={entry} name="to" list={names} />
          <datalist id={names}>
            {tree.people.map((one) => (
              <option key={one} value={one} />
            ))}
          </datalist>
        </>
      )}
      {(what === 'move' || what === 'hand-over') && (
        <Field entry={entry} name="place" label={what === 'move' ? 'where' : 'where (if it moves)'} />
      )}
      {what === 'seal' && <Field entry={entry} name="seal" />}
      {what === 'open' && <Field entry={entry} name="intact" />}
      {what === 'divide' && (
        <>
          <Field entry={entry} name="divider" />
          <Field entry={entry} name="first.text" />
          <Field entry={entry} name="second.text" />
        </>
      )}
      {what === 'finish' && (
        <>
          <Field
            entry={entry}
            name="how"
            options={Object.entries(ENDS).filter(([how]) => how !== 'put back' || node.kind === 'working')}
          />
          {weighed && (
            <>
              <Field
                entry={entry}
                name="rest.text"
                path={['rest.text', 'rest']}
                hint={back === null ? `empty when nothing was; ${node.leftG ?? ''} g should be left` : undefined}
              />
              <Field entry={entry} name="loss.text" />
            </>
          )}
        </>
      )}
      <Field entry={entry} name="note" />
      <SeenOnField label="on" entry={entry} />
    </EntryForm>
  );
}
