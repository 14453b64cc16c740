/** Where the seed came from. */
export const SOURCES = ['own harvest', 'exchange', 'gift', 'bought fruit', 'trade'] as const;
/** How the kind is bred: by itself, across plants, or a first cross of two lines. */
export const BREEDINGS = ['self', 'cross', 'hybrid'] as const;
/** What kept foreign pollen out. */
export const ISOLATIONS = ['none', 'distance', 'time', 'cage', 'hand-pollinated'] as const;

export interface Descent {
  readonly source: (typeof SOURCES)[number];
  readonly parentsKnown: boolean;
  readonly breeding: (typeof BREEDINGS)[number] | 'unknown';
  readonly isolation: (typeof ISOLATIONS)[number] | 'unknown';
  /** For flowers pollinated by hand: shut before they opened and after, and marked. */
  readonly bagged?: boolean;
  readonly marked?: boolean;
  /** Other varieties of the same species in flower near by. */
  readonly sameSpeciesNear: 'yes' | 'no' | 'unknown';
  /** Plants that gave seed; null = not known. */
  readonly plants: number | null;
}

/** Why; `by` what kept foreign pollen out, and of a crossing kind from few plants how many there were. */
export type TrueReason =
  | {
      readonly is:
        | 'hybrid'
        | 'bought-fruit'
        | 'sold-under-name'
        | 'parents-unknown'
        | 'breeding-unknown'
        | 'selfing'
        | 'selfing-beside-others'
        | 'by-hand'
        | 'by-hand-unmarked'
        | 'by-hand-left-open'
        | 'caged'
        | 'none-near'
        | 'crossing-beside-others'
        | 'neighbours-unknown';
    }
  | { readonly is: 'kept-apart'; readonly by: 'distance' | 'time' }
  | { readonly is: 'few-plants'; readonly plants: number };

export interface Expectation {
  readonly answer: 'yes' | 'mostly' | 'no' | 'unknown';
  readonly reasons: readonly TrueReason[];
}

/** Fewer mother plants than this narrow a crossing kind. Common practice, no source. */
const FEW_PLANTS = 20;

/**
 * Will it come true? What follows from how the seed was grown, with the reasons, for the label of a packet.
 *
 * Source: common practice, no source: seed of a first cross parts into its grandparents; selfing kinds come true with
 * few strays; crossing kinds do where foreign pollen was kept out.
 */
export function comesTrue(descent: Descent): Expectation {
  const { source, parentsKnown, breeding, isolation, sameSpeciesNear, plants } = descent;
  const narrow: TrueReason[] =
    breeding === 'cross' && plants !== null && plants < FEW_PLANTS ? [{ is: 'few-plants', plants }] : [];
  const say = (answer: Expectation['answer'], reason: TrueReason): Expectation => ({
    answer,
    reasons: [reason, ...narrow],
  });
  if (breeding === 'hybrid') return say('no', { is: 'hybrid' });
  if (source === 'bought fruit' && !parentsKnown) return say('no', { is: 'bought-fruit' });
  if (source === 'trade') return say('yes', { is: 'sold-under-name' });
  if (!parentsKnown) return say('unknown', { is: 'parents-unknown' });
  if (breeding === 'unknown') return say('unknown', { is: 'breeding-unknown' });
  if (breeding === 'self')
    return sameSpeciesNear === 'yes' ? say('mostly', { is: 'selfing-beside-others' }) : say('yes', { is: 'selfing' });
  if (isolation === 'hand-pollinated')
    return descent.bagged && descent.marked
      ? say('yes', { is: 'by-hand' })
      : say('mostly', { is: descent.bagged ? 'by-hand-unmarked' : 'by-hand-left-open' });
  if (isolation === 'cage') return say('yes', { is: 'caged' });
  if (sameSpeciesNear === 'no') return say('yes', { is: 'none-near' });
  if (isolation === 'distance' || isolation === 'time') return say('mostly', { is: 'kept-apart', by: isolation });
  return sameSpeciesNear === 'yes'
    ? say('no', { is: 'crossing-beside-others' })
    : say('unknown', { is: 'neighbours-unknown' });
}
