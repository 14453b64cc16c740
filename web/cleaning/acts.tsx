import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Form } from 'react-bootstrap';
import type { FieldValues, Path } from 'react-hook-form';
import { bagSchema, lineSchemaOf, type NewLine, type WrittenEntry } from '@mercato/contract/cleaning/batches';
import { METHOD_GROUPS, SETTINGS } from '@mercato/contract/cleaning/methods';
import { cleaningRoutes } from '@mercato/contract/cleaning/routes';
import {
  ANSWER_WORDS,
  CAUTION_WORDS,
  DRIES_WORDS,
  FATE_WORDS,
  GOAL_WORDS,
  METHOD_CAUTIONS,
  METHOD_GROUP_WORDS,
  METHOD_HINTS,
  METHOD_WORDS,
  MISHAP_WORDS,
  OUTLET_WORDS,
  QUESTION_WORDS,
  RIPE_WORDS,
  SOAK_WORDS,
  STOP_WORDS,
  TREATMENT_WORDS,
  UNRIPE_WORDS,
  VESSEL_WORDS,
} from '@mercato/contract/cleaning/words';
import type { PassState, VesselState } from '@mercato/core/cleaning/batchBook';
import {
  ANSWERS,
  FATES,
  type Method,
  MISHAPS,
  OUTLETS,
  SCREENINGS_QUESTIONS,
  SOAK_ACTS,
  STOPS,
  TREATMENT_CLASSES,
  type VesselKind,
  VESSELS,
} from '@mercato/core/cleaning/entries';
import { soakOf } from '@mercato/core/cleaning/standing';
import { reading } from '../api/routes.ts';
import { useSession } from '../api/session.tsx';
import { NOW, timeBody, type TimeLines, When } from '../register/seen.tsx';
import { placeChoices, usePlaces } from '../store/data.ts';
import { Inline } from '../ui/Buttons.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { Notice } from '../ui/Notice.tsx';
import { type Entry, to, useEntry } from '../ui/entry.ts';
import { ChoiceField, TextField } from '../ui/fields.tsx';
import { type OpenBatch, useMachines } from './useBatch.ts';
import { massWords, noWeight, WeighLines, weighingBody } from './weights.tsx';

export interface ActProps {
  readonly batch: OpenBatch;
  /** It is done, or left. */
  readonly done: () => void;
}
type Words<K extends string> = Readonly<Record<K, string>>;
const options = <const K extends string>(codes: readonly K[], words: Words<K>) =>
  codes.map((one) => [one, words[one]] as const);
const filled = (batch: OpenBatch) => [...batch.book.vessels.values()].filter((one) => !one.empty);
export const vesselWords = (one: VesselState) =>
  `${one.name} (${one.outlet === null ? 'as it came' : OUTLET_WORDS[one.outlet]}${one.now?.massG ? `, ${massWords(one.now.massG)}` : ''})`;
const runs = (batch: OpenBatch) => [...batch.book.passes.values()].filter((one) => one.ended === null);
export const useScales = () => useMachines().data?.machines.filter((one) => one.kind === 'scale') ?? [];

/** A line that is being written: its fields, and the time at which it was seen. */
function useLine<F extends object>(
  { batch, done }: ActProps,
  what: WrittenEntry['what'],
  {
    from,
    body,
    method,
  }: { readonly from: F; readonly body: (values: F & FieldValues) => object; readonly method?: Method },
) {
  const today = useSession().session?.today ?? '';
  return useEntry<F & TimeLines, NewLine>({
    from: { ...from, ...NOW },
    body: (values) => ({
      ...body(values as unknown as F & FieldValues),
      what,
      ...timeBody(values as TimeLines, today),
    }),
    schema: lineSchemaOf(what, method),
    send: async (line) => {
      await batch.write(line);
      done();
    },
  });
}
/** All that the entry of a line is to its fields. */
type LineEntry = Entry<FieldValues & TimeLines>;
const asLine = (entry: unknown): LineEntry => entry as LineEntry;

