import type { NextList } from '@mercato/contract/storage/next';
import { NEXTS, type Next } from '@mercato/core/storage/whatNext';
import { useQuery } from '@tanstack/react-query';
import type { JSX } from 'react';
import { Link } from 'react-router';
import { read } from '../api/client.ts';
import { harvestWords, leftFigure } from '../store/words.ts';

const TITLES: Readonly<Record<Next, string>> = {
  discard: 'Throw away',
  renew: 'Renew: sow it all and save its seed',
  'sow first': 'Sow first',
  test: 'Test before you count on it',
  exchange: 'Enough to exchange',
  keep: 'Keep',
};

/** What to sow, test, renew, exchange or throw away first, each with its reason. */
export default function WhatNext(): JSX.Element {
  const { data } = useQuery({
    queryKey: ['store', 'next'],
    queryFn: ({ signal }) => read<NextList>('/store/next', signal),
  });
  if (!data) return <main aria-busy="true" />;
  return (
    <main style={{ maxWidth: 900 }}>
      <h1>What next?</h1>
      <p className="soft">
        A packet’s own test comes first; then <Link to="/store/record">how its kind has kept here</Link>; where neither
        says anything, the shelf life of its kind does, which is common practice and begins with the harvest.
      </p>
      {data.lines.length === 0 && <p>The store is empty.</p>}
      {NEXTS.map((next) => {
        const lines = data.lines.filter((one) => one.next === next);
        return lines.length === 0 ? null : (
          <section key={next} style={{ marginTop: 22 }}>
            <h2>
              {TITLES[next]} <span className="soft fig">{lines.length}</span>
            </h2>
            <ul className="packets reasons" aria-label={TITLES[next]}>
              {lines.map(({ packet, reasons }) => (
                <li key={packet.id}>
                  <Link to={`/store/packets/${packet.id}`}>
                    <b className="serif">{packet.kind}</b> {packet.variety}
                  </Link>
                  <span>{harvestWords(packet)}</span>
                  <span className="fig">{leftFigure(packet.left)}</span>
                  <span className="soft">{reasons.join('; ')}</span>
                </li>
              ))}
            </ul>
            {next === 'test' && <Link to="/store/rounds/new">start a round</Link>}
          </section>
        );
      })}
    </main>
  );
}
