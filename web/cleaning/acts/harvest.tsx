import { useState } from 'react';
import { Form } from 'react-bootstrap';
import { CAUTION_WORDS, DRIES_WORDS, RIPE_WORDS, UNRIPE_WORDS } from '@mercato/contract/cleaning/words';
import type { RipeSign, UnripeSign } from '@mercato/core/cleaning/figures';
import { EntryForm } from '../../ui/EntryForm.tsx';
import { Field } from '../../ui/Field.tsx';
import { TextField } from '../../ui/fields.tsx';
import { noWeight, weighingBody } from '../weights.tsx';
import {
  type ActProps,
  asLine,
  filled,
  intoBody,
  IntoFields,
  options,
  Signs,
  useLine,
  useScales,
  WeighField,
  LineEnd,
} from './line.tsx';

/** A picking: one plant or bed is often picked several times into one vessel. */
export function PickForm(props: ActProps) {
  const { batch, done } = props;
  const scales = useScales();
  const { handling } = batch;
  const first = filled(batch).find((one) => one.outlet === null);
  const was = props.corrects?.entry;
  const [by, setBy] = useState(was?.what === 'picked' ? was.by.join(', ') : '');
  const entry = asLine(
    useLine(props, 'picked', {
      from: {
        into: { vessel: first?.id ?? '', name: '', kind: 'bag' },
        weight: noWeight('kg'),
        ripe: [] as RipeSign[],
        unripe: [] as UnripeSign[],
        keptUnripe: false,
        dries: handling?.dries === 'cover' ? 'cover' : 'plant',
        plants: '',
        claimPerPlant: '',
        note: '',
      },
      body: ({ into, weight, ...values }) => ({
        ...values,
        into: intoBody(into),
        weighed: weighingBody(weight, scales),
        by: by
          .split(',')
          .map((one) => one.trim())
          .filter(Boolean),
      }),
    }),
  );
  const { ripe, unripe } = entry.values as unknown as { ripe: RipeSign[]; unripe: UnripeSign[] };
  return (
    <EntryForm entry={entry} title="Picked" send="Save the picking" leave={done}>
      {handling?.cautions.map((one) => (
        <p key={one} className="caution">
          {CAUTION_WORDS[one]}
        </p>
      ))}
      <div className="fields">
        <IntoFields entry={entry} batch={batch} />
        <WeighField entry={entry} batch={batch} />
        <TextField
          label="picked by"
          value={by}
          onChange={setBy}
          hint="names, parted by a comma"
          fault={entry.fault('by')}
        />
        <Field entry={entry} name="dries" options={options(['plant', 'cover'], DRIES_WORDS)} />
        <Field entry={entry} name="plants" />
        <Field entry={entry} name="claimPerPlant" />
        <LineEnd entry={entry} />
      </div>
      {handling && (
        <>
          <Signs
            legend="It is ripe by"
            signs={handling.ripe}
            words={RIPE_WORDS}
            seen={ripe}
            change={(next) => entry.set({ ripe: next })}
          />
          <Signs
            legend="Against it"
            signs={handling.unripe}
            words={UNRIPE_WORDS}
            seen={unripe}
            change={(next) => entry.set({ unripe: next })}
          />
        </>
      )}
      {unripe.length > 0 && (
        <Form.Check
          id="kept-unripe"
          label="kept knowingly: expect fewer of them to sprout"
          checked={entry.values.keptUnripe === true}
          onChange={(event) => entry.set({ keptUnripe: event.target.checked })}
        />
      )}
      <Field entry={entry} name="note" />
    </EntryForm>
  );
}

/** A truck at the pit: its ticket, its weight, what is taken off. */
export function ArriveForm(props: ActProps) {
  const { batch, done } = props;
  const scales = useScales();
  const entry = asLine(
    useLine(props, 'arrived', {
      from: {
        into: { vessel: '', name: '', kind: 'tank' },
        weight: noWeight('kg'),
        ticket: '',
        dockagePercent: '',
        testWeightKgHl: '',
        note: '',
      },
      body: ({ into, weight, ...values }) => ({
        ...values,
        into: intoBody(into),
        weighed: weighingBody(weight, scales),
      }),
    }),
  );
  return (
    <EntryForm entry={entry} title="A load arrived" send="Save the load" leave={done}>
      <p className="caution">
        Nobody steps on flowing seed: it draws under. No flame in dust. Look for fumigant before a bin is opened.
      </p>
      <div className="fields">
        <Field entry={entry} name="ticket" />
        <IntoFields entry={entry} batch={batch} words="tipped into" />
        <WeighField entry={entry} batch={batch} />
        <Field entry={entry} name="dockagePercent" />
        <Field entry={entry} name="testWeightKgHl" />
        <LineEnd entry={entry} />
        <Field entry={entry} name="note" />
      </div>
    </EntryForm>
  );
}
