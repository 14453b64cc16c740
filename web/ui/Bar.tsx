import { LogOut, Menu, Moon, Sun } from 'lucide-react';
import { useState } from 'react';
import { Nav, Navbar, Offcanvas } from 'react-bootstrap';
import { Link, NavLink, useNavigate } from 'react-router';
import { sessionRoutes } from '@mercato/contract/register/routes';
import { cache } from '../api/cache.ts';
import { send } from '../api/routes.ts';
import { useSession } from '../api/session.tsx';
import { useStation } from '../register/station.ts';
import { Inline } from './Buttons.tsx';
import { ScanLine } from './ScanLine.tsx';
import type { Scan } from './scan.tsx';

const PLACES = [
  ['/today', 'Today'],
  ['/lots', 'Lots'],
  ['/shed', 'Shed'],
  ['/store', 'Store'],
  ['/rules', 'Rule books'],
  ['/tools', 'Tools'],
] as const;

/** The bar at the top: where one can go, the scan line, who is here; on a phone all but the line is drawn out from the edge. */
export function Bar({ scan, openCamera }: { scan: Scan; openCamera: () => void }) {
  const { session } = useSession();
  const { here } = useStation();
  const [out, setOut] = useState(false);
  const close = () => setOut(false);
  return (
    <Navbar as="header" role="banner" expand="md" className="bar" expanded={out} onToggle={setOut}>
      <Navbar.Brand as={Link} to="/today">
        Mercato
      </Navbar.Brand>
      <ScanLine scan={scan} openCamera={openCamera} />
      <Navbar.Toggle label="menu">
        <Menu size={20} aria-hidden />
      </Navbar.Toggle>
      <Navbar.Offcanvas placement="end" aria-label="menu">
        <Offcanvas.Header closeButton closeLabel="close" className="d-md-none" />
        <Offcanvas.Body>
          <Nav as="nav" aria-label="Main">
            {PLACES.map(([to, words]) => (
              <Nav.Link key={to} as={NavLink} to={to} onClick={close}>
                {words}
              </Nav.Link>
            ))}
          </Nav>
          <div className="person">
            {here && (
              <Link className="plain" to="/stations" onClick={close}>
                {here.name}
                {here.lot && (
                  <>
                    {' · '}
                    <span className="fig">{here.lot.reference}</span>
                  </>
                )}
              </Link>
            )}
            <ThemeSwitch />
            <Link className="plain" to="/me" onClick={close}>
              {session?.person?.name}
            </Link>
            <SignOut />
          </div>
        </Offcanvas.Body>
      </Navbar.Offcanvas>
    </Navbar>
  );
}

function SignOut() {
  const navigate = useNavigate();
  const signOut = async () => {
    await send(sessionRoutes.signOut, {}, undefined).catch(() => undefined);
    cache.clear();
    if ('caches' in window) await caches.delete('mercato-day');
    void navigate('/sign-in');
  };
  return (
    <Inline aria-label="sign out" title="sign out" onClick={() => void signOut()}>
      <LogOut size={17} aria-hidden />
    </Inline>
  );
}

/** Light for the desk, dark for the germination room; remembered on this machine. */
export function ThemeSwitch() {
  const [theme, setTheme] = useState(() => document.documentElement.dataset.bsTheme ?? 'light');
  const other = theme === 'dark' ? 'light' : 'dark';
  const turn = () => {
    document.documentElement.dataset.bsTheme = other;
    localStorage.setItem('mercato.theme', other);
    setTheme(other);
  };
  return (
    <Inline aria-label={other} title={other} onClick={turn}>
      {other === 'dark' ? <Moon size={17} aria-hidden /> : <Sun size={17} aria-hidden />}
    </Inline>
  );
}
