import { useQuery } from '@tanstack/react-query';
import type { PlaceCare } from '@mercato/contract/air/care';
import { placeRoutes } from '@mercato/contract/store/routes';
import { cache } from '../api/cache.ts';
import { keyOf, reading } from '../api/routes.ts';

const asked = (days: number) => ({ days: String(days) });
export const usePlaceCare = (id: string, days: number) =>
  useQuery(reading(placeRoutes.care, { place: id }, asked(days)));

/** Puts a written answer where every look at the store finds it. */
export function useKeepCare(): (care: PlaceCare) => void {
  return (care) => cache.setQueryData(keyOf(placeRoutes.care, { place: care.place.id }, asked(care.days)), care);
}

/** "3 h", "40 min", "2 days". */
export function lasted(minutes: number): string {
  if (minutes < 120) return `${Math.round(minutes)} min`;
  return minutes < 2880 ? `${Math.round(minutes / 60)} h` : `${Math.round(minutes / 1440)} days`;
}
