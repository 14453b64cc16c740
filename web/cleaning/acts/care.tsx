import { useQuery } from '@tanstack/react-query';
import type { PlaceCare } from '@mercato/contract/air/care';
import { placeRoutes } from '@mercato/contract/store/routes';
import { SOAK_WORDS } from '@mercato/contract/cleaning/words';
import { METHOD_CAUTIONS } from '@mercato/contract/cleaning/methodWords';
import type { PassState } from '@mercato/core/cleaning/bookState';
import { SOAK_ACTS } from '@mercato/core/cleaning/entries';
import { soakOf } from '@mercato/core/cleaning/standing';
import { degrees } from '../../api/reader.ts';
import { reading } from '../../api/routes.ts';
import { shortInstant, useSession } from '../../api/session.tsx';
import { Inline } from '../../ui/Buttons.tsx';
import { EntryForm } from '../../ui/EntryForm.tsx';
import { Field } from '../../ui/Field.tsx';
import { noWeight, weighingBody } from '../weights.tsx';
import { type ActProps, asLine, options, unitOf, useLine, useScales, WeighField, LineEnd } from './line.tsx';

/** What was done at a soak; the next thing stands first. */
export function SoakForm({ pass, ...props }: ActProps & { pass: PassState }) {
  const { batch, done } = props;
  const { next } = soakOf(pass, batch.rules);
  const act = next === null ? 'looked' : next.act === 'look' ? 'looked' : next.act;
  const entry = asLine(
    useLine(props, 'soak', {
      from: { did: act, sinkers: '', floaters: '', note: '' },
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
        <LineEnd entry={entry} />
      </div>
    </EntryForm>
  );
}

const percentShown = (percent: number | null) => (percent === null ? '' : percent.toFixed(0));

/** What the hygrometer of the place shows, with its time: it is taken by a press, never by itself. */
function Hygrometer({ placeId, take }: { placeId: string; take: (latest: NonNullable<PlaceCare['latest']>) => void }) {
  const { session } = useSession();
  const { data } = useQuery(reading(placeRoutes.care, { place: placeId }));
  if (!data) return null;
  const { latest, place } = data;
  return latest === null ? (
    <p className="soft">The hygrometer of {place.name} has sent nothing yet.</p>
  ) : (
    <p>
      {place.name}: <b className="fig">{degrees(latest.temperatureC)}</b>,{' '}
      <b className="fig">{percentShown(latest.humidityPercent)} %</b>{' '}
      <span className="soft">{shortInstant(latest.at, session?.laboratory.zone ?? 'UTC')}</span>{' '}
      <Inline onClick={() => take(latest)}>take it</Inline>
    </p>
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
  const { placeId } = pass.settings as { placeId: string | null };
  return (
    <EntryForm entry={entry} title="What dries" send="Save" leave={done}>
      <div className="fields">
        <WeighField entry={entry} batch={batch} />
        {placeId && (
          <Hygrometer
            placeId={placeId}
            take={({ temperatureC, humidityPercent }) =>
              entry.set({ airC: temperatureC.toFixed(1), airPercent: percentShown(humidityPercent) })
            }
          />
        )}
        <Field entry={entry} name="airC" />
        <Field entry={entry} name="airPercent" />
        <Field entry={entry} name="seedC" hint="seed is as warm as the air only when it is dry" />
        <LineEnd entry={entry} />
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
        <LineEnd entry={entry} />
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
        <LineEnd entry={entry} />
      </div>
    </EntryForm>
  );
}
