import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { becauseWords } from '@mercato/contract/storage/words';
import { todayRoutes } from '@mercato/contract/today/routes';
import { type Next, NEXTS, type Offer } from '@mercato/core/storage/whatNext';
import { reading } from '../api/routes.ts';
import { harvestWords, leftFigure } from '../store/words.ts';
import { Busy } from '../ui/Busy.tsx';

const TITLES: Readonly<Record<Next, string>> = {
  discard: 'None alive, or hardly any',
  renew: 'Renew: sow it all and save its seed',
  'sow-first': 'Sow first',
  test: 'Test before you count on it',
  exchange: 'Enough to exchange',
  keep: 'Keep',
};

const OFFERS: Readonly<Record<Offer, string>> = {
  discard: 'throw it away',
  'keep-a-sample': 'keep a few seeds as a sample of what it looked like',
  rescue: 'if it cannot be had again, sow the whole packet to rescue what lives',
};

/** What to sow, test, renew, exchange or throw away first, each with its reason. */
export default function WhatNext() {
  const { data } = useQuery(reading(todayRoutes.next, {}));
  if (!data) return <Busy />;
  return (
    <main className="w-text">
      <h1>What next?</h1>
      <p className="soft">
        A packet’s own test comes first; then <Link to="/store/record">how its kind has kept here</Link>; where neither
        says anything, the shelf life of its kind does, which is common practice and begins with the harvest.
      </p>
      {data.lines.length === 0 && <p>The store is empty.</p>}
      {NEXTS.map((next) => {
        const lines = data.lines.filter((one) => one.next === next);
        return lines.length === 0 ? null : (
          <section key={next} className="mt-4">
            <h2>
              {TITLES[next]} <span className="soft fig">{lines.length}</span>
            </h2>
            <ul className="packets reasons list-unstyled mb-0" aria-label={TITLES[next]}>
              {lines.map(({ packet, reasons, offers }) => (
                <li key={packet.id}>
                  <Link to={`/store/packets/${packet.id}`}>
                    <b className="serif">{packet.kind}</b> {packet.variety}
                  </Link>
                  <span>{harvestWords(packet)}</span>
                  <span className="fig">{leftFigure(packet.left)}</span>
                  <span className="soft">
                    {reasons.map(becauseWords).join('; ')}
                    {offers.length > 0 && `. You can: ${offers.map((one) => OFFERS[one]).join('; or ')}`}
                  </span>
                </li>
              ))}
            </ul>
            {next === 'test' && (
              <Link
                to={`/store/rounds/new?packets=${lines
                  .slice(0, 60)
                  .map((one) => one.packet.id)
                  .join(',')}`}
              >
                {lines.length > 60 ? 'start a round with the first 60' : 'start a round with these'}
              </Link>
            )}
          </section>
        );
      })}
    </main>
  );
}
