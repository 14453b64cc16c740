import { useQuery } from '@tanstack/react-query';
import { Link, useNavigate } from 'react-router';
import { storageRoutes } from '@mercato/contract/storage/routes';
import { placeRoutes } from '@mercato/contract/store/routes';
import { careCallWords, kindsWords } from '@mercato/contract/store/words';
import { degrees, readerNow } from '../api/reader.ts';
import { reading } from '../api/routes.ts';
import { shortInstant, useSession } from '../api/session.tsx';
import { Busy } from '../ui/Busy.tsx';
import { useKeys } from '../ui/keys.tsx';
import { VerdictMark } from '../ui/shapes.tsx';
import { lasted } from './careData.ts';

const DOES = { drying: 'drying', freezing: 'in the cold', warming: 'warming up, closed' } as const;

const minutesBetween = (from: string, to: string) => (Date.parse(to) - Date.parse(from)) / 60_000;

/** What calls for somebody in the store: alarms, desiccant, and seed that is dried, frozen or warmed up. */
export default function Care() {
  const { may, session } = useSession();
  const navigate = useNavigate();
  const { data } = useQuery({ ...reading(placeRoutes.careList, {}), refetchInterval: 60_000 });
  const { data: batches } = useQuery({ ...reading(storageRoutes.batches, {}), refetchInterval: 60_000 });
  useKeys(
    may('store.write')
      ? [{ key: 'n', says: 'dry, freeze or warm up seed', act: () => void navigate('/store/batches/new') }]
      : [],
  );
  if (!data || !batches) return <Busy />;
  const zone = session?.laboratory.zone ?? 'UTC';
  const calling = data.places.filter((one) => one.calls.length > 0);
  const quiet = data.places.filter((one) => one.calls.length === 0);
  const running = batches.batches.filter((one) => one.state === 'running');
  return (
    <main className="w-text">
      <div className="list-head">
        <h1>Care of the store</h1>
        {may('store.write') && (
          <Link to="/store/batches/new" className="btn btn-primary">
            Dry, freeze or warm up
          </Link>
        )}
        <Link to="/store/places">map of the store</Link>
      </div>
      {running.length > 0 && (
        <section aria-label="batches">
          <h2>Under way</h2>
          <ul className="packets list-unstyled mb-0">
            {running.map((one) => {
              const over = one.dueAt !== null && one.dueAt <= batches.now;
              return (
                <li key={one.id}>
                  <Link to={`/store/batches/${one.id}`}>
                    <b className="serif">{kindsWords(one.kinds) || `${one.packets} packets`}</b>
                  </Link>
                  <span>{DOES[one.what]}</span>
                  <span className={over ? 'fig' : 'fig soft'}>
                    {one.dueAt === null
                      ? `since ${shortInstant(one.startedAt, zone)}`
                      : over
                        ? 'its time is over'
                        : `${lasted(minutesBetween(batches.now, one.dueAt))} to go`}
                  </span>
                  <span className="soft">{one.place.join(' › ')}</span>
                </li>
              );
            })}
          </ul>
        </section>
      )}
      {calling.length === 0 && <p className="mt-4">No place calls for you.</p>}
      {calling.map((one) => (
        <section key={one.placeId} className="calling">
          <h2>
            <Link to={`/store/places/${one.placeId}`}>{one.place.join(' › ')}</Link>
          </h2>
          <ul className="alarms list-unstyled mb-0">
            {one.calls.map((call, i) => (
              <li key={i}>
                <VerdictMark mark={call.goesOn ? 'outside' : 'near'} /> {careCallWords(call, readerNow())}
              </li>
            ))}
          </ul>
        </section>
      ))}
      {quiet.length > 0 && (
        <section>
          <h2>As they should be</h2>
          <ul className="packets list-unstyled mb-0">
            {quiet.map((one) => (
              <li key={one.placeId}>
                <Link to={`/store/places/${one.placeId}`}>
                  <b className="serif">{one.place.join(' › ')}</b>
                </Link>
                {one.latest && (
                  <span className="fig">
                    {degrees(one.latest.temperatureC, 1)}
                    {one.latest.humidityPercent === null ? '' : `, ${one.latest.humidityPercent.toFixed(0)} %`}
                  </span>
                )}
              </li>
            ))}
          </ul>
        </section>
      )}
    </main>
  );
}
