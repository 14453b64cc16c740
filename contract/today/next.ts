import type { Because, Next, Offer } from '@mercato/core/storage/whatNext';
import type { PacketBrief } from '../store/packets.ts';

/** What to do with a packet next, and why. */
export interface NextLine {
  packet: PacketBrief;
  next: Next;
  reasons: Because[];
  /** Choices, where it is not for a rule to say. */
  offers: Offer[];
}
export interface NextList {
  today: string;
  lines: NextLine[];
}
