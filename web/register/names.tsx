import { useQuery } from '@tanstack/react-query';
import type { NameLists, SpeciesName } from '@mercato/contract/register/kinds';
import { kindRoutes } from '@mercato/contract/register/routes';
import { reading } from '../api/routes.ts';

/** Species and kinds of inert matter that can be called by name. */
function useNames(): NameLists | undefined {
  return useQuery({ ...reading(kindRoutes.names, {}), staleTime: Infinity }).data;
}

interface SpeciesProposalsProps {
  id: string;
  /** Only species that usually stand so. */
  usually?: readonly SpeciesName['usually'][];
}

/**
 * Proposals for a line that asks for a species, found by scientific and by common name. Nine hundred of them cost
 * time, so that they stand only beside a line that is open.
 */
export function SpeciesProposals({ id, usually }: SpeciesProposalsProps) {
  const names = useNames();
  if (!names) return null;
  return (
    <datalist id={id}>
      {names.species
        .filter((one) => usually?.includes(one.usually) ?? true)
        .map((one) => (
          <option key={one.species} value={one.species}>
            {[...one.commonNames.slice(0, 2), one.family, one.usually].join(', ')}
          </option>
        ))}
    </datalist>
  );
}

/** Proposals for a kind of inert matter. */
export function InertProposals({ id }: { id: string }) {
  const names = useNames();
  return names ? (
    <datalist id={id}>
      {names.inertKinds.map((one) => (
        <option key={one.kind} value={one.kind}>
          {one.says}
        </option>
      ))}
    </datalist>
  ) : null;
}
