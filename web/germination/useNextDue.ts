import { useQuery } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { todayRoutes } from '@mercato/contract/today/routes';
import { reading } from '../api/routes.ts';
import { useSession } from '../api/session.tsx';

/**
 * Goes from a count to the next dishes that are due: those in the same place first, and none that somebody else sees to.
 * @param lot  the lot that is open
 * @returns null where nothing else is due
 */
export function useNextDue(lot: string): (() => void) | null {
  const { data } = useQuery(reading(todayRoutes.today, {}));
  const { session } = useSession();
  const navigate = useNavigate();
  const dishes = (data?.due ?? []).filter((one) => one.what === 'dishes' && one.act.is === 'count');
  const here = dishes.find((one) => one.open.startsWith(`/lots/${lot}/`))?.room;
  const next = dishes
    .filter((one) => !one.open.startsWith(`/lots/${lot}/`))
    .filter((one) => one.claimed === null || one.claimed.id === session?.person?.id)
    .sort((a, b) => Number(b.room === here) - Number(a.room === here))[0];
  return next ? () => void navigate(next.open) : null;
}
