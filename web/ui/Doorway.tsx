import { Suspense } from 'react';
import { Navbar } from 'react-bootstrap';
import { Link, Outlet, useLocation } from 'react-router';
import { useSession } from '../api/session.tsx';
import { ThemeSwitch } from './Bar.tsx';
import { Busy } from './Busy.tsx';
import { PageFault } from './PageFault.tsx';
import { Shell } from './Shell.tsx';

/** The page that the address names; what fails in it takes nothing else with it. */
function Page() {
  const { pathname } = useLocation();
  return (
    <PageFault at={pathname}>
      <Suspense fallback={<Busy />}>
        <Outlet />
      </Suspense>
    </PageFault>
  );
}

/** A page inside the frame of whoever is signed in. */
export const Inside = () => (
  <Shell>
    <Page />
  </Shell>
);

/** Around the pages that anybody may open: for whoever is signed in the usual frame, else the name and a door. */
export function Doorway() {
  const { session, failed } = useSession();
  if (!session && !failed) return <Busy />;
  if (session?.person) return <Inside />;
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
      <Page />
    </>
  );
}
