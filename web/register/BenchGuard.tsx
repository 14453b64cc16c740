import { Stack } from 'react-bootstrap';
import { Link, Outlet, useParams } from 'react-router';
import { VerdictMark } from '../ui/shapes.tsx';
import { useStation } from './station.ts';

/** Stands before every bench page: at a station one lot is open at a time, until its vessels are accounted for. */
export function BenchGuard() {
  const { lot = '' } = useParams();
  const { here } = useStation();
  if (!here?.lot || here.lot.id === lot || (here.vessels.length === 0 && here.kind === 'bench')) return <Outlet />;
  return (
    <main className="w-text">
      <h1>
        <VerdictMark mark="outside" /> {here.name} still holds {here.lot.reference}
      </h1>
      <p>
        <i className="species">{here.lot.species}</i>
        {here.lot.variety && ` ‘${here.lot.variety}’`} is open here. Put its samples away first, so that no seed of it
        can get into another lot:
      </p>
      <ul>
        {here.vessels.map((one) => (
          <li key={one.id}>
            <span className="fig">{one.code}</span>{' '}
            {[one.kind, one.purpose?.replace('-', ' ')].filter(Boolean).join(', ')}
          </li>
        ))}
      </ul>
      <Stack direction="horizontal" gap={2} className="actions">
        <Link className="btn btn-primary" to="/stations">
          {here.vessels.length > 0 ? 'Put them away' : 'To the station'}
        </Link>
        <Link to={`/lots/${here.lot.id}`}>Back to {here.lot.reference}</Link>
      </Stack>
    </main>
  );
}