interface TypedInto {
  vessel: string;
  name: string;
  kind: VesselKind;
}
const intoBody = ({ vessel, name, kind }: TypedInto) =>
  vessel === '' ? { made: { id: crypto.randomUUID(), name, kind } } : { vessel };

/** Into a vessel that is there, or a new one with its name. */
function IntoFields({ entry, batch, words = 'into' }: { entry: LineEntry; batch: OpenBatch; words?: string }) {
  const into = entry.values.into as TypedInto;
  return (
    <>
      <Field
        entry={entry}
        name="into.vessel"
        path={['into', 'into.vessel']}
        label={words}
        options={[['', 'a new vessel'], ...filled(batch).map((one) => [one.id, vesselWords(one)] as const)]}
      />
      {into.vessel === '' && (
        <>
          <Field entry={entry} name="into.name" path="into.made.name" label="its name" placeholder="bin 3, jar A …" />
          <Field
            entry={entry}
            name="into.kind"
            path="into.made.kind"
            label="what it is"
            options={options(VESSELS, VESSEL_WORDS)}
          />
        </>
      )}
    </>
  );
}

/** Signs, each ticked where it was seen. */
function Signs<K extends string>({
  legend,
  signs,
  words,
  seen,
  change,
}: {
  legend: string;
  signs: readonly K[];
  words: Words<K>;
  seen: readonly K[];
  change: (seen: K[]) => void;
}) {
  if (signs.length === 0) return null;
  return (
    <fieldset className="signs">
      <legend>{legend}</legend>
      {signs.map((one) => (
        <Form.Check
          key={one}
          id={`sign-${one}`}
          label={words[one]}
          checked={seen.includes(one)}
          onChange={(event) => change(event.target.checked ? [...seen, one] : seen.filter((each) => each !== one))}
        />
      ))}
    </fieldset>
  );
}

