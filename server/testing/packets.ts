import { UNKNOWN_HEADER } from '@mercato/contract/store/accessions';
import type { PacketView } from '@mercato/contract/store/packets';
import type { useHands } from './hands.ts';

/** A packet of counted seeds, harvested in 2022 or another year, of which nothing more is known. */
export const packetOf = async (
  hands: ReturnType<typeof useHands>,
  kind: string,
  species: string,
  seeds: number,
  harvestYear = 2022,
): Promise<PacketView> =>
  (
    await hands.sampler.post<PacketView>('/store/packets', {
      accession: { ...UNKNOWN_HEADER, kind, species, harvestYear },
      packet: {
        amount: { by: 'count', seeds },
        packedOn: String(harvestYear),
        supplier: '',
        wrapping: 'paper',
        placeId: null,
        note: '',
      },
    })
  ).body;
