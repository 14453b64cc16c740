import type { AgeTest } from '@mercato/core/storage/fitAgeing';

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
