import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { loadSchema, type LoadView } from '@mercato/contract/cleaning/machines';
import { cleaningRoutes } from '@mercato/contract/cleaning/routes';
import { expectedBags } from '@mercato/core/cleaning/trade';
import { reading } from '../api/routes.ts';
import { shortDay, useSession } from '../api/session.tsx';
import { KindField } from '../store/KindField.tsx';
import { Busy } from '../ui/Busy.tsx';
import { Inline, Quiet } from '../ui/Buttons.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { to, useEntry } from '../ui/entry.ts';
import { useMachines } from './useBatch.ts';
import { massWords } from './weights.tsx';

const STATES = { announced: 'announced', arrived: 'arrived', cancelled: 'cancelled' } as const;

/** Trucks that come by appointment, and what each will make: bags, area, pick-up. */
export default function Loads() {
  const { may } = useSession();
  const { data, error } = useQuery(reading(cleaningRoutes.loads, {}));
  const [open, setOpen] = useState<string | null>(null);
  if (!data) return <Busy error={error} />;
  const write = may('shed.write');
  return (
    <main className="w-text">
      <p className="soft">
        <Link to="/shed">the shed</Link>
      </p>
      <div className="list-head">
        <h1>Appointments</h1>
        {write && open === null && <Quiet onClick={() => setOpen('new')}>New appointment</Quiet>}
      </div>
      {open === 'new' && <LoadForm load={null} today={data.today} done={() => setOpen(null)} />}
      {data.loads.length === 0 && open === null && <p className="soft">No truck is expected.</p>}
      {data.loads.map((one) => (
        <section key={one.id} className="machine" aria-label={`${one.kind} from ${one.supplier}`}>
          <h2>
            {one.kind} {one.variety} <small className="soft">from {one.supplier}</small>
          </h2>
          <p>
            <b>{shortDay(one.on)}</b> {one.time} · {STATES[one.state]}
            {one.batch && (
              <>
                {' · '}
                <Link to={`/shed/batches/${one.batch.id}`}>batch {one.batch.number}</Link>
              </>
            )}
            {one.pickUpOn !== null && ` · picked up ${shortDay(one.pickUpOn)}`}
            {one.place && ` · ${one.place}`}
          </p>
          <Expected load={one} />
          {one.note && <p className="soft">{one.note}</p>}
          {write && one.state !== 'arrived' && open === null && (
            <p>
              <Link to={`/shed/new?load=${one.id}`} className="btn btn-primary btn-sm">
                It arrived
              </Link>{' '}
              <Inline onClick={() => setOpen(one.id)}>change</Inline>
            </p>
          )}
          {open === one.id && <LoadForm load={one} today={data.today} done={() => setOpen(null)} />}
        </section>
      ))}
    </main>
  );
}

/** What a load will make: clean seed, bags, the area that it sows. */
function Expected({ load }: { load: LoadView }) {
  if (load.massKg === null) return null;
  const { cleanKg, bags, restKg, hectares } = expectedBags(
    load.massKg,
    load.screeningsPercent ?? 0,
    load.bagKg ?? load.massKg,
    load.rateKgHa,
  );
  return (
    <p>
      <span className="fig">{massWords(load.massKg * 1000)}</span> → about{' '}
      <b className="fig">{massWords(cleanKg * 1000)}</b> clean
      {load.bagKg !== null && (
        <>
          {' → '}
          <b className="fig">{bags}</b> bags of {load.bagKg} kg, {restKg.toFixed(0)} kg over
        </>
      )}
      {hectares !== null && (
        <>
          {' → sows '}
          <span className="fig">{hectares.toFixed(1)} ha</span>
        </>
      )}
    </p>
  );
}

const text = (value: number | null | undefined) => (value === null || value === undefined ? '' : String(value));

function LoadForm({ load, today, done }: { load: LoadView | null; today: string; done: () => void }) {
  const pits = useMachines().data?.machines.filter((one) => one.kind === 'pit' || one.kind === 'tank') ?? [];
  const entry = useEntry({
    from: {
      on: load?.on ?? today,
      time: load?.time ?? '',
      supplier: load?.supplier ?? '',
      kind: load?.kind ?? '',
      species: load?.species ?? '',
      variety: load?.variety ?? '',
      massKg: text(load?.massKg),
      screeningsPercent: text(load?.screeningsPercent ?? 10),
      bagKg: text(load?.bagKg ?? 25),
      rateKgHa: text(load?.rateKgHa),
      pitId: load?.pitId ?? '',
      lengthM: text(load?.lengthM),
      widthM: text(load?.widthM),
      heightM: text(load?.heightM),
      pickUpOn: load?.pickUpOn ?? '',
      place: load?.place ?? '',
      note: load?.note ?? '',
      cancelled: load?.state === 'cancelled' ? 'yes' : 'no',
    },
    body: ({ pitId, pickUpOn, cancelled, ...values }) => ({
      ...values,
      pitId: pitId === '' ? null : pitId,
      pickUpOn: pickUpOn === '' ? null : pickUpOn,
      ...(load ? { cancelled: cancelled === 'yes' } : {}),
    }),
    schema: loadSchema,
    send: load
      ? to(cleaningRoutes.changeLoad, { load: load.id }, { version: load.version, done })
      : to(cleaningRoutes.addLoad, {}, { done }),
  });
  return (
    <EntryForm entry={entry} send="Save" leave={done}>
      <div className="fields">
        <Field entry={entry} name="on" />
        <Field entry={entry} name="time" type="time" />
        <Field entry={entry} name="supplier" />
        <KindField entry={entry} />
        <Field entry={entry} name="variety" />
        <Field entry={entry} name="massKg" />
        <Field entry={entry} name="screeningsPercent" />
        <Field entry={entry} name="bagKg" />
        <Field entry={entry} name="rateKgHa" />
        <Field
          entry={entry}
          name="pitId"
          options={[['', 'not said'], ...pits.map((one) => [one.id, one.name] as const)]}
        />
        <Field entry={entry} name="lengthM" />
        <Field entry={entry} name="widthM" />
        <Field entry={entry} name="heightM" />
        <Field entry={entry} name="pickUpOn" />
        <Field entry={entry} name="place" />
        <Field entry={entry} name="note" />
        {load && (
          <Field
            entry={entry}
            name="cancelled"
            options={[
              ['no', 'no'],
              ['yes', 'yes'],
            ]}
          />
        )}
      </div>
    </EntryForm>
  );
}
