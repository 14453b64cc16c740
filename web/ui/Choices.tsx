import type { ReactNode } from 'react';
import { Nav } from 'react-bootstrap';
import { NavLink } from 'react-router';

/** One of several ways to look at what is below. */
export function Choices<T extends string | number>({
  label,
  options,
  chosen,
  choose,
}: {
  label: string;
  options: readonly (readonly [value: T, words: ReactNode])[];
  chosen: T;
  choose: (value: T) => void;
}) {
  return (
    <Nav variant="underline" role="group" aria-label={label}>
      {options.map(([value, words]) => (
        <Nav.Link
          key={value}
          as="button"
          type="button"
          active={value === chosen}
          aria-pressed={value === chosen}
          onClick={() => choose(value)}
        >
          {words}
        </Nav.Link>
      ))}
    </Nav>
  );
}

interface PageNavProps {
  label: string;
  pages: readonly (readonly [to: string, words: string])[];
}

/** Pages of one part of the house, from one to the other. */
export function PageNav({ label, pages }: PageNavProps) {
  return (
    <Nav as="nav" variant="underline" aria-label={label} className="my-2">
      {pages.map(([to, words]) => (
        <Nav.Link key={to} as={NavLink} to={to} end>
          {words}
        </Nav.Link>
      ))}
    </Nav>
  );
}
