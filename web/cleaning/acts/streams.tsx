import { OUTLET_WORDS, STOP_WORDS } from '@mercato/contract/cleaning/words';
import { METHOD_WORDS } from '@mercato/contract/cleaning/methodWords';
import type { PassState } from '@mercato/core/cleaning/bookState';
import { OUTLETS, STOPS, type Method } from '@mercato/core/cleaning/entries';
import { EntryForm } from '../../ui/EntryForm.tsx';
import { Field } from '../../ui/Field.tsx';
import { massWords, noWeight, weighingBody } from '../weights.tsx';
import {
  type ActProps,
  asLine,
  intoBody,
  IntoFields,
  options,
  unitOf,
  useLine,
  useScales,
  vesselField,
  WeighField,
  LineEnd,
} from './line.tsx';

/** Outlets that a way of working has, the usual ones first. */
const outletsOf = (pass: PassState): readonly (typeof OUTLETS)[number][] => {
  const first: Partial<Record<Method, readonly (typeof OUTLETS)[number][]>> = {
    winnow: ['clean', 'light', 'blown', 'dust'],
    jar: ['clean', 'blown', 'light'],
    gravity: ['clean', 'middlings', 'light', 'stones'],
    'hand-screen': ['clean', 'large', 'small', 'unthreshed', 'dust'],
    'air-screen': ['clean', 'screenings', 'light', 'large', 'small', 'dust'],
    line: ['clean', 'screenings', 'dust'],
    rub: ['clean', 'large', 'unthreshed', 'dust'],
    ferment: ['clean', 'floaters', 'flesh'],
    float: ['clean', 'floaters', 'flesh'],
    free: ['clean', 'flesh'],
    dry: ['clean'],
    treat: ['clean'],
  };
  const usual = first[pass.method] ?? ['clean', 'screenings'];
  return [...usual, ...OUTLETS.filter((one) => !usual.includes(one))];
};

/** What came off a pass: one stream after the other, as each is weighed. */
export function CameOffForm({ pass, ...props }: ActProps & { pass: PassState }) {
  const { batch, done } = props;
  const scales = useScales();
  const outlets = outletsOf(pass);
  const came = new Set(pass.streams.map((one) => one.outlet));
  const next = outlets.find((one) => !came.has(one)) ?? 'clean';
  const entry = asLine(
    useLine({ ...props, done: props.corrects ? done : () => undefined }, 'came-off', {
      from: {
        outlet: next,
        kept: 'yes',
        into: { vessel: '', name: '', kind: 'bin' },
        weight: noWeight(unitOf(batch)),
      },
      body: ({ into, weight, kept, ...values }) => ({
        ...values,
        pass: pass.id,
        into: kept === 'yes' && values.outlet !== 'blown' ? intoBody(into) : null,
        weighed: weighingBody(weight, scales),
      }),
    }),
  );
  const { outlet, kept } = entry.values as unknown as { outlet: string; kept: string };
  const balance = batch.balances.get(pass.id);
  return (
    <EntryForm entry={entry} title={`What came off: ${METHOD_WORDS[pass.method]}`} send="Save the stream" leave={done}>
      {balance?.missingG && pass.streams.length > 0 && (
        <p className="soft">
          Still to be found: <b className="fig">{massWords(balance.missingG)}</b> of {massWords(balance.inG)}
        </p>
      )}
      <div className="fields">
        <Field entry={entry} name="outlet" options={options(outlets, OUTLET_WORDS)} />
        <WeighField entry={entry} batch={batch} />
        {outlet !== 'blown' && (
          <Field
            entry={entry}
            name="kept"
            label="kept"
            options={[
              ['yes', 'in a vessel'],
              ['no', 'not kept'],
            ]}
          />
        )}
        {outlet !== 'blown' && kept === 'yes' && <IntoFields entry={entry} batch={batch} />}
        <LineEnd entry={entry} />
      </div>
    </EntryForm>
  );
}

export function EndForm({ pass, ...props }: ActProps & { pass: PassState }) {
  const entry = asLine(
    useLine(props, 'ended', {
      from: { minutes: '', people: '', good: '', note: '' },
      body: ({ good, ...values }) => ({
        ...values,
        pass: pass.id,
        good: good === '' ? null : good === 'yes',
      }),
    }),
  );
  return (
    <EntryForm entry={entry} title={`End: ${METHOD_WORDS[pass.method]}`} send="End the pass" leave={props.done}>
      <div className="fields">
        <Field entry={entry} name="minutes" />
        <Field entry={entry} name="people" />
        <Field
          entry={entry}
          name="good"
          label="these settings"
          options={[
            ['', 'not said'],
            ['yes', 'good: propose them again'],
            ['no', 'not good'],
          ]}
        />
        <Field entry={entry} name="note" />
        <LineEnd entry={entry} />
      </div>
    </EntryForm>
  );
}

export function StopForm({ pass, ...props }: ActProps & { pass: PassState }) {
  const entry = asLine(
    useLine(props, 'stopped', {
      from: { why: 'plugged', minutes: '', note: '' },
      body: (values) => ({ ...values, pass: pass.id }),
    }),
  );
  return (
    <EntryForm entry={entry} title="It stopped" send="Save the stop" leave={props.done}>
      <p className="caution">Lock it out before hands go in.</p>
      <div className="fields">
        <Field entry={entry} name="why" options={options(STOPS, STOP_WORDS)} />
        <Field entry={entry} name="minutes" />
        <Field entry={entry} name="note" />
        <LineEnd entry={entry} />
      </div>
    </EntryForm>
  );
}

/** A later weight, or a check of what lies there. */
export function WeighForm({ vessel = '', ...props }: ActProps) {
  const { batch, done } = props;
  const scales = useScales();
  const choices = vesselField(batch, props.corrects !== undefined);
  const entry = asLine(
    useLine(props, 'weighed', {
      from: { vessel: vessel || (choices[0]?.[0] ?? ''), weight: noWeight(unitOf(batch)) },
      body: ({ weight, ...values }) => ({ ...values, weighed: weighingBody(weight, scales) }),
    }),
  );
  return (
    <EntryForm entry={entry} title="Weigh" send="Save the weight" leave={done}>
      <div className="fields">
        <Field entry={entry} name="vessel" options={choices} />
        <WeighField entry={entry} batch={batch} />
        <LineEnd entry={entry} />
      </div>
    </EntryForm>
  );
}
