import type { LastTest, Left, PacketBrief } from '@mercato/contract/store/packets';

const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

/** "60 seeds", "12.5 g". */
export const leftFigure = ({ by, figure }: Pick<Left, 'by' | 'figure'>): string =>
  by === 'count' ? `${figure} ${figure === '1' ? 'seed' : 'seeds'}` : `${figure} g`;

/** "60 seeds", "12.5 g, about 3787 to 5682 seeds". */
export function leftWords(left: Left): string {
  const { by, aboutSeeds } = left;
  return `${leftFigure(left)}${by === 'mass' && aboutSeeds ? `, about ${aboutSeeds.low} to ${aboutSeeds.high} seeds` : ''}`;
}

/** "Sep 2024", or the year alone. */
export const harvestWords = ({ harvestYear, harvestMonth }: Pick<PacketBrief, 'harvestYear' | 'harvestMonth'>) =>
  harvestMonth === null ? String(harvestYear) : `${MONTHS[harvestMonth - 1] ?? ''} ${harvestYear}`;

/** "8 of 10 sprouted", "dormant: 2 of 20 sprouted". */
export const testWords = ({ sprouted, seeds, verdict }: LastTest) =>
  `${verdict === 'sprouted' ? '' : `${verdict}: `}${sprouted} of ${seeds} sprouted`;

/** What happens to a packet in its batch, in a list. */
export const BUSY_WORDS = {
  drying: 'being dried',
  freezing: 'in the cold',
  warming: 'warming up: do not open',
} as const;
