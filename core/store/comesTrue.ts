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

export interface Expectation {
  readonly answer: 'yes' | 'mostly' | 'no' | 'unknown';
  readonly words: string;
  readonly reasons: readonly string[];
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
  const narrow =
    breeding === 'cross' && plants !== null && plants < FEW_PLANTS
      ? [`it comes from ${plants} ${plants === 1 ? 'plant' : 'plants'}: true, perhaps, but narrow`]
      : [];
  const say = (answer: Expectation['answer'], reasons: readonly string[]): Expectation => ({
    answer,
    words: WORDS[answer],
    reasons: [...reasons, ...narrow],
  });
  if (breeding === 'hybrid') return say('no', ['seed of a hybrid parts into many forms']);
  if (source === 'bought fruit' && !parentsKnown)
    return say('no', ['bought fruit is often a hybrid, and what stood near it is not known']);
  if (source === 'trade') return say('yes', ['it was sold under this name: the seller answers for it']);
  if (!parentsKnown) return say('unknown', ['its parents are not known']);
  if (breeding === 'unknown')
    return say('unknown', ['whether this kind pollinates itself or crosses is not known here']);
  if (breeding === 'self')
    return sameSpeciesNear === 'yes'
      ? say('mostly', ['the kind pollinates itself, but others of the species flowered near by: look for strays'])
      : say('yes', ['the kind pollinates itself']);
  if (isolation === 'hand-pollinated')
    return descent.bagged && descent.marked
      ? say('yes', ['pollinated by hand; the flowers were shut and marked'])
      : say('mostly', [
          descent.bagged
            ? 'pollinated by hand, but the flowers were not marked: others may have been picked with them'
            : 'pollinated by hand, but the flowers were not shut: foreign pollen may have come before or after',
        ]);
  if (isolation === 'cage') return say('yes', ['grown in a cage: no foreign pollen came in']);
  if (sameSpeciesNear === 'no') return say('yes', ['no other of its species flowered near by']);
  if (isolation === 'distance' || isolation === 'time')
    return say('mostly', [`kept apart by ${isolation}, which keeps most foreign pollen out, not all`]);
  return sameSpeciesNear === 'yes'
    ? say('no', ['the kind crosses, and others of its species flowered near by'])
    : say('unknown', ['the kind crosses, and what flowered near by is not known']);
}

const WORDS: Readonly<Record<Expectation['answer'], string>> = {
  yes: 'will come true',
  mostly: 'will mostly come true',
  no: 'will not come true',
  unknown: 'may or may not come true',
};
