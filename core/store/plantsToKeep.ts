/** Kinds that mostly pollinate themselves: a few plants carry the variety on. */
const SELFING: readonly string[] = [
  'Arachis',
  'Avena',
  'Capsicum',
  'Cicer',
  'Glycine',
  'Hordeum',
  'Lactuca',
  'Lens',
  'Linum',
  'Lupinus',
  'Phaseolus vulgaris',
  'Pisum',
  'Solanum lycopersicum',
  'Trigonella',
  'Triticum',
  'Vicia sativa',
  'Vigna',
];
/** Kinds that cross and bear a few mothers well. */
const FEW: readonly string[] = ['Citrullus', 'Cucumis', 'Cucurbita'];
/** Kinds that suffer soon from few mothers. */
const MANY: readonly string[] = ['Zea', 'Secale', 'Helianthus'];

export const PLANTS_TO_KEEP = { few: 12, self: 20, cross: 40, many: 100 } as const;

/**
 * How many plants are needed to keep a variety of this kind as it is: 20 where it pollinates itself, 40 where it
 * crosses, 12 of cucurbits, which bear few mothers well, 100 where it suffers soon from them.
 *
 * @param breeding  as its harvest says; it comes before what is known of the kind
 * Source: common practice, no source; the kinds from memory.
 */
export function plantsToKeep(species: string, breeding: 'self' | 'cross' | 'hybrid' | 'unknown'): number {
  const of = (names: readonly string[]) => names.some((one) => species === one || species.startsWith(`${one} `));
  if (of(MANY)) return PLANTS_TO_KEEP.many;
  if (of(FEW)) return PLANTS_TO_KEEP.few;
  if (breeding === 'self' || (breeding !== 'cross' && of(SELFING))) return PLANTS_TO_KEEP.self;
  return PLANTS_TO_KEEP.cross;
}
