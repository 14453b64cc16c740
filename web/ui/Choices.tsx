import type { ReactNode } from 'react';
import { Badge, Nav } from 'react-bootstrap';
import { NavLink } from 'react-router';

/** One of several ways to look at what is below. */
export function Choices<T extends string | number>({
  label,
  options,
  chosen,
  choose,
}: {
  label: string;
  /** With how many there are, where that is known. */
  options: readonly (readonly [value: T, words: ReactNode, count?: number | undefined])[];
  chosen: T;
  choose: (value: T) => void;
}) {
  return (
    <Nav variant="underline" role="group" aria-label={label}>
      {options.map(([value, words, count]) => (
        <Nav.Link
          key={value}
          as="button"
          type="button"
          active={value === chosen}
          aria-pressed={value === chosen}
          onClick={() => choose(value)}
        >
          {words} {count !== undefined && <Badge bg="light">{count}</Badge>}
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
