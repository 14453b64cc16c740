import type { JSX } from 'react';
import { NavLink } from 'react-router';

const PAGES = [
  ['/store/sow', 'so many plants'],
  ['/store/bed', 'a bed or a row'],
  ['/store/calendar', 'when'],
  ['/store/increase', 'seed increase'],
  ['/store/trial', 'sorted beside unsorted'],
] as const;

/** The pages around sowing, from one to the other. */
export function SowPages(): JSX.Element {
  return (
    <nav className="choices" aria-label="sowing">
      {PAGES.map(([to, words]) => (
        <NavLink key={to} to={to} className="bare">
          {words}
        </NavLink>
      ))}
    </nav>
  );
}
