import { EntryForm } from '../../ui/EntryForm.tsx';
import { Field } from '../../ui/Field.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { type ActProps, asLine, filled, LineEnd, useLine, vesselWords } from './line.tsx';

/** The terms by which the loads of a batch are paid. */
export function SettleForm(props: ActProps) {
  const { batch, done } = props;
  const { settled } = batch.book;
  const per = settled?.price?.per ?? (batch.bushel === null ? 'kg' : 'bushel');
  const entry = asLine(
    useLine(props, 'settled', {
      from: {
        each: settled?.price ? String(settled.price.each) : '',
        per,
        baseMoisturePercent: settled?.baseMoisturePercent == null ? '' : String(settled.baseMoisturePercent),
        feePerKg: String(settled?.feePerKg ?? 0),
      },
      body: ({ each, per: of, ...values }) => ({ ...values, price: each.trim() === '' ? null : { per: of, each } }),
    }),
  );
  return (
    <EntryForm entry={entry} title="What the load is paid" send="Save the terms" leave={done}>
      <p className="soft">
        Dockage is taken off by the ticket, then the water above the moisture that is paid in full. The fee goes by what
        came.
      </p>
      <div className="fields">
        <Field entry={entry} name="each" path="price.each" label="price" />
        <Field
          entry={entry}
          name="per"
          path="price.per"
          label="of"
          options={[
            ...(batch.bushel === null ? [] : ([['bushel', `a bushel, ${batch.bushel.pounds.value} lb`]] as const)),
            ['kg', 'a kilogram'],
          ]}
        />
        <Field entry={entry} name="baseMoisturePercent" />
        <Field entry={entry} name="feePerKg" />
        <LineEnd entry={entry} />
      </div>
    </EntryForm>
  );
}

/** The batch is done: its book can be read, and what comes later (a towel, a plot, a price) can still be written. */
export function CloseForm(props: ActProps) {
  const { batch, done } = props;
  const left = filled(batch);
  const entry = asLine(useLine(props, 'closed', { from: { note: '' }, body: (values) => values }));
  return (
    <EntryForm entry={entry} title="Close the batch" send="Close the batch" leave={done}>
      {left.length > 0 && (
        <Notice bad role="note">
          Seed lies yet in {left.map(vesselWords).join(' and ')}: bag it, or say where it went.
        </Notice>
      )}
      <p className="soft">Its lines stay to be read. Crossing this line out opens the batch again.</p>
      <div className="fields">
        <Field entry={entry} name="note" />
        <LineEnd entry={entry} />
      </div>
    </EntryForm>
  );
}
