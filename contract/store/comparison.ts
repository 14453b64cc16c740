import type { PacketBrief } from './packets.ts';

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
