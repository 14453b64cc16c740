import { useState } from 'react';
import type { QuickSample } from '@mercato/core/cleaning/entries';
import type { PassState } from '@mercato/core/cleaning/bookState';
import { Inline } from '../../ui/Buttons.tsx';
import { EntryForm } from '../../ui/EntryForm.tsx';
import { Field } from '../../ui/Field.tsx';
import { type ActProps, asLine, useLine, vesselField, LineEnd } from './line.tsx';

const part = (hits: string, of: string, key: string) => (of.trim() === '' ? null : { [key]: hits, of });

/** A sample as it was typed. */
const typedSample = (sample: QuickSample | null) => ({
  pure: shown(sample?.pure?.part),
  pureOf: shown(sample?.pure?.of),
  pureBy: sample?.pure?.by ?? 'number',
  hundredSeedsG: shown(sample?.hundredSeedsG),
  testWeightKgHl: shown(sample?.testWeightKgHl),
  filled: shown(sample?.cut?.filled),
  cutOf: shown(sample?.cut?.of),
  spotted: shown(sample?.defects?.spotted),
  bored: shown(sample?.defects?.bored),
  defectsOf: shown(sample?.defects?.of),
  sprouted: shown(sample?.towel?.sprouted),
  towelOf: shown(sample?.towel?.of),
});
const shown = (value: number | null | undefined) => (value == null ? '' : String(value));

/** A quick sample: of the clean seed and of the rejected, or nothing can be said of the pass. */
export function LookForm({ vessel = '', ...props }: ActProps) {
  const { batch, done } = props;
  const choices = vesselField(batch, true);
  const was = props.corrects?.entry;
  const entry = asLine(
    useLine(props, 'looked', {
      from: {
        vessel: vessel || (choices.at(-1)?.[0] ?? ''),
        ...typedSample(was?.what === 'looked' ? was.sample : null),
        note: '',
      },
      body: (values) => ({
        vessel: values.vessel,
        note: values.note,
        sample: {
          pure: values.pureOf.trim() === '' ? null : { part: values.pure, of: values.pureOf, by: values.pureBy },
          hundredSeedsG: values.hundredSeedsG,
          testWeightKgHl: values.testWeightKgHl,
          cut: part(values.filled, values.cutOf, 'filled'),
          defects:
            values.defectsOf.trim() === ''
              ? null
              : { spotted: values.spotted || '0', bored: values.bored || '0', of: values.defectsOf },
          towel: part(values.sprouted, values.towelOf, 'sprouted'),
        },
      }),
    }),
  );
  const pair = (name: string, label: string, path: string, of: string, ofLabel: string) => (
    <>
      <Field entry={entry} name={name} path={path} label={label} />
      <Field entry={entry} name={of} path={`${path.slice(0, path.lastIndexOf('.'))}.of`} label={ofLabel} />
    </>
  );
  return (
    <EntryForm entry={entry} title="Look at a sample" send="Save the sample" leave={done}>
      <p className="soft">
        Look at the clean seed and at what was rejected. Write only what you looked at; a towel is counted days later.
      </p>
      <div className="fields">
        <Field entry={entry} name="vessel" options={choices} />
        {pair('pure', 'clean seed in the sample', 'sample.pure.part', 'pureOf', 'of')}
        <Field
          entry={entry}
          name="pureBy"
          path="sample.pure.by"
          label="by"
          options={[
            ['number', 'seeds counted'],
            ['mass', 'grams weighed'],
          ]}
        />
        {pair('filled', 'cut open: filled', 'sample.cut.filled', 'cutOf', 'of')}
        <Field entry={entry} name="spotted" path="sample.defects.spotted" label="spotted or discoloured" />
        <Field entry={entry} name="bored" path="sample.defects.bored" label="bored" />
        <Field entry={entry} name="defectsOf" path="sample.defects.of" label="of, best 400" />
        <Field entry={entry} name="hundredSeedsG" path="sample.hundredSeedsG" label="a hundred seeds weigh, g" />
        <Field entry={entry} name="testWeightKgHl" path="sample.testWeightKgHl" label="test weight, kg/hl" />
        {pair('sprouted', 'sprouted in a towel', 'sample.towel.sprouted', 'towelOf', 'of')}
        <Field entry={entry} name="note" />
        <LineEnd entry={entry} />
      </div>
    </EntryForm>
  );
}

/** What seed is worth by grade, so that the pass can be said to have paid. */
export function PriceForm({ pass, ...props }: ActProps & { pass: PassState }) {
  const was = pass.priced;
  const [rows, setRows] = useState(was?.prices.length ?? 2);
  const entry = asLine(
    useLine(props, 'priced', {
      from: {
        by: was?.by ?? 'pure',
        prices: Array.from({ length: 6 }, (_, i) => ({
          fromPercent: String(was?.prices[i]?.fromPercent ?? (i === 0 ? 0 : i === 1 ? 97 : '')),
          perKg: String(was?.prices[i]?.perKg ?? ''),
        })),
        rejectedPerKg: String(was?.rejectedPerKg ?? 0),
        wagePerHour: String(was?.wagePerHour ?? 0),
        feePerKg: String(was?.feePerKg ?? 0),
      },
      body: ({ prices, ...values }) => ({
        ...values,
        pass: pass.id,
        prices: (prices as { fromPercent: string; perKg: string }[]).slice(0, rows),
      }),
    }),
  );
  return (
    <EntryForm
      entry={entry}
      title="Prices by grade"
      send="Save the prices"
      leave={props.done}
      trouble={entry.general ?? entry.fault('prices')}
    >
      <div className="fields">
        <Field
          entry={entry}
          name="by"
          label="a grade goes by"
          options={[
            ['pure', 'clean seed'],
            ['defects', 'seed without defects'],
            ['cut', 'filled seed'],
            ['towel', 'seed that sprouts'],
          ]}
        />
        {Array.from({ length: rows }, (_, i) => (
          <div key={i} className="pair">
            <Field entry={entry} name={`prices.${i}.fromPercent`} label="from, %" disabled={i === 0} />
            <Field entry={entry} name={`prices.${i}.perKg`} label="price a kg" />
          </div>
        ))}
        {rows < 6 && <Inline onClick={() => setRows(rows + 1)}>one grade more</Inline>}
        <Field entry={entry} name="rejectedPerKg" hint="below 0 where it costs something to be rid of" />
        <Field entry={entry} name="wagePerHour" />
        <Field entry={entry} name="feePerKg" />
        <LineEnd entry={entry} />
      </div>
    </EntryForm>
  );
}
