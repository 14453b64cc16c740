import type { KindList } from '@mercato/contract/register/kinds';
import type { PacketView, PlaceList } from '@mercato/contract/store/packets';
import { useQuery } from '@tanstack/react-query';
import { read } from '../api/client.ts';

export const usePlaces = () =>
  useQuery({ queryKey: ['store-places'], queryFn: ({ signal }) => read<PlaceList>('/store/places', signal) });

export const packetKey = (id: string) => ['packet', id] as const;
export const usePacket = (id: string) =>
  useQuery({
    queryKey: packetKey(id),
    queryFn: ({ signal }) => read<PacketView>(`/store/packets/${id}`, signal),
    enabled: id !== '',
  });

/** Every kind by the names that people call it. */
export const useKinds = () =>
  useQuery({
    queryKey: ['kinds', ''],
    queryFn: ({ signal }) => read<KindList>('/kinds?q=', signal),
    staleTime: Infinity,
    select: ({ kinds }) => new Map(kinds.flatMap((kind) => kind.commonNames.map((name) => [name, kind] as const))),
  });

/** The places as choices, by their way from the largest. */
export function placeChoices(places: PlaceList | undefined): readonly (readonly [string, string])[] {
  const ways = (places?.places ?? []).map((one) => [one.id, one.path.join(' › ')] as const);
  return [['', 'no place yet'], ...ways.sort((a, b) => a[1].localeCompare(b[1]))];
}

export const listKey = (id: string) => ['store-list', id] as const;
