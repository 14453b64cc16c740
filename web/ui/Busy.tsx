import { Spinner } from 'react-bootstrap';
import { Link } from 'react-router';
import { Refused } from '../api/client.ts';

interface BusyProps {
  /** What stopped the page: what the server refused is said here, all else by the frame. */
  error?: unknown;
  /** Where one goes on from there: the address, and what lies at it. */
  back?: readonly [string, string];
}

/** A page on its way; what is here at once shows nothing first. */
export function Busy({ error, back = ['/', 'the first page'] }: BusyProps) {
  if (error instanceof Refused && error.status >= 400 && error.status < 500)
    return (
      <main>
        <h1>{error.message}</h1>
        <Link to={back[0]}>{back[1]}</Link>
      </main>
    );
  return (
    <main aria-busy="true">
      <Spinner size="sm" role="status" className="late-shown">
        <span className="visually-hidden">on its way</span>
      </Spinner>
    </main>
  );
}
