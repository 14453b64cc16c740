import { useQuery } from '@tanstack/react-query';
import { kindRoutes } from '@mercato/contract/register/routes';
import type { PlaceList } from '@mercato/contract/store/packets';
import { placeRoutes, storeRoutes } from '@mercato/contract/store/routes';
import { reading } from '../api/routes.ts';

export const usePlaces = () => useQuery(reading(placeRoutes.list, {}));

export const usePacket = (id: string) =>
  useQuery({ ...reading(storeRoutes.packet, { packet: id }), enabled: id !== '' });

/** Every kind by the names that people call it. */
export const useKinds = () =>
  useQuery({
    ...reading(kindRoutes.list, {}, { q: '' }),
    staleTime: Infinity,
    select: ({ kinds }) => new Map(kinds.flatMap((kind) => kind.commonNames.map((name) => [name, kind] as const))),
  });

/** The places as choices, by their way from the largest. */
export function placeChoices(places: PlaceList | undefined): readonly (readonly [string, string])[] {
  const ways = (places?.places ?? []).map((one) => [one.id, one.path.join(' › ')] as const);
  return [['', 'no place yet'], ...ways.sort((a, b) => a[1].localeCompare(b[1]))];
}
