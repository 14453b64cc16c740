import { useQuery } from '@tanstack/react-query';
import { Form } from 'react-bootstrap';
import { Link } from 'react-router';
import { germinationRoutes } from '@mercato/contract/germination/routes';
import { reading } from '../api/routes.ts';
import { shortDay } from '../api/session.tsx';
import { VerdictMark } from '../ui/shapes.tsx';

interface ShelvesProps {
  /** The days on which the dishes stand, yyyy-mm-dd. */
  from: string;
  to: string;
  /** Dishes that are to be set. */
  dishes: number;
  chosen: readonly string[];
  fault?: string | undefined;
  choose: (shelves: string[]) => void;
}

/** Shelves with what is free on all days of the test, before the dishes are made; hundreds are dealt to those chosen. */
export function Shelves({ from, to, dishes, chosen, fault, choose }: ShelvesProps) {
  const { data } = useQuery(reading(germinationRoutes.room, {}, { from, to }));
  if (!data) return null;
  if (data.shelves.length === 0)
    return (
      <p className="soft">
        Shelves with places for dishes are set up in the <Link to="/store/places">map of the store</Link>; then this
        plan shows whether there is room.
      </p>
    );
  const free = data.shelves
    .filter((one) => chosen.includes(one.id))
    .reduce((sum, one) => sum + Math.max(0, one.places - one.taken), 0);
  return (
    <fieldset className="mb-3">
      <legend className="fs-6">
        Shelves{' '}
        <span className="soft">
          {shortDay(from)} to {shortDay(to)}: whole hundreds are dealt to them at random
        </span>
      </legend>
      {data.shelves.map((one) => {
        const left = Math.max(0, one.places - one.taken);
        return (
          <Form.Check
            key={one.id}
            type="checkbox"
            id={`shelf-${one.id}`}
            checked={chosen.includes(one.id)}
            onChange={() =>
              choose(chosen.includes(one.id) ? chosen.filter((id) => id !== one.id) : [...chosen, one.id])
            }
            label={
              <>
                {one.path.join(' › ')}{' '}
                <span className={left === 0 ? 'outside' : 'soft'}>
                  {left} of {one.places} free
                </span>
              </>
            }
          />
        );
      })}
      {chosen.length > 0 && (
        <p className="mb-0" aria-live="polite">
          <VerdictMark mark={free >= dishes ? 'within' : 'outside'} />{' '}
          {free >= dishes ? `Room for ${dishes} dishes.` : `${dishes} dishes need a place, and ${free} are free.`}
        </p>
      )}
      {fault !== undefined && <p className="outside mb-0">{fault}</p>}
    </fieldset>
  );
}
