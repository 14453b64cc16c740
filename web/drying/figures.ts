import { useQuery } from '@tanstack/react-query';
import type { DryingFigures } from '@mercato/contract/catalogue/dryingFigures';
import { catalogueRoutes } from '@mercato/contract/catalogue/routes';
import { bestOf, type KindIsotherm } from '@mercato/core/drying/isotherms';
import { type SeedWater, waterOfKind, waterOfOil } from '@mercato/core/drying/seedWater';
import { reading } from '../api/routes.ts';

export const useDryingFigures = () => useQuery({ ...reading(catalogueRoutes.drying, {}), staleTime: Infinity });

/** How a kind stands to the air, and by what that is known. */
export interface KnownWater {
  readonly water: SeedWater;
  /** Its own constants; null = by its oil. */
  readonly set: KindIsotherm | null;
}

/** By the constants of its own where there are any, else by its oil; null where neither is known. */
export function waterOf(
  figures: DryingFigures | undefined,
  species: string | undefined,
  oilFraction: number | null | undefined,
): KnownWater | null {
  const kind = species === undefined ? undefined : figures?.kindOf[species];
  const set = kind === undefined || !figures ? null : bestOf(figures.isotherms, kind);
  if (set) return { water: waterOfKind(set), set };
  return oilFraction == null ? null : { water: waterOfOil(oilFraction), set: null };
}
