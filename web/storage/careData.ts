import type { PlaceCare } from '@mercato/contract/store/care';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { read } from '../api/client.ts';

export const careKey = (id: string, days: number) => ['place-care', id, days] as const;
export const usePlaceCare = (id: string, days: number) =>
  useQuery({
    queryKey: careKey(id, days),
    queryFn: ({ signal }) => read<PlaceCare>(`/store/places/${id}/care?days=${days}`, signal),
  });

/** Puts a written answer where every look at the store finds it. */
export function useKeepCare(): (care: PlaceCare) => Promise<void> {
  const client = useQueryClient();
  return async (care) => {
    client.setQueryData(careKey(care.place.id, care.days), care);
    for (const key of ['place-care', 'store-care', 'store-places']) await client.invalidateQueries({ queryKey: [key] });
  };
}

/** "3 h", "40 min", "2 days". */
export function lasted(minutes: number): string {
  if (minutes < 120) return `${Math.round(minutes)} min`;
  return minutes < 2880 ? `${Math.round(minutes / 60)} h` : `${Math.round(minutes / 1440)} days`;
}
