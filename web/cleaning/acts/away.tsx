import { bagSchema } from '@mercato/contract/cleaning/batches';
import { cleaningRoutes } from '@mercato/contract/cleaning/routes';
import { ANSWER_WORDS, FATE_WORDS, MISHAP_WORDS, QUESTION_WORDS } from '@mercato/contract/cleaning/words';
import { ANSWERS, FATES, MISHAPS, SCREENINGS_QUESTIONS } from '@mercato/core/cleaning/entries';
import { useSession } from '../../api/session.tsx';
import { NOW, timeBody, When } from '../../register/seen.tsx';
import { placeChoices, usePlaces } from '../../store/data.ts';
import { EntryForm } from '../../ui/EntryForm.tsx';
import { Field } from '../../ui/Field.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { to, useEntry } from '../../ui/entry.ts';
import { noWeight, weighingBody } from '../weights.tsx';
import {
  type ActProps,
  asLine,
  options,
  unitOf,
  useLine,
  useScales,
  vesselField,
  WeighField,
  LineEnd,
} from './line.tsx';

/** Where screenings go; what forbids it is said before it is written. */
export function GoneForm({ vessel = '', ...props }: ActProps) {
  const { batch, done } = props;
  const scales = useScales();
  const choices = vesselField(batch, props.corrects !== undefined);
  const entry = asLine(
    useLine(props, 'gone', {
      from: {
        vessel:
          vessel ||
          (choices.find(([id]) => batch.book.vessels.get(id)?.outlet !== 'clean')?.[0] ?? choices[0]?.[0] ?? ''),
        weight: noWeight(unitOf(batch)),
        part: 'no',
        to: 'compost',
        whom: '',
        answers: { viableWeeds: 'unknown', ergot: 'unknown', mould: 'unknown', poisonous: 'unknown' },
      },
      body: ({ weight, part: some, ...values }) => ({
        ...values,
        part: some === 'yes',
        weighed: weighingBody(weight, scales),
      }),
    }),
  );
  return (
    <EntryForm entry={entry} title="Screenings go" send="Save where it went" leave={done}>
      <div className="fields">
        <Field entry={entry} name="vessel" options={choices} />
        <Field entry={entry} name="to" options={options(FATES, FATE_WORDS)} />
        {SCREENINGS_QUESTIONS.map((one) => (
          <Field
            key={one}
            entry={entry}
            name={`answers.${one}`}
            label={QUESTION_WORDS[one]}
            options={options(ANSWERS, ANSWER_WORDS)}
          />
        ))}
        <Field entry={entry} name="whom" />
        <Field
          entry={entry}
          name="part"
          label="how much"
          options={[
            ['no', 'all of it'],
            ['yes', 'a part of it'],
          ]}
        />
        <WeighField entry={entry} batch={batch} moisture={false} />
        <LineEnd entry={entry} />
      </div>
    </EntryForm>
  );
}

export function MishapForm(props: ActProps) {
  const { batch, done } = props;
  const entry = asLine(
    useLine(props, 'mishap', {
      from: { is: 'spill', vessel: '', note: '' },
      body: ({ vessel, ...values }) => ({ ...values, vessel: vessel === '' ? null : vessel }),
    }),
  );
  return (
    <EntryForm entry={entry} title="A mishap" send="Save it" leave={done}>
      <p className="soft">Sweep it up, and throw away what may be mixed. Write which vessels stood open beside it.</p>
      <div className="fields">
        <Field entry={entry} name="is" options={options(MISHAPS, MISHAP_WORDS)} />
        <Field entry={entry} name="vessel" options={[['', 'none'], ...vesselField(batch, true)]} />
        <Field entry={entry} name="note" label="what happened" />
        <LineEnd entry={entry} />
      </div>
    </EntryForm>
  );
}

/** To the bags: a lot of the laboratory, packets of the store, or seed for own sowing. */
export function BagForm({ batch, done }: ActProps) {
  const scales = useScales();
  const today = useSession().session?.today ?? '';
  const { data: places } = usePlaces();
  const choices = vesselField(batch, false);
  const clean = choices.find(([id]) => batch.book.vessels.get(id)?.outlet === 'clean') ?? choices[0];
  const entry = useEntry({
    from: {
      vessel: clean?.[0] ?? '',
      part: 'no',
      weight: noWeight(unitOf(batch)),
      into:
        batch.view.about.purpose === 'home'
          ? 'own-sowing'
          : batch.view.about.purpose === 'lot' || batch.view.about.purpose === 'sale'
            ? 'lot'
            : 'packets',
      bags: '1',
      eachG: '',
      reference: '',
      book: 'ista',
      placeId: '',
      spilled: 'no',
      note: '',
      ...NOW,
    },
    body: ({ weight, part: some, spilled, placeId, ...values }) => ({
      ...values,
      ...timeBody(values, today),
      part: some === 'yes',
      spilled: spilled === 'yes',
      placeId: placeId === '' ? null : placeId,
      weighed: weighingBody(weight, scales),
    }),
    schema: bagSchema,
    send: to(cleaningRoutes.bag, { batch: batch.view.id }, { done }),
  });
  const line = asLine(entry);
  const treatments = batch.book.vessels.get(entry.values.vessel)?.treatments ?? [];
  const yesNo = (name: 'part' | 'spilled', label: string, no: string, yes: string) => (
    <Field
      entry={line}
      name={name}
      label={label}
      options={[
        ['no', no],
        ['yes', yes],
      ]}
    />
  );
  return (
    <EntryForm entry={entry} title="To the bags" send="Fill the bags" leave={done}>
      <p className="soft">
        A square tray, a folded plate, a funnel or a spoon fills a narrow mouth. Press the air out. Label each bag
        before it is filled, one kind open at a time.
      </p>
      {treatments.length > 0 && (
        <Notice bad role="note">
          Treated with {treatments.map((one) => one.product).join(', ')}: never food, feed or oil. Every bag says so.
        </Notice>
      )}
      <div className="fields">
        <Field entry={line} name="vessel" options={choices} />
        <Field entry={line} name="into" />
        {yesNo('part', 'how much', 'all of it', 'a part of it')}
        <WeighField entry={line} batch={batch} moisture={false} />
        <Field entry={line} name="bags" />
        {entry.values.into !== 'own-sowing' && entry.values.into !== 'given' && <Field entry={line} name="eachG" />}
        {entry.values.into === 'lot' && (
          <>
            <Field entry={line} name="reference" />
            <Field entry={line} name="book" />
          </>
        )}
        {entry.values.into === 'packets' && (
          <Field entry={line} name="placeId" options={[['', 'not said'], ...placeChoices(places ?? { places: [] })]} />
        )}
        {yesNo('spilled', 'spilled', 'nothing', 'some was spilled')}
        <Field entry={line} name="note" />
        <When entry={line} />
      </div>
    </EntryForm>
  );
}
