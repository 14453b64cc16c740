import { Suspense } from 'react';
import { Navbar } from 'react-bootstrap';
import { Link, Outlet } from 'react-router';
import { useSession } from '../api/session.tsx';
import { ThemeSwitch } from './Bar.tsx';
import { Busy } from './Busy.tsx';
import { Shell } from './Shell.tsx';

/** Around the pages that anybody may open: for whoever is signed in the usual frame, else the name and a door. */
export function Doorway() {
  const { session } = useSession();
  const page = (
    <Suspense fallback={<Busy />}>
      <Outlet />
    </Suspense>
  );
  if (session?.person) return <Shell>{page}</Shell>;
  return (
    <>
      <Navbar as="header" role="banner" className="bar">
        <Navbar.Brand as={Link} to="/">
          Mercato
        </Navbar.Brand>
        <span className="ms-auto d-flex gap-3 align-items-center">
          <ThemeSwitch />
          <Link className="btn btn-outline-primary" to="/sign-in">
            Sign in
          </Link>
        </span>
      </Navbar>
      {page}
    </>
  );
}