/** A picking: one plant or bed is often picked several times into one vessel. */
export function PickForm(props: ActProps) {
  const { batch, done } = props;
  const scales = useScales();
  const { handling } = batch;
  const first = filled(batch).find((one) => one.outlet === null);
  const [by, setBy] = useState('');
  const entry = asLine(
    useLine(props, 'picked', {
      from: {
        into: { vessel: first?.id ?? '', name: '', kind: 'bag' as VesselKind },
        weight: noWeight('kg'),
        ripe: [] as string[],
        unripe: [] as string[],
        keptUnripe: false,
        dries: handling?.dries === 'cover' ? 'cover' : 'plant',
        plants: '',
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
  const { ripe, unripe } = entry.values as unknown as { ripe: string[]; unripe: string[] };
  return (
    <EntryForm entry={entry} title="Picked" send="Save the picking" leave={done}>
      {handling?.cautions.map((one) => (
        <p key={one} className="caution">
          {CAUTION_WORDS[one]}
        </p>
      ))}
      <div className="fields">
        <IntoFields entry={entry} batch={batch} />
        <WeighLines
          entry={entry}
          at="weight"
          path="weighed"
          label="weight"
          scales={scales}
          bushels={batch.bushel !== null}
        />
        <TextField
          label="picked by"
          value={by}
          onChange={setBy}
          hint="names, parted by a comma"
          fault={entry.fault('by')}
        />
        <Field entry={entry} name="dries" options={options(['plant', 'cover'], DRIES_WORDS)} />
        <Field entry={entry} name="plants" />
        <When entry={entry} />
      </div>
      {handling && (
        <>
          <Signs
            legend="It is ripe by"
            signs={handling.ripe}
            words={RIPE_WORDS}
            seen={ripe as never[]}
            change={(next) => entry.set({ ripe: next })}
          />
          <Signs
            legend="Against it"
            signs={handling.unripe}
            words={UNRIPE_WORDS}
            seen={unripe as never[]}
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
        into: { vessel: '', name: '', kind: 'tank' as VesselKind },
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
        <WeighLines
          entry={entry}
          at="weight"
          path="weighed"
          label="weight"
          scales={scales}
          bushels={batch.bushel !== null}
        />
        <Field entry={entry} name="dockagePercent" />
        <Field entry={entry} name="testWeightKgHl" />
        <When entry={entry} />
        <Field entry={entry} name="note" />
      </div>
    </EntryForm>
  );
}

/** The next pass: how, on what, with which settings, from which vessels. */
export function PassForm(props: ActProps) {
  const [method, setMethod] = useState<Method>(firstMethod(props.batch));
  return (
    <>
      <h2>Next pass</h2>
      <ChoiceGroup method={method} choose={setMethod} />
      <PassFields key={method} method={method} {...props} />
    </>
  );
}

const firstMethod = ({ handling, book }: OpenBatch): Method => {
  const wet = handling?.freedBy ?? 'none';
  if (book.passes.size === 0) return wet === 'none' ? 'rub' : 'free';
  const last = [...book.passes.values()].at(-1)?.method;
  if (last === 'free') return wet === 'none' ? 'wash' : wet;
  return last === 'rub' || last === 'beat' || last === 'stomp' || last === 'thresher' ? 'hand-screen' : 'winnow';
};

function ChoiceGroup({ method, choose }: { method: Method; choose: (method: Method) => void }) {
  return (
    <Form.Group className="field" controlId="pass-method">
      <Form.Label>how</Form.Label>
      <Form.Select value={method} onChange={(event) => choose(event.target.value as Method)}>
        {Object.entries(METHOD_GROUPS).map(([group, methods]) => (
          <optgroup key={group} label={METHOD_GROUP_WORDS[group as keyof typeof METHOD_GROUPS]}>
            {methods.map((one: Method) => (
              <option key={one} value={one}>
                {METHOD_WORDS[one]}
              </option>
            ))}
          </optgroup>
        ))}
      </Form.Select>
    </Form.Group>
  );
}

type Settings = Record<string, string | boolean | string[]>;
/** What a form of settings begins with: as it was the last time, else nothing. */
function typedSettings(method: Method, last: Readonly<Record<string, unknown>> | undefined): Settings {
  return Object.fromEntries(
    Object.keys(SETTINGS[method]).map((key) => {
      const was = last?.[key];
      if (key === 'machines') return [key, Array.isArray(was) ? (was as string[]) : []];
      if (key === 'reverse' || key === 'blunt') return [key, was === true];
      if (key === 'school') return [key, typeof was === 'string' ? was : 'still'];
      if (key === 'stage') return [key, typeof was === 'string' ? was : 'plant'];
      return [key, was === null || was === undefined ? '' : String(was as string | number)];
    }),
  );
}

function PassFields({ method, ...props }: ActProps & { method: Method }) {
  const { batch, done } = props;
  const query = { species: batch.view.species, kind: batch.view.kind, method };
  const { data } = useQuery(reading(cleaningRoutes.remembered, {}, query));
  const { data: machines } = useMachines();
  const { data: places } = usePlaces();
  if (!data || !machines || !places) return null;
  return <PassLines {...props} method={method} last={data.settings[0]} done={done} />;
}

function PassLines({
  method,
  last,
  ...props
}: ActProps & {
  method: Method;
  last:
    | {
        settings: Record<string, unknown>;
        batch: string;
        kind: string;
        near: 'kind' | 'genus' | 'family';
        good: boolean | null;
      }
    | undefined;
}) {
  const { batch, done } = props;
  const scales = useScales();
  const machines = useMachines().data?.machines ?? [];
  const { data: places } = usePlaces();
  const there = filled(batch);
  const [from, setFrom] = useState<readonly string[]>(
    (there.find((one) => one.outlet === 'clean') ?? there[0])?.id
      ? [(there.find((one) => one.outlet === 'clean') ?? there[0])?.id ?? '']
      : [],
  );
  const [part, setPart] = useState(false);
  const entry = asLine(
    useLine(props, 'pass', {
      method,
      from: {
        machine: '',
        goal: batch.view.about.goal,
        settings: typedSettings(method, last?.settings),
        weight: noWeight('kg'),
        product: '',
        class: 'unknown',
      },
      body: ({ weight, product, class: of, settings, machine, ...values }) => ({
        ...values,
        pass: crypto.randomUUID(),
        method,
        machine: machine === '' ? null : machine,
        settings: Object.fromEntries(
          Object.entries(settings as Settings).map(([key, value]) => [
            key,
            key === 'placeId' && value === '' ? null : value,
          ]),
        ),
        from: from.map((vessel) => ({
          vessel,
          part: part && from.length === 1,
          weighed: from.length === 1 ? weighingBody(weight, scales) : null,
        })),
        treatment: method === 'treat' ? { product, class: of } : null,
      }),
    }),
  );
  const settings = entry.values.settings as Settings;
  const hint = METHOD_HINTS[method];
  const caution = METHOD_CAUTIONS[method];
  return (
    <EntryForm entry={entry} send="Start the pass" leave={done} trouble={entry.general ?? entry.fault('from')}>
      {hint && <p className="soft">{hint}</p>}
      {caution && <p className="caution">{caution}</p>}
      {last && (
        <p className="soft">
          Settings of {last.kind}
          {last.near === 'kind' ? '' : `, of the same ${last.near}`}, batch {last.batch}
          {last.good ? ', called good' : ''}: change what differs.
        </p>
      )}
      <fieldset className="signs">
        <legend>What goes in</legend>
        {there.map((one, i) => (
          <Form.Check
            key={one.id}
            id={`from-${one.id}`}
            label={vesselWords(one)}
            checked={from.includes(one.id)}
            isInvalid={entry.fault(`from.${i}`) !== undefined || entry.fault(`from.${i}.vessel`) !== undefined}
            onChange={(event) => setFrom(event.target.checked ? [...from, one.id] : from.filter((id) => id !== one.id))}
          />
        ))}
        {from.length === 1 && (
          <Form.Check
            id="from-part"
            label="only a part of it"
            checked={part}
            onChange={(event) => setPart(event.target.checked)}
          />
        )}
      </fieldset>
      <div className="fields">
        {from.length === 1 && (
          <WeighLines
            entry={entry}
            at="weight"
            path="from.0.weighed"
            label={part ? 'the part weighs' : 'weighed again'}
            scales={scales}
            bushels={batch.bushel !== null}
          />
        )}
        {method === 'treat' && (
          <>
            <Field
              entry={entry}
              name="product"
              path="treatment.product"
              label="product"
              fault={entry.fault('treatment')}
            />
            <Field
              entry={entry}
              name="class"
              path="treatment.class"
              label="what it is"
              options={options(TREATMENT_CLASSES, TREATMENT_WORDS)}
            />
          </>
        )}
        {Object.keys(settings).map((key) =>
          key === 'machines' ? (
            <LineMachines key={key} entry={entry} />
          ) : typeof settings[key] === 'boolean' ? (
            <Field
              key={key}
              entry={entry}
              name={`settings.${key}` as Path<FieldValues & TimeLines>}
              options={[
                ['false', 'no'],
                ['true', 'yes'],
              ]}
            />
          ) : key === 'placeId' ? (
            <Field
              key={key}
              entry={entry}
              name="settings.placeId"
              options={[['', 'not said'], ...placeChoices(places ?? { places: [] })]}
            />
          ) : (
            <Field key={key} entry={entry} name={`settings.${key}` as Path<FieldValues & TimeLines>} />
          ),
        )}
        {machines.length > 0 && (
          <Field
            entry={entry}
            name="machine"
            options={[
              ['', 'by hand, or not said'],
              ...machines.filter((one) => one.kind !== 'scale').map((one) => [one.id, one.name] as const),
            ]}
          />
        )}
        <Field entry={entry} name="goal" options={options(['purity', 'recovery', 'speed'], GOAL_WORDS)} />
        <When entry={entry} />
      </div>
    </EntryForm>
  );
}

function LineMachines({ entry }: { entry: LineEntry }) {
  const chosen = (entry.values.settings as { machines: string[] }).machines;
  return (
    <ChoiceField
      label="add a machine of the line"
      value=""
      options={[
        ['', chosen.map((one) => METHOD_WORDS[one as Method]).join(' → ') || 'none yet'],
        ...Object.values(METHOD_GROUPS)
          .flat()
          .map((one) => [one, METHOD_WORDS[one]] as const),
      ]}
      onChange={(next) => entry.set({ settings: { machines: next === '' ? [] : [...chosen, next] } })}
      fault={entry.fault('settings.machines')}
    />
  );
}

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
    useLine({ batch, done: () => undefined }, 'came-off', {
      from: {
        outlet: next as string,
        kept: 'yes',
        into: { vessel: '', name: '', kind: 'bin' as VesselKind },
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
        <WeighLines
          entry={entry}
          at="weight"
          path="weighed"
          label="weight"
          scales={scales}
          bushels={batch.bushel !== null}
        />
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
        <When entry={entry} />
      </div>
    </EntryForm>
  );
}
const unitOf = ({ view }: OpenBatch) => (view.inG !== null && Number(view.inG) < 1000 ? 'g' : 'kg');

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
        <When entry={entry} />
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
        <When entry={entry} />
      </div>
    </EntryForm>
  );
}

const vesselField = (batch: OpenBatch, all: boolean) =>
  [...batch.book.vessels.values()].filter((one) => all || !one.empty).map((one) => [one.id, vesselWords(one)] as const);

/** A later weight, or a check of what lies there. */
export function WeighForm({ vessel = '', ...props }: ActProps & { vessel?: string }) {
  const { batch, done } = props;
  const scales = useScales();
  const choices = vesselField(batch, false);
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
        <WeighLines
          entry={entry}
          at="weight"
          path="weighed"
          label="weight"
          scales={scales}
          bushels={batch.bushel !== null}
        />
        <When entry={entry} />
      </div>
    </EntryForm>
  );
}

const part = (hits: string, of: string, key: string) => (of.trim() === '' ? null : { [key]: hits, of });

/** A quick sample: of the clean seed and of the rejected, or nothing can be said of the pass. */
export function LookForm({ vessel = '', ...props }: ActProps & { vessel?: string }) {
  const { batch, done } = props;
  const choices = vesselField(batch, true);
  const entry = asLine(
    useLine(props, 'looked', {
      from: {
        vessel: vessel || (choices.at(-1)?.[0] ?? ''),
        pure: '',
        pureOf: '',
        pureBy: 'number',
        hundredSeedsG: '',
        testWeightKgHl: '',
        filled: '',
        cutOf: '',
        spotted: '',
        bored: '',
        defectsOf: '',
        sprouted: '',
        towelOf: '',
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
      <Field entry={entry} name={name as Path<FieldValues & TimeLines>} path={path} label={label} />
      <Field
        entry={entry}
        name={of as Path<FieldValues & TimeLines>}
        path={`${path.slice(0, path.lastIndexOf('.'))}.of`}
        label={ofLabel}
      />
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
        <When entry={entry} />
      </div>
    </EntryForm>
  );
}

/** What was done at a soak; the next thing stands first. */
export function SoakForm({ pass, ...props }: ActProps & { pass: PassState }) {
  const { batch, done } = props;
  const { next } = soakOf(pass, batch.rules);
  const act = next === null ? 'looked' : next.act === 'look' ? 'looked' : next.act;
  const entry = asLine(
    useLine(props, 'soak', {
      from: { did: act as string, sinkers: '', floaters: '', note: '' },
      body: (values) => ({ ...values, pass: pass.id }),
    }),
  );
  return (
    <EntryForm entry={entry} title="At the soak" send="Save" leave={done}>
      <p className="caution">{METHOD_CAUTIONS.ferment}</p>
      <div className="fields">
        <Field entry={entry} name="did" options={options(SOAK_ACTS, SOAK_WORDS)} />
        <Field entry={entry} name="sinkers" hint="if counted" />
        <Field entry={entry} name="floaters" hint="if counted" />
        <Field entry={entry} name="note" />
        <When entry={entry} />
      </div>
    </EntryForm>
  );
}

/** A weight, air or seed temperature of what dries. */
export function DryingForm({ pass, ...props }: ActProps & { pass: PassState }) {
  const { batch, done } = props;
  const scales = useScales();
  const entry = asLine(
    useLine(props, 'drying', {
      from: { weight: noWeight(unitOf(batch)), airC: '', airPercent: '', seedC: '' },
      body: ({ weight, ...values }) => ({ ...values, pass: pass.id, weighed: weighingBody(weight, scales) }),
    }),
  );
  return (
    <EntryForm entry={entry} title="What dries" send="Save" leave={done}>
      <div className="fields">
        <WeighLines
          entry={entry}
          at="weight"
          path="weighed"
          label="weight"
          scales={scales}
          bushels={batch.bushel !== null}
        />
        <Field entry={entry} name="airC" />
        <Field entry={entry} name="airPercent" />
        <Field entry={entry} name="seedC" hint="seed is as warm as the air only when it is dry" />
        <When entry={entry} />
      </div>
    </EntryForm>
  );
}

/** A sitting of sorting by hand. */
export function SortedForm({ pass, ...props }: ActProps & { pass: PassState }) {
  const { session } = useSession();
  const entry = asLine(
    useLine(props, 'sorted', {
      from: { by: session?.person?.name ?? '', minutes: '', massG: '' },
      body: (values) => ({ ...values, pass: pass.id }),
    }),
  );
  return (
    <EntryForm entry={entry} title="Sorted" send="Save the sitting" leave={props.done}>
      <p className="caution">{METHOD_CAUTIONS['hand-sort']}</p>
      <div className="fields">
        <Field entry={entry} name="by" />
        <Field entry={entry} name="minutes" />
        <Field entry={entry} name="massG" />
        <When entry={entry} />
      </div>
    </EntryForm>
  );
}

/** A pair of plots: sorted seed beside unsorted. */
export function PlotsForm({ pass, ...props }: ActProps & { pass: PassState }) {
  const entry = asLine(
    useLine(props, 'plots', {
      from: { sorted: '', unsorted: '' },
      body: (values) => ({ ...values, pass: pass.id }),
    }),
  );
  return (
    <EntryForm entry={entry} title="A pair of plots" send="Save the pair" leave={props.done}>
      <div className="fields">
        <Field entry={entry} name="sorted" hint="kg, in one unit for all pairs" />
        <Field entry={entry} name="unsorted" />
        <When entry={entry} />
      </div>
    </EntryForm>
  );
}

/** Where screenings go; what forbids it is said before it is written. */
export function GoneForm({ vessel = '', ...props }: ActProps & { vessel?: string }) {
  const { batch, done } = props;
  const scales = useScales();
  const choices = vesselField(batch, false);
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
        <WeighLines
          entry={entry}
          at="weight"
          path="weighed"
          label="weight"
          scales={scales}
          bushels={batch.bushel !== null}
          moisture={false}
        />
        <When entry={entry} />
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
        <When entry={entry} />
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
        <WeighLines
          entry={line}
          at="weight"
          path="weighed"
          label="weight"
          scales={scales}
          bushels={batch.bushel !== null}
          moisture={false}
        />
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

/** What seed is worth by grade, so that the pass can be said to have paid. */
export function PriceForm({ pass, ...props }: ActProps & { pass: PassState }) {
  const was = pass.priced;
  const [rows, setRows] = useState(was?.prices.length ?? 2);
  const entry = asLine(
    useLine(props, 'priced', {
      from: {
        by: (was?.by ?? 'pure') as string,
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
      </div>
    </EntryForm>
  );
}
export { runs };
