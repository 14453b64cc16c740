import { useState } from 'react';
import { Button, Stack } from 'react-bootstrap';
import { Link } from 'react-router';
import { lotRoutes, stationRoutes } from '@mercato/contract/register/routes';
import { newStationSchema, type StationAct, type StationView } from '@mercato/contract/register/stations';
import { samplingRoutes } from '@mercato/contract/sampling/routes';
import { ask, send } from '../api/routes.ts';
import { shortInstant, useSession } from '../api/session.tsx';
import { Busy } from '../ui/Busy.tsx';
import { Small } from '../ui/Buttons.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { Fold } from '../ui/Fold.tsx';
import { useAct } from '../ui/act.ts';
import { to, useEntry } from '../ui/entry.ts';
import { TextField, Trouble } from '../ui/fields.tsx';
import { VerdictMark } from '../ui/shapes.tsx';
import { useStation } from './station.ts';

/** Benches and machines: which lot is open at each, what still stands there, and where this screen stands. */
export default function Stations() {
  const { may } = useSession();
  const { stations, here, standAt, act } = useStation(true);
  if (!stations) return <Busy />;
  return (
    <main className="w-wide">
      <h1>Stations</h1>
      <p className="soft">
        One lot is open at a station at a time. Say where this screen stands: every label scanned at it then puts its
        sample on that bench, and another lot is refused until all are put away. Balances and their check weights stand
        on
        <Link to="/balances"> a page of their own</Link>.
      </p>
      {stations.length === 0 && <p>None yet.{may('settings.write') ? '' : ' The lead adds them.'}</p>}
      {stations.map((one) => (
        <Station
          key={one.id}
          station={one}
          here={one.id === here?.id}
          stand={() => standAt(one.id === here?.id ? null : one.id)}
          act={(what) => act(one.id, what)}
        />
      ))}
      {may('settings.write') && <NewStationForm key={stations.length} />}
    </main>
  );
}

interface StationProps {
  station: StationView;
  here: boolean;
  stand: () => void;
  act: (what: StationAct) => Promise<void>;
}

function Station({ station, here, stand, act }: StationProps) {
  const { session, may } = useSession();
  const { act: attempt, trouble, setTrouble } = useAct();
  const [place, setPlace] = useState('');
  const putAway = async (ids: readonly string[]) => {
    for (const id of ids)
      await send(samplingRoutes.happen, { vessel: id }, { what: 'move', place: place.trim(), note: '' });
  };
  const openLot = async (wanted: string) => {
    const { rows } = await ask(lotRoutes.list, {}, { q: wanted });
    const found = rows.find((one) => one.reference.toLowerCase() === wanted.toLowerCase());
    if (!found) setTrouble(`There is no lot "${wanted}".`);
    else await act({ what: 'open', lotId: found.id });
  };
  if (!session) return null;
  const { lot, last, vessels } = station;
  return (
    <section className="ruled-top py-3 px-0">
      <div className="d-flex justify-content-between gap-3 flex-wrap">
        <h2 className="m-0">
          {station.name} <span className="soft">{station.kind}</span>
        </h2>
        <Button variant={here ? 'primary' : 'outline-primary'} size="sm" aria-pressed={here} onClick={stand}>
          {here ? 'This screen stands here' : 'This screen stands here?'}
        </Button>
      </div>
      <Trouble text={trouble} />
      {lot ? (
        <p>
          <VerdictMark mark="next" /> open: <Link to={`/lots/${lot.id}`}>{lot.reference}</Link>{' '}
          <i className="species">{lot.species}</i>
          {lot.variety && ` ‘${lot.variety}’`}
        </p>
      ) : (
        <p className="soft">
          Nothing is open here.{' '}
          {station.kind === 'machine' && last && !station.clean && (
            <b className="outside">
              {last.reference} ({last.species}
              {last.variety && ` ‘${last.variety}’`}) ran here last: clean it down before another variety.
            </b>
          )}
          {station.kind === 'machine' && station.clean && last && 'Cleaned down.'}
        </p>
      )}
      {vessels.length > 0 && may('sampling.write') && (
        <>
          <TextField label="where they go" value={place} onChange={setPlace} hint="shelf, cabinet, store" />
          <ul className="list-unstyled mb-0">
            {vessels.map((one) => (
              <li key={one.id} className="actions my-1 mx-0">
                <Link className="fig" to={`/lots/${lot?.id ?? ''}/vessels?at=${one.id}`}>
                  {one.code}
                </Link>
                <span>{[one.kind, one.purpose?.replace('-', ' ')].filter(Boolean).join(', ')}</span>
                <Small onClick={() => void attempt(() => putAway([one.id]))}>Put away {one.code}</Small>
              </li>
            ))}
          </ul>
          {vessels.length > 1 && (
            <Small onClick={() => void attempt(() => putAway(vessels.map((one) => one.id)))}>
              Put all {vessels.length} away
            </Small>
          )}
        </>
      )}
      {may('sampling.write') && lot && vessels.length === 0 && (
        <Stack direction="horizontal" gap={2} className="actions">
          <Small onClick={() => void attempt(() => act({ what: 'close' }))}>Close {lot.reference} here</Small>
        </Stack>
      )}
      {may('sampling.write') && !lot && station.kind === 'machine' && (
        <LineForm
          label="reference of the lot that runs next"
          words="Open it here"
          send={(reference) => void attempt(() => openLot(reference))}
        />
      )}
      {may('sampling.write') && !lot && station.kind === 'machine' && !station.clean && (
        <LineForm
          label="how it was cleaned down"
          hint="power off and locked out first; dust mask and eye protection"
          words="Cleaned down"
          send={(note) => void attempt(() => act({ what: 'clean', note }))}
        />
      )}
      {station.events.length > 0 && (
        <Fold title="What happened here">
          <ul className="list-unstyled mb-0 soft">
            {station.events.map((one, i) => (
              <li key={i}>
                {WORDS[one.what] ?? one.what} {one.reference} {one.note} · {one.by},{' '}
                {shortInstant(one.at, session.laboratory.zone)}
              </li>
            ))}
          </ul>
        </Fold>
      )}
    </section>
  );
}

interface LineFormProps {
  label: string;
  hint?: string;
  words: string;
  send: (text: string) => void;
}

/** One line to write, and what is done with it. */
function LineForm({ label, hint, words, send: sendLine }: LineFormProps) {
  const [text, setText] = useState('');
  return (
    <form
      className="actions"
      onSubmit={(event) => {
        event.preventDefault();
        sendLine(text.trim());
      }}
    >
      <TextField label={label} value={text} onChange={setText} hint={hint} />
      <Small type="submit">{words}</Small>
    </form>
  );
}

const WORDS: Readonly<Record<string, string>> = { open: 'opened', close: 'closed', clean: 'cleaned down after' };

function NewStationForm() {
  const entry = useEntry({
    from: { name: '', kind: 'bench' },
    schema: newStationSchema,
    send: to(stationRoutes.add, {}),
  });
  return (
    <EntryForm entry={entry} title="Add a station" send="Add" quiet waits>
      <div className="fields w-narrow">
        <Field entry={entry} name="name" />
        <Field entry={entry} name="kind" />
      </div>
    </EntryForm>
  );
}
