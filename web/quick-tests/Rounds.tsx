import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { quickTestRoutes } from '@mercato/contract/quick-tests/routes';
import { reading } from '../api/routes.ts';
import { shortDay, useSession } from '../api/session.tsx';
import { Busy } from '../ui/Busy.tsx';

/** The rounds of small tests: those that are open first. */
export default function Rounds() {
  const { may } = useSession();
  const { data } = useQuery(reading(quickTestRoutes.rounds, {}));
  if (!data) return <Busy />;
  const rounds = [...data.rounds].sort((a, b) => Number(b.open > 0) - Number(a.open > 0));
  return (
    <main className="w-text">
      <div className="list-head">
        <h1>Rounds of tests</h1>
        {may('store.write') && (
          <Link to="/store/rounds/new" className="btn btn-primary">
            Start a round
          </Link>
        )}
        <Link to="/quick">one quick answer</Link>
      </div>
      {rounds.length === 0 && (
        <p className="soft mt-4">
          None yet. A round lays out a pinch of seed from each packet that you doubt, in towels or trays, and tells you
          when to check which.
        </p>
      )}
      <ul className="packets list-unstyled mb-0" aria-label="rounds">
        {rounds.map((one) => (
          <li key={one.id}>
            <Link to={`/store/rounds/${one.id}`}>
              <b className="serif">Round {one.number}</b> {one.name}
            </Link>
            <span>{shortDay(one.startedOn)}</span>
            <span className="fig">
              {one.bags} {one.bags === 1 ? 'bag' : 'bags'}
            </span>
            <span className={one.toLookAt > 0 ? undefined : 'soft'}>
              {one.open === 0 ? 'over' : one.toLookAt > 0 ? `${one.toLookAt} to check today` : 'all checked today'}
            </span>
          </li>
        ))}
      </ul>
    </main>
  );
}
