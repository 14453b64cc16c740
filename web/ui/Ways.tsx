import { Link } from 'react-router';

/** Where one can go from here: the address, what it is called, and what it answers. */
export type Way = readonly [to: string, words: string, answers: string];

interface WaysProps {
  title: string;
  ways: readonly Way[];
}

/** A section of ways, each with a word on what one finds there; nothing where there are none. */
export const Ways = ({ title, ways }: WaysProps) =>
  ways.length === 0 ? null : (
    <section aria-label={title}>
      <h2 className="fs-6 mb-1">{title}</h2>
      <ul className="list-unstyled mb-0">
        {ways.map(([to, words, answers]) => (
          <li key={to}>
            <Link to={to}>{words}</Link> <span className="soft small">{answers}</span>
          </li>
        ))}
      </ul>
    </section>
  );
