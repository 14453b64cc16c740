import { useQuery } from '@tanstack/react-query';
import { otherSeedsRoutes } from '@mercato/contract/other-seeds/routes';
import { lotRoutes } from '@mercato/contract/register/routes';
import { reading } from '../api/routes.ts';
import { Ticks } from '../ui/Field.tsx';

/** Who asked before, to be chosen from while a client is written. */
export function Clients({ id }: { id: string }) {
  const { data } = useQuery(reading(lotRoutes.clients, {}));
  return (
    <datalist id={id}>
      {data?.clients.map((one) => (
        <option key={one} value={one} />
      ))}
    </datalist>
  );
}

interface SoldInProps {
  before?: readonly string[] | undefined;
  chosen: readonly string[];
  choose: (chosen: string[]) => void;
}

/** Where the seed is to be sold, by the lists in use. */
export function SoldIn({ before = [], chosen, choose }: SoldInProps) {
  const { data: lists } = useQuery(reading(otherSeedsRoutes.jurisdictions, {}));
  // What was written before stays to be seen, whatever the lists of today hold.
  const jurisdictions = [...new Set([...(lists?.jurisdictions ?? []), ...before])];
  if (jurisdictions.length === 0) return null;
  return (
    <Ticks
      legend={`to be sold in, by ${lists?.edition.name ?? ''}`}
      options={jurisdictions.map((one) => [one, one] as const)}
      chosen={chosen}
      onChange={choose}
    />
  );
}
