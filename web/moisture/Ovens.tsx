import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Card, Form } from 'react-bootstrap';
import { Link } from 'react-router';
import type { OvenStand } from '@mercato/contract/moisture/ovens';
import { moistureRoutes } from '@mercato/contract/moisture/routes';
import { reading, send } from '../api/routes.ts';
import { shortInstant, useSession } from '../api/session.tsx';
import { Busy } from '../ui/Busy.tsx';
import { useAct } from '../ui/act.ts';
import { TextField, Trouble } from '../ui/fields.tsx';
import { useNow } from '../ui/now.ts';
import { VerdictMark } from '../ui/shapes.tsx';
import { useDevices } from '../devices/deviceHere.ts';
import { type Load, loadsOf, toldOf } from './loads.ts';
import { CAUTION } from './method.ts';
import { heardWith, OvenTells, useOven } from './ovenHeard.tsx';

/** What stands before, in and after the ovens, to be read from across the room; a load has one clock. */
export default function Ovens() {
  const { session, may } = useSession();
  const { data, error } = useQuery({ ...reading(moistureRoutes.ovens, {}), refetchInterval: 60_000 });
  const now = useNow();
  if (!data || !session) return <Busy error={error} back={['/today', 'today']} />;
  const { zone } = session.laboratory;
  const mayWrite = may('bench.write');
  const waiting = data.stands.filter((one) => one.stage === 'to-go-in');
  const loads = loadsOf(data.stands);
  return (
    <main className="ovens">
      <div className="list-head">
        <h1>Ovens</h1>
        <span className="soft">{CAUTION}</span>
      </div>
      {loads.length === 0 && waiting.length === 0 && (
        <p>No oven is in use. Containers that were weighed in with seed stand here, to go in together.</p>
      )}
      <div className="loads">
        {loads.map((load) => (
          <LoadCard key={load.key} load={load} now={now} zone={zone} may={mayWrite} />
        ))}
      </div>
      {waiting.length > 0 && (
        <GoIn key={waiting.map(({ id }) => id).join()} waiting={waiting} ovens={data.ovens} may={mayWrite} />
      )}
    </main>
  );
}

function LoadCard({ load, now, zone, may }: { load: Load; now: number; zone: string; may: boolean }) {
  const { act, trouble } = useAct();
  const told = toldOf(load, now);
  const [one] = load.stands;
  const since = load.stage === 'in-oven' ? (one?.backAt ?? null) : null;
  const oven = useOven(since === null ? '' : load.oven, { band: one?.band ?? null, since, after: '' });
  const out = () =>
    void act(() =>
      send(
        moistureRoutes.load,
        {},
        {
          what: 'outAt',
          at: new Date().toISOString(),
          oven: '',
          ...heardWith(oven, 'outAt'),
          tests: load.stands.map(({ id, version }) => ({ id, version })),
        },
      ),
    );
  return (
    <Card as="section" aria-label={load.oven || 'an oven'} className={`load ${told.is}`}>
      <Card.Body>
        <p className="name">
          {load.oven || 'oven'} <span className="soft">{load.method}</span>
        </p>
        <p className="left" role="timer">
          <span className="fig">{told.figure}</span> {told.mark && <VerdictMark mark={told.mark} />} {told.words}
        </p>
        <p className="soft">
          {[told.at && shortInstant(told.at, zone), ...new Set(load.stands.flatMap(({ by }) => by ?? []))]
            .filter(Boolean)
            .join(' · ')}
        </p>
        <ul className="list-unstyled">
          {load.stands.map(({ id, lot, number }) => (
            <li key={id}>
              <Link to={`/lots/${lot.id}/moisture`} className="fig">
                {lot.reference}
              </Link>{' '}
              {lot.commonName || lot.species}
              {number > 1 && `, test ${number}`}
            </li>
          ))}
        </ul>
        <OvenTells oven={oven} since={since} />
        <Trouble text={trouble} />
        {may && load.stage === 'in-oven' && <Button onClick={out}>Taken out</Button>}
      </Card.Body>
    </Card>
  );
}

/** Chooses what goes in together; their time begins when the oven is back at its temperature. */
function GoIn({ waiting, ovens, may }: { waiting: readonly OvenStand[]; ovens: readonly string[]; may: boolean }) {
  const { act, trouble } = useAct();
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [oven, setOven] = useState('');
  const known = [...new Set([...useDevices('oven').map(({ name }) => name), ...ovens])];
  const methods = [...new Set(waiting.map((one) => one.method))];
  const picked = waiting.filter(({ id }) => chosen.has(id));
  const mixed = new Set(picked.map((one) => one.method)).size > 1;
  const heard = useOven(oven, {
    band: picked[0]?.band ?? null,
    since: null,
    after: picked.reduce((last, one) => (one.weighedAt > last ? one.weighedAt : last), ''),
  });
  const turn = (id: string) =>
    setChosen((before) => new Set(before.has(id) ? [...before].filter((one) => one !== id) : [...before, id]));
  const begin = () =>
    void act(() =>
      send(
        moistureRoutes.load,
        {},
        {
          what: 'backAt',
          at: heard?.backAt ?? new Date().toISOString(),
          oven: oven.trim(),
          ...heardWith(heard, 'backAt'),
          tests: picked.map(({ id, version }) => ({ id, version })),
        },
      ),
    );
  return (
    <section className="mt-4" aria-label="to go in">
      <h2>To go in</h2>
      {methods.map((method) => (
        <fieldset key={method} className="mb-3">
          <legend className="soft fs-6">{method}</legend>
          {waiting
            .filter((one) => one.method === method)
            .map(({ id, lot, number }) => (
              <Form.Check
                key={id}
                id={`load-${id}`}
                disabled={!may}
                checked={chosen.has(id)}
                onChange={() => turn(id)}
                label={`${lot.reference} · ${lot.commonName || lot.species}${number > 1 ? `, test ${number}` : ''}`}
              />
            ))}
        </fieldset>
      ))}
      {may && (
        <>
          <TextField label="which oven" value={oven} onChange={setOven} list="ovens" />
          <datalist id="ovens">
            {known.map((one) => (
              <option key={one} value={one} />
            ))}
          </datalist>
          <OvenTells oven={heard} since={null} />
          {mixed && <p role="status">These are dried by different methods: they do not share one clock.</p>}
          <Trouble text={trouble} />
          <p className="mt-2">
            <Button disabled={picked.length === 0 || mixed} onClick={begin}>
              The oven is back at its temperature
            </Button>{' '}
            <span className="soft">
              {picked.length === 0
                ? 'choose what stands in it'
                : `the time of ${picked.length === 1 ? 'one test' : `${picked.length} tests`} ${heard?.backAt ? 'began then' : 'begins now'}`}
            </span>
          </p>
        </>
      )}
    </section>
  );
}
