import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Form } from 'react-bootstrap';
import { METHOD_GROUPS, SETTINGS } from '@mercato/contract/cleaning/methods';
import { cleaningRoutes } from '@mercato/contract/cleaning/routes';
import { GOAL_WORDS, TREATMENT_WORDS } from '@mercato/contract/cleaning/words';
import {
  METHOD_CAUTIONS,
  METHOD_GROUP_WORDS,
  METHOD_HINTS,
  METHOD_WORDS,
} from '@mercato/contract/cleaning/methodWords';
import type { Method } from '@mercato/core/cleaning/entries';
import { TREATMENT_CLASSES } from '@mercato/core/register/treatment';
import { reading } from '../../api/routes.ts';
import { usePlaces } from '../../store/data.ts';
import { EntryForm } from '../../ui/EntryForm.tsx';
import { Field } from '../../ui/Field.tsx';
import { type OpenBatch, useMachines } from '../useBatch.ts';
import { noWeight, weighingBody } from '../weights.tsx';
import { type ActProps, asLine, options, useLine, useScales, vesselWords, WeighField, LineEnd } from './line.tsx';
import { SettingLines, type Settings, Targets } from './settings.tsx';

const correctedPass = ({ corrects }: ActProps) => (corrects?.entry.what === 'pass' ? corrects.entry : undefined);

/** The next pass: how, on what, with which settings, from which vessels. */
export function PassForm(props: ActProps) {
  const was = correctedPass(props);
  const [method, setMethod] = useState<Method>(was?.method ?? firstMethod(props.batch));
  return (
    <>
      <h2>{was ? 'Correct the pass' : 'Next pass'}</h2>
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

/** What a form of settings begins with: as it was the last time, else nothing. */
function typedSettings(method: Method, last: Readonly<Record<string, unknown>> | undefined): Settings {
  return Object.fromEntries(
    Object.keys(SETTINGS[method]).map((key): [string, string | boolean | string[]] => {
      const was = last?.[key];
      if (key === 'machines') return [key, Array.isArray(was) ? (was as string[]) : []];
      if (key === 'reverse' || key === 'blunt') return [key, was === true];
      if (key === 'school') return [key, typeof was === 'string' ? was : 'still'];
      if (key === 'stage') return [key, typeof was === 'string' ? was : 'plant'];
      return [key, typeof was === 'string' || typeof was === 'number' ? String(was) : ''];
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
  const was = correctedPass(props);
  const took = was?.from.map((one) => one.vessel);
  const there = [...batch.book.vessels.values()].filter((one) => !one.empty || took?.includes(one.id));
  const likeliest =
    there.find((one) => one.id === props.vessel) ?? there.find((one) => one.outlet === 'clean') ?? there[0];
  const [from, setFrom] = useState<readonly string[]>(took ?? (likeliest ? [likeliest.id] : []));
  const [part, setPart] = useState(was?.from[0]?.part ?? false);
  const entry = asLine(
    useLine(props, 'pass', {
      method,
      from: {
        machine: '',
        goal: batch.view.about.goal,
        settings: typedSettings(method, was?.method === method ? was.settings : last?.settings),
        weight: noWeight('kg'),
        product: was?.treatment?.product ?? '',
        class: was?.treatment?.class ?? 'unknown',
      },
      body: ({ weight, product, class: of, settings, machine, ...values }) => ({
        ...values,
        pass: was?.pass ?? crypto.randomUUID(),
        method,
        machine: machine === '' ? null : machine,
        settings: Object.fromEntries(
          Object.entries(settings).map(([key, value]) => [key, key === 'placeId' && value === '' ? null : value]),
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
    <EntryForm
      entry={entry}
      send={was ? 'Save the correction' : 'Start the pass'}
      leave={done}
      trouble={entry.general ?? entry.fault('from')}
    >
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
          <WeighField
            entry={entry}
            batch={batch}
            label={part ? 'the part weighs' : 'weighed again'}
            path="from.0.weighed"
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
        <SettingLines entry={entry} settings={settings} />
        {method === 'dry' && (
          <Targets
            batch={batch}
            choose={(percent) => entry.set({ settings: { ...settings, targetPercent: percent } })}
          />
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
        <LineEnd entry={entry} />
      </div>
    </EntryForm>
  );
}
