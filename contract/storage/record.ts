import type { AgeTest } from '@mercato/core/storage/fitAgeing';
import type { PacketBrief } from '../store/packets.ts';

export interface RecordTest extends AgeTest {
  packetId: string;
  code: string;
  accession: string;
  variety: string;
  harvestYear: number;
  on: string;
}

/** The store's own tests of one kind in one of its stores, oldest seed last. */
export interface RecordSeries {
  key: string;
  kind: string;
  species: string;
  /** Room, refrigerator or freezer in which the packets lay; empty where they had no place. */
  store: string;
  longevity: 'short' | 'medium' | 'long' | null;
  tests: RecordTest[];
}
export interface OwnRecord {
  today: string;
  series: RecordSeries[];
}

/** One way of trying a packet, as it stands. */
export interface Tried {
  on: string;
  seeds: number;
  hits: number;
  minutes: number | null;
}
export interface ComparisonRow {
  packet: PacketBrief;
  towel: Tried | null;
  float: Tried | null;
  field: Tried | null;
}
export interface Comparison {
  rows: ComparisonRow[];
}
