import { Spinner } from 'react-bootstrap';

/** A page on its way; what is here at once shows nothing first. */
export function Busy() {
  return (
    <main aria-busy="true">
      <Spinner size="sm" role="status" className="late-shown">
        <span className="visually-hidden">on its way</span>
      </Spinner>
    </main>
  );
}
