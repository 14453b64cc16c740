import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { BalanceSettings } from '@mercato/contract/devices/balances';
import type { Treatment } from '@mercato/contract/quick-tests/rounds';
import type { Request } from '@mercato/contract/register/request';
import type { AccessionHeader } from '@mercato/contract/store/accessions';
import type { NewPacket, PlaceKind } from '@mercato/contract/store/packets';

/** What was asked of a lot; the fee in euros, and in how many days it is due. */
type Asked = Pick<Request, 'client' | 'theirReference' | 'tests' | 'sampledBy' | 'soldIn'> & {
  fee?: string;
  days?: number;
};

interface Invented {
  /** By lot; a lot without an entry is the station's own. */
  readonly requests: Readonly<Record<string, Asked>>;
  /** What the station itself asks of a lot that gets a tag: the tag says against whose list its weeds were held. */
  readonly ownSale: Asked;
  /** By jurisdiction: species, how it stands, and at most so many in so much seed. */
  readonly noxious: Readonly<
    Record<string, readonly (readonly [string, 'prohibited' | 'restricted', string, string, string])[]>
  >;
  /** Each with the place that it stands in. */
  readonly places: Readonly<Record<string, readonly [PlaceKind, string, string | null]>>;
  /** Kinds that keep long and short, packets counted and weighed, one of bought fruit, one treated. */
  readonly packets: readonly {
    readonly of: Partial<AccessionHeader> & Pick<AccessionHeader, 'kind' | 'species' | 'variety'>;
    /** Years before this one. */
    readonly old: number;
    readonly month: number;
    readonly in: string;
    readonly holds: NewPacket['amount'];
    readonly wrapping?: NewPacket['wrapping'];
    /** Seeds taken for sowing since. */
    readonly sown?: number;
  }[];
  /** Of packets by their place in the list, or of fresh seed: what was seen in the bags of a round, and on which day. */
  readonly bags: readonly {
    readonly packet: number | null;
    readonly seeds: number;
    readonly treatment?: Treatment;
    readonly looks: readonly (readonly [daysAgo: number, sprouted: number, mould?: boolean])[];
  }[];
  /** Tests of years: how old the seed was, years after its harvest, and of 50 how many sprouted. */
  readonly retests: readonly (readonly [packet: number, years: number, sprouted: number])[];
  /** What sank of 20, and what came up of 60 in the field. */
  readonly otherwise: readonly (readonly [packet: number, sank: number, cameUp: number])[];
  /** Of the batch that dries. */
  readonly drying: readonly (readonly [daysAgo: number, massG: number])[];
  /** The stand-in that is read, one that is read by eye and overdue, and one that failed its check. */
  readonly balances: readonly (Pick<BalanceSettings, 'name' | 'resolution' | 'tolerance'> &
    Partial<BalanceSettings> & {
      readonly checks: readonly (readonly [hoursAgo: number, nominal: string, shown: string])[];
    })[];
}

/** Invented clients, lists, packets and tests; the lots stand in `lots.csv`. */
export const INVENTED = JSON.parse(readFileSync(join(import.meta.dirname, 'invented.json'), 'utf8')) as Invented;
