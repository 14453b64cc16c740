import { useQuery } from '@tanstack/react-query';
import { useCallback, useState } from 'react';
import { Table } from 'react-bootstrap';
import { Link } from 'react-router';
import type { ShelfRoom } from '@mercato/contract/germination/dishes';
import { germinationRoutes } from '@mercato/contract/germination/routes';
import type { ScanAnswer } from '@mercato/contract/register/lots';
import type { StoreScan } from '@mercato/contract/store/packets';
import { addDays } from '@mercato/core/units/days';
import { reading, send } from '../api/routes.ts';
import { shortDay, useSession } from '../api/session.tsx';
import { Busy } from '../ui/Busy.tsx';
import { Inline } from '../ui/Buttons.tsx';
import { Notice } from '../ui/Notice.tsx';
import { useAct } from '../ui/act.ts';
import { TextField, Trouble } from '../ui/fields.tsx';
import { useScanTaker } from '../ui/scan.tsx';

const AHEAD_DAYS = 27;

/** What stands on which shelf, and what is free on the days to come; a dish is moved by a scan of it and of its shelf. */
export default function Cabinets() {
  const { session, may } = useSession();
  const today = session?.today ?? '';
  const [from, setFrom] = useState(today);
  const isDay = /^\d{4}-\d{2}-\d{2}$/.test(from);
  const { data } = useQuery({
    ...reading(germinationRoutes.room, {}, { from, to: isDay ? addDays(from, AHEAD_DAYS) : from }),
    enabled: isDay,
  });
  const { dish, said, trouble, forget } = useMoves(data?.shelves ?? [], may('bench.write'));
  if (!data) return <Busy />;
  return (
    <main>
      <div className="list-head">
        <h1>Cabinets</h1>
        <span className="soft">
          {shortDay(data.from)} to {shortDay(data.to)}
        </span>
      </div>
      <div className="w-form mt-2">
        <TextField label="from" type="date" value={from} onChange={setFrom} />
      </div>
      <Trouble text={trouble} />
      {dish && (
        <Notice>
          Dish {dish.vessel.number} of {dish.lot.reference} is in hand. Scan its shelf.{' '}
          <Inline onClick={forget}>put it back</Inline>
        </Notice>
      )}
      {said && !dish && <p role="status">{said}</p>}
      {data.shelves.length === 0 ? (
        <p>
          No shelf has places for dishes yet. Add cabinets and shelves in the{' '}
          <Link to="/store/places">map of the store</Link>, and say how many dishes stand on each.
        </p>
      ) : (
        <p className="soft">
          {may('bench.write') ? 'Scan a dish, then the shelf that it goes to.' : ''} Free is what is free on every one
          of these days.
        </p>
      )}
      {data.shelves.map((one) => (
        <Shelf key={one.id} shelf={one} />
      ))}
    </main>
  );
}

function Shelf({ shelf }: { shelf: ShelfRoom }) {
  const free = Math.max(0, shelf.places - shelf.taken);
  const share = Math.min(100, (100 * shelf.taken) / shelf.places);
  return (
    <section className="mt-4 w-text">
      <h2 className="fs-5 mb-1">
        {shelf.path.join(' › ')} <span className="code">{shelf.code}</span>
      </h2>
      <div className="d-flex align-items-center gap-3">
        <svg
          viewBox="0 0 200 10"
          width="200"
          height="10"
          role="img"
          aria-label={`${shelf.taken} of ${shelf.places} taken`}
        >
          <rect width="200" height="10" fill="var(--rule)" />
          <rect width={2 * share} height="10" fill={free === 0 ? 'var(--outside)' : 'var(--normal)'} />
        </svg>
        <span>
          <span className="fig">{free}</span> of <span className="fig">{shelf.places}</span> free
        </span>
      </div>
      {shelf.dishes.length > 0 && (
        <Table className="mt-2 figures-table" size="sm">
          <thead>
            <tr>
              <th>lot</th>
              <th>dish</th>
              <th>until</th>
            </tr>
          </thead>
          <tbody>
            {byLot(shelf).map((row) => (
              <tr key={row.lotId + row.until}>
                <td>
                  <Link className="fig" to={`/lots/${row.lotId}/germination`}>
                    {row.lot}
                  </Link>
                </td>
                <td className="fig">{row.dishes.join(', ')}</td>
                <td>{shortDay(row.until)}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
    </section>
  );
}

/** Dishes of one lot that leave on one day, in a line. */
function byLot({ dishes }: ShelfRoom) {
  const rows = new Map<string, { lot: string; lotId: string; until: string; dishes: number[] }>();
  for (const { lot, lotId, until, dish } of dishes) {
    const row = rows.get(lotId + until) ?? { lot, lotId, until, dishes: [] };
    row.dishes.push(dish);
    rows.set(lotId + until, row);
  }
  return [...rows.values()];
}

/** A dish that was scanned goes to the shelf that is scanned after it. */
function useMoves(shelves: readonly ShelfRoom[], may: boolean) {
  const [dish, setDish] = useState<ScanAnswer | null>(null);
  const [said, setSaid] = useState<string>();
  const { act, trouble } = useAct();
  const vessel = useCallback(
    (answer: ScanAnswer) => {
      if (!may || answer.vessel.kind !== 'replicate') return false;
      setDish(answer);
      return true;
    },
    [may],
  );
  const store = useCallback(
    (answer: StoreScan) => {
      const shelf = shelves.find((one) => one.code === answer.code);
      if (!may || !dish || !shelf) return false;
      void act(async () => {
        await send(germinationRoutes.move, { dish: dish.vessel.id }, { placeId: shelf.id });
        setSaid(`Dish ${dish.vessel.number} of ${dish.lot.reference} stands on ${shelf.path.join(' › ')}.`);
        setDish(null);
      });
      return true;
    },
    [act, dish, may, shelves],
  );
  useScanTaker(vessel, store);
  return { dish, said, trouble, forget: () => setDish(null) };
}
